package yondershelf.table;

import yondershelf.content.Environment;
import yondershelf.content.Picture;

/** The plain light of a table without an environment: an overcast sky after CIE S 011 (three times brighter at the zenith). */
final class Daylight {
    private static final int WIDTH = 64;
    private static final int HEIGHT = 32;

    private Daylight() {}

    static Light light() {
        float[] out = new float[WIDTH * HEIGHT * 3];
        for (int y = 0; y < HEIGHT; y++) {
            double up = Math.cos(Math.PI * (y + 0.5) / HEIGHT);
            double level = up >= 0 ? 0.9 * (1 + 2 * up) / 3 + 0.12 : 0.3;
            for (int x = 0; x < WIDTH; x++) {
                int i = (y * WIDTH + x) * 3;
                out[i] = (float) (level * 0.98);
                out[i + 1] = (float) level;
                out[i + 2] = (float) (level * 1.03);
            }
        }
        Environment environment = new Environment("Plain daylight", Picture.ofFloats(WIDTH, HEIGHT, 3, out));
        return new Light("", "", environment, 0, 0);
    }
}
