package yondershelf.facts;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import yondershelf.content.Picture;
import yondershelf.words.Phrase;

/**
 * Whether a picture twice as wide as high shows the world all around, in equirectangular projection: then its left and right
 * edges meet, its top row is one point of the sky, and light sources stand out. A map of a surface has none of the first two
 * for certain, and never the third.
 *
 * @param brightStops of the brightest thousandth over the middle, base-2 logarithm
 * @param seam difference across the left and right edge, in multiples of that between neighbouring columns
 * @param zenith spread along the top row as a share of that along a row in the middle
 * @param coloured true when it has three channels that differ
 * @param varied false for one plain tone, of which nothing can be told
 */
public record Panorama(double brightStops, double seam, double zenith, boolean coloured, boolean varied) {
    private static final double LIGHT_STOPS = 3.5;
    private static final double MEETS = 4;
    private static final double ONE_POINT = 0.3;
    private static final int MOST_ROWS = 512;
    /** A step of so many stops is not seen in a sky that hardly changes. */
    private static final double LEAST_STEP = 0.03;

    /** Mean distance along a row, in stops, below which it is one tone. */
    private static final double PLAIN = 0.01;

    /** Below it nothing is told apart. */
    private static final double DARK = 1e-4;

    /** True for a picture twice as wide as high, give or take a pixel or two of a small one. */
    public static boolean isShaped(int width, int height) {
        return height > 0 && Math.abs(width - 2L * height) * 50 <= height;
    }

    /** Measured on at most {@value #MOST_ROWS} of its rows. */
    public static Panorama of(Picture picture) {
        int w = picture.width();
        int h = picture.height();
        int step = Math.max(1, h / MOST_ROWS);
        int rows = (h + step - 1) / step;
        float[] levels = new float[rows * w];
        double across = 0;
        double between = 0;
        boolean coloured = false;
        for (int r = 0; r < rows; r++) {
            for (int x = 0; x < w; x++) {
                // as the eye counts, so that a sun does not hide everything else
                levels[r * w + x] = (float) (Math.log(level(picture, x, r * step) + DARK) / Math.log(2));
                coloured |= isColoured(picture, x, r * step);
            }
            across += Math.abs(levels[r * w] - levels[r * w + w - 1]);
            for (int x = 1; x < w; x++) {
                between += Math.abs(levels[r * w + x] - levels[r * w + x - 1]) / (w - 1);
            }
        }
        double top = spread(levels, 0, w);
        double middle = 0;
        for (int r = rows / 4; r < rows * 3 / 4; r++) {
            middle += spread(levels, r, w) / Math.max(1, rows * 3 / 4 - rows / 4);
        }
        float[] sorted = levels.clone();
        Arrays.sort(sorted);
        return new Panorama(
                sorted[(int) (sorted.length * 0.999)] - sorted[sorted.length / 2],
                across / Math.max(between, rows * LEAST_STEP),
                middle > 0 ? top / middle : 1,
                coloured,
                middle > PLAIN);
    }

    private static float level(Picture p, int x, int y) {
        if (p.channels() < 3) {
            return clean(p.value(x, y, 0));
        }
        return 0.2126f * clean(p.value(x, y, 0))
                + 0.7152f * clean(p.value(x, y, 1))
                + 0.0722f * clean(p.value(x, y, 2));
    }

    private static float clean(float value) {
        return Float.isFinite(value) ? Math.max(0, value) : 0;
    }

    private static boolean isColoured(Picture p, int x, int y) {
        return p.channels() >= 3
                && Math.abs(p.value(x, y, 0) - p.value(x, y, 2)) > 0.02 * Math.abs(p.value(x, y, 1)) + 1e-4;
    }

    /** Mean distance from the row's mean. */
    private static double spread(float[] levels, int row, int w) {
        double mean = 0;
        for (int x = 0; x < w; x++) {
            mean += levels[row * w + x] / w;
        }
        double spread = 0;
        for (int x = 0; x < w; x++) {
            spread += Math.abs(levels[row * w + x] - mean) / w;
        }
        return spread;
    }

    public boolean hasLight() {
        return brightStops >= LIGHT_STOPS;
    }

    /** True when its edges meet as those of the world around do, whether or not there is light in it. */
    public boolean isAllAround() {
        return meets() && hasZenith() && coloured;
    }

    public boolean meets() {
        return seam <= MEETS;
    }

    public boolean hasZenith() {
        return zenith <= ONE_POINT;
    }

    /** True when the pixels say that it shows the world all around, whatever its name says. */
    public boolean isOne() {
        return coloured && meets() && (hasZenith() || hasLight());
    }

    /** True when nothing speaks for the world all around: grey, no light in it, and a top that is no single point. */
    public boolean isSurface() {
        return varied && !coloured && !hasLight() && !hasZenith();
    }

    /** What speaks for it when it is one, and against it when it is none; for a person. */
    public String reason() {
        boolean one = isOne();
        List<String> said = new ArrayList<>();
        if (hasLight() == one) {
            said.add(one ? Phrase.kept("facts.light-sources-stand-out") : Phrase.kept("facts.no-light-stands-out"));
        }
        if (hasZenith() == one) {
            said.add(one ? Phrase.kept("facts.its-top-is-one-point") : Phrase.kept("facts.its-top-row-varies-like"));
        }
        if (meets() == one) {
            said.add(one ? Phrase.kept("facts.its-sides-meet") : Phrase.kept("facts.its-sides-do-not-meet"));
        }
        if (!coloured) {
            said.add(Phrase.kept("facts.it-has-no-colours"));
        }
        return String.join(", ", said);
    }
}
