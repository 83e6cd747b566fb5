package yondershelf.search;

import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;

/**
 * What is looked for; empty parts leave everything in.
 *
 * @param words all must match somewhere
 * @param tags all must be there, or a tag nested below
 * @param library a library's id
 * @param folder a folder below a library's root; sub-folders count
 * @param unfiled true for assets without any tag
 */
public record Query(
        String words,
        Set<Kind> kinds,
        Set<String> tags,
        @Nullable String library,
        @Nullable String folder,
        boolean unfiled) {

    public static final Query EVERYTHING = new Query("", Set.of(), Set.of(), null, null, false);

    public Query {
        kinds = Set.copyOf(kinds);
        tags = Set.copyOf(tags);
    }

    public Query withWords(String other) {
        return new Query(other, kinds, tags, library, folder, unfiled);
    }

    public Query withKinds(Set<Kind> other) {
        return new Query(words, other, tags, library, folder, unfiled);
    }

    public Query withTags(Set<String> other) {
        return new Query(words, kinds, other, library, folder, unfiled);
    }

    /** In one library, or one of its folders; nulls for everywhere. */
    public Query in(@Nullable String otherLibrary, @Nullable String otherFolder) {
        return new Query(words, kinds, tags, otherLibrary, otherFolder, unfiled);
    }

    public Query withUnfiled(boolean only) {
        return new Query(words, kinds, tags, library, folder, only);
    }
}
