package yondershelf.render;

import yondershelf.content.Environment;
import yondershelf.content.Picture;

/** An environment for the eye: its picture, brightness brought to the middle, with a mirror ball and a matt ball in front. */
final class EnvironmentPreview {
    /** Rays a pixel and direction: as many as the reduced panorama has pixels for one of a small preview. */
    private static final int SUB = 4;

    private EnvironmentPreview() {}

    static Picture of(Environment environment, int width, int height) {
        EnvironmentLight plain = EnvironmentLight.of(environment, 0, 0);
        float[] colour = new float[3];
        plain.ambient(0, 1, 0, colour);
        double level = 0.2126 * colour[0] + 0.7152 * colour[1] + 0.0722 * colour[2];
        double stops = level > 0 ? Math.max(-16, Math.min(16, Math.log(0.85 / level) / Math.log(2))) : 0;
        EnvironmentLight light = EnvironmentLight.of(environment, stops, 0);
        byte[] out = new byte[width * height * 4];
        double[] scratch = new double[3];
        // a band of the panorama twice as wide as high, in the middle of the square
        int band = Math.min(height, width / 2 + width / 8);
        int top = (height - band) / 2;
        double radius = band * 0.2;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                int i = (y * width + x) * 4;
                if (y < top || y >= top + band) {
                    continue;
                }
                sky(light, x / (double) width, (y - top) / (double) band, 1.0 / width, 1.0 / band, colour);
                ball(light, x, y, width * 0.36, top + band * 0.76, radius, true, colour);
                ball(light, x, y, width * 0.64, top + band * 0.76, radius, false, colour);
                int argb = ToneMap.pixel(colour[0], colour[1], colour[2], 1, scratch);
                out[i] = (byte) (argb >> 16);
                out[i + 1] = (byte) (argb >> 8);
                out[i + 2] = (byte) argb;
                out[i + 3] = (byte) 255;
            }
        }
        return Picture.ofBytes(width, height, 4, out);
    }

    /** The mean of what one pixel of the band covers: a panorama has many pixels for each. */
    private static void sky(EnvironmentLight light, double u, double v, double du, double dv, float[] colour) {
        float[] seen = new float[3];
        double[] sum = new double[3];
        for (int i = 0; i < SUB * SUB; i++) {
            double phi = (u + du * (i % SUB + 0.5) / SUB - 0.5) * 2 * Math.PI;
            double theta = (0.06 + (v + dv * (i / SUB + 0.5) / SUB) * 0.8) * Math.PI;
            double s = Math.sin(theta);
            light.reduced(Math.sin(phi) * s, Math.cos(theta), -Math.cos(phi) * s, seen);
            for (int c = 0; c < 3; c++) {
                sum[c] += seen[c];
            }
        }
        for (int c = 0; c < 3; c++) {
            colour[c] = (float) (sum[c] / (SUB * SUB));
        }
    }

    private static void ball(
            EnvironmentLight light, int x, int y, double cx, double cy, double radius, boolean mirror, float[] colour) {
        double nx = (x + 0.5 - cx) / radius;
        double ny = (cy - y - 0.5) / radius;
        double square = nx * nx + ny * ny;
        if (square >= 1) {
            return;
        }
        double nz = Math.sqrt(1 - square);
        float[] seen = new float[3];
        if (mirror) {
            // looking along -Z: the reflection of (0, 0, -1) in the normal
            light.background(2 * nz * nx, 2 * nz * ny, 2 * nz * nz - 1, seen);
        } else {
            light.ambient(nx, ny, nz, seen);
            for (int c = 0; c < 3; c++) {
                seen[c] *= 0.75f;
            }
        }
        double edge = Math.min(1, (1 - Math.sqrt(square)) * radius);
        for (int c = 0; c < 3; c++) {
            colour[c] = (float) (colour[c] * (1 - edge) + seen[c] * edge);
        }
    }
}
