package yondershelf.catalogue;

import yondershelf.facts.Facts;
import yondershelf.library.Labels;
import yondershelf.search.Traits;
import yondershelf.store.Findable;

/** What of an asset's facts and labels one can look for, on its way from where it was measured through the store to the index. */
final class Measures {
    private static final double MILLIMETRES = 1000;
    private static final double TENTHS = 10;

    private Measures() {}

    /** Triangles, pixels, millimetres and tenths of stops, parted by blanks. */
    static String of(Facts facts) {
        long triangles = facts.model().triangles() > 0 ? facts.model().triangles() : Traits.UNKNOWN;
        int pixels = Math.max(facts.picture().width(), facts.picture().height());
        for (Facts.MaterialFacts material : facts.materials()) {
            for (Facts.MapFacts map : material.maps()) {
                pixels = Math.max(pixels, Math.max(map.width(), map.height()));
            }
        }
        double size =
                facts.model().sizeMetres().stream().mapToDouble(d -> d).max().orElse(Double.NaN);
        return bounded((double) triangles) + " " + (pixels > 0 ? pixels : Traits.UNKNOWN) + " "
                + bounded(size * MILLIMETRES) + " " + bounded(facts.picture().stops() * TENTHS);
    }

    private static int bounded(double value) {
        return Double.isNaN(value) || value < 0 ? Traits.UNKNOWN : (int) Math.min(Math.round(value), 1L << 30);
    }

    /** @param found with measures as {@link #of} gave them; anything else is nothing measured */
    static Traits traits(Labels labels, Findable found) {
        return measured(labels, found.measures())
                .used(found.scenes(), found.problems())
                .madeFor(labels.job(), found.colours());
    }

    private static Traits measured(Labels labels, String measures) {
        Traits said = new Traits(
                labels.rating(),
                labels.favourite(),
                labels.author(),
                labels.licence(),
                Traits.UNKNOWN,
                Traits.UNKNOWN,
                Traits.UNKNOWN,
                Traits.UNKNOWN);
        String[] numbers = measures.split(" ");
        if (numbers.length != 4 || !measures.matches("-?\\d{1,10}( -?\\d{1,10}){3}")) {
            return said;
        }
        return said.measured(number(numbers[0]), number(numbers[1]), number(numbers[2]), number(numbers[3]));
    }

    private static int number(String text) {
        return (int) Math.clamp(Long.parseLong(text), Traits.UNKNOWN, 1L << 30);
    }
}
