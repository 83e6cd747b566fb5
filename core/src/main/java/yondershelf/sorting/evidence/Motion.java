package yondershelf.sorting.evidence;

import java.util.List;

/**
 * Pictures one after the other that show one thing moving: each is like the one before it, in what is light and dark where and in
 * its colours. Two pictures of one pattern in two colours are not, nor are two patterns of one colour. What changes wholly from
 * one to the next, as rain does, is not told.
 */
public final class Motion {
    /** Coefficient of correlation between brightnesses in the same places. */
    private static final double LIKE = 0.75;
    /** Between the means of a channel. */
    private static final double COLOUR = 0.08;
    /** Standard deviation below which nothing can be compared. */
    private static final double PLAIN = 0.01;

    private static final int LEAST = 2;
    /** Pixels each way: smaller ones are icons, of which many are like each other. */
    private static final int SMALLEST = 16;

    private Motion() {}

    /** @param pairs of neighbours: the first and second, third and fourth, and so on */
    public static boolean isIn(List<Sample> pairs) {
        int told = 0;
        for (int i = 0; i + 1 < pairs.size(); i += 2) {
            Sample one = pairs.get(i);
            Sample next = pairs.get(i + 1);
            if (one.columns() < SMALLEST || !one.isSizeOf(next) || !coloursAreNear(one, next)) {
                return false;
            }
            if (areSame(one, next)) {
                // as where something stands still for a while; forty copies of one picture move nowhere
                continue;
            }
            if (brightness(one).spread() > PLAIN && brightness(next).spread() > PLAIN) {
                if (correlation(one, next) < LIKE) {
                    return false;
                }
                told++;
            }
        }
        return told >= LEAST;
    }

    private static boolean areSame(Sample one, Sample next) {
        for (int i = 0; i < one.count(); i++) {
            for (int c = 0; c < one.colours(); c++) {
                if (one.at(i, c) != next.at(i, c)) {
                    return false;
                }
            }
        }
        return true;
    }

    private static boolean coloursAreNear(Sample one, Sample next) {
        for (int c = 0; c < one.colours(); c++) {
            if (Math.abs(one.mean(c) - next.mean(c)) > COLOUR) {
                return false;
            }
        }
        return true;
    }

    private record Spread(double mean, double spread) {}

    private static Spread brightness(Sample sample) {
        double sum = 0;
        double squares = 0;
        for (int i = 0; i < sample.count(); i++) {
            double level = level(sample, i);
            sum += level;
            squares += level * level;
        }
        double mean = sum / sample.count();
        return new Spread(mean, Math.sqrt(Math.max(0, squares / sample.count() - mean * mean)));
    }

    private static double level(Sample sample, int point) {
        double sum = 0;
        for (int c = 0; c < sample.colours(); c++) {
            sum += sample.at(point, c);
        }
        return sum / sample.colours();
    }

    private static double correlation(Sample one, Sample next) {
        Spread a = brightness(one);
        Spread b = brightness(next);
        double sum = 0;
        for (int i = 0; i < one.count(); i++) {
            sum += (level(one, i) - a.mean) * (level(next, i) - b.mean);
        }
        return sum / one.count() / (a.spread * b.spread);
    }
}
