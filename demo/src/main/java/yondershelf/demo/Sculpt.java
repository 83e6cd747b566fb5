package yondershelf.demo;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Transform;

/**
 * Builds a model from turned, swept and bevelled shapes, in metres. What follows {@link #wear} goes into that material's
 * part; {@link #at} and {@link #back} move the workbench.
 */
final class Sculpt {
    private static final double SMOOTH = Math.cos(Math.toRadians(38));

    private final Map<String, Buffer> parts = new LinkedHashMap<>();
    private final Deque<Transform> stack = new ArrayDeque<>();
    private Transform here = Transform.IDENTITY;
    private Buffer buffer = new Buffer();
    private double repeat = 0.5;

    private static final class Buffer {
        final List<float[]> positions = new ArrayList<>();
        final List<float[]> normals = new ArrayList<>();
        final List<float[]> uvs = new ArrayList<>();
        final List<Integer> indices = new ArrayList<>();
    }

    /** The material of what follows, and how many metres one repeat of its maps covers. */
    Sculpt wear(String material, double metres) {
        buffer = parts.computeIfAbsent(material, k -> new Buffer());
        repeat = metres;
        return this;
    }

    Sculpt at(double x, double y, double z) {
        stack.push(here);
        here = here.after(Transform.translation(x, y, z));
        return this;
    }

    /** Turns the workbench by degrees about an axis. */
    Sculpt turn(double x, double y, double z, double degrees) {
        stack.push(here);
        here = here.after(Transform.rotation(x, y, z, Math.toRadians(degrees)));
        return this;
    }

    /** Takes back the latest {@link #at} or {@link #turn}, as many times as told. */
    Sculpt back(int times) {
        for (int i = 0; i < times; i++) {
            here = stack.pop();
        }
        return this;
    }

    private int vertex(double[] p, double[] n, double u, double v) {
        buffer.positions.add(new float[] {
            (float) here.pointX(p[0], p[1], p[2]),
            (float) here.pointY(p[0], p[1], p[2]),
            (float) here.pointZ(p[0], p[1], p[2])
        });
        double nx = here.pointX(n[0], n[1], n[2]) - here.tx();
        double ny = here.pointY(n[0], n[1], n[2]) - here.ty();
        double nz = here.pointZ(n[0], n[1], n[2]) - here.tz();
        double l = Math.sqrt(nx * nx + ny * ny + nz * nz);
        l = l > 0 ? 1 / l : 0;
        buffer.normals.add(new float[] {(float) (nx * l), (float) (ny * l), (float) (nz * l)});
        buffer.uvs.add(new float[] {(float) (u / repeat), (float) (v / repeat)});
        return buffer.positions.size() - 1;
    }

    private void triangle(int a, int b, int c) {
        buffer.indices.add(a);
        buffer.indices.add(b);
        buffer.indices.add(c);
    }

    /** Flat polygon, corners counter-clockwise seen from outside. */
    Sculpt face(double[]... p) {
        double[] e = {p[1][0] - p[0][0], p[1][1] - p[0][1], p[1][2] - p[0][2]};
        double[] f = {p[2][0] - p[0][0], p[2][1] - p[0][1], p[2][2] - p[0][2]};
        double[] n = unit(cross(e, f));
        double[] t = unit(e);
        double[] b = cross(n, t);
        int[] v = new int[p.length];
        for (int i = 0; i < p.length; i++) {
            double[] d = {p[i][0] - p[0][0], p[i][1] - p[0][1], p[i][2] - p[0][2]};
            v[i] = vertex(p[i], n, dot(d, t), -dot(d, b));
        }
        for (int i = 2; i < p.length; i++) {
            triangle(v[0], v[i - 1], v[i]);
        }
        return this;
    }

    /**
     * A flat fan: the first corner and the direction to the second only set where UVs start; the rest, counter-clockwise,
     * is the outline.
     */
    Sculpt fan(double[]... p) {
        double[] t = unit(sub(p[1], p[0]));
        double[] n = unit(cross(sub(p[3], p[2]), sub(p[4], p[3])));
        double[] b = cross(n, t);
        int[] v = new int[p.length];
        for (int i = 2; i < p.length; i++) {
            double[] d = sub(p[i], p[0]);
            v[i] = vertex(p[i], n, dot(d, t), -dot(d, b));
        }
        for (int i = 4; i < p.length; i++) {
            triangle(v[2], v[i - 1], v[i]);
        }
        return this;
    }

