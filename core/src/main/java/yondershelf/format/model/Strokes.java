package yondershelf.format.model;

import org.jspecify.annotations.Nullable;
import yondershelf.content.Bounds;
import yondershelf.content.Part;

/** Points and lines made visible: dots and thin tubes, a few hundredths of the size of what they are part of. */
public final class Strokes {
    /** Half the width of a dot or tube, as a share of the diagonal. */
    private static final float THICKNESS = 0.004f;

    /** More are not told apart; of more, as many are taken evenly. */
    private static final int MOST = 100_000;

    private static final int[] DOT = {0, 2, 4, 2, 1, 4, 1, 3, 4, 3, 0, 4, 2, 0, 5, 1, 2, 5, 3, 1, 5, 0, 3, 5};
    private static final int SIDES = 4;

    private final float[] positions;
    private final float @Nullable [] colors;
    private final float radius;

    /** @param colors of the vertices, four components each, or null */
    public Strokes(float[] positions, float @Nullable [] colors) {
        this.positions = positions;
        this.colors = colors;
        Bounds box = Bounds.of(positions);
        this.radius = box.isEmpty() || box.radius() == 0 ? 0.01f : (float) (2 * box.radius()) * THICKNESS;
    }

    /** All vertices in their order. */
    public static int[] each(int vertices) {
        int[] all = new int[vertices];
        for (int i = 0; i < vertices; i++) {
            all[i] = i;
        }
        return all;
    }

    /** A dot, with eight faces, at each of the vertices. */
    public Part points(int[] vertices, int material) {
        int step = Math.max(1, (vertices.length + MOST - 1) / MOST);
        int count = (vertices.length + step - 1) / step;
        Built built = new Built(count * 6, count * DOT.length);
        for (int i = 0; i < vertices.length; i += step) {
            int base = built.vertices;
            int at = vertices[i] * 3;
            for (int axis = 0; axis < 3; axis++) {
                for (int side = 1; side >= -1; side -= 2) {
                    float[] p = {positions[at], positions[at + 1], positions[at + 2]};
                    p[axis] += side * radius;
                    built.vertex(p[0], p[1], p[2], vertices[i]);
                }
            }
            for (int corner : DOT) {
                built.corner(base + corner);
            }
        }
        return built.part(material);
    }

    /**
     * A tube with four sides along each line.
     *
     * @param ends two vertices a line
     */
    public Part lines(int[] ends, int material) {
        int lines = ends.length / 2;
        int step = Math.max(1, (lines + MOST - 1) / MOST);
        int count = (lines + step - 1) / step;
        Built built = new Built(count * SIDES * 2, count * SIDES * 6);
        for (int i = 0; i < lines; i += step) {
            tube(ends[i * 2], ends[i * 2 + 1], built);
        }
        return built.part(material);
    }

    private void tube(int from, int to, Built built) {
        double dx = positions[to * 3] - positions[from * 3];
        double dy = positions[to * 3 + 1] - positions[from * 3 + 1];
        double dz = positions[to * 3 + 2] - positions[from * 3 + 2];
        double length = Math.sqrt(dx * dx + dy * dy + dz * dz);
        if (length == 0) {
            return;
        }
        // any direction across, then the one across both
        boolean upright = Math.abs(dy) > 0.9 * length;
        double ax = upright ? 0 : -dz / Math.hypot(dx, dz);
        double ay = upright ? dz / Math.hypot(dy, dz) : 0;
        double az = upright ? -dy / Math.hypot(dy, dz) : dx / Math.hypot(dx, dz);
        double bx = (dy * az - dz * ay) / length;
        double by = (dz * ax - dx * az) / length;
        double bz = (dx * ay - dy * ax) / length;
        int base = built.vertices;
        for (int end : new int[] {from, to}) {
            for (int side = 0; side < SIDES; side++) {
                double c = Math.cos(side * 2 * Math.PI / SIDES) * radius;
                double s = Math.sin(side * 2 * Math.PI / SIDES) * radius;
                built.vertex(
                        (float) (positions[end * 3] + ax * c + bx * s),
                        (float) (positions[end * 3 + 1] + ay * c + by * s),
                        (float) (positions[end * 3 + 2] + az * c + bz * s),
                        end);
            }
        }
        for (int side = 0; side < SIDES; side++) {
            int next = (side + 1) % SIDES;
            for (int corner : new int[] {side, next, SIDES + side, next, SIDES + next, SIDES + side}) {
                built.corner(base + corner);
            }
        }
    }

    private final class Built {
        private final float[] p;
        private final float @Nullable [] c;
        private final int[] indices;
        private int vertices;
        private int corners;

        Built(int mostVertices, int mostCorners) {
            p = new float[mostVertices * 3];
            c = colors == null ? null : new float[mostVertices * 4];
            indices = new int[mostCorners];
        }

        void vertex(float x, float y, float z, int like) {
            p[vertices * 3] = x;
            p[vertices * 3 + 1] = y;
            p[vertices * 3 + 2] = z;
            if (c != null && colors != null) {
                System.arraycopy(colors, like * 4, c, vertices * 4, 4);
            }
            vertices++;
        }

        void corner(int vertex) {
            indices[corners++] = vertex;
        }

        Part part(int material) {
            return new Part(
                            java.util.Arrays.copyOf(p, vertices * 3),
                            null,
                            null,
                            c == null ? null : java.util.Arrays.copyOf(c, vertices * 4),
                            java.util.Arrays.copyOf(indices, corners),
                            material)
                    .asStroke();
        }
    }
}
