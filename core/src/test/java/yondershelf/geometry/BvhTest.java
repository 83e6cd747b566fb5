package yondershelf.geometry;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.content.Mesh;
import yondershelf.content.Part;
import yondershelf.content.Transform;

/** The hierarchy finds what testing every triangle finds, and closed meshes have no leaks. */
class BvhTest {
    private static Mesh soup(int triangles, long seed) {
        SplittableRandom r = new SplittableRandom(seed);
        float[] p = new float[triangles * 9];
        int[] x = new int[triangles * 3];
        for (int i = 0; i < triangles; i++) {
            for (int k = 0; k < 3; k++) {
                double c = r.nextDouble(-5, 5);
                for (int v = 0; v < 3; v++) {
                    p[i * 9 + v * 3 + k] = (float) (c + r.nextDouble(-0.6, 0.6));
                }
            }
            x[i * 3] = i * 3;
            x[i * 3 + 1] = i * 3 + 1;
            x[i * 3 + 2] = i * 3 + 2;
        }
        return new Mesh("soup", List.of(new Part(p, null, null, null, x, 0)));
    }

    /** Moeller and Trumbore 1997, in double precision: another test than the one used. */
    private static double nearest(Mesh mesh, double[] o, double[] d) {
        double best = Double.POSITIVE_INFINITY;
        Part part = mesh.parts().get(0);
        for (int t = 0; t < part.indices().length; t += 3) {
            double[][] v = new double[3][3];
            for (int k = 0; k < 3; k++) {
                for (int c = 0; c < 3; c++) {
                    v[k][c] = part.positions()[part.indices()[t + k] * 3 + c];
                }
            }
            double[] e1 = sub(v[1], v[0]);
            double[] e2 = sub(v[2], v[0]);
            double[] p = cross(d, e2);
            double det = dot(e1, p);
            if (Math.abs(det) < 1e-14) {
                continue;
            }
            double[] s = sub(o, v[0]);
            double u = dot(s, p) / det;
            double[] q = cross(s, e1);
            double w = dot(d, q) / det;
            double far = dot(e2, q) / det;
            if (u >= 0 && w >= 0 && u + w <= 1 && far > 0) {
                best = Math.min(best, far);
            }
        }
        return best;
    }

    private static double[] sub(double[] a, double[] b) {
        return new double[] {a[0] - b[0], a[1] - b[1], a[2] - b[2]};
    }