    /** A box with rounded edges, standing on the workbench's origin, centred across. The grain runs along its longest side. */
    Sculpt box(double w, double h, double d, double bevel) {
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
                    n = unit(n);
                    double[] q = {core[0] + n[0] * r, core[1] + n[1] * r + half[1], core[2] + n[2] * r};
                    // along the longest side goes V, so that planks run along it
                    double along = axis == longest ? p[va] : p[longest];
                    double across = axis == longest ? p[ua] : (ua == longest ? p[va] : p[ua]);
                    v[i][k] = vertex(q, n, across + face * 0.137, along);
                }
            }
            for (int i = 0; i + 1 < gu.length; i++) {
                for (int k = 0; k + 1 < gv.length; k++) {
                    triangle(v[i][k], v[i + 1][k], v[i + 1][k + 1]);
                    triangle(v[i][k], v[i + 1][k + 1], v[i][k + 1]);
                }
            }
        }
        return this;
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

    /** Turns a profile (radius and height pairs, from bottom to top on the outside) about the upright axis. */
    Sculpt lathe(int sides, double... profile) {
        return lathe(sides, null, profile);
    }

    /** How much a turned shape bulges at an angle and height: multiplies the radius. */
    interface Bulge {
        double at(double angle, double y);
    }

    Sculpt lathe(int sides, @org.jspecify.annotations.Nullable Bulge bulge, double... profile) {
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
        return this;
    }

    private void strip(
            int sides,
            @org.jspecify.annotations.Nullable Bulge bulge,
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
            low[s] = vertex(new double[] {r0 * k0 * sin, y0, r0 * k0 * cos}, leaned(n0, sin, cos, lean), u, -v0);
            high[s] = vertex(new double[] {r1 * k1 * sin, y1, r1 * k1 * cos}, leaned(n1, sin, cos, lean), u, -v1);
        }
        for (int s = 0; s < sides; s++) {
            if (r0 > 1e-9) {
                triangle(low[s], low[s + 1], high[s + 1]);
            }
            if (r1 > 1e-9) {
                triangle(low[s], high[s + 1], high[s]);
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

    /** A cylinder with rounded edges standing on the origin. */
    Sculpt drum(int sides, double radius, double height, double bevel) {
        double b = Math.min(bevel, Math.min(radius, height / 2));
        double k = b * 0.293;
        return lathe(
                sides,
                0,
                0,
                radius - b,
                0,
                radius - k,
                k,
                radius,
                b,
                radius,
                height - b,
                radius - k,
                height - k,
                radius - b,
                height,
                0,
                height);
    }

    Sculpt sphere(int sides, double radius) {
        int rings = Math.max(6, sides / 2);
        double[] profile = new double[(rings + 1) * 2];
        for (int i = 0; i <= rings; i++) {
            double t = Math.PI * i / rings;
            profile[i * 2] = radius * Math.sin(t);
            profile[i * 2 + 1] = -radius * Math.cos(t);
        }
        return lathe(sides, profile);
    }

    /** A round bar swept along points; closed joins the end to the start. */
    Sculpt tube(double radius, int sides, boolean closed, double[]... path) {
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
            double[] t = unit(new double[] {after[0] - before[0], after[1] - before[1], after[2] - before[2]});
            if (i == 0) {
                first = t;
                frame = Math.abs(t[1]) > 0.9 ? new double[] {1, 0, 0} : new double[] {0, 1, 0};
            } else {
                length += Math.sqrt(Math.pow(p[0] - path[(i - 1) % n][0], 2)
                        + Math.pow(p[1] - path[(i - 1) % n][1], 2)
                        + Math.pow(p[2] - path[(i - 1) % n][2], 2));
            }
            // the frame is carried along with as little twist as can be
            double along = dot(frame, t);
            frame = unit(new double[] {frame[0] - along * t[0], frame[1] - along * t[1], frame[2] - along * t[2]});
            double[] side = cross(t, frame);
            for (int s = 0; s <= sides; s++) {
                double a = 2 * Math.PI * s / sides;
                double c = Math.cos(a);
                double d = Math.sin(a);
                double[] q = {frame[0] * c + side[0] * d, frame[1] * c + side[1] * d, frame[2] * c + side[2] * d};
                v[i][s] = vertex(
                        new double[] {p[0] + q[0] * radius, p[1] + q[1] * radius, p[2] + q[2] * radius},
                        q,
                        2 * Math.PI * radius * s / sides,
                        length);
            }
        }
        for (int i = 0; i + 1 < rings; i++) {
            for (int s = 0; s < sides; s++) {
                triangle(v[i][s], v[i][s + 1], v[i + 1][s + 1]);
                triangle(v[i][s], v[i + 1][s + 1], v[i + 1][s]);
            }
        }
        if (!closed) {
            cap(path[0], new double[] {-first[0], -first[1], -first[2]}, radius, sides);
            double[] end = path[n - 1];
            double[] last = path[n - 2];
            cap(end, unit(new double[] {end[0] - last[0], end[1] - last[1], end[2] - last[2]}), radius, sides);
        }
        return this;
    }

    /** A rounded end. */
    private void cap(double[] at, double[] out, double radius, int sides) {
        double[] a = unit(cross(out, Math.abs(out[1]) > 0.9 ? new double[] {1, 0, 0} : new double[] {0, 1, 0}));
        double[] b = cross(out, a);
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
                v[r][s] = vertex(p, n, phi * radius, t * radius);
            }
        }
        for (int r = 0; r < rings; r++) {
            for (int s = 0; s < sides; s++) {
                triangle(v[r][s], v[r][s + 1], v[r + 1][s + 1]);
                if (r + 1 < rings) {
                    triangle(v[r][s], v[r + 1][s + 1], v[r + 1][s]);
                }
            }
        }
    }

    /** A sheet given by a function of two parameters, both sides, slightly thick. */
    interface Sheet {
        double[] at(double u, double v);
    }

    Sculpt sheet(int across, int down, double width, double height, double thick, Sheet sheet) {
        for (int side = 0; side < 2; side++) {
            int[][] v = new int[across + 1][down + 1];
            for (int i = 0; i <= across; i++) {
                for (int k = 0; k <= down; k++) {
                    double u = i / (double) across;
                    double w = k / (double) down;
                    double[] p = sheet.at(u, w);
                    double e = 0.003;
                    double[] du = sub(sheet.at(u + e, w), sheet.at(u - e, w));
                    double[] dv = sub(sheet.at(u, w + e), sheet.at(u, w - e));
                    double[] n = unit(cross(dv, du));
                    double sign = side == 0 ? 1 : -1;
                    double[] q = {
                        p[0] + n[0] * thick / 2 * sign, p[1] + n[1] * thick / 2 * sign, p[2] + n[2] * thick / 2 * sign
                    };
                    v[i][k] = vertex(q, new double[] {n[0] * sign, n[1] * sign, n[2] * sign}, u * width, w * height);
                }
            }
            for (int i = 0; i < across; i++) {
                for (int k = 0; k < down; k++) {
                    if (side == 0) {
                        triangle(v[i][k], v[i + 1][k + 1], v[i + 1][k]);
                        triangle(v[i][k], v[i][k + 1], v[i + 1][k + 1]);
                    } else {
                        triangle(v[i][k], v[i + 1][k], v[i + 1][k + 1]);
                        triangle(v[i][k], v[i + 1][k + 1], v[i][k + 1]);
                    }
                }
            }
        }
        return this;
    }

    /** The finished model; materials in the order in which they were first worn. */
    Model model(String name, Map<String, Material> wardrobe) {
        List<Part> out = new ArrayList<>();
        List<Material> materials = new ArrayList<>();
        for (Map.Entry<String, Buffer> entry : parts.entrySet()) {
            Buffer b = entry.getValue();
            if (b.indices.isEmpty()) {
                continue;
            }
            Material material = wardrobe.get(entry.getKey());
            if (material == null) {
                throw new IllegalArgumentException("no material " + entry.getKey());
            }
            out.add(new Part(
                    flat(b.positions, 3),
                    flat(b.normals, 3),
                    flat(b.uvs, 2),
                    null,
                    b.indices.stream().mapToInt(i -> i).toArray(),
                    materials.size()));
            materials.add(material);
        }
        return Model.of(name, new Mesh(name, out), materials);
    }

    private static float[] flat(List<float[]> in, int size) {
        float[] out = new float[in.size() * size];
        for (int i = 0; i < in.size(); i++) {
            System.arraycopy(in.get(i), 0, out, i * size, size);
        }
        return out;
    }

    static double[] sub(double[] a, double[] b) {
        return new double[] {a[0] - b[0], a[1] - b[1], a[2] - b[2]};
    }

    static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }

    static double[] unit(double[] a) {
        double l = Math.sqrt(dot(a, a));
        return l > 0 ? new double[] {a[0] / l, a[1] / l, a[2] / l} : new double[] {0, 1, 0};
    }
}
