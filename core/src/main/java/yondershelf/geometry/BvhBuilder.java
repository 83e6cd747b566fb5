package yondershelf.geometry;

/**
 * Builds a binary hierarchy over boxes. Inner node {@code i} keeps both children's boxes in {@code nodes[12 i ..]} (lo
 * xyz, hi xyz, twice) and the children in {@code refs[2 i ..]}: an inner node's number, or a leaf as the complement of
 * {@code start * 8 + count}.
 */
final class BvhBuilder {
    /** Deeper than this the build stops optimising and halves by count. */
    private static final int SAH_DEPTH = 40;

    /** With halving by count, 2^28 primitives end well within this depth. */
    static final int MOST_DEPTH = 72;

    private static final int MOST_BINS = 16;

    private final float[] boxes;
    private final int leafSize;
    private final int[] order;
    private float[] nodes;
    private int[] refs;
    private int nodeCount;

    private final float[] binBoxes = new float[MOST_BINS * 6];
    private final int[] binCounts = new int[MOST_BINS];
    private final float[] rightAreas = new float[MOST_BINS];

    private BvhBuilder(float[] boxes, int leafSize) {
        this.boxes = boxes;
        this.leafSize = leafSize;
        int n = boxes.length / 6;
        this.order = new int[n];
        for (int i = 0; i < n; i++) {
            order[i] = i;
        }
        int room = Math.max(1, n);
        this.nodes = new float[room * 12];
        this.refs = new int[room * 2];
    }

    /** Boxes are six floats each: lo xyz, hi xyz. At least one. */
    static Bvh build(float[] boxes, int leafSize) {
        BvhBuilder b = new BvhBuilder(boxes, leafSize);
        int n = boxes.length / 6;
        if (n <= leafSize) {
            // a root with one child that is everything and one that is never entered
            b.nodeCount = 1;
            b.refs[0] = leaf(0, n);
            b.refs[1] = leaf(0, 0);
            b.writeBox(0, 0, n);
            for (int i = 6; i < 9; i++) {
                b.nodes[i] = Float.POSITIVE_INFINITY;
                b.nodes[i + 3] = Float.NEGATIVE_INFINITY;
            }
        } else {
            b.split(0, n, 0);
        }
        return new Bvh(
                java.util.Arrays.copyOf(b.nodes, b.nodeCount * 12),
                java.util.Arrays.copyOf(b.refs, b.nodeCount * 2),
                b.order);
    }

    private static int leaf(int start, int count) {
        return ~(start * 8 + count);
    }

    private int split(int start, int end, int depth) {
        int node = nodeCount++;
        int middle = depth < SAH_DEPTH ? partition(start, end) : start + (end - start) / 2;
        if (middle <= start || middle >= end) {
            middle = start + (end - start) / 2;
        }
        writeBox(node * 12, start, middle);
        writeBox(node * 12 + 6, middle, end);
        refs[node * 2] = middle - start <= leafSize ? leaf(start, middle - start) : split(start, middle, depth + 1);
        refs[node * 2 + 1] = end - middle <= leafSize ? leaf(middle, end - middle) : split(middle, end, depth + 1);
        return node;
    }

    private void writeBox(int at, int start, int end) {
        float x0 = Float.POSITIVE_INFINITY;
        float y0 = x0;
        float z0 = x0;
        float x1 = Float.NEGATIVE_INFINITY;
        float y1 = x1;
        float z1 = x1;
        for (int i = start; i < end; i++) {
            int b = order[i] * 6;
            x0 = boxes[b] < x0 ? boxes[b] : x0;
            y0 = boxes[b + 1] < y0 ? boxes[b + 1] : y0;
            z0 = boxes[b + 2] < z0 ? boxes[b + 2] : z0;
            x1 = boxes[b + 3] > x1 ? boxes[b + 3] : x1;
            y1 = boxes[b + 4] > y1 ? boxes[b + 4] : y1;
            z1 = boxes[b + 5] > z1 ? boxes[b + 5] : z1;
        }
        nodes[at] = x0;
        nodes[at + 1] = y0;
        nodes[at + 2] = z0;
        nodes[at + 3] = x1;
        nodes[at + 4] = y1;
        nodes[at + 5] = z1;
    }

