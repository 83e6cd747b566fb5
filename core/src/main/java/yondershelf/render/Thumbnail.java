package yondershelf.render;

import yondershelf.content.Picture;
import yondershelf.content.Srgb;

/** A loose texture made small: averaged in linear light, centred in a square with transparent margins. */
final class Thumbnail {
    private static final double MARGIN = 0.06;

    private Thumbnail() {}

    static Picture of(Picture p, int size) {
        double room = size * (1 - 2 * MARGIN);
        double scale = room / Math.max(p.width(), p.height());
        int w = Math.max(1, (int) Math.round(p.width() * scale));
        int h = Math.max(1, (int) Math.round(p.height() * scale));
        int left = (size - w) / 2;
        int top = (size - h) / 2;
        byte[] out = new byte[size * size * 4];
        int colours = p.channels() >= 3 ? 3 : 1;
        boolean alpha = p.channels() == 4 || p.channels() == 2;
        double[] sum = new double[4];
        for (int y = 0; y < h; y++) {
            int y0 = y * p.height() / h;
            int y1 = Math.max(y0 + 1, (y + 1) * p.height() / h);
            for (int x = 0; x < w; x++) {
                int x0 = x * p.width() / w;
                int x1 = Math.max(x0 + 1, (x + 1) * p.width() / w);
                java.util.Arrays.fill(sum, 0);
                int n = 0;
                for (int sy = y0; sy < y1; sy++) {
                    for (int sx = x0; sx < x1; sx++) {
                        for (int c = 0; c < 3; c++) {
                            sum[c] += linear(p, sx, sy, Math.min(c, colours - 1));
                        }
                        sum[3] += alpha ? p.value(sx, sy, p.channels() - 1) : 1;
                        n++;
                    }
                }
                int i = ((top + y) * size + left + x) * 4;
                for (int c = 0; c < 3; c++) {
                    out[i + c] = (byte) Srgb.linearToByte(sum[c] / n);
                }
                out[i + 3] = (byte) Math.round(Math.min(1, sum[3] / n) * 255);
            }
        }
        return Picture.ofBytes(size, size, 4, out);
    }

    /** Eight-bit and 16-bit pictures carry the sRGB curve; other floats above 1 are simply clipped by it. */
    private static double linear(Picture p, int x, int y, int c) {
        float value = p.value(x, y, c);
        return Srgb.toLinear(Math.max(0, Math.min(1, value)));
    }
}
