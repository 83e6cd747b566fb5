package yondershelf.content;

/** The sRGB transfer curve of IEC 61966-2-1:1999, between light and stored values, both 0 to 1. */
public final class Srgb {
    private static final float[] FROM_BYTE = new float[256];

    static {
        for (int i = 0; i < 256; i++) {
            FROM_BYTE[i] = (float) toLinear(i / 255.0);
        }
    }

    private Srgb() {}

    /** Light from a stored value. */
    public static double toLinear(double stored) {
        return stored <= 0.04045 ? stored / 12.92 : Math.pow((stored + 0.055) / 1.055, 2.4);
    }

    /** A stored value from light. */
    public static double fromLinear(double light) {
        return light <= 0.0031308 ? light * 12.92 : 1.055 * Math.pow(light, 1 / 2.4) - 0.055;
    }

    /** Light from a stored 8-bit value. */
    public static float byteToLinear(int stored) {
        return FROM_BYTE[stored & 0xff];
    }

    /** The nearest stored 8-bit value for light, clamped to 0 to 1. */
    public static int linearToByte(double light) {
        double clamped = light > 0 ? Math.min(light, 1) : 0;
        return (int) (fromLinear(clamped) * 255 + 0.5);
    }
}
