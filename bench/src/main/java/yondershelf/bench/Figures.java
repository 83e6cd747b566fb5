package yondershelf.bench;

import java.util.List;
import java.util.Locale;

/** Lines of figures, and what many measurements come to. */
final class Figures {
    private Figures() {}

    static void say(String what, double value, String unit) {
        System.out.println(String.format(Locale.ROOT, "%-48s %10.1f %s", what, value, unit));
    }

    static double median(List<Double> values) {
        return quantile(values, 0.5);
    }

    /** @param share from 0, the least, to 1, the greatest */
    static double quantile(List<Double> values, double share) {
        List<Double> sorted = values.stream().sorted().toList();
        return sorted.get(Math.min(sorted.size() - 1, (int) (sorted.size() * share)));
    }
}
