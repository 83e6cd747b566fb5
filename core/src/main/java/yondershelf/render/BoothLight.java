package yondershelf.render;

import yondershelf.content.Environment;
import yondershelf.content.Picture;

/**
 * The booth's own light: a grey room, a large light high on the left, a strip on the right, a dim floor. A dark bar divides the large
 * light: what shines shows it, what is rough does not, so that gloss is told at a glance.
 */
final class BoothLight {
    private static final int WIDTH = 256;
    private static final int HEIGHT = 128;

    private BoothLight() {}

    static Environment environment() {
        float[] out = new float[WIDTH * HEIGHT * 3];
        for (int y = 0; y < HEIGHT; y++) {
            double up = StrictMath.cos(Math.PI * (y + 0.5) / HEIGHT);
            for (int x = 0; x < WIDTH; x++) {
                double phi = ((x + 0.5) / WIDTH - 0.5) * 2 * Math.PI;
                double level = 0.16 + 0.19 * Math.max(0, up);
                level = up < 0 ? 0.16 + 0.064 * up : level;
                level += 8.6
                        * panel(phi, up, Math.toRadians(155), 0.62, 0.55, 0.34)
                        * (1 - bar(phi, Math.toRadians(155)));
                level += 2.0 * panel(phi, up, Math.toRadians(-112), 0.25, 0.18, 0.5);
                level += 0.62 * panel(phi, up, Math.toRadians(30), 0.5, 0.5, 0.3);
                int i = (y * WIDTH + x) * 3;
                out[i] = (float) level;
                out[i + 1] = (float) level;
                out[i + 2] = (float) level;
            }
        }
        return new Environment("booth", Picture.ofFloats(WIDTH, HEIGHT, 3, out));
    }

    /** A soft-edged rectangle of light around a place in angle and height. */
    private static double panel(double phi, double up, double atPhi, double atUp, double halfPhi, double halfUp) {
        double d = Math.abs(phi - atPhi);
        d = Math.min(d, 2 * Math.PI - d);
        return edge(d, halfPhi) * edge(Math.abs(up - atUp), halfUp);
    }

    /** Of the large light, from top to bottom: about 7 degrees wide. */
    private static double bar(double phi, double atPhi) {
        return edge(Math.abs(phi - atPhi), 0.062);
    }

    private static double edge(double distance, double half) {
        double t = Math.max(0, Math.min(1, (half - distance) / (half * 0.2)));
        return t * t * (3 - 2 * t);
    }
}
