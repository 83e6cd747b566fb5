package yondershelf.demo;

/** One place of a surface while it is being made. Colours as stored (sRGB), height in units of the tile's width. */
final class Texel {
    double r;
    double g;
    double b;
    double rough = 0.7;
    double metal;
    double height;
    double opacity = 1;

    void color(double red, double green, double blue) {
        r = red;
        g = green;
        b = blue;
    }

    /** Mixes in another colour. */
    void blend(double red, double green, double blue, double share) {
        double t = Math.max(0, Math.min(1, share));
        r += (red - r) * t;
        g += (green - g) * t;
        b += (blue - b) * t;
    }

    void shade(double factor) {
        r *= factor;
        g *= factor;
        b *= factor;
    }
}
