package yondershelf.intake;

import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import yondershelf.content.Bounds;
import yondershelf.content.Kind;
import yondershelf.content.Model;
import yondershelf.sorting.Sorter;
import yondershelf.words.Phrase;

/**
 * Tells models of one name that are the same in another format: as many triangles, and sides in the same proportions, whichever
 * way is up and whatever the unit. The one that keeps most is taken.
 */
final class OtherFormats {
    /** Those that keep most of a model first. */
    private static final List<String> ORDER =
            List.of("glb", "gltf", "usdz", "usdc", "usda", "usd", "fbx", "dae", "obj");

    private static final double LIKE = 0.02;
    private static final double FEW = 0.01;

    private final Map<Integer, Shape> shapes = new ConcurrentHashMap<>();

    private record Shape(long triangles, double[] sides) {
        boolean isLike(Shape other) {
            if (Math.abs(triangles - other.triangles) > FEW * Math.max(triangles, other.triangles)) {
                return false;
            }
            double scale = sides[2] / Math.max(1e-12, other.sides[2]);
            for (int i = 0; i < 3; i++) {
                if (Math.abs(sides[i] - scale * other.sides[i]) > LIKE * sides[2]) {
                    return false;
                }
            }
            return true;
        }
    }

    /** Notes what a model looks like. Safe for several threads. */
    void saw(PlanItem item, Model model) {
        Bounds b = model.bounds();
        if (!b.isEmpty()) {
            double[] sides = {b.maxX() - b.minX(), b.maxY() - b.minY(), b.maxZ() - b.minZ()};
            Arrays.sort(sides);
            shapes.put(item.number(), new Shape(model.triangleCount(), sides));
        }
    }

    IntakePlan told(IntakePlan plan) {
        Map<String, PlanItem> best = new HashMap<>();
        plan.items().stream()
                .filter(i -> i.kind() == Kind.MODEL && shapes.containsKey(i.number()))
                .sorted(Comparator.comparingInt(OtherFormats::rank))
                .forEach(i -> best.putIfAbsent(key(i), i));
        return plan.each(item -> {
            PlanItem first = item.kind() == Kind.MODEL ? best.get(key(item)) : null;
            return first != null && item.isWanted() && isSame(first, item)
                    ? item.unwanted(Phrase.of("intake.model-as-in-another-format", PlanItem.SAME, name(first)))
                    : item;
        });
    }

    private boolean isSame(PlanItem first, PlanItem item) {
        Shape own = shapes.get(item.number());
        Shape other = shapes.get(first.number());
        return own != null
                && other != null
                && first.number() != item.number()
                && !ending(first).equals(ending(item))
                && own.isLike(other);
    }

    private static int rank(PlanItem item) {
        int at = ORDER.indexOf(ending(item));
        return at < 0 ? ORDER.size() : at;
    }

    /** Formats of one model often lie in folders of their own: the name counts, and the pack. */
    private static String key(PlanItem item) {
        return item.root() + "\0" + String.join(" ", Sorter.words(item.main().path()));
    }

    private static String name(PlanItem item) {
        return Sorter.fileName(item.main().path());
    }

    private static String ending(PlanItem item) {
        String path = item.main().path();
        return path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    }
}