    private static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    private static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }

    @Test
    void findsWhatTestingEveryTriangleFinds() {
        for (int size : new int[] {1, 3, 7, 60, 900}) {
            Mesh mesh = soup(size, size);
            SceneBvh scene = SceneBvh.of(List.of(new SceneBvh.Instance(MeshBvh.of(mesh), Transform.IDENTITY)));
            SplittableRandom r = new SplittableRandom(size + 99);
            Ray ray = new Ray();
            for (int i = 0; i < 1500; i++) {
                double[] o = {r.nextDouble(-9, 9), r.nextDouble(-9, 9), r.nextDouble(-9, 9)};
                double[] d = {r.nextDouble(-1, 1), r.nextDouble(-1, 1), i % 5 == 0 ? 0 : r.nextDouble(-1, 1)};
                double expected = nearest(mesh, o, d);
                boolean hit = scene.nearest(ray.set(o[0], o[1], o[2], d[0], d[1], d[2], 0, 1e30));
                if (hit != Double.isFinite(expected)) {
                    // only a ray within rounding of an edge may be told differently
                    assertTrue(Double.isInfinite(expected) || grazes(mesh, o, d), "ray " + i + " of " + size);
                } else if (hit) {
                    assertEquals(expected, ray.tMax, 1e-3 * Math.max(1, expected));
                }
            }
        }
    }

    private static boolean grazes(Mesh mesh, double[] o, double[] d) {
        double e = 1e-5;
        double[] moved = {o[0] + e, o[1] - e, o[2] + e};
        return Double.isInfinite(nearest(mesh, moved, d));
    }

    @Test
    void transformedInstancesAreHitWhereTheyStand() {
        MeshBvh mesh = MeshBvh.of(soup(600, 5));
        Transform place = Transform.translation(30, -4, 7)
                .after(Transform.rotation(1, 2, 3, 0.8))
                .after(Transform.scale(2, 0.5, -1.5));
        SceneBvh moved = SceneBvh.of(List.of(new SceneBvh.Instance(mesh, place)));
        SceneBvh still = SceneBvh.of(List.of(new SceneBvh.Instance(mesh, Transform.IDENTITY)));
        SplittableRandom r = new SplittableRandom(12);
        Ray a = new Ray();
        Ray b = new Ray();
        int hits = 0;
        for (int i = 0; i < 4000; i++) {
            double[] o = {r.nextDouble(-7, 7), r.nextDouble(-7, 7), r.nextDouble(-7, 7)};
            double[] t = {r.nextDouble(-7, 7), r.nextDouble(-7, 7), r.nextDouble(-7, 7)};
            still.nearest(a.set(o[0], o[1], o[2], t[0] - o[0], t[1] - o[1], t[2] - o[2], 0, 1e30));
            double wx = place.pointX(o[0], o[1], o[2]);
            double wy = place.pointY(o[0], o[1], o[2]);
            double wz = place.pointZ(o[0], o[1], o[2]);
            double vx = place.pointX(t[0], t[1], t[2]) - wx;
            double vy = place.pointY(t[0], t[1], t[2]) - wy;
            double vz = place.pointZ(t[0], t[1], t[2]) - wz;
            moved.nearest(b.set(wx, wy, wz, vx, vy, vz, 0, 1e30));
            if (a.isHit() && b.isHit()) {
                // distances are in multiples of the direction, so they survive the placing
                assertEquals(a.tMax, b.tMax, 2e-3 * Math.max(1, a.tMax));
                hits++;
            }
        }
        assertTrue(hits > 300, "hits " + hits);
    }

    /** Rays from inside through vertices and edge middles of a closed mesh: the hard cases of Woop et al. 2013. */
    @Test
    void closedMeshesDoNotLeak() {
        Mesh ball = ball(20);
        SceneBvh scene = SceneBvh.of(List.of(new SceneBvh.Instance(MeshBvh.of(ball), Transform.IDENTITY)));
        Part part = ball.parts().get(0);
        SplittableRandom r = new SplittableRandom(3);
        Ray ray = new Ray();
        int leaks = 0;
        for (int i = 0; i < 200_000; i++) {
            int t = r.nextInt(part.triangleCount()) * 3;
            int a = part.indices()[t] * 3;
            int b = part.indices()[t + 1] * 3;
            double k = i % 3 == 0 ? 0 : r.nextDouble();
            double[] o = {r.nextDouble(-0.3, 0.3), r.nextDouble(-0.3, 0.3), r.nextDouble(-0.3, 0.3)};
            float[] p = part.positions();
            double dx = p[a] * (1 - k) + p[b] * k - o[0];
            double dy = p[a + 1] * (1 - k) + p[b + 1] * k - o[1];
            double dz = p[a + 2] * (1 - k) + p[b + 2] * k - o[2];
            if (!scene.nearest(ray.set(o[0], o[1], o[2], dx, dy, dz, 0, 1e30))) {
                leaks++;
            }
        }
        assertEquals(0, leaks);
    }

    /** A closed ball with shared vertices, poles included. */
    private static Mesh ball(int rings) {
        int around = rings * 2;
        List<float[]> v = new ArrayList<>();
        v.add(new float[] {0, 1, 0});
        for (int i = 1; i < rings; i++) {
            double t = Math.PI * i / rings;
            for (int k = 0; k < around; k++) {
                double f = 2 * Math.PI * k / around;
                v.add(new float[] {
                    (float) (Math.sin(t) * Math.cos(f)), (float) Math.cos(t), (float) (Math.sin(t) * Math.sin(f))
                });
            }
        }
        v.add(new float[] {0, -1, 0});
        List<Integer> x = new ArrayList<>();
        int last = v.size() - 1;
        for (int k = 0; k < around; k++) {
            int n = (k + 1) % around;
            x.addAll(List.of(0, 1 + n, 1 + k));
            x.addAll(List.of(last, last - around + k, last - around + n));
            for (int i = 0; i + 2 < rings; i++) {
                int a = 1 + i * around;
                int b = a + around;
                x.addAll(List.of(a + k, a + n, b + k));
                x.addAll(List.of(a + n, b + n, b + k));
            }
        }
        float[] p = new float[v.size() * 3];
        for (int i = 0; i < v.size(); i++) {
            System.arraycopy(v.get(i), 0, p, i * 3, 3);
        }
        return new Mesh(
                "ball",
                List.of(new Part(
                        p, null, null, null, x.stream().mapToInt(i -> i).toArray(), 0)));
    }

    /** Things of all sizes at once, each so much further off than the ones before that one is split off at a time: the stack is deep enough. */
    @Test
    void noHierarchyIsDeeperThanTheStack() {
        for (int axes = 1; axes <= 3; axes++) {
            for (boolean outwards : new boolean[] {true, false}) {
                int n = 110 * axes;
                float[] boxes = new float[n * 6];
                for (int i = 0; i < n; i++) {
                    float far = (float) Math.pow(4, i / axes - 55) * (outwards ? 1 : -1);
                    for (int k = 0; k < 3; k++) {
                        float at = k == i % axes ? far : 0;
                        boxes[i * 6 + k] = at - Math.abs(far) * 1e-3f;
                        boxes[i * 6 + 3 + k] = at + Math.abs(far) * 1e-3f;
                    }
                }
                Bvh bvh = BvhBuilder.build(boxes, 1);
                int depth = depth(bvh.refs(), 0);
                assertTrue(depth <= BvhBuilder.MOST_DEPTH, axes + " axes: " + depth);
                assertTrue(depth > 30, "one is split off at a time: " + depth);
            }
        }
    }

    private static int depth(int[] refs, int node) {
        return node < 0 ? 0 : 1 + Math.max(depth(refs, refs[node * 2]), depth(refs, refs[node * 2 + 1]));
    }
}
