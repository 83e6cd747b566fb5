package yondershelf.geometry;

import yondershelf.content.Bounds;
import yondershelf.content.Mesh;
import yondershelf.content.Part;

/** A mesh ready for rays in its own space. Immutable; shared by all its instances and all threads. */
public final class MeshBvh {
    private static final int LEAF = 4;

    /** The slab test's far side is raised by this to lose no hit to rounding (Ize 2013, eq. 3: 1 + 2 gamma(3)). */
    static final float FAR_SLACK = 1.0000004f;

    private final Mesh mesh;
    private final Bvh bvh;
    /** Nine floats a triangle, in leaf order. */
    private final float[] corners;

    private final int[] firstTriangle;
    private final Bounds bounds;

    private MeshBvh(Mesh mesh, Bvh bvh, float[] corners, int[] firstTriangle) {
        this.mesh = mesh;
        this.bvh = bvh;
        this.corners = corners;
        this.firstTriangle = firstTriangle;
        this.bounds = mesh.bounds();
    }

    /** Builds the hierarchy. A mesh without triangles is never hit. */
    public static MeshBvh of(Mesh mesh) {
        int[] first = new int[mesh.parts().size() + 1];
        for (int p = 0; p < mesh.parts().size(); p++) {
            first[p + 1] = first[p] + mesh.parts().get(p).triangleCount();
        }
        int n = first[first.length - 1];
        float[] raw = new float[n * 9];
        float[] boxes = new float[n * 6];
        int at = 0;
        for (Part part : mesh.parts()) {
            float[] p = part.positions();
            for (int i = 0; i + 2 < part.indices().length; i += 3, at++) {
                for (int k = 0; k < 3; k++) {
                    float lo = Float.POSITIVE_INFINITY;
                    float hi = Float.NEGATIVE_INFINITY;
                    for (int c = 0; c < 3; c++) {
                        float value = p[part.indices()[i + c] * 3 + k];
                        raw[at * 9 + c * 3 + k] = value;
                        lo = value < lo ? value : lo;
                        hi = value > hi ? value : hi;
                    }
                    boxes[at * 6 + k] = lo;
                    boxes[at * 6 + 3 + k] = hi;
                }
            }
        }
        Bvh bvh = BvhBuilder.build(boxes, LEAF);
        float[] corners = new float[n * 9];
        for (int i = 0; i < n; i++) {
            System.arraycopy(raw, bvh.order()[i] * 9, corners, i * 9, 9);
        }
        return new MeshBvh(mesh, bvh, corners, first);
    }

    public Mesh mesh() {
        return mesh;
    }

    /** The box around all vertices. */
    public Bounds bounds() {
        return bounds;
    }

    public int triangleCount() {
        return corners.length / 9;
    }

    /** The part that a hit's triangle number lies in. */
    public int partOf(int triangle) {
        int p = 0;
        while (p + 2 < firstTriangle.length && triangle >= firstTriangle[p + 1]) {
            p++;
        }
        return p;
    }

    /** A hit's triangle number counted within its part. */
    public int triangleInPart(int triangle) {
        return triangle - firstTriangle[partOf(triangle)];
    }

