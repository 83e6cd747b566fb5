package yondershelf.table;

import yondershelf.content.Environment;
import yondershelf.content.Picture;
import yondershelf.words.Phrase;

/**
 * The plain light of a table without an environment: a bright sky with a broad soft light to one side, which models what stands there and
 * grounds it with a shadow, above a ground that meets it without an edge. The sky is type 7 of the CIE standard general sky (CIE S 011,
 * "partly cloudy, no gradation towards the zenith, brighter around the sun"), the sun itself behind it; so bright that a level white
 * surface just reaches white, and white to it.
 */
final class Daylight {
    private static final int WIDTH = 256;
    private static final int HEIGHT = 128;

    /** The standard's gradation a, b and indicatrix c, d, e for type 7. */
    private static final double A = 0;

    private static final double B = -1;
    private static final double C = 5;
    private static final double D = -2.5;
    private static final double E = 0.3;

    /** Where it is brightest: height, and turn from -Z, radians. */
    private static final double HIGH = Math.toRadians(42);

    private static final double ASIDE = Math.toRadians(130);
    /** What the ground throws back, below the horizon; it rises to the sky over the last part. */
    private static final double BELOW = 0.5;

    private static final double HAZE = 0.3;

    private Daylight() {}

    static Light light() {
        float[] out = new float[WIDTH * HEIGHT * 3];
        double[] level = new double[3];
        for (int y = 0; y < HEIGHT / 2; y++) {
            double zenith = Math.PI * (y + 0.5) / HEIGHT;
            double texel = Math.sin(zenith) * Math.PI / HEIGHT * 2 * Math.PI / WIDTH;
            for (int x = 0; x < WIDTH; x++) {
                int i = (y * WIDTH + x) * 3;
                double away = away(zenith, x);
                double bright = gradation(zenith) * indicatrix(away);
                // warmer where it is brightest
                double warm = Math.exp(-away * 1.5);
                out[i] = (float) (bright * (0.95 + 0.1 * warm));
                out[i + 1] = (float) bright;
                out[i + 2] = (float) (bright * (1.08 - 0.14 * warm));
                for (int c = 0; c < 3; c++) {
                    level[c] += out[i + c] * texel * Math.cos(zenith) / Math.PI;
                }
            }
        }
        for (int y = 0; y < HEIGHT / 2; y++) {
            for (int i = y * WIDTH * 3; i < (y + 1) * WIDTH * 3; i++) {
                out[i] = (float) (out[i] / level[i % 3]);
            }
        }
        meet(out);
        Environment environment =
                new Environment(Phrase.of("table.plain-daylight"), Picture.ofFloats(WIDTH, HEIGHT, 3, out));
        return new Light("", "", environment, 0, 0);
    }

    /** Below the horizon: the sky's own colour there, sinking to the ground's within the haze. */
    private static void meet(float[] out) {
        int horizon = (HEIGHT / 2 - 1) * WIDTH * 3;
        for (int y = HEIGHT / 2; y < HEIGHT; y++) {
            double down = Math.PI * (y + 0.5) / HEIGHT - Math.PI / 2;
            double near = Math.max(0, 1 - down / HAZE);
            double share = near * near * (3 - 2 * near);
            for (int i = 0; i < WIDTH * 3; i++) {
                out[y * WIDTH * 3 + i] = (float) (BELOW + (out[horizon + i] - BELOW) * share);
            }
        }
    }

    /** Angle between a place of the sky and the brightest. */
    private static double away(double zenith, int x) {
        double turn = (x + 0.5) / WIDTH * 2 * Math.PI - Math.PI;
        double cosine = Math.cos(zenith) * Math.sin(HIGH) + Math.sin(zenith) * Math.cos(HIGH) * Math.cos(turn - ASIDE);
        return Math.acos(Math.max(-1, Math.min(1, cosine)));
    }

    /** CIE S 011, equation 2. */
    private static double gradation(double zenith) {
        return 1 + A * Math.exp(B / Math.cos(zenith));
    }

    /** CIE S 011, equation 4. */
    private static double indicatrix(double away) {
        double cosine = Math.cos(away);
        return 1 + C * (Math.exp(D * away) - Math.exp(D * Math.PI / 2)) + E * cosine * cosine;
    }
}
