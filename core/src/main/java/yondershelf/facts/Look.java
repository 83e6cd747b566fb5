package yondershelf.facts;

import java.util.Arrays;
import yondershelf.content.Picture;

/**
 * What a picture looks like from afar, in a few numbers: where it is light and dark and of which colour, as the first coefficients of
 * a discrete cosine transform over 8 x 8 fields (the idea of the colour layout descriptor of ISO/IEC 15938-3, here in CIELAB); how
 * much there is of which colour; how rough it is, as energies of a Haar transform at four sizes and in three directions (after
 * Mallat 1989).
 */
final class Look {
    static final int GRID = 8;
    /** The picture is looked at in so many pixels across and down. */
    private static final int SIDE = 64;

    private static final int SCALES = 4;
    static final int LIGHT = 15;
    static final int TINT = 6;
    static final int LAYOUT = LIGHT + 2 * TINT;
    static final int COLOURS = 24;
    static final int ROUGHNESS = SCALES * 3;
    /** Colours that stand for all: lightness, a, b and share of each. */
    static final int MAIN = 4;

    private static final int HUES = 9;
    private static final int GREYS = 6;
    private static final double GREY_BELOW = 10;
    private static final double[][] COSINES = cosines();
    /** Column and row of each coefficient, from coarse to fine, along the diagonals. */
    private static final int[][] ZIGZAG = zigzag();

    private final float[] l = new float[SIDE * SIDE];
    private final float[] a = new float[SIDE * SIDE];
    private final float[] b = new float[SIDE * SIDE];
    private final float[] cover = new float[SIDE * SIDE];

    private Look() {}

    /** @param picture 8 bits in sRGB; what is transparent counts as a middle grey that is not there */
    static Look of(Picture picture) {
        Look look = new Look();
        look.read(picture);
        return look;
    }

    /** What is there of it: a preview may leave much of its square free. */
    private static int[] frame(Picture p) {
        int[] frame = {0, 0, p.width(), p.height()};
        if (p.channels() != 4 && p.channels() != 2) {
            return frame;
        }
        int left = p.width();
        int top = p.height();
        int right = 0;
        int bottom = 0;
        for (int y = 0; y < p.height(); y++) {
            for (int x = 0; x < p.width(); x++) {
                if (p.value(x, y, p.channels() - 1) > 0.5) {
                    left = Math.min(left, x);
                    right = Math.max(right, x + 1);
                    top = Math.min(top, y);
                    bottom = Math.max(bottom, y + 1);
                }
            }
        }
        return right > left ? new int[] {left, top, right, bottom} : frame;
    }

    private void read(Picture p) {
        int[] frame = frame(p);
        double wide = (frame[2] - frame[0]) / (double) SIDE;
        double high = (frame[3] - frame[1]) / (double) SIDE;
        float[] lab = new float[3];
        for (int y = 0; y < SIDE; y++) {
            int y0 = (int) (frame[1] + y * high);
            int y1 = Math.max(y0 + 1, (int) (frame[1] + (y + 1) * high));
            for (int x = 0; x < SIDE; x++) {
                int x0 = (int) (frame[0] + x * wide);
                int x1 = Math.max(x0 + 1, (int) (frame[0] + (x + 1) * wide));
                mean(p, x0, Math.min(x1, p.width()), y0, Math.min(y1, p.height()), y * SIDE + x, lab);
            }
        }
    }

    private void mean(Picture p, int x0, int x1, int y0, int y1, int into, float[] lab) {
        double r = 0;
        double g = 0;
        double bl = 0;
        double all = 0;
        int colour = p.channels() < 3 ? 0 : 1;
        boolean clear = p.channels() == 4 || p.channels() == 2;
        for (int y = y0; y < y1; y++) {
            for (int x = x0; x < x1; x++) {
                double w = clear ? p.value(x, y, p.channels() - 1) : 1;
                all += w;
                r += w * p.value(x, y, 0);
                g += w * p.value(x, y, colour);
                bl += w * p.value(x, y, 2 * colour);
            }
        }
        double share = all / Math.max(1, (x1 - x0) * (y1 - y0));
        cover[into] = (float) share;
        if (all > 0) {
            Lab.of(channel(r / all), channel(g / all), channel(bl / all), lab);
        } else {
            Arrays.fill(lab, 0);
        }
        l[into] = (float) (lab[0] * share + 50 * (1 - share));
        a[into] = (float) (lab[1] * share);
        b[into] = (float) (lab[2] * share);
    }

