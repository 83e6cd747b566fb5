package yondershelf.format.materialx;

import yondershelf.content.ImageSource;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;

/**
 * Where a picture lies, as an affine map of UVs whose rows run up, as MaterialX has them; turned round at the end. Only maps
 * that scale, then turn, then move can be used: of others the nearest such is taken.
 */
final class MtlxPlace {
    // s' = a s + b t + c, t' = d s + e t + f
    private double a = 1;
    private double b;
    private double c;
    private double d;
    private double e = 1;
    private double f;
    private int set;

    void set(int index) {
        set = Math.max(0, Math.min(1, index));
    }

    /** {@code tiledimage}: times the tiling, less the offset. */
    void tile(double u, double v, double shiftU, double shiftV) {
        then(u, 0, -shiftU, 0, v, -shiftV);
    }

    /** {@code place2d}: about the pivot divided by the scale, turned clockwise, less the offset. */
    void place(double[] pivot, double[] scale, double turn, double[] shift) {
        double cos = Math.cos(turn);
        double sin = Math.sin(turn);
        then(1, 0, -pivot[0], 0, 1, -pivot[1]);
        then(scale[0] == 0 ? 1 : 1 / scale[0], 0, 0, 0, scale[1] == 0 ? 1 : 1 / scale[1], 0);
        then(cos, sin, 0, -sin, cos, 0);
        then(1, 0, pivot[0] - shift[0], 0, 1, pivot[1] - shift[1]);
    }

    private void then(double p, double q, double r, double s, double t, double w) {
        double a2 = p * a + q * d;
        double b2 = p * b + q * e;
        double c2 = p * c + q * f + r;
        d = s * a + t * d;
        e = s * b + t * e;
        f = s * c + t * f + w;
        a = a2;
        b = b2;
        c = c2;
    }

    TextureUse use(ImageSource image, Wrap wrapU, Wrap wrapV) {
        // with v = 1 - t: u' = a u - b v + b + c and v' = -d u + e v + 1 - e - f
        double scaleU = Math.hypot(a, d);
        double turn = Math.atan2(d, a);
        double scaleV = -b * Math.sin(turn) + e * Math.cos(turn);
        return new TextureUse(image, scaleU, scaleV, b + c, 1 - e - f, turn, wrapU, wrapV, set);
    }
}
