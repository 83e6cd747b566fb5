package yondershelf.library;

import java.util.List;
import java.util.Map;
import java.util.SortedSet;
import java.util.TreeSet;
import yondershelf.content.Excerpt;
import yondershelf.content.Space;
import yondershelf.store.AssetRow;
import yondershelf.store.Findable;

/**
 * What people said about one asset. Missing texts are empty.
 *
 * @param name shown instead of the name made from the file, when not empty
 * @param tags nested with {@code /}
 * @param job what it was made or got for
 * @param rating how good it is, 1 to 5; 0 when nobody said
 * @param space what is said of a model file that does not say it
 * @param excerpt what of a model file is meant
 * @param apart names of its nodes that are assets of their own
 */
public record Labels(
        String name,
        SortedSet<String> tags,
        String note,
        String author,
        String licence,
        String version,
        String job,
        boolean favourite,
        int rating,
        Space space,
        Excerpt excerpt,
        List<String> apart) {

    public static final Labels NONE =
            new Labels("", new TreeSet<>(), "", "", "", "", "", false, 0, Space.NONE, Excerpt.WHOLE, List.of());

    /** The highest rating. */
    public static final int BEST = 5;

    private static final int FIELDS = 12;

    public Labels {
        apart = List.copyOf(apart);
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
                fields.getOrDefault("job", ""),
                Boolean.parseBoolean(fields.getOrDefault("favourite", "false")),
                rating(fields.getOrDefault("rating", "")),
                new Space(fields.getOrDefault("units", ""), fields.getOrDefault("up", "")),
                Excerpt.parse(fields.getOrDefault("excerpt", "")),
                lines(fields.getOrDefault("apart", "")));
    }

    /** What is no rating, as another program may write it, is none. */
    private static int rating(String text) {
        return text.length() == 1 && text.charAt(0) >= '0' && text.charAt(0) <= '0' + BEST ? text.charAt(0) - '0' : 0;
    }

    private static List<String> lines(String text) {
        return text.lines().filter(l -> !l.isBlank()).distinct().toList();
    }

    Labels withSpace(Space other) {
        return new Labels(name, tags, note, author, licence, version, job, favourite, rating, other, excerpt, apart);
    }

    /** For the store; empty for {@link #NONE}. */
    String text() {
        if (equals(NONE)) {
            return "";
        }
        return String.join(
                        "\0",
                        name,
                        note,
                        author,
                        licence,
                        version,
                        job,
                        String.valueOf(favourite),
                        String.valueOf(rating),
                        space.units(),
                        space.up(),
                        excerpt.text(),
                        String.join("\n", apart))
                + (tags.isEmpty() ? "" : "\0" + String.join("\0", tags));
    }

    /** As a store keeps them with their asset. */
    public static Labels of(AssetRow row) {
        return parse(row.said());
    }

    /** As a store keeps them with what one can look for an asset by. */
    public static Labels of(Findable found) {
        return parse(found.said());
    }

    static Labels parse(String text) {
        if (text.isEmpty()) {
            return NONE;
        }
        List<String> parts = List.of(text.split("\0", -1));
        if (parts.size() < FIELDS) {
            // a damaged cache: what was said stands in the journal
            return NONE;
        }
        return new Labels(
                parts.get(0),
                new TreeSet<>(parts.subList(FIELDS, parts.size())),
                parts.get(1),
                parts.get(2),
                parts.get(3),
                parts.get(4),
                parts.get(5),
                Boolean.parseBoolean(parts.get(6)),
                rating(parts.get(7)),
                new Space(parts.get(8), parts.get(9)),
                Excerpt.parse(parts.get(10)),
                lines(parts.get(11)));
    }
}
