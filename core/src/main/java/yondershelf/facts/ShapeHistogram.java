package yondershelf.facts;

import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.SplittableRandom;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Transform;

/**
 * The distances between pairs of points on a model's surface, as a histogram: the shape distribution D2 of Osada, Funkhouser,
 * Chazelle and Dobkin, "Shape Distributions", ACM Transactions on Graphics 21 (2002). It is the same however the model is turned,
 * mirrored, scaled or divided into triangles.
 */
final class ShapeHistogram {
    static final int BINS = 32;
    private static final int POINTS = 1024;
    /** Each point is measured with so many others. */
    private static final int PARTNERS = 6;

    private static final int[] ORDER = shuffled();
    /** Bins end at so many times the mean distance. */
    private static final double LAST = 2.5;

    private static final long MOST_TRIANGLES = 4_000_000;

    private ShapeHistogram() {}

    /** The histogram as text; empty for a model without area. */
    static String text(Model model) {
        byte @Nullable [] shape = of(model);
        return shape == null ? "" : Base64.getEncoder().encodeToString(shape);
    }

    /** Shares of the pairs by distance, each bin's root as a byte; null for a model without area. */
    static byte @Nullable [] of(Model model) {
        // of a mesh placed a million times an even part has the same shape
        int step = (int) (1 + model.triangleCount() / MOST_TRIANGLES);
        List<float[]> corners = new ArrayList<>();
        int triangles = 0;
        for (Model.Placed placed : model.placed()) {
            for (Part part : model.meshes().get(placed.mesh()).parts()) {
                if (!part.stroke()) {
                    float[] of = corners(part, placed.toModel(), step);
                    corners.add(of);
                    triangles += of.length / 9;
                }
            }
        }
        float[] all = new float[triangles * 9];
        int at = 0;
        for (float[] of : corners) {
            System.arraycopy(of, 0, all, at, of.length);
            at += of.length;
        }
        double[] upTo = new double[triangles];
        double area = 0;
        for (int t = 0; t < triangles; t++) {
            double own = area(all, t * 9);
            area += Double.isFinite(own) ? own : 0;
            upTo[t] = area;
        }
        return area > 0 ? histogram(all, upTo, area) : null;
    }

    private static float[] corners(Part part, Transform t, int step) {
        float[] p = part.positions();
        int[] indices = part.indices();
        float[] out = new float[(indices.length / 3 + step - 1) / step * 9];
        for (int i = 0; i < out.length / 3; i++) {
            int v = indices[i / 3 * step * 3 + i % 3] * 3;
            out[i * 3] = (float) t.pointX(p[v], p[v + 1], p[v + 2]);
            out[i * 3 + 1] = (float) t.pointY(p[v], p[v + 1], p[v + 2]);
            out[i * 3 + 2] = (float) t.pointZ(p[v], p[v + 1], p[v + 2]);
        }
        return out;
    }

    private static double area(float[] p, int i) {
        double ux = p[i + 3] - p[i];
        double uy = p[i + 4] - p[i + 1];
        double uz = p[i + 5] - p[i + 2];
        double vx = p[i + 6] - p[i];
        double vy = p[i + 7] - p[i + 1];
        double vz = p[i + 8] - p[i + 2];
        double x = uy * vz - uz * vy;
        double y = uz * vx - ux * vz;
        double z = ux * vy - uy * vx;
        return Math.sqrt(x * x + y * y + z * z) / 2;
    }

    private static byte[] histogram(float[] all, double[] upTo, double area) {
        // twice over, so that each has partners behind it
        float[][] points = new float[3][2 * POINTS];
        spread(all, upTo, area, points);
        float[] distances = new float[POINTS * PARTNERS];
        for (int k = 0; k < PARTNERS; k++) {
            measure(points[0], points[1], points[2], 1 + k * (POINTS - 1) / PARTNERS, distances, k * POINTS);
        }
        double sum = 0;
        for (float d : distances) {
            sum += d;
        }
        double width = sum / distances.length * LAST / BINS;
        float perBin = width > 0 ? (float) (1 / width) : 0;
        int[] counts = new int[BINS];
        for (float d : distances) {
            counts[Math.min(BINS - 1, (int) (d * perBin))]++;
        }
        byte[] out = new byte[BINS];
        for (int i = 0; i < BINS; i++) {
            out[i] = (byte) Math.round(255 * Math.sqrt(counts[i] / (double) distances.length));
        }
        return out;
    }

    /** Plain enough that the compiler measures several at once. */
    private static void measure(float[] xs, float[] ys, float[] zs, int shift, float[] out, int to) {
        for (int i = 0; i < POINTS; i++) {
            float x = xs[i] - xs[i + shift];
            float y = ys[i] - ys[i + shift];
            float z = zs[i] - zs[i + shift];
            out[to + i] = (float) Math.sqrt(x * x + y * y + z * z);
        }
    }

    /**
     * Points spread evenly over the surface (Osada et al., section 3.2), one in each of as many equal shares of its area, in no order:
     * those who follow each other must not be neighbours.
     */
    private static void spread(float[] p, double[] upTo, double area, float[][] out) {
        // the same model always gives the same signature
        SplittableRandom random = new SplittableRandom(2002);
        int triangle = 0;
        for (int n = 0; n < POINTS; n++) {
            double wanted = (n + random.nextDouble()) / POINTS * area;
            while (triangle < upTo.length - 1 && upTo[triangle] < wanted) {
                triangle++;
            }
            double root = Math.sqrt(random.nextDouble());
            double second = random.nextDouble();
            double u = 1 - root;
            double v = root * (1 - second);
            double w = root * second;
            int i = triangle * 9;
            for (int c = 0; c < 3; c++) {
                float at = (float) (u * p[i + c] + v * p[i + 3 + c] + w * p[i + 6 + c]);
                out[c][ORDER[n]] = at;
                out[c][ORDER[n] + POINTS] = at;
            }
        }
    }

    private static int[] shuffled() {
        int[] out = new int[POINTS];
        SplittableRandom random = new SplittableRandom(31);
        for (int i = 0; i < POINTS; i++) {
            int k = random.nextInt(i + 1);
            out[i] = out[k];
            out[k] = i;
        }
        return out;
    }
}
