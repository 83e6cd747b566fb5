package yondershelf.render;

import yondershelf.content.Environment;
import yondershelf.content.Picture;
import yondershelf.content.Srgb;

/**
 * An environment ready to light a scene: looked up by direction, and sampled by brightness from a table of rows and
 * columns (Pharr, Jakob and Humphreys, "Physically Based Rendering", 14.2.4: sampling piecewise-constant functions).
 */
public final class EnvironmentLight {
    private static final float LARGEST_HALF = 65504;
    private static final float MOST_RADIANCE = 1e9f;
    private static final int MOST_COLUMNS = 1024;

    private final Picture background;
    /** True when that is another picture, stored with the curve of sRGB. */
    private final boolean backdrop;

    private final float brightness;
    private final double turn;
    private final double turnCos;
    private final double turnSin;
    private final int w;
    private final int h;
    private final float[] texels;
    private final float[] rowCdf;
    private final float[] columnCdf;
    private final int[] rowGuide;
    private final int[] columnGuide;
    /** Sum of luminance times solid angle; zero for a black environment. */
    private final double power;
    /** Irradiance over pi by direction, before turn and exposure, as nine spherical-harmonic coefficients per channel (Ramamoorthi and Hanrahan 2001). */
    private final double[] harmonics = new double[27];

    private EnvironmentLight(Picture picture, double stops, double turnRadians) {
        this.background = picture;
        this.backdrop = false;
        this.brightness = (float) Math.pow(2, stops);
        this.turn = turnRadians;
        this.turnCos = StrictMath.cos(turnRadians);
        this.turnSin = StrictMath.sin(turnRadians);
        int shrink = Math.max(1, (picture.width() + MOST_COLUMNS - 1) / MOST_COLUMNS);
        this.w = Math.max(1, picture.width() / shrink);
        this.h = Math.max(1, picture.height() / shrink);
        this.texels = shrunk(picture, shrink, w, h);
        this.rowCdf = new float[h + 1];
        this.columnCdf = new float[h * (w + 1)];
        double sum = 0;
        double[] rows = new double[h];
        for (int y = 0; y < h; y++) {
            double angle = texelAngle(y);
            double row = 0;
            columnCdf[y * (w + 1)] = 0;
            for (int x = 0; x < w; x++) {
                int i = (y * w + x) * 3;
                row += 0.2126 * texels[i] + 0.7152 * texels[i + 1] + 0.0722 * texels[i + 2];
                columnCdf[y * (w + 1) + x + 1] = (float) row;
                gather(x, y, angle, i);
            }
            for (int x = 1; x <= w; x++) {
                columnCdf[y * (w + 1) + x] = row > 0 ? columnCdf[y * (w + 1) + x] / (float) row : x / (float) w;
            }
            rows[y] = row * angle;
            sum += rows[y];
        }
        this.power = sum;
        double running = 0;
        for (int y = 0; y < h; y++) {
            running += rows[y];
            rowCdf[y + 1] = sum > 0 ? (float) (running / sum) : (y + 1) / (float) h;
        }
        this.rowGuide = new int[h];
        this.columnGuide = new int[h * w];
        fillGuide(rowCdf, 0, h, rowGuide, 0);
        for (int y = 0; y < h; y++) {
            fillGuide(columnCdf, y * (w + 1), w, columnGuide, y * w);
        }
    }

    /** The tables say nothing of how bright the light is or how far it is turned: they are shared. */
    private EnvironmentLight(
            EnvironmentLight same, double stops, double turnRadians, Picture background, boolean backdrop) {
        this.background = background;
        this.backdrop = backdrop;
        this.brightness = (float) Math.pow(2, stops);
        this.turn = turnRadians;
        this.turnCos = StrictMath.cos(turnRadians);
        this.turnSin = StrictMath.sin(turnRadians);
        this.w = same.w;
        this.h = same.h;
        this.texels = same.texels;
        this.rowCdf = same.rowCdf;
        this.columnCdf = same.columnCdf;
        this.rowGuide = same.rowGuide;
        this.columnGuide = same.columnGuide;
        this.power = same.power;
        System.arraycopy(same.harmonics, 0, harmonics, 0, harmonics.length);
    }

    /** The same environment with another exposure or turn, at no cost. */
    public EnvironmentLight with(double stops, double turnRadians) {
        return new EnvironmentLight(this, stops, turnRadians, background, backdrop);
    }

    /**
     * The same light with another picture seen behind everything.
     *
     * @param picture equirectangular, stored with the curve of sRGB
     */
    public EnvironmentLight behind(Picture picture) {
        return new EnvironmentLight(this, Math.log(brightness) / Math.log(2), turn, picture, true);
    }

