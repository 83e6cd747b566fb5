package yondershelf.search;

import java.util.List;
import java.util.Map;
import yondershelf.content.Kind;

/**
 * What was found.
 *
 * @param entries best first
 * @param kinds how many of each kind there would be with any kind let in
 * @param tags how many of the entries carry each tag; a nested tag counts for those above it too
 */
public record Hits(List<Entry> entries, Map<Kind, Integer> kinds, Map<String, Integer> tags) {
    public static final Hits NONE = new Hits(List.of(), Map.of(), Map.of());

    public Hits {
        entries = List.copyOf(entries);
    }

    public int total() {
        return entries.size();
    }
}