    private static int channel(double value) {
        return (int) Math.round(255 * Math.max(0, Math.min(1, value)));
    }

    /** Writes {@link #LAYOUT} signed bytes. */
    void layout(byte[] out, int at) {
        coefficients(l, LIGHT, 50, out, at);
        coefficients(a, TINT, 0, out, at + LIGHT);
        coefficients(b, TINT, 0, out, at + LIGHT + TINT);
    }

    private static void coefficients(float[] channel, int many, double middle, byte[] out, int at) {
        double[] fields = new double[GRID * GRID];
        int step = SIDE / GRID;
        for (int i = 0; i < channel.length; i++) {
            fields[i / SIDE / step * GRID + i % SIDE / step] += (channel[i] - middle) / (step * step);
        }
        for (int k = 0; k < many; k++) {
            double sum = 0;
            for (int y = 0; y < GRID; y++) {
                for (int x = 0; x < GRID; x++) {
                    sum += fields[y * GRID + x] * COSINES[ZIGZAG[k][0]][x] * COSINES[ZIGZAG[k][1]][y];
                }
            }
            // at most 8 times a difference of 50; what is far from usual is cut
            out[at + k] = (byte) Math.round(Math.max(-127, Math.min(127, sum / 2)));
        }
    }

    /** Writes {@link #COLOURS} unsigned bytes: roots of shares, those of neighbouring colours shared between them. */
    void colours(byte[] out, int at) {
        double[] shares = new double[COLOURS];
        double all = 1e-9;
        for (int i = 0; i < l.length; i++) {
            double w = cover[i];
            all += w;
            double chroma = w > 0 ? Math.hypot(a[i], b[i]) / w : 0;
            double grey = Math.max(0, Math.min(1, 1.5 - chroma / GREY_BELOW));
            double light = w > 0 ? Math.max(0, Math.min(100, (l[i] - 50 * (1 - w)) / w)) : 0;
            spread(shares, 0, GREYS, light / 100 * (GREYS - 1), false, w * grey);
            double hue = (Math.toDegrees(Math.atan2(b[i], a[i])) + 360) % 360 / 360 * HUES;
            double bright = Math.max(0, Math.min(1, (light - 30) / 40));
            spread(shares, GREYS, HUES, hue, true, w * (1 - grey) * (1 - bright));
            spread(shares, GREYS + HUES, HUES, hue, true, w * (1 - grey) * bright);
        }
        for (int i = 0; i < COLOURS; i++) {
            out[at + i] = (byte) Math.round(255 * Math.sqrt(Math.min(1, shares[i] / all)));
        }
    }

    private static void spread(double[] into, int from, int many, double place, boolean round, double weight) {
        int low = Math.min(many - 1, (int) place);
        double part = place - low;
        into[from + low] += weight * (1 - part);
        into[from + (round ? (low + 1) % many : Math.min(many - 1, low + 1))] += weight * part;
    }

    /** Writes {@link #ROUGHNESS} unsigned bytes: logarithms of energies, the finest first. */
    void roughness(byte[] out, int at) {
        float[] now = l.clone();
        int side = SIDE;
        for (int s = 0; s < SCALES; s++) {
            int half = side / 2;
            double across = 0;
            double down = 0;
            double aslant = 0;
            float[] next = new float[half * half];
            for (int y = 0; y < half; y++) {
                for (int x = 0; x < half; x++) {
                    float p = now[2 * y * side + 2 * x];
                    float q = now[2 * y * side + 2 * x + 1];
                    float r = now[(2 * y + 1) * side + 2 * x];
                    float t = now[(2 * y + 1) * side + 2 * x + 1];
                    next[y * half + x] = (p + q + r + t) / 4;
                    across += square(p - q + r - t);
                    down += square(p + q - r - t);
                    aslant += square(p - q - r + t);
                }
            }
            double n = 16.0 * half * half;
            double[] energies = {across / n, down / n, aslant / n};
            for (int d = 0; d < 3; d++) {
                out[at + s * 3 + d] = (byte) Math.round(Math.min(255, 40 * Math.log1p(Math.sqrt(energies[d]))));
            }
            now = next;
            side = half;
        }
    }

