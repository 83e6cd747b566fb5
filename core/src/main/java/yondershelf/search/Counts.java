package yondershelf.search;

import java.util.Collections;
import java.util.Map;
import java.util.SortedMap;

/**
 * How many assets there are, whatever is looked for.
 *
 * @param libraries by a library's id
 * @param folders by a library's id: assets in each folder and all below it; folders without any are left out
 * @param tags of the libraries that are shown; a nested tag counts for those above it too
 * @param unfiled assets of the libraries that are shown without any tag
 */
public record Counts(
        int total,
        Map<String, Integer> libraries,
        Map<String, SortedMap<String, Integer>> folders,
        SortedMap<String, Integer> tags,
        int unfiled) {
    public static final Counts NONE = new Counts(0, Map.of(), Map.of(), Collections.emptySortedMap(), 0);

    public Counts withFolders(Map<String, SortedMap<String, Integer>> others) {
        return new Counts(total, libraries, others, tags, unfiled);
    }
}
