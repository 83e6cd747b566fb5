package yondershelf.sorting;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Role;

/**
 * A texture file's name taken apart: which set it belongs to and which role it plays, e.g. {@code tarred_timber_2k_rough.png}
 * is roughness of "tarred timber".
 *
 * @param set the words of the set's name, lower case, separated by blanks; empty when the name is only a role
 * @param role null when no word tells one
 */
record MapName(String set, @Nullable Role role) {
    private static final Map<String, Role> WORDS = new HashMap<>();
    private static final Set<String> NOISE = Set.of(
            "map",
            "tex",
            "texture",
            "gl",
            "dx",
            "opengl",
            "directx",
            "srgb",
            "linear",
            "raw",
            "bit",
            "8bit",
            "16bit",
            "seamless",
            "tileable");

    static {
        words(
                Role.BASE_COLOR,
                "basecolor",
                "basecolour",
                "albedo",
                "diffuse",
                "diff",
                "color",
                "colour",
                "col",
                "alb",
                "bc",
                "base",
                "d");
        words(Role.NORMAL, "normal", "normals", "nor", "nrm", "norm", "normalgl", "normaldx", "nml", "n");
        words(Role.ROUGHNESS, "roughness", "rough", "rgh", "r");
        words(Role.METALLIC, "metallic", "metalness", "metal", "met", "mtl", "m");
        words(Role.OCCLUSION, "occlusion", "ao", "ambientocclusion", "occ");
        words(Role.HEIGHT, "height", "displacement", "disp", "bump", "h");
        words(Role.OPACITY, "opacity", "alpha", "mask", "transparency", "o");
        words(Role.EMISSIVE, "emissive", "emission", "emit", "glow", "e");
        words(Role.PACKED, "orm", "arm", "occlusionroughnessmetallic", "packed", "metallicroughness");
    }

    private static void words(Role role, String... names) {
        for (String name : names) {
            WORDS.put(name, role);
        }
    }

    static MapName of(String fileName) {
        int dot = fileName.lastIndexOf('.');
        List<String> words = split(dot > 0 ? fileName.substring(0, dot) : fileName);
        for (int i = words.size() - 1; i >= 0; i--) {
            // two words that make one: base color, ambient occlusion
            if (i > 0) {
                Role joined = WORDS.get(words.get(i - 1) + words.get(i));
                if (joined != null && words.get(i - 1).length() > 1) {
                    return new MapName(rest(words, i - 1, i), joined);
                }
            }
            Role role = WORDS.get(words.get(i));
            boolean single = words.get(i).length() == 1;
            if (role != null && (!single || (i == words.size() - 1 && words.size() > 1))) {
                return new MapName(rest(words, i, i), role);
            }
        }
        return new MapName(rest(words, -1, -1), null);
    }

    private static String rest(List<String> words, int from, int to) {
        List<String> kept = new ArrayList<>();
        for (int i = 0; i < words.size(); i++) {
            String word = words.get(i);
            if ((i < from || i > to) && !isResolution(word) && !NOISE.contains(word)) {
                kept.add(word);
            }
        }
        return String.join(" ", kept);
    }

    /** {@code 2k}, {@code 2048}, {@code 2048px}, {@code 2048x1024}. */
    private static boolean isResolution(String word) {
        int digits = digitsFrom(word, 0);
        if (digits == 0) {
            return false;
        }
        String rest = word.substring(digits);
        if (rest.equals("k")) {
            return digits <= 2;
        }
        boolean side = digits >= 3 && digits <= 5;
        if (rest.isEmpty() || rest.equals("px")) {
            return side;
        }
        int others = rest.startsWith("x") ? digitsFrom(rest, 1) : 0;
        return side && others >= 3 && others <= 5 && others + 1 == rest.length();
    }

    private static int digitsFrom(String word, int from) {
        int at = from;
        while (at < word.length() && word.charAt(at) >= '0' && word.charAt(at) <= '9') {
            at++;
        }
        return at - from;
    }

    private static boolean isLower(char c) {
        return c >= 'a' && c <= 'z';
    }

    private static boolean isUpper(char c) {
        return c >= 'A' && c <= 'Z';
    }

    /** True where a word ends inside {@code oakBark}, {@code 2KRough} (before the R) and the like. */
    private static boolean isSeam(String stem, int at) {
        char before = stem.charAt(at - 1);
        if (!isUpper(stem.charAt(at))) {
            return false;
        }
        boolean lowerFollows = at + 1 < stem.length() && isLower(stem.charAt(at + 1));
        return isLower(before) || before >= '0' && before <= '9' && lowerFollows;
    }

    /** Splits at separators and where a lower-case letter meets an upper-case one. */
    static List<String> split(String stem) {
        List<String> out = new ArrayList<>();
        int start = 0;
        for (int i = 0; i <= stem.length(); i++) {
            boolean separator = i == stem.length() || isSeparator(stem.charAt(i));
            if (separator || i > start && isSeam(stem, i)) {
                if (i > start) {
                    out.add(stem.substring(start, i).toLowerCase(Locale.ROOT));
                }
                start = separator ? i + 1 : i;
            }
        }
        return out;
    }

    private static boolean isSeparator(char c) {
        return "_-.()[]".indexOf(c) >= 0 || " \t\n\u000B\f\r".indexOf(c) >= 0;
    }
}
