package yondershelf.render;

import yondershelf.content.Picture;
import yondershelf.content.Srgb;
import yondershelf.content.Wrap;

/** A picture ready to be looked up by UV: bilinear, repeating, colours made linear on the way. */
final class TextureImage {
    private static final float[] LINEAR = new float[256];
    private static final float[] PLAIN = new float[256];

    static {
        for (int i = 0; i < 256; i++) {
            LINEAR[i] = Srgb.byteToLinear(i);
            PLAIN[i] = i / 255f;
        }
    }

    private final Picture picture;
    private final boolean colour;
    private final int channels;

    /** @param colour true when stored values carry the sRGB curve */
    TextureImage(Picture picture, boolean colour) {
        this.picture = picture;
        this.colour = colour;
        this.channels = picture.channels();
    }

    /** Bytes of its texels. */
    long weight() {
        return (long) picture.width() * picture.height() * channels * (picture.isFloat() ? 4 : 1);
    }

    boolean hasAlpha() {
        return channels == 4 || channels == 2;
    }

    /** The same with edges: what lies beyond them is as a use of the picture says. */
    void lookup(double u, double v, Wrap wrapU, Wrap wrapV, float[] out) {
        if (wrapU == Wrap.REPEAT && wrapV == Wrap.REPEAT) {
            lookup(u, v, out);
            return;
        }
        int w = picture.width();
        int h = picture.height();
        double x = near(u) * w - 0.5;
        double y = near(v) * h - 0.5;
        int x0 = (int) Math.floor(x);
        int y0 = (int) Math.floor(y);
        blend(
                wrapU.texel(x0, w),
                wrapU.texel(x0 + 1, w),
                wrapV.texel(y0, h),
                wrapV.texel(y0 + 1, h),
                (float) (x - x0),
                (float) (y - y0),
                out);
    }

    /** Far away all modes but repeating have long come to their end, and integers too. */
    private static double near(double t) {
        return Double.isFinite(t) ? Math.max(-1000, Math.min(1000, t)) : 0;
    }

    /** Writes red, green, blue and alpha to {@code out}; grey pictures give three equal values. */
    void lookup(double u, double v, float[] out) {
        int w = picture.width();
        int h = picture.height();
        double x = (u - Math.floor(u)) * w - 0.5;
        double y = (v - Math.floor(v)) * h - 0.5;
        int x0 = (int) Math.floor(x);
        int y0 = (int) Math.floor(y);
        float fx = (float) (x - x0);
        float fy = (float) (y - y0);
        x0 = x0 < 0 ? x0 + w : x0 >= w ? x0 - w : x0;
        y0 = y0 < 0 ? y0 + h : y0 >= h ? y0 - h : y0;
        blend(x0, x0 + 1 == w ? 0 : x0 + 1, y0, y0 + 1 == h ? 0 : y0 + 1, fx, fy, out);
    }

    private void blend(int x0, int x1, int y0, int y1, float fx, float fy, float[] out) {
        int w = picture.width();
        float a = (1 - fx) * (1 - fy);
        float b = fx * (1 - fy);
        float c = (1 - fx) * fy;
        float d = fx * fy;
        int colours = channels >= 3 ? 3 : 1;
        int i00 = (y0 * w + x0) * channels;
        int i10 = (y0 * w + x1) * channels;
        int i01 = (y1 * w + x0) * channels;
        int i11 = (y1 * w + x1) * channels;
        for (int k = 0; k < colours; k++) {
            out[k] = stored(i00 + k, colour) * a
                    + stored(i10 + k, colour) * b
                    + stored(i01 + k, colour) * c
                    + stored(i11 + k, colour) * d;
        }
        if (colours == 1) {
            out[1] = out[0];
            out[2] = out[0];
        }
        int k = channels - 1;
        out[3] = hasAlpha()
                ? stored(i00 + k, false) * a
                        + stored(i10 + k, false) * b
                        + stored(i01 + k, false) * c
                        + stored(i11 + k, false) * d
                : 1;
    }

    private float stored(int index, boolean curve) {
        if (!picture.isFloat()) {
            return (curve ? LINEAR : PLAIN)[picture.bytes()[index] & 0xff];
        }
        float value = picture.floats()[index];
        return curve ? (float) Srgb.toLinear(value) : value;
    }
}
