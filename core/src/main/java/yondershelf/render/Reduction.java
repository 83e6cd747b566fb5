package yondershelf.render;

import yondershelf.content.Picture;
import yondershelf.content.Srgb;

/**
 * Pictures made smaller: every pixel is the weighted mean of the whole area it covers and of its neighbourhood, in linear light, so that
 * fine patterns turn grey instead of into bands. The filter is the cubic of Mitchell and Netravali, "Reconstruction filters in computer
 * graphics" (1988), with B = C = 1/3, stretched over the pixels of the result; what is much too large is first averaged in whole blocks.
 */
public final class Reduction {
    /** Blocks are averaged until the picture is no more than so many times larger than the result. */
    private static final int BLOCKS = 4;

    private static final float[] LINEAR = new float[256];

    static {
        for (int i = 0; i < LINEAR.length; i++) {
            LINEAR[i] = Srgb.byteToLinear(i);
        }
    }

    /** Rows of red, green, blue and opacity in linear light, colours multiplied by their opacity. */
    private record Plane(int width, int height, float[] values) {}

    private Reduction() {}

    /**
     * A picture, stored with the curve of sRGB, at a smaller size; one that is not larger along an edge keeps its pixels there, repeated.
     *
     * @return eight bits a channel, four channels, opacity not multiplied in
     */
    public static Picture of(Picture picture, int width, int height) {
        int across = Math.max(1, picture.width() / (width * BLOCKS));
        int down = Math.max(1, picture.height() / (height * BLOCKS));
        Plane plane = along(turned(along(turned(blocks(picture, across, down)), height)), width);
        byte[] out = new byte[width * height * 4];
        for (int i = 0; i < out.length; i += 4) {
            float alpha = Math.max(0, Math.min(1, plane.values[i + 3]));
            for (int c = 0; c < 3; c++) {
                out[i + c] = (byte) Srgb.linearToByte(alpha > 0 ? plane.values[i + c] / alpha : 0);
            }
            out[i + 3] = (byte) Math.round(alpha * 255);
        }
        return Picture.ofBytes(width, height, 4, out);
    }

    private static Plane blocks(Picture p, int across, int down) {
        int w = Math.max(1, p.width() / across);
        int h = Math.max(1, p.height() / down);
        float[] out = new float[w * h * 4];
        int colours = p.channels() >= 3 ? 3 : 1;
        boolean alpha = p.channels() == 4 || p.channels() == 2;
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                // what is left over at the end belongs to the last block
                int endX = x == w - 1 ? p.width() : (x + 1) * across;
                int endY = y == h - 1 ? p.height() : (y + 1) * down;
                int to = (y * w + x) * 4;
                for (int sy = y * down; sy < endY; sy++) {
                    for (int sx = x * across; sx < endX; sx++) {
                        float a = alpha ? p.value(sx, sy, p.channels() - 1) : 1;
                        for (int c = 0; c < 3; c++) {
                            out[to + c] += linear(p.value(sx, sy, Math.min(c, colours - 1))) * a;
                        }
                        out[to + 3] += a;
                    }
                }
                float n = (float) (endX - x * across) * (endY - y * down);
                for (int c = 0; c < 4; c++) {
                    out[to + c] /= n;
                }
            }
        }
        return new Plane(w, h, out);
    }

    /** Eight-bit and 16-bit pictures carry the sRGB curve; other floats above 1 are simply clipped by it. */
    private static float linear(float stored) {
        float value = Math.max(0, Math.min(1, stored));
        int step = Math.round(value * 255);
        return step / 255f == value ? LINEAR[step] : (float) Srgb.toLinear(value);
    }

    /** Columns become rows. */
    private static Plane turned(Plane p) {
        float[] out = new float[p.values.length];
        for (int y = 0; y < p.height; y++) {
            for (int x = 0; x < p.width; x++) {
                System.arraycopy(p.values, (y * p.width + x) * 4, out, (x * p.height + y) * 4, 4);
            }
        }
        return new Plane(/* width= */ p.height, /* height= */ p.width, out);
    }

    /** Each row made so many pixels wide. */
    private static Plane along(Plane p, int width) {
        if (width == p.width) {
            return p;
        }
        double ratio = p.width / (double) width;
        float[] out = new float[width * p.height * 4];
        for (int x = 0; x < width; x++) {
            double middle = (x + 0.5) * ratio - 0.5;
            int from = ratio > 1 ? (int) Math.ceil(middle - 2 * ratio) : (int) Math.round(middle);
            int to = ratio > 1 ? (int) Math.floor(middle + 2 * ratio) : from;
            double sum = 0;
            double[] weights = new double[to - from + 1];
            for (int i = 0; i < weights.length; i++) {
                weights[i] = ratio > 1 ? cubic(Math.abs((from + i - middle) / ratio)) : 1;
                sum += weights[i];
            }
            for (int i = 0; i < weights.length; i++) {
                // what lies beyond the edge is as the edge
                int at = Math.max(0, Math.min(p.width - 1, from + i));
                float weight = (float) (weights[i] / sum);
                for (int y = 0; y < p.height; y++) {
                    for (int c = 0; c < 4; c++) {
                        out[(y * width + x) * 4 + c] += weight * p.values[(y * p.width + at) * 4 + c];
                    }
                }
            }
        }
        return new Plane(width, p.height, out);
    }

    /** The paper's equation 8 with B = C = 1/3; x is not below zero. */
    private static double cubic(double x) {
        if (x < 1) {
            return (7 * x * x * x - 12 * x * x + 16 / 3.0) / 6;
        }
        return x < 2 ? (-7 / 3.0 * x * x * x + 12 * x * x - 20 * x + 32 / 3.0) / 6 : 0;
    }
}
