package yondershelf.facts;

import yondershelf.content.Srgb;

/** Colours of sRGB (IEC 61966-2-1) in CIELAB (CIE 15), white D65. */
public final class Lab {
    /** The white that sRGB's matrix gives for (1, 1, 1). */
    private static final double WHITE_X = 0.95047;

    private static final double WHITE_Z = 1.08883;
    private static final double LINEAR_BELOW = Math.pow(6 / 29.0, 3);

    private Lab() {}

    /**
     * @param red stored values from 0 to 255, as green and blue
     * @param out gets lightness from 0 to 100, a and b
     */
    public static void of(int red, int green, int blue, float[] out) {
        double r = Srgb.byteToLinear(red);
        double g = Srgb.byteToLinear(green);
        double b = Srgb.byteToLinear(blue);
        double fx = root((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / WHITE_X);
        double fy = root(0.2126729 * r + 0.7151522 * g + 0.0721750 * b);
        double fz = root((0.0193339 * r + 0.1191920 * g + 0.9503041 * b) / WHITE_Z);
        out[0] = (float) (116 * fy - 16);
        out[1] = (float) (500 * (fx - fy));
        out[2] = (float) (200 * (fy - fz));
    }

    private static double root(double t) {
        return t > LINEAR_BELOW ? Math.cbrt(t) : t * 841 / 108 + 4 / 29.0;
    }
}
