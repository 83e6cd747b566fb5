package yondershelf.geometry;

/**
 * A ray and the nearest hit found so far. One per worker thread, reused: the traversal allocates nothing. Directions
 * need not be of unit length; distances are in multiples of the direction.
 */
public final class Ray {
    public float ox;
    public float oy;
    public float oz;
    public float dx;
    public float dy;
    public float dz;
    public float tMin;
    public float tMax;

    /** Index of the instance hit, or -1. */
    public int instance;
    /** Index of the triangle within the instance's mesh, parts in order. */
    public int triangle;
    /** Barycentric weight of the triangle's second vertex. */
    public float u;
    /** Barycentric weight of the triangle's third vertex. */
    public float v;

    /** Traversal stacks; deep enough because builds are limited to {@link BvhBuilder#MOST_DEPTH}. */
    final int[] topStack = new int[BvhBuilder.MOST_DEPTH + 2];

    final float[] topNear = new float[BvhBuilder.MOST_DEPTH + 2];

    final int[] stack = new int[BvhBuilder.MOST_DEPTH + 2];

    /** Entry distances of what is on the stack: when it comes up, something nearer may have been hit. */
    final float[] stackNear = new float[BvhBuilder.MOST_DEPTH + 2];

    /** Rays tested since the start, for benchmarks. */
    public long count;

    /** Instances from this on and before {@link #passTo} are passed through. */
    public int passFrom;

    public int passTo;

    /** Sets origin, direction and range, and forgets the hit and what is passed through. */
    public Ray set(double px, double py, double pz, double vx, double vy, double vz, double from, double to) {
        ox = (float) px;
        oy = (float) py;
        oz = (float) pz;
        dx = (float) vx;
        dy = (float) vy;
        dz = (float) vz;
        tMin = (float) from;
        tMax = (float) to;
        instance = -1;
        triangle = -1;
        passFrom = 0;
        passTo = 0;
        return this;
    }

    /** Lets it pass through instances, from the first to before the last. */
    public Ray passing(int from, int to) {
        passFrom = from;
        passTo = to;
        return this;
    }

    public boolean isHit() {
        return instance >= 0;
    }
}
