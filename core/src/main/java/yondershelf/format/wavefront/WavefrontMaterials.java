package yondershelf.format.wavefront;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.format.model.OlderShading;
import yondershelf.format.reading.Reading;
import yondershelf.references.Reach;
import yondershelf.words.Phrase;

/**
 * Material libraries of Wavefront objects (the format's specification of 1995), with the statements for metalness and roughness
 * that exporters have added since: {@code Pr}, {@code Pm}, {@code Pc}, {@code Ps} (common practice, no source).
 */
final class WavefrontMaterials {
    private static final long MOST_BYTES = 64 << 20;
    private static final int MOST_LIBRARIES = 256;
    private static final int LONGEST_NAME = 4_096;
    private static final double PLAIN = 0.6;
    private static final Pattern NUMBER = Pattern.compile("[+-]?(\\d+\\.?\\d*|\\.\\d+)([eE][+-]?\\d+)?");

    private final Path file;
    private final Reach reach;
    private final Map<String, Entry> entries = new LinkedHashMap<>();
    private final Set<String> notShown = new TreeSet<>();

    WavefrontMaterials(Path file, Reach reach) {
        this.file = file;
        this.reach = reach;
    }

    Set<String> notShown() {
        return notShown;
    }

    /** One material as its statements come. */
    private static final class Entry {
        private final Map<String, double[]> numbers = new LinkedHashMap<>();
        private final Map<String, WavefrontMap> maps = new LinkedHashMap<>();

        double number(String name, double otherwise) {
            double[] found = numbers.get(name);
            return found == null || found.length == 0 || !Double.isFinite(found[0]) ? otherwise : found[0];
        }

        double[] colour(String name, double otherwise) {
            double[] found = numbers.get(name);
            if (found == null || found.length == 0) {
                return new double[] {otherwise, otherwise, otherwise};
            }
            return found.length < 3 ? new double[] {found[0], found[0], found[0]} : found;
        }
    }

    /** Reads the libraries a file names, or the one beside it of its own name when it names none. */
    void read(List<String> libraries) {
        List<String> wanted = libraries.isEmpty() ? List.of(Reading.baseName(file) + ".mtl") : libraries;
        Set<String> tried = new HashSet<>();
        for (String written : wanted) {
            // a name may have blanks in it, and several names blanks between them
            if (!once(written, tried)) {
                for (String one : written.split("\\s+")) {
                    once(one, tried);
                }
            }
        }
    }

    /** True when it was read, now or before. Looking for a name costs the disk something, so that only so many are looked for. */
    private boolean once(String reference, Set<String> tried) {
        if (tried.size() >= MOST_LIBRARIES && !tried.contains(reference)) {
            notShown.add(Phrase.kept("format.further-libraries-of-materials", MOST_LIBRARIES));
            return false;
        }
        return reference.length() <= LONGEST_NAME && (tried.add(reference) ? library(reference) : true);
    }

    private boolean library(String reference) {
        Path found = reach.follow(file, reference).open();
        try {
            if (found == null || !Files.isRegularFile(found) || Files.size(found) > MOST_BYTES) {
                return false;
            }
            parse(Reading.bytes(found));
            return true;
        } catch (IOException e) {
            // its materials are missing, which the model's faces show
            return false;
        }
    }

    private void parse(byte[] bytes) {
        byte[] utf = WavefrontText.unicode(bytes);
        String text = new String(utf == null ? bytes : utf, StandardCharsets.UTF_8);
        Entry entry = new Entry();
        for (String line : text.split("[\r\n]+")) {
            String words = line.strip();
            int blank = 0;
            while (blank < words.length() && words.charAt(blank) > ' ') {
                blank++;
            }
            String keyword = words.substring(0, blank).toLowerCase(Locale.ROOT);
            String rest = words.substring(blank).strip();
            if (keyword.equals("newmtl")) {
                entry = entries.computeIfAbsent(rest, n -> new Entry());
            } else if (isMap(keyword)) {
                if (!rest.isEmpty()) {
                    entry.maps.put(keyword, WavefrontMap.parse(rest));
                }
            } else if (!keyword.isEmpty() && keyword.charAt(0) != '#') {
                numbers(keyword, rest, entry);
            }
        }
    }

    static boolean isMap(String keyword) {
        return keyword.startsWith("map_")
                || List.of("bump", "disp", "decal", "norm", "refl").contains(keyword);
    }

    private static void numbers(String keyword, String rest, Entry entry) {
        // "d -halo 0.5": the number counts
        entry.numbers.put(
                keyword,
                Pattern.compile("\\s+")
                        .splitAsStream(rest)
                        .filter(word -> NUMBER.matcher(word).matches())
                        .mapToDouble(Double::parseDouble)
                        .toArray());
    }

