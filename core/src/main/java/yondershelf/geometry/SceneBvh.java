package yondershelf.geometry;

import java.util.List;
import yondershelf.content.Bounds;
import yondershelf.content.Transform;

/** Instances of meshes ready for rays in world space. Immutable; one {@link Ray} per thread. */
public final class SceneBvh {

    /** One placing of a mesh. */
    public record Instance(MeshBvh mesh, Transform toWorld) {}

    private final List<Instance> instances;
    private final Bvh bvh;
    /** Twelve floats an instance: world to mesh space, rows of {@link Transform}. */
    private final float[] toMesh;

    private final Bounds bounds;

    private SceneBvh(List<Instance> instances, Bvh bvh, float[] toMesh, Bounds bounds) {
        this.instances = instances;
        this.bvh = bvh;
        this.toMesh = toMesh;
        this.bounds = bounds;
    }

    public static SceneBvh of(List<Instance> instances) {
        int n = instances.size();
        float[] boxes = new float[n * 6];
        float[] toMesh = new float[n * 12];
        Bounds all = Bounds.EMPTY;
        for (int i = 0; i < n; i++) {
            Instance instance = instances.get(i);
            Bounds b = instance.mesh().bounds().transformed(instance.toWorld());
            if (!b.isEmpty()) {
                all = all.union(b);
            }
            boxes[i * 6] = below(b.minX());
            boxes[i * 6 + 1] = below(b.minY());
            boxes[i * 6 + 2] = below(b.minZ());
            boxes[i * 6 + 3] = above(b.maxX());
            boxes[i * 6 + 4] = above(b.maxY());
            boxes[i * 6 + 5] = above(b.maxZ());
            Transform t = instance.toWorld().inverse();
            double[] rows = {
                t.xx(), t.xy(), t.xz(), t.tx(), t.yx(), t.yy(), t.yz(), t.ty(), t.zx(), t.zy(), t.zz(), t.tz()
            };
            for (int k = 0; k < 12; k++) {
                toMesh[i * 12 + k] = (float) rows[k];
            }
        }
        return new SceneBvh(List.copyOf(instances), BvhBuilder.build(boxes, 1), toMesh, all);
    }

    /** Boxes are widened a little: rays are moved into mesh space in single precision. */
    private static float below(double value) {
        return (float) (value - Math.abs(value) * 1e-6 - 1e-7);
    }

    private static float above(double value) {
        return (float) (value + Math.abs(value) * 1e-6 + 1e-7);
    }

    public List<Instance> instances() {
        return instances;
    }

    public Bounds bounds() {
        return bounds;
    }

    /** Finds the nearest hit within the ray's range and sets the ray's fields; false when there is none. */
    public boolean nearest(Ray ray) {
        return trace(ray, false);
    }

    /** True when anything lies within the ray's range. */
    public boolean blocked(Ray ray) {
        return trace(ray, true);
    }

    private boolean trace(Ray ray, boolean any) {
        ray.count++;
        if (instances.isEmpty()) {
            return false;
        }
        float[] nodes = bvh.nodes();
        int[] refs = bvh.refs();
        float ix = MeshBvh.inverse(ray.dx);
        float iy = MeshBvh.inverse(ray.dy);
        float iz = MeshBvh.inverse(ray.dz);
        int nx = MeshBvh.nearSide(ix, 0);
        int ny = MeshBvh.nearSide(iy, 1);
        int nz = MeshBvh.nearSide(iz, 2);
        int[] stack = ray.topStack;
        float[] stackNear = ray.topNear;
        int top = 0;
        int node = 0;
        while (true) {
            if (node >= 0) {
                int b = node * 12;
                float near0 =
                        MeshBvh.slabNear(nodes, b, nx, ny, nz, ray.ox, ray.oy, ray.oz, ix, iy, iz, ray.tMin, ray.tMax);
                float near1 = MeshBvh.slabNear(
                        nodes, b + 6, nx, ny, nz, ray.ox, ray.oy, ray.oz, ix, iy, iz, ray.tMin, ray.tMax);
                boolean hit0 = near0 < Float.POSITIVE_INFINITY;
                boolean hit1 = near1 < Float.POSITIVE_INFINITY;
                if (hit0 && hit1) {
                    boolean firstNearer = near0 <= near1;
                    stackNear[top] = firstNearer ? near1 : near0;
                    stack[top++] = refs[node * 2 + (firstNearer ? 1 : 0)];
                    node = refs[node * 2 + (firstNearer ? 0 : 1)];
                    continue;
                } else if (hit0 || hit1) {
                    node = refs[node * 2 + (hit0 ? 0 : 1)];
                    continue;
                }
            } else {
                int leaf = ~node;
                int start = leaf >> 3;
                int end = start + (leaf & 7);
                for (int i = start; i < end; i++) {
                    if (intersect(ray, bvh.order()[i], any) && any) {
                        return true;
                    }
                }
            }
            do {
                if (top == 0) {
                    return ray.instance >= 0;
                }
                node = stack[--top];
            } while (stackNear[top] > ray.tMax);
        }
    }

    /** The direction is not made unit length again, so distances stay those of the world's ray. */
    private boolean intersect(Ray ray, int index, boolean any) {
        if (index >= ray.passFrom && index < ray.passTo) {
            return false;
        }
        int m = index * 12;
        float[] t = toMesh;
        float ox = t[m] * ray.ox + t[m + 1] * ray.oy + t[m + 2] * ray.oz + t[m + 3];
        float oy = t[m + 4] * ray.ox + t[m + 5] * ray.oy + t[m + 6] * ray.oz + t[m + 7];
        float oz = t[m + 8] * ray.ox + t[m + 9] * ray.oy + t[m + 10] * ray.oz + t[m + 11];
        float dx = t[m] * ray.dx + t[m + 1] * ray.dy + t[m + 2] * ray.dz;
        float dy = t[m + 4] * ray.dx + t[m + 5] * ray.dy + t[m + 6] * ray.dz;
        float dz = t[m + 8] * ray.dx + t[m + 9] * ray.dy + t[m + 10] * ray.dz;
        boolean hit = instances.get(index).mesh().intersect(ray, ox, oy, oz, dx, dy, dz, any);
        if (hit) {
            ray.instance = index;
        }
        return hit;
    }
}
