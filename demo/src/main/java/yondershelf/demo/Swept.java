package yondershelf.demo;

/** Things swept along a way or over an area: round bars, cloth. */
final class Swept {
    private final Workpiece piece;

    Swept(Workpiece piece) {
        this.piece = piece;
    }

    /** A round bar swept along points; closed joins the end to the start. */
    void tube(double radius, int sides, boolean closed, double[]... path) {
        int n = path.length;
        int rings = closed ? n + 1 : n;
        double[] frame = {0, 1, 0};
        int[][] v = new int[rings][sides + 1];
        double length = 0;
        double[] first = {0, 0, 0};
        for (int i = 0; i < rings; i++) {
            double[] p = path[i % n];
            double[] before = path[closed ? Math.floorMod(i - 1, n) : Math.max(0, i - 1)];
            double[] after = path[closed ? (i + 1) % n : Math.min(n - 1, i + 1)];
            double[] t = Vec.unit(new double[] {after[0] - before[0], after[1] - before[1], after[2] - before[2]});
            if (i == 0) {
                first = t;
                frame = Math.abs(t[1]) > 0.9 ? new double[] {1, 0, 0} : new double[] {0, 1, 0};
            } else {
                length += Math.sqrt(Math.pow(p[0] - path[(i - 1) % n][0], 2)
                        + Math.pow(p[1] - path[(i - 1) % n][1], 2)
                        + Math.pow(p[2] - path[(i - 1) % n][2], 2));
            }
            // the frame is carried along with as little twist as can be
            double along = Vec.dot(frame, t);
            frame = Vec.unit(new double[] {frame[0] - along * t[0], frame[1] - along * t[1], frame[2] - along * t[2]});
            double[] side = Vec.cross(t, frame);
            for (int s = 0; s <= sides; s++) {
                double a = 2 * Math.PI * s / sides;
                double c = Math.cos(a);
                double d = Math.sin(a);
                double[] q = {frame[0] * c + side[0] * d, frame[1] * c + side[1] * d, frame[2] * c + side[2] * d};
                v[i][s] = piece.vertex(
                        new double[] {p[0] + q[0] * radius, p[1] + q[1] * radius, p[2] + q[2] * radius},
                        q,
                        2 * Math.PI * radius * s / sides,
                        length);
            }
        }
        for (int i = 0; i + 1 < rings; i++) {
            for (int s = 0; s < sides; s++) {
                piece.triangle(v[i][s], v[i][s + 1], v[i + 1][s + 1]);
                piece.triangle(v[i][s], v[i + 1][s + 1], v[i + 1][s]);
            }
        }
        if (!closed) {
            cap(path[0], new double[] {-first[0], -first[1], -first[2]}, radius, sides);
            double[] end = path[n - 1];
            double[] last = path[n - 2];
            cap(end, Vec.unit(new double[] {end[0] - last[0], end[1] - last[1], end[2] - last[2]}), radius, sides);
        }
    }

    /** A rounded end. */
    private void cap(double[] at, double[] out, double radius, int sides) {
        double[] a = Vec.unit(Vec.cross(out, Math.abs(out[1]) > 0.9 ? new double[] {1, 0, 0} : new double[] {0, 1, 0}));
        double[] b = Vec.cross(out, a);
        int rings = 3;
        int[][] v = new int[rings + 1][sides + 1];
        for (int r = 0; r <= rings; r++) {
            double t = Math.PI / 2 * r / rings;
            for (int s = 0; s <= sides; s++) {
                double phi = 2 * Math.PI * s / sides;
                double[] n = new double[3];
                double[] p = new double[3];
                for (int c = 0; c < 3; c++) {
                    n[c] = (a[c] * Math.cos(phi) + b[c] * Math.sin(phi)) * Math.cos(t) + out[c] * Math.sin(t);
                    p[c] = at[c] + n[c] * radius;
                }
                v[r][s] = piece.vertex(p, n, phi * radius, t * radius);
            }
        }
        for (int r = 0; r < rings; r++) {
            for (int s = 0; s < sides; s++) {
                piece.triangle(v[r][s], v[r][s + 1], v[r + 1][s + 1]);
                if (r + 1 < rings) {
                    piece.triangle(v[r][s], v[r + 1][s + 1], v[r + 1][s]);
                }
            }
        }
    }

    /** A sheet given by a function of two parameters, both sides, slightly thick. */
    interface Sheet {
        double[] at(double u, double v);
    }

    void sheet(int across, int down, double width, double height, double thick, Sheet sheet) {
        for (int side = 0; side < 2; side++) {
            int[][] v = new int[across + 1][down + 1];
            for (int i = 0; i <= across; i++) {
                for (int k = 0; k <= down; k++) {
                    double u = i / (double) across;
                    double w = k / (double) down;
                    double[] p = sheet.at(u, w);
                    double e = 0.003;
                    double[] du = Vec.sub(sheet.at(u + e, w), sheet.at(u - e, w));
                    double[] dv = Vec.sub(sheet.at(u, w + e), sheet.at(u, w - e));
                    double[] n = Vec.unit(Vec.cross(dv, du));
                    double sign = side == 0 ? 1 : -1;
                    double[] q = {
                        p[0] + n[0] * thick / 2 * sign, p[1] + n[1] * thick / 2 * sign, p[2] + n[2] * thick / 2 * sign
                    };
                    v[i][k] = piece.vertex(
                            q, new double[] {n[0] * sign, n[1] * sign, n[2] * sign}, u * width, w * height);
                }
            }
            for (int i = 0; i < across; i++) {
                for (int k = 0; k < down; k++) {
                    if (side == 0) {
                        piece.triangle(v[i][k], v[i + 1][k + 1], v[i + 1][k]);
                        piece.triangle(v[i][k], v[i][k + 1], v[i + 1][k + 1]);
                    } else {
                        piece.triangle(v[i][k], v[i + 1][k], v[i + 1][k + 1]);
                        piece.triangle(v[i][k], v[i + 1][k + 1], v[i][k + 1]);
                    }
                }
            }
        }
    }
}