    /**
     * Finds the nearest hit within the ray's range, in this mesh's space; with {@code any} the first one found. Sets
     * the ray's tMax, u, v, triangle, and gives true when something nearer than before was hit.
     */
    boolean intersect(Ray ray, float ox, float oy, float oz, float dx, float dy, float dz, boolean any) {
        if (corners.length == 0) {
            return false;
        }
        float[] nodes = bvh.nodes();
        int[] refs = bvh.refs();
        float ix = inverse(dx);
        float iy = inverse(dy);
        float iz = inverse(dz);
        // Woop et al. 2013: the axis of the largest direction becomes z, winding kept
        int kz = abs(dx) > abs(dy) ? (abs(dx) > abs(dz) ? 0 : 2) : (abs(dy) > abs(dz) ? 1 : 2);
        int kx = kz == 2 ? 0 : kz + 1;
        int ky = kx == 2 ? 0 : kx + 1;
        float dkz = kz == 0 ? dx : kz == 1 ? dy : dz;
        if (dkz < 0) {
            int swap = kx;
            kx = ky;
            ky = swap;
        }
        float sx = (kx == 0 ? dx : kx == 1 ? dy : dz) / dkz;
        float sy = (ky == 0 ? dx : ky == 1 ? dy : dz) / dkz;
        float sz = 1 / dkz;
        float okx = kx == 0 ? ox : kx == 1 ? oy : oz;
        float oky = ky == 0 ? ox : ky == 1 ? oy : oz;
        float okz = kz == 0 ? ox : kz == 1 ? oy : oz;
        int nx = nearSide(ix, 0);
        int ny = nearSide(iy, 1);
        int nz = nearSide(iz, 2);
        float tMin = ray.tMin;
        int[] stack = ray.stack;
        float[] stackNear = ray.stackNear;
        int top = 0;
        int node = 0;
        boolean found = false;
        while (true) {
            if (node >= 0) {
                int b = node * 12;
                float near0 = slabNear(nodes, b, nx, ny, nz, ox, oy, oz, ix, iy, iz, tMin, ray.tMax);
                float near1 = slabNear(nodes, b + 6, nx, ny, nz, ox, oy, oz, ix, iy, iz, tMin, ray.tMax);
                boolean hit0 = near0 < Float.POSITIVE_INFINITY;
                boolean hit1 = near1 < Float.POSITIVE_INFINITY;
                if (hit0 && hit1) {
                    boolean firstNearer = near0 <= near1;
                    stackNear[top] = firstNearer ? near1 : near0;
                    stack[top++] = refs[node * 2 + (firstNearer ? 1 : 0)];
                    node = refs[node * 2 + (firstNearer ? 0 : 1)];
                    continue;
                } else if (hit0) {
                    node = refs[node * 2];
                    continue;
                } else if (hit1) {
                    node = refs[node * 2 + 1];
                    continue;
                }
            } else {
                int leaf = ~node;
                int start = leaf >> 3;
                int end = start + (leaf & 7);
                for (int i = start; i < end; i++) {
                    int c = i * 9;
                    float az = corners[c + kz] - okz;
                    float bz = corners[c + 3 + kz] - okz;
                    float cz = corners[c + 6 + kz] - okz;
                    float ax = corners[c + kx] - okx - sx * az;
                    float ay = corners[c + ky] - oky - sy * az;
                    float bx = corners[c + 3 + kx] - okx - sx * bz;
                    float by = corners[c + 3 + ky] - oky - sy * bz;
                    float cx = corners[c + 6 + kx] - okx - sx * cz;
                    float cy = corners[c + 6 + ky] - oky - sy * cz;
                    float e0 = cx * by - cy * bx;
                    float e1 = ax * cy - ay * cx;
                    float e2 = bx * ay - by * ax;
                    if (e0 == 0 || e1 == 0 || e2 == 0) {
                        e0 = (float) ((double) cx * by - (double) cy * bx);
                        e1 = (float) ((double) ax * cy - (double) ay * cx);
                        e2 = (float) ((double) bx * ay - (double) by * ax);
                    }
                    if ((e0 < 0 || e1 < 0 || e2 < 0) && (e0 > 0 || e1 > 0 || e2 > 0)) {
                        continue;
                    }
                    float det = e0 + e1 + e2;
                    if (det == 0) {
                        continue;
                    }
                    float inv = 1 / det;
                    float t = (e0 * az + e1 * bz + e2 * cz) * sz * inv;
                    if (t > tMin && t < ray.tMax) {
                        ray.tMax = t;
                        ray.u = e1 * inv;
                        ray.v = e2 * inv;
                        ray.triangle = bvh.order()[i];
                        found = true;
                        if (any) {
                            return true;
                        }
                    }
                }
            }
            do {
                if (top == 0) {
                    return found;
                }
                node = stack[--top];
            } while (stackNear[top] > ray.tMax);
        }
    }

    /** Where in a box's six bounds the side lies that a ray of this direction meets first; the other is at 3 more or less. */
    static int nearSide(float inverse, int axis) {
        return inverse < 0 ? axis + 3 : axis;
    }

    /**
     * Entry distance into a box, or infinity when the ray misses it.
     *
     * @param nearX {@link #nearSide} of the ray for X, as of Y and Z
     */
    static float slabNear(
            float[] nodes,
            int b,
            int nearX,
            int nearY,
            int nearZ,
            float ox,
            float oy,
            float oz,
            float ix,
            float iy,
            float iz,
            float tMin,
            float tMax) {
        float nx = (nodes[b + nearX] - ox) * ix;
        float ny = (nodes[b + nearY] - oy) * iy;
        float nz = (nodes[b + nearZ] - oz) * iz;
        float fx = (nodes[b + 3 - nearX] - ox) * ix;
        float fy = (nodes[b + 5 - nearY] - oy) * iy;
        float fz = (nodes[b + 7 - nearZ] - oz) * iz;
        float near = nx > ny ? nx : ny;
        near = near > nz ? near : nz;
        near = near > tMin ? near : tMin;
        float far = fx < fy ? fx : fy;
        far = (far < fz ? far : fz) * FAR_SLACK;
        far = far < tMax ? far : tMax;
        return near <= far ? near : Float.POSITIVE_INFINITY;
    }

    /** One over a direction component, kept finite so that zero times infinity never appears. */
    static float inverse(float d) {
        if (abs(d) < 1e-18f) {
            return d < 0 ? -1e18f : 1e18f;
        }
        return 1 / d;
    }

    private static float abs(float x) {
        return x < 0 ? -x : x;
    }
}
