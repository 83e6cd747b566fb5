package yondershelf.library;

import java.util.Map;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * What people said about one asset. Missing texts are empty.
 *
 * @param name shown instead of the name made from the file, when not empty
 * @param tags nested with {@code /}
 */
public record Labels(
        String name,
        SortedSet<String> tags,
        String note,
        String author,
        String licence,
        String version,
        boolean favourite) {

    public static final Labels NONE = new Labels("", new TreeSet<>(), "", "", "", "", false);

    public Labels {
        tags = java.util.Collections.unmodifiableSortedSet(new TreeSet<>(tags));
    }

    static Labels of(Map<String, String> fields, SortedSet<String> tags) {
        return new Labels(
                fields.getOrDefault("name", ""),
                tags,
                fields.getOrDefault("note", ""),
                fields.getOrDefault("author", ""),
                fields.getOrDefault("licence", ""),
                fields.getOrDefault("version", ""),
                Boolean.parseBoolean(fields.getOrDefault("favourite", "false")));
    }
}
