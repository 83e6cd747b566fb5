package yondershelf.table;

import yondershelf.content.Environment;
import yondershelf.content.Picture;

/**
 * The plain light of a table without an environment: an overcast sky after CIE S 011, three times brighter at the zenith
 * than at the horizon, and so bright that a level white surface just reaches white. Its irradiance is 7/9 of pi times the
 * zenith's radiance (the integral of (1 + 2 cos t) / 3 cos t over the hemisphere).
 */
final class Daylight {
    private static final int WIDTH = 256;
    private static final int HEIGHT = 128;
    private static final double ZENITH = 9 / 7.0;

    private Daylight() {}

    static Light light() {
        float[] out = new float[WIDTH * HEIGHT * 3];
        for (int y = 0; y < HEIGHT; y++) {
            double up = Math.cos(Math.PI * (y + 0.5) / HEIGHT);
            double level = up >= 0 ? ZENITH * (1 + 2 * up) / 3 + 0.3 * Math.pow(1 - up, 8) : 0.32;
            double warm = up >= 0 ? Math.pow(1 - up, 5) : 0.2;
            for (int x = 0; x < WIDTH; x++) {
                int i = (y * WIDTH + x) * 3;
                out[i] = (float) (level * (0.92 + 0.12 * warm));
                out[i + 1] = (float) (level * (0.99 + 0.01 * warm));
                out[i + 2] = (float) (level * (1.1 - 0.13 * warm));
            }
        }
        Environment environment = new Environment("Plain daylight", Picture.ofFloats(WIDTH, HEIGHT, 3, out));
        return new Light("", "", environment, 0, 0);
    }
}
