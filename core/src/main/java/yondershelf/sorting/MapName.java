package yondershelf.sorting;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Role;

/**
 * One way to understand a texture file's name: which set it belongs to and which role it plays, e.g.
 * {@code tarred_timber_2k_rough.png} is roughness of "tarred timber" at 2048 pixels.
 *
 * @param set the words of the set's name, lower case, separated by blanks; empty when the name is only a role
 * @param role null when no word tells one
 * @param size of its longer side in pixels, as the name says; 0 when it does not
 * @param tile UV square, 1001 and on; 0 when the name does not say
 * @param version 0 when the name does not say
 * @param variant words that tell this picture from others of the same role in the set
 * @param later true when another of the same role is used before it
 * @param letter true when only a single letter tells the role
 * @param sample true when it says that it shows the whole thing
 * @param inner true when the UV square does not stand at the end, so that it may as well number a thing
 * @param words all that is left of the name without sizes, squares and words that tell nothing
 */
record MapName(
        String set,
        @Nullable Role role,
        Coding coding,
        int size,
        int tile,
        int version,
        String variant,
        boolean later,
        boolean letter,
        boolean sample,
        boolean inner,
        List<String> words) {

    MapName {
        words = List.copyOf(words);
    }

    static MapName none() {
        return new MapName("", null, Coding.PLAIN, 0, 0, 0, "", false, false, false, false, List.of());
    }

    /** The likeliest way to understand a name by itself. */
    static MapName of(String fileName) {
        return readings(fileName, true).get(0);
    }

    /**
     * All ways, the likeliest first; at least one.
     *
     * @param squares true to take a number before the role, too, for a UV square
     */
    static List<MapName> readings(String fileName, boolean squares) {
        int dot = fileName.lastIndexOf('.');
        return new MapNameReader(dot > 0 ? fileName.substring(0, dot) : fileName, squares).all();
    }

    MapName withSize(int other) {
        return new MapName(set, role, coding, other, tile, version, variant, later, letter, sample, inner, words);
    }

    MapName withSet(String other) {
        return new MapName(other, role, coding, size, tile, version, variant, later, letter, sample, inner, words);
    }

    MapName withRole(MapWords.Meaning told) {
        return new MapName(
                set,
                told.role(),
                told.coding(),
                size,
                tile,
                version,
                variant,
                told.later(),
                false,
                sample,
                inner,
                words);
    }

    /** A picture of a set whose role its name does not tell. */
    MapName untold(String word) {
        return new MapName(set, null, Coding.PLAIN, size, tile, version, word, false, false, sample, inner, words);
    }
}
