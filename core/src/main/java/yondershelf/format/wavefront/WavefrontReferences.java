package yondershelf.format.wavefront;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Where a Wavefront OBJ file names its libraries of materials and these name pictures, as they are read: the file stands behind the
 * keyword and its options, up to the end of the line (the format's specifications of 1995).
 */
public final class WavefrontReferences {
    private WavefrontReferences() {}

    /**
     * A file's name.
     *
     * @param from its first byte
     * @param to the byte after its last
     * @param isWhole true when it is all that stands behind its keyword
     * @param isLibrary true for a library of materials, false for a picture
     */
    public record Named(int from, int to, String text, boolean isWhole, boolean isLibrary) {}

    /** Those of them that are libraries of materials. */
    public static List<Named> libraries(byte[] file) {
        return of(file).stream().filter(Named::isLibrary).toList();
    }

    /**
     * All of a file, in its order. A line of libraries may be one name with blanks in it, or several names: both are given, the whole
     * first.
     */
    public static List<Named> of(byte[] file) {
        // ISO 8859-1 keeps every byte as one character
        String text = new String(file, StandardCharsets.ISO_8859_1);
        List<Named> out = new ArrayList<>();
        int from = 0;
        while (from < text.length()) {
            int end = from;
            while (end < text.length() && text.charAt(end) != '\n' && text.charAt(end) != '\r') {
                end++;
            }
            line(text, from, end, out);
            from = end + 1;
        }
        return out;
    }

    private static void line(String text, int from, int to, List<Named> out) {
        int start = skip(text, from, to);
        int end = to;
        while (end > start && text.charAt(end - 1) <= ' ') {
            end--;
        }
        int word = start;
        while (word < end && text.charAt(word) > ' ') {
            word++;
        }
        String keyword = text.substring(start, word).toLowerCase(Locale.ROOT);
        int rest = skip(text, word, end);
        if (rest >= end) {
            return;
        }
        if (keyword.equals("mtllib")) {
            add(text, rest, end, true, true, out);
            names(text, rest, end, out);
        } else if (WavefrontMaterials.isMap(keyword)) {
            int options = end
                    - rest
                    - WavefrontMap.parse(text.substring(rest, end)).file().length();
            if (rest + options < end) {
                add(text, rest + options, end, true, false, out);
            }
        }
    }

    private static void names(String text, int from, int to, List<Named> out) {
        int at = from;
        while (at < to) {
            int end = at;
            while (end < to && text.charAt(end) > ' ') {
                end++;
            }
            if (end < to || at > from) {
                add(text, at, end, false, true, out);
            }
            at = skip(text, end, to);
        }
    }

    private static int skip(String text, int from, int to) {
        int at = from;
        while (at < to && text.charAt(at) <= ' ') {
            at++;
        }
        return at;
    }

    private static void add(String text, int from, int to, boolean whole, boolean library, List<Named> out) {
        byte[] bytes = text.substring(from, to).getBytes(StandardCharsets.ISO_8859_1);
        out.add(new Named(from, to, new String(bytes, StandardCharsets.UTF_8), whole, library));
    }
}
