package yondershelf.geometry;

/** A built hierarchy; see {@link BvhBuilder} for the layout. {@code order} lists primitives in leaf order. */
record Bvh(float[] nodes, int[] refs, int[] order) {}
