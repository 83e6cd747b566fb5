package yondershelf.format.model;

/** Faces of more than three corners as triangles, by cutting ears (Meisters 1975, "Polygons have ears"). */
public final class Polygons {
    private double[] flat = new double[32];
    private int[] ring = new int[16];

    /**
     * Cuts one face.
     *
     * @param positions x, y, z per point
     * @param points the face's points, from a place on, so many
     * @param into where the triangles go: places within the face, 0 to count - 1, (count - 2) * 3 of them
     */
    public void cut(float[] positions, int[] points, int from, int count, int[] into, int at) {
        int out = at;
        if (count > 3 && project(positions, points, from, count)) {
            out = ears(count, into, out);
            return;
        }
        for (int i = 1; i + 1 < count; i++) {
            into[out++] = 0;
            into[out++] = i;
            into[out++] = i + 1;
        }
    }

    /** Looks at the face along its normal (Newell's method); false when a fan of triangles will do. */
    private boolean project(float[] p, int[] points, int from, int count) {
        double nx = 0;
        double ny = 0;
        double nz = 0;
        for (int i = 0; i < count; i++) {
            int a = points[from + i] * 3;
            int b = points[from + (i + 1) % count] * 3;
            nx += (p[a + 1] - p[b + 1]) * ((double) p[a + 2] + p[b + 2]);
            ny += (p[a + 2] - p[b + 2]) * ((double) p[a] + p[b]);
            nz += (p[a] - p[b]) * ((double) p[a + 1] + p[b + 1]);
        }
        double ax = Math.abs(nx);
        double ay = Math.abs(ny);
        double az = Math.abs(nz);
        int drop = ax > ay && ax > az ? 0 : ay > az ? 1 : 2;
        double side = drop == 0 ? nx : drop == 1 ? ny : nz;
        int u = (drop + 1) % 3;
        int v = (drop + 2) % 3;
        flat = flat.length < count * 2 ? new double[count * 4] : flat;
        ring = ring.length < count ? new int[count * 2] : ring;
        for (int i = 0; i < count; i++) {
            int a = points[from + i] * 3;
            flat[i * 2] = p[a + u];
            flat[i * 2 + 1] = side < 0 ? -p[a + v] : p[a + v];
            ring[i] = i;
        }
        boolean convex = true;
        for (int i = 0; i < count; i++) {
            convex &= turn(i, (i + 1) % count, (i + 2) % count) >= 0;
        }
        return !convex;
    }

    private double turn(int a, int b, int c) {
        return (flat[b * 2] - flat[a * 2]) * (flat[c * 2 + 1] - flat[a * 2 + 1])
                - (flat[b * 2 + 1] - flat[a * 2 + 1]) * (flat[c * 2] - flat[a * 2]);
    }

    private int ears(int count, int[] into, int at) {
        int out = at;
        int left = count;
        while (left > 3) {
            int ear = 0;
            while (ear < left && !isEar(ear, left)) {
                ear++;
            }
            // of a face that crosses itself, any corner is taken
            int corner = ear == left ? 0 : ear;
            into[out++] = ring[(corner + left - 1) % left];
            into[out++] = ring[corner];
            into[out++] = ring[(corner + 1) % left];
            System.arraycopy(ring, corner + 1, ring, corner, left - corner - 1);
            left--;
        }
        into[out++] = ring[0];
        into[out++] = ring[1];
        into[out++] = ring[2];
        return out;
    }

    private boolean isEar(int corner, int left) {
        int a = ring[(corner + left - 1) % left];
        int b = ring[corner];
        int c = ring[(corner + 1) % left];
        if (turn(a, b, c) <= 0) {
            return false;
        }
        for (int i = 0; i < left; i++) {
            int p = ring[i];
            if (p != a && p != b && p != c && turn(a, b, p) >= 0 && turn(b, c, p) >= 0 && turn(c, a, p) >= 0) {
                return false;
            }
        }
        return true;
    }
}