    /** The material of a name; a grey one when no library has it. */
    Material material(String name) {
        Entry entry = entries.get(name);
        if (entry == null) {
            return Material.plain(name.isEmpty() ? "default" : name, PLAIN, PLAIN, PLAIN, 0, PLAIN);
        }
        EnumMap<Role, TextureUse> maps = maps(entry);
        double[] base = entry.colour("kd", PLAIN);
        if (maps.containsKey(Role.BASE_COLOR)
                && (base[0] + base[1] + base[2] == 0 || !entry.numbers.containsKey("kd"))) {
            base = new double[] {1, 1, 1};
        }
        double[] glow = entry.colour("ke", 0);
        if (maps.containsKey(Role.EMISSIVE) && glow[0] + glow[1] + glow[2] == 0) {
            glow = new double[] {1, 1, 1};
        }
        boolean packed = maps.containsKey(Role.PACKED);
        boolean alpha = isOneOf(entry, "map_d", "map_kd");
        if (alpha) {
            maps.remove(Role.OPACITY);
        }
        double opacity = entry.number("d", 1 - entry.number("tr", 0));
        return new Material(
                name,
                unit(base[0]),
                unit(base[1]),
                unit(base[2]),
                opacity <= 0 ? 1 : unit(opacity),
                packed || maps.containsKey(Role.METALLIC) ? 1 : unit(entry.number("pm", 0)),
                packed || maps.containsKey(Role.ROUGHNESS) ? 1 : unit(roughness(entry)),
                Math.max(0, glow[0]),
                Math.max(0, glow[1]),
                Math.max(0, glow[2]),
                strength(entry),
                0,
                alpha,
                true,
                maps,
                layers(entry));
    }

    private EnumMap<Role, TextureUse> maps(Entry entry) {
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
        put(maps, Role.BASE_COLOR, entry, "map_kd");
        put(maps, Role.NORMAL, entry, "norm", "map_kn");
        WavefrontMap bump = first(entry, "map_bump", "bump");
        if (bump != null) {
            maps.putIfAbsent(OlderShading.isNormalMap(bump.file()) ? Role.NORMAL : Role.HEIGHT, use(bump));
        }
        put(maps, Role.HEIGHT, entry, "disp", "map_disp");
        put(maps, Role.OPACITY, entry, "map_d", "map_tr");
        put(maps, Role.EMISSIVE, entry, "map_ke");
        put(maps, Role.OCCLUSION, entry, "map_ao");
        if (isOneOf(entry, "map_pr", "map_pm")) {
            put(maps, Role.PACKED, entry, "map_pr");
        } else {
            put(maps, Role.ROUGHNESS, entry, "map_pr");
            put(maps, Role.METALLIC, entry, "map_pm");
        }
        put(maps, Role.PACKED, entry, "map_orm");
        for (String word : List.of("map_ns", "map_ks", "map_ps", "refl", "decal")) {
            if (entry.maps.containsKey(word)) {
                notShown.add(word);
            }
        }
        return maps;
    }

    private static boolean isOneOf(Entry entry, String first, String second) {
        WavefrontMap a = entry.maps.get(first);
        WavefrontMap b = entry.maps.get(second);
        return a != null && b != null && a.file().equals(b.file());
    }

    private static @Nullable WavefrontMap first(Entry entry, String... keywords) {
        for (String keyword : keywords) {
            WavefrontMap map = entry.maps.get(keyword);
            if (map != null) {
                return map;
            }
        }
        return null;
    }

    private void put(Map<Role, TextureUse> maps, Role role, Entry entry, String... keywords) {
        WavefrontMap map = first(entry, keywords);
        if (map != null) {
            maps.putIfAbsent(role, use(map));
        }
    }

    private TextureUse use(WavefrontMap map) {
        return map.use(
                new ImageSource(map.file(), reach.follow(file, map.file()).open(), null));
    }

    private static double strength(Entry entry) {
        WavefrontMap normals = first(entry, "norm", "map_kn", "map_bump", "bump");
        return normals == null ? 1 : normals.strength();
    }

    private static double roughness(Entry entry) {
        return entry.number("pr", OlderShading.roughness(entry.number("ns", 0), PLAIN));
    }

    private static Layers layers(Entry entry) {
        double ior = entry.number("ni", Layers.USUAL_IOR);
        double coat = entry.number("pc", 0);
        double sheen = entry.number("ps", 0);
        double brushed = entry.number("aniso", 0);
        return new Layers(
                // 1 stands in many files that mean nothing by it
                ior > 1.01 && ior < 4 ? ior : Layers.USUAL_IOR,
                null,
                null,
                coat > 0 ? new Layers.Clearcoat(unit(coat), unit(entry.number("pcr", 0.03))) : null,
                sheen > 0 ? new Layers.Sheen(unit(sheen), unit(sheen), unit(sheen), 0.3) : null,
                brushed > 0 ? new Layers.Anisotropy(unit(brushed), entry.number("anisor", 0) * 2 * Math.PI) : null,
                null,
                false);
    }

    private static double unit(double value) {
        return Double.isFinite(value) ? Math.max(0, Math.min(1, value)) : 1;
    }
}