    private static double square(double x) {
        return x * x;
    }

    /** Writes four times lightness, a, b (signed) and share: the colours of most of it, found by halving the widest box (Heckbert 1982). */
    void mainColours(byte[] out, int at) {
        int[] order = new int[l.length];
        int n = 0;
        for (int i = 0; i < l.length; i++) {
            if (cover[i] > 0.5) {
                order[n++] = i;
            }
        }
        int[][] boxes = new int[MAIN][];
        boxes[0] = new int[] {0, n};
        for (int many = 1; many < MAIN; many++) {
            int widest = 0;
            double most = -1;
            for (int k = 0; k < many; k++) {
                double width = width(order, boxes[k])[1] * Math.sqrt(boxes[k][1] - boxes[k][0]);
                if (width > most) {
                    most = width;
                    widest = k;
                }
            }
            int[] box = boxes[widest];
            float[] channel = channel((int) width(order, box)[0]);
            int[] sorted = Arrays.stream(order, box[0], box[1])
                    .boxed()
                    .sorted((i, j) -> Float.compare(channel[i], channel[j]))
                    .mapToInt(i -> i)
                    .toArray();
            System.arraycopy(sorted, 0, order, box[0], sorted.length);
            int middle = (box[0] + box[1]) / 2;
            boxes[widest] = new int[] {box[0], middle};
            boxes[many] = new int[] {middle, box[1]};
        }
        for (int k = 0; k < MAIN; k++) {
            int size = boxes[k][1] - boxes[k][0];
            double[] sum = new double[3];
            for (int i = boxes[k][0]; i < boxes[k][1]; i++) {
                sum[0] += l[order[i]];
                sum[1] += a[order[i]];
                sum[2] += b[order[i]];
            }
            out[at + k * 4] = (byte) (size == 0 ? 0 : Math.round(sum[0] / size));
            out[at + k * 4 + 1] = (byte) (size == 0 ? 0 : Math.round(sum[1] / size));
            out[at + k * 4 + 2] = (byte) (size == 0 ? 0 : Math.round(sum[2] / size));
            out[at + k * 4 + 3] = (byte) (n == 0 ? 0 : Math.round(100.0 * size / n));
        }
    }

    private float[] channel(int number) {
        return number == 0 ? l : number == 1 ? a : b;
    }

    /** The channel in which a box is widest, and how wide. */
    private double[] width(int[] order, int[] box) {
        double[] best = {0, 0};
        for (int c = 0; c < 3; c++) {
            float[] channel = channel(c);
            float least = Float.POSITIVE_INFINITY;
            float most = Float.NEGATIVE_INFINITY;
            for (int i = box[0]; i < box[1]; i++) {
                least = Math.min(least, channel[order[i]]);
                most = Math.max(most, channel[order[i]]);
            }
            if (most - least > best[1]) {
                best = new double[] {c, most - least};
            }
        }
        return best;
    }

    private static double[][] cosines() {
        double[][] out = new double[GRID][GRID];
        for (int k = 0; k < GRID; k++) {
            for (int x = 0; x < GRID; x++) {
                out[k][x] = Math.cos((2 * x + 1) * k * Math.PI / (2 * GRID)) * Math.sqrt((k == 0 ? 1.0 : 2.0) / GRID);
            }
        }
        return out;
    }

    private static int[][] zigzag() {
        int[][] out = new int[LIGHT][];
        int at = 0;
        for (int sum = 0; at < LIGHT; sum++) {
            for (int y = 0; y <= sum && at < LIGHT; y++) {
                out[at++] = new int[] {sum - y, y};
            }
        }
        return out;
    }

    /** How often a coefficient of {@link #layout} goes up and down across the picture: mirrored, those that do so oddly change their sign. */
    static int across(int coefficient) {
        int k = coefficient < LIGHT ? coefficient : (coefficient - LIGHT) % TINT;
        return ZIGZAG[k][0];
    }
}
