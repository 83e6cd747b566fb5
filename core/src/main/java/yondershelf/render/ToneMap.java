package yondershelf.render;

import yondershelf.content.Srgb;

/** Khronos PBR Neutral tone mapping (Khronos Group, specification of 2024): true colours up to 0.76, then a soft shoulder. */
public final class ToneMap {
    private static final double START = 0.8 - 0.04;
    private static final double DESATURATION = 0.15;

    /** Stored bytes for light in 65,536 steps: the curve's power is too slow for every pixel of a moving view. */
    private static final byte[] STORED = new byte[65536];

    static {
        for (int i = 0; i < STORED.length; i++) {
            STORED[i] = (byte) Srgb.linearToByte(i / 65535.0);
        }
    }

    private ToneMap() {}

    /** Linear light to linear display values, three in place. */
    public static void apply(double[] rgb) {
        double x = Math.min(rgb[0], Math.min(rgb[1], rgb[2]));
        double offset = x < 0.08 ? x - 6.25 * x * x : 0.04;
        for (int i = 0; i < 3; i++) {
            rgb[i] -= offset;
        }
        double peak = Math.max(rgb[0], Math.max(rgb[1], rgb[2]));
        if (peak < START) {
            return;
        }
        double d = 1 - START;
        double newPeak = 1 - d * d / (peak + d - START);
        double g = 1 - 1 / (DESATURATION * (peak - newPeak) + 1);
        for (int i = 0; i < 3; i++) {
            rgb[i] = rgb[i] * newPeak / peak * (1 - g) + newPeak * g;
        }
    }

    /** Linear light to an opaque or transparent sRGB pixel, alpha in the top byte; {@code scratch} holds three values. */
    static int pixel(double r, double g, double b, double alpha, double[] scratch) {
        scratch[0] = r;
        scratch[1] = g;
        scratch[2] = b;
        apply(scratch);
        int a = (int) (Math.max(0, Math.min(1, alpha)) * 255 + 0.5);
        return a << 24 | stored(scratch[0]) << 16 | stored(scratch[1]) << 8 | stored(scratch[2]);
    }

    private static int stored(double light) {
        return STORED[light > 0 ? light < 1 ? (int) (light * 65535 + 0.5) : 65535 : 0] & 0xff;
    }
}