    /**
     * @param stops exposure added, in stops
     * @param turnRadians how far the environment is turned about +Y
     */
    public static EnvironmentLight of(Environment environment, double stops, double turnRadians) {
        return new EnvironmentLight(environment.radiance(), stops, turnRadians);
    }

    /** The same light from everywhere. */
    public static EnvironmentLight constant(double r, double g, double b) {
        float[] pixels = new float[8 * 4 * 3];
        for (int i = 0; i < 32; i++) {
            pixels[i * 3] = (float) r;
            pixels[i * 3 + 1] = (float) g;
            pixels[i * 3 + 2] = (float) b;
        }
        return new EnvironmentLight(Picture.ofFloats(8, 4, 3, pixels), 0, 0);
    }

    private static float[] shrunk(Picture p, int shrink, int w, int h) {
        float[] out = new float[w * h * 3];
        int channels = p.channels();
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                for (int c = 0; c < 3; c++) {
                    int channel = channels >= 3 ? c : 0;
                    double sum = 0;
                    for (int dy = 0; dy < shrink; dy++) {
                        for (int dx = 0; dx < shrink; dx++) {
                            sum += finite(p.value(x * shrink + dx, y * shrink + dy, channel));
                        }
                    }
                    out[(y * w + x) * 3 + c] = (float) (sum / (shrink * shrink));
                }
            }
        }
        return out;
    }

    /**
     * A stored radiance as light: what is no number or below zero is dark, and infinity, where half floats ran over, is their
     * largest number (IEEE 754 binary16). Larger floats count up to a billion, so that sums stay finite.
     */
    private static float finite(float stored) {
        if (stored == Float.POSITIVE_INFINITY) {
            return LARGEST_HALF;
        }
        return stored > 0 ? Math.min(stored, MOST_RADIANCE) : 0;
    }

    /** Solid angle of one texel of a row. */
    private double texelAngle(int y) {
        double top = StrictMath.cos(Math.PI * y / h);
        double bottom = StrictMath.cos(Math.PI * (y + 1) / h);
        return (top - bottom) * 2 * Math.PI / w;
    }

    private void gather(int x, int y, double angle, int texel) {
        double[] d = directionAt((x + 0.5) / w, (y + 0.5) / h);
        double[] basis = harmonicBasis(d[0], d[1], d[2]);
        for (int k = 0; k < 9; k++) {
            // cosine lobe over pi: 1, 2/3, 1/4 by band
            double band = k == 0 ? 1 : k < 4 ? 2.0 / 3 : 0.25;
            for (int c = 0; c < 3; c++) {
                harmonics[k * 3 + c] += texels[texel + c] * angle * basis[k] * band;
            }
        }
    }

    private static double[] harmonicBasis(double x, double y, double z) {
        return new double[] {
            0.282095,
            0.488603 * y,
            0.488603 * z,
            0.488603 * x,
            1.092548 * x * y,
            1.092548 * y * z,
            0.315392 * (3 * z * z - 1),
            1.092548 * x * z,
            0.546274 * (x * x - y * y)
        };
    }

    /** The direction of a place in the picture: the middle column looks along -Z, the top row up. Before it is turned. */
    static double[] directionAt(double u, double v) {
        double phi = (u - 0.5) * 2 * Math.PI;
        double theta = v * Math.PI;
        double s = StrictMath.sin(theta);
        return new double[] {StrictMath.sin(phi) * s, StrictMath.cos(theta), -StrictMath.cos(phi) * s};
    }

    private double columnOf(double dx, double dz) {
        double u = Turns.of(dx, -dz) + turn / (2 * Math.PI) + 0.5;
        return u - Math.floor(u);
    }

    private static double rowOf(double dy) {
        return 2 * Turns.of(Math.sqrt(Math.max(0, 1 - dy * dy)), dy);
    }

    /** Radiance from a unit direction, as the sampler sees it; gives the solid-angle density of sampling it. */
    float radiance(double dx, double dy, double dz, float[] out) {
        int x = Math.min(w - 1, (int) (columnOf(dx, dz) * w));
        int y = Math.min(h - 1, (int) (rowOf(dy) * h));
        int i = (y * w + x) * 3;
        float r = texels[i];
        float g = texels[i + 1];
        float b = texels[i + 2];
        out[0] = r * brightness;
        out[1] = g * brightness;
        out[2] = b * brightness;
        return power > 0 ? (float) ((0.2126 * r + 0.7152 * g + 0.0722 * b) / power) : (float) (1 / (4 * Math.PI));
    }

    /** Chooses a direction by brightness; out holds the direction and the radiance. Gives its solid-angle density. */
    float sample(float u1, float u2, float[] direction, float[] radiance) {
        int y = find(rowCdf, 0, h, rowGuide, 0, u1);
        int base = y * (w + 1);
        int x = find(columnCdf, base, w, columnGuide, y * w, u2);
        float y0 = rowCdf[y];
        float yw = rowCdf[y + 1] - y0;
        float x0 = columnCdf[base + x];
        float xw = columnCdf[base + x + 1] - x0;
        double fy = yw > 0 ? (u1 - y0) / yw : 0.5;
        double fx = xw > 0 ? (u2 - x0) / xw : 0.5;
        // uniform over the texel's solid angle: linear in the cosine
        double top = Turns.cos(0.5 * y / h);
        double bottom = Turns.cos(0.5 * (y + 1) / h);
        double cos = top + (bottom - top) * fy;
        double sin = Math.sqrt(Math.max(0, 1 - cos * cos));
        double turns = (x + fx) / w - 0.5 - turn / (2 * Math.PI);
        direction[0] = (float) (Turns.sin(turns) * sin);
        direction[1] = (float) cos;
        direction[2] = (float) (-Turns.cos(turns) * sin);
        int i = (y * w + x) * 3;
        float r = texels[i];
        float g = texels[i + 1];
        float b = texels[i + 2];
        radiance[0] = r * brightness;
        radiance[1] = g * brightness;
        radiance[2] = b * brightness;
        return power > 0 ? (float) ((0.2126 * r + 0.7152 * g + 0.0722 * b) / power) : 0;
    }

    /** The step of a cumulative table that a value falls on; the guide says where to begin (Chen and Asau 1974). */
    private static int find(float[] cdf, int base, int n, int[] guide, int guideBase, float u) {
        int i = guide[guideBase + Math.min(n - 1, (int) (u * n))];
        while (i + 1 < n && cdf[base + i + 1] <= u) {
            i++;
        }
        return i;
    }

    /** For each of n equal shares of 0 to 1, the step that the share's beginning falls on. */
    private static void fillGuide(float[] cdf, int base, int n, int[] guide, int guideBase) {
        int step = 0;
        for (int i = 0; i < n; i++) {
            float u = i / (float) n;
            while (step + 1 < n && cdf[base + step + 1] <= u) {
                step++;
            }
            guide[guideBase + i] = step;
        }
    }

    /** Radiance of the picture as it lights, averaged to at most {@value #MOST_COLUMNS} columns. */
    void reduced(double dx, double dy, double dz, float[] out) {
        if (w == background.width()) {
            background(dx, dy, dz, out);
        } else {
            radiance(dx, dy, dz, out);
        }
    }

    /** Radiance for the eye: the full picture, bilinear. */
    void background(double dx, double dy, double dz, float[] out) {
        int bw = background.width();
        int bh = background.height();
        double x = columnOf(dx, dz) * bw - 0.5;
        double y = Math.max(0, Math.min(bh - 1.0, rowOf(dy) * bh - 0.5));
        int x0 = (int) Math.floor(x);
        int y0 = (int) y;
        float fx = (float) (x - x0);
        float fy = (float) (y - y0);
        x0 = x0 < 0 ? x0 + bw : x0;
        int x1 = x0 + 1 == bw ? 0 : x0 + 1;
        int y1 = Math.min(bh - 1, y0 + 1);
        for (int c = 0; c < 3; c++) {
            int k = background.channels() >= 3 ? c : 0;
            float topRow = seen(x0, y0, k) * (1 - fx) + seen(x1, y0, k) * fx;
            float bottomRow = seen(x0, y1, k) * (1 - fx) + seen(x1, y1, k) * fx;
            out[c] = (topRow * (1 - fy) + bottomRow * fy) * brightness;
        }
    }

    private float seen(int x, int y, int channel) {
        float value = background.value(x, y, channel);
        return backdrop ? (float) Srgb.toLinear(Math.max(0, Math.min(1, value))) : finite(value);
    }

    /** Bytes of its tables. */
    public long weight() {
        return 4L * (texels.length + columnCdf.length + columnGuide.length);
    }

    /** How bright a level white surface is under it, as luminance: 1 just reaches white. */
    public double level() {
        float[] colour = new float[3];
        ambient(0, 1, 0, colour);
        return 0.2126 * colour[0] + 0.7152 * colour[1] + 0.0722 * colour[2];
    }

    /** Irradiance over pi for a surface facing a unit direction, smooth (nine harmonics). */
    void ambient(double nx, double ny, double nz, float[] out) {
        // the tables are of the environment before it is turned: the normal is turned back
        double[] basis = harmonicBasis(nx * turnCos - nz * turnSin, ny, nz * turnCos + nx * turnSin);
        for (int c = 0; c < 3; c++) {
            double sum = 0;
            for (int k = 0; k < 9; k++) {
                sum += harmonics[k * 3 + c] * basis[k];
            }
            out[c] = (float) Math.max(0, sum * brightness);
        }
    }
}
