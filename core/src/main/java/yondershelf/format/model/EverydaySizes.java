package yondershelf.format.model;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * How large things are in real life, for files that do not say what their numbers mean. Longest edges in metres; common
 * practice, no source.
 */
final class EverydaySizes {
    private record Range(double least, double most) {
        boolean holds(double metres) {
            return metres >= least && metres <= most;
        }
    }

    /** Of things nothing is known of: from a grain to a large building. */
    private static final Range ANYTHING = new Range(0.001, 300);

    private static final Map<Range, Set<String>> KNOWN = Map.of(
            new Range(0.02, 0.6),
                    Set.of("cup", "mug", "bottle", "jar", "book", "plate", "bowl", "float", "gauge", "shell"),
            new Range(0.1, 2.2),
                    Set.of("lamp", "lantern", "chair", "stool", "crate", "box", "barrel", "bucket", "anchor"),
            new Range(0.3, 4), Set.of("table", "desk", "bench", "door", "window", "bed", "shelf", "cabinet", "buoy"),
            new Range(0.8, 2.6), Set.of("man", "woman", "person", "human", "figure", "diver", "suit", "character"),
            new Range(1.5, 12), Set.of("car", "van", "truck", "boat", "dinghy", "tractor", "wagon"),
            new Range(1.5, 80),
                    Set.of("house", "hut", "shed", "cottage", "barn", "tree", "mast", "tower", "lighthouse"),
            new Range(5, 400), Set.of("ship", "ferry", "bridge", "harbour", "pier"));

    private EverydaySizes() {}

    /**
     * The first unit in which a thing has a likely size; the first one when none is likely.
     *
     * @param name of the file, whose words may tell what it is
     * @param size its longest edge in the file's unit
     */
    static LengthUnit likely(String name, double size, List<LengthUnit> units) {
        Range range = of(name);
        return units.stream()
                .filter(unit -> range.holds(size * unit.metres()))
                .findFirst()
                .orElse(units.get(0));
    }

    private static Range of(String name) {
        for (String word : name.toLowerCase(Locale.ROOT).split("[^a-z]+", -1)) {
            for (Map.Entry<Range, Set<String>> known : KNOWN.entrySet()) {
                if (known.getValue().contains(word)) {
                    return known.getKey();
                }
            }
        }
        return ANYTHING;
    }
}
