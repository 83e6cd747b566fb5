package yondershelf.demo;

import org.jspecify.annotations.Nullable;

/** Things turned about the upright axis, as on a lathe. */
final class Turned {
    private static final double SMOOTH = Math.cos(Math.toRadians(38));

    private final Workpiece piece;

    Turned(Workpiece piece) {
        this.piece = piece;
    }

    /** How much a turned shape bulges at an angle and height: multiplies the radius. */
    interface Bulge {
        double at(double angle, double y);
    }

    /** Turns a profile (radius and height pairs, from bottom to top on the outside) about the upright axis. */
    void lathe(int sides, @Nullable Bulge bulge, double... profile) {
        int n = profile.length / 2;
        double[][] normals = new double[n - 1][];
        for (int i = 0; i + 1 < n; i++) {
            double dr = profile[i * 2 + 2] - profile[i * 2];
            double dy = profile[i * 2 + 3] - profile[i * 2 + 1];
            double l = Math.hypot(dr, dy);
            normals[i] = l > 0 ? new double[] {dy / l, -dr / l} : new double[] {1, 0};
        }
        double length = 0;
        for (int i = 0; i + 1 < n; i++) {
            double[] low = normals[i];
            double[] high = normals[i];
            if (i > 0 && close(normals[i - 1], normals[i])) {
                low = average(normals[i - 1], normals[i]);
            }
            if (i + 2 < n && close(normals[i], normals[i + 1])) {
                high = average(normals[i], normals[i + 1]);
            }
            double r0 = profile[i * 2];
            double y0 = profile[i * 2 + 1];
            double r1 = profile[i * 2 + 2];
            double y1 = profile[i * 2 + 3];
            double step = Math.hypot(r1 - r0, y1 - y0);
            strip(sides, bulge, r0, y0, low, length, r1, y1, high, length + step);
            length += step;
        }
    }

    private void strip(
            int sides,
            @Nullable Bulge bulge,
            double r0,
            double y0,
            double[] n0,
            double v0,
            double r1,
            double y1,
            double[] n1,
            double v1) {
        double around = 2 * Math.PI * Math.max(r0, r1);
        int[] low = new int[sides + 1];
        int[] high = new int[sides + 1];
        for (int s = 0; s <= sides; s++) {
            double a = 2 * Math.PI * s / sides;
            double sin = Math.sin(a);
            double cos = Math.cos(a);
            double k0 = bulge == null ? 1 : bulge.at(a, y0);
            double k1 = bulge == null ? 1 : bulge.at(a, y1);
            double lean = bulge == null ? 0 : (bulge.at(a + 0.02, y0) - bulge.at(a - 0.02, y0)) / 0.04;
            double u = around * s / sides;
            low[s] = piece.vertex(new double[] {r0 * k0 * sin, y0, r0 * k0 * cos}, leaned(n0, sin, cos, lean), u, -v0);
            high[s] = piece.vertex(new double[] {r1 * k1 * sin, y1, r1 * k1 * cos}, leaned(n1, sin, cos, lean), u, -v1);
        }
        for (int s = 0; s < sides; s++) {
            if (r0 > 1e-9) {
                piece.triangle(low[s], low[s + 1], high[s + 1]);
            }
            if (r1 > 1e-9) {
                piece.triangle(low[s], high[s + 1], high[s]);
            }
        }
    }

    private static double[] leaned(double[] n, double sin, double cos, double lean) {
        return new double[] {n[0] * (sin - lean * cos), n[1], n[0] * (cos + lean * sin)};
    }

    private static boolean close(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] > SMOOTH;
    }

    private static double[] average(double[] a, double[] b) {
        double x = a[0] + b[0];
        double y = a[1] + b[1];
        double l = Math.hypot(x, y);
        return new double[] {x / l, y / l};
    }
}
