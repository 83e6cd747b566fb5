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
            boolean resolution = word.matches("\\d{1,2}k|\\d{3,5}(px)?|\\d{3,5}x\\d{3,5}");
            if ((i < from || i > to) && !resolution && !NOISE.contains(word)) {
                kept.add(word);
            }
        }
        return String.join(" ", kept);
    }

    /** Splits at separators and where a lower-case letter meets an upper-case one. */
    static List<String> split(String stem) {
        String spaced = stem.replaceAll("(?<=[a-z0-9])(?=[A-Z][a-z])|(?<=[a-z])(?=[A-Z])", " ");
        List<String> out = new ArrayList<>();
        for (String word : spaced.split("[\\s_\\-.()\\[\\]]+")) {
            if (!word.isEmpty()) {
                out.add(word.toLowerCase(Locale.ROOT));
            }
        }
        return out;
    }
}