    /** Reorders a range around the cheapest of the binned planes; gives its middle, or start when nothing separates. */
    private int partition(int start, int end) {
        int n = end - start;
        int bins = Math.min(MOST_BINS, 4 + n / 8);
        float bestCost = Float.POSITIVE_INFINITY;
        int bestAxis = -1;
        int bestBin = 0;
        float bestLo = 0;
        float bestScale = 0;
        for (int axis = 0; axis < 3; axis++) {
            float lo = Float.POSITIVE_INFINITY;
            float hi = Float.NEGATIVE_INFINITY;
            for (int i = start; i < end; i++) {
                float c = centre(order[i], axis);
                lo = c < lo ? c : lo;
                hi = c > hi ? c : hi;
            }
            if (!(hi > lo)) {
                continue;
            }
            float scale = bins * 0.9999f / (hi - lo);
            if (!Float.isFinite(scale)) {
                continue;
            }
            fillBins(start, end, axis, bins, lo, scale);
            sweepRight(bins);
            float[] box = emptyBox();
            int count = 0;
            for (int b = 0; b < bins - 1; b++) {
                grow(box, binBoxes, b * 6);
                count += binCounts[b];
                if (count == 0 || count == n) {
                    continue;
                }
                float cost = area(box) * count + rightAreas[b + 1] * (n - count);
                if (cost < bestCost) {
                    bestCost = cost;
                    bestAxis = axis;
                    bestBin = b;
                    bestLo = lo;
                    bestScale = scale;
                }
            }
        }
        return bestAxis < 0 ? start : reorder(start, end, bestAxis, bestBin, bestLo, bestScale);
    }

    private void fillBins(int start, int end, int axis, int bins, float lo, float scale) {
        for (int b = 0; b < bins; b++) {
            binCounts[b] = 0;
            for (int k = 0; k < 3; k++) {
                binBoxes[b * 6 + k] = Float.POSITIVE_INFINITY;
                binBoxes[b * 6 + 3 + k] = Float.NEGATIVE_INFINITY;
            }
        }
        for (int i = start; i < end; i++) {
            int b = (int) ((centre(order[i], axis) - lo) * scale);
            binCounts[b]++;
            int from = order[i] * 6;
            int to = b * 6;
            for (int k = 0; k < 3; k++) {
                binBoxes[to + k] = boxes[from + k] < binBoxes[to + k] ? boxes[from + k] : binBoxes[to + k];
                binBoxes[to + 3 + k] =
                        boxes[from + 3 + k] > binBoxes[to + 3 + k] ? boxes[from + 3 + k] : binBoxes[to + 3 + k];
            }
        }
    }

    private void sweepRight(int bins) {
        float[] box = emptyBox();
        for (int b = bins - 1; b > 0; b--) {
            grow(box, binBoxes, b * 6);
            rightAreas[b] = area(box);
        }
    }

    private int reorder(int start, int end, int axis, int bin, float lo, float scale) {
        int left = start;
        int right = end - 1;
        while (left <= right) {
            if ((int) ((centre(order[left], axis) - lo) * scale) <= bin) {
                left++;
            } else {
                int swap = order[left];
                order[left] = order[right];
                order[right] = swap;
                right--;
            }
        }
        return left;
    }

    private float centre(int primitive, int axis) {
        return 0.5f * boxes[primitive * 6 + axis] + 0.5f * boxes[primitive * 6 + 3 + axis];
    }

    private static float[] emptyBox() {
        float p = Float.POSITIVE_INFINITY;
        return new float[] {p, p, p, -p, -p, -p};
    }

    private static void grow(float[] box, float[] other, int at) {
        for (int k = 0; k < 3; k++) {
            box[k] = other[at + k] < box[k] ? other[at + k] : box[k];
            box[3 + k] = other[at + 3 + k] > box[3 + k] ? other[at + 3 + k] : box[3 + k];
        }
    }

    private static float area(float[] box) {
        float x = box[3] - box[0];
        float y = box[4] - box[1];
        float z = box[5] - box[2];
        return x < 0 ? 0 : x * y + y * z + z * x;
    }
}
