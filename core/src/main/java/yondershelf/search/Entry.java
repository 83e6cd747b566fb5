package yondershelf.search;

import java.util.Set;
import yondershelf.content.Kind;

/** One asset as the index knows it. */
public record Entry(
        String id, String library, Kind kind, String name, String folder, String path, Set<String> tags, String note) {
    public Entry {
        tags = Set.copyOf(tags);
    }
}
