package yondershelf.demo;

/** Flat things: polygons, and boxes with rounded edges. */
final class Flat {
    private final Workpiece piece;

    Flat(Workpiece piece) {
        this.piece = piece;
    }

    /** Flat polygon, corners counter-clockwise seen from outside. */
    void face(double[]... p) {
        double[] e = {p[1][0] - p[0][0], p[1][1] - p[0][1], p[1][2] - p[0][2]};
        double[] f = {p[2][0] - p[0][0], p[2][1] - p[0][1], p[2][2] - p[0][2]};
        double[] n = Vec.unit(Vec.cross(e, f));
        double[] t = Vec.unit(e);
        double[] b = Vec.cross(n, t);
        int[] v = new int[p.length];
        for (int i = 0; i < p.length; i++) {
            double[] d = {p[i][0] - p[0][0], p[i][1] - p[0][1], p[i][2] - p[0][2]};
            v[i] = piece.vertex(p[i], n, Vec.dot(d, t), -Vec.dot(d, b));
        }
        for (int i = 2; i < p.length; i++) {
            piece.triangle(v[0], v[i - 1], v[i]);
        }
    }

    /**
     * A flat fan: the first corner and the direction to the second only set where UVs start; the rest, counter-clockwise,
     * is the outline.
     */
    void fan(double[]... p) {
        double[] t = Vec.unit(Vec.sub(p[1], p[0]));
        double[] n = Vec.unit(Vec.cross(Vec.sub(p[3], p[2]), Vec.sub(p[4], p[3])));
        double[] b = Vec.cross(n, t);
        int[] v = new int[p.length];
        for (int i = 2; i < p.length; i++) {
            double[] d = Vec.sub(p[i], p[0]);
            v[i] = piece.vertex(p[i], n, Vec.dot(d, t), -Vec.dot(d, b));
        }
        for (int i = 4; i < p.length; i++) {
            piece.triangle(v[2], v[i - 1], v[i]);
        }
    }

    /** A box with rounded edges, standing on the workbench's origin, centred across. The grain runs along its longest side. */
    void box(double w, double h, double d, double bevel) {
        double[] half = {w / 2, h / 2, d / 2};
        double r = Math.min(bevel, Math.min(half[0], Math.min(half[1], half[2])) * 0.99);
        int longest = w >= h && w >= d ? 0 : h >= d ? 1 : 2;
        int steps = 3;
        for (int face = 0; face < 6; face++) {
            int axis = face / 2;
            double sign = face % 2 == 0 ? 1 : -1;
            int ua = (axis + 1) % 3;
            int va = (axis + 2) % 3;
            double[] gu = grid(half[ua], r, steps);
            double[] gv = grid(half[va], r, steps);
            int[][] v = new int[gu.length][gv.length];
            for (int i = 0; i < gu.length; i++) {
                for (int k = 0; k < gv.length; k++) {
                    double[] p = new double[3];
                    p[axis] = sign * half[axis];
                    p[ua] = gu[i] * sign;
                    p[va] = gv[k];
                    double[] core = new double[3];
                    double[] n = new double[3];
                    for (int c = 0; c < 3; c++) {
                        core[c] = Math.max(-half[c] + r, Math.min(half[c] - r, p[c]));
                        n[c] = p[c] - core[c];
                    }
                    n = Vec.unit(n);
                    double[] q = {core[0] + n[0] * r, core[1] + n[1] * r + half[1], core[2] + n[2] * r};
                    // along the longest side goes V, so that planks run along it
                    double along = axis == longest ? p[va] : p[longest];
                    double across = axis == longest ? p[ua] : (ua == longest ? p[va] : p[ua]);
                    v[i][k] = piece.vertex(q, n, across + face * 0.137, along);
                }
            }
            piece.grid(v);
        }
    }

    private static double[] grid(double half, double r, int steps) {
        double[] out = new double[steps * 2 + 2];
        for (int i = 0; i <= steps; i++) {
            double t = Math.tan(Math.PI / 4 * (steps - i) / steps);
            out[i] = -half + r - r * t;
            out[out.length - 1 - i] = half - r + r * t;
        }
        return out;
    }
}
