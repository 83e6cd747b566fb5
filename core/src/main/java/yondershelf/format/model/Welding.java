package yondershelf.format.model;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Part;

/** Vertices that say the same become one, and normals for parts that bring none. */
public final class Welding {
    private static final int NONE = -1;

    private final float[][] rows;
    private final int[] sizes;
    private final int[] table;
    private final int mask;
    private final int[] firsts;
    private final int vertices;

    /** @param rows values of the vertices, so many each; all must agree in their bits, but for the sign of zero */
    private Welding(int vertices, float[][] rows) {
        this.vertices = vertices;
        this.rows = rows;
        this.sizes = Arrays.stream(rows)
                .mapToInt(r -> r.length / Math.max(1, vertices))
                .toArray();
        this.table = new int[Integer.highestOneBit(Math.max(2, vertices)) * 4];
        this.mask = table.length - 1;
        this.firsts = new int[vertices];
        Arrays.fill(table, NONE);
        for (int i = 0; i < vertices; i++) {
            firsts[i] = first(i);
        }
    }

    private int first(int vertex) {
        int hash = 1;
        for (int r = 0; r < rows.length; r++) {
            for (int k = vertex * sizes[r]; k < (vertex + 1) * sizes[r]; k++) {
                // adding zero makes one zero of both
                hash = hash * 31 + Float.floatToRawIntBits(rows[r][k] + 0f);
            }
        }
        hash *= 0x9E3779B9;
        int at = (hash ^ hash >>> 15) & mask;
        while (table[at] != NONE && !same(table[at], vertex)) {
            at = at + 1 & mask;
        }
        if (table[at] == NONE) {
            table[at] = vertex;
        }
        return table[at];
    }

    private boolean same(int a, int b) {
        for (int r = 0; r < rows.length; r++) {
            int size = sizes[r];
            for (int k = 0; k < size; k++) {
                if (rows[r][a * size + k] != rows[r][b * size + k]) {
                    return false;
                }
            }
        }
        return true;
    }

    /** The part with each vertex once. */
    public static Part weld(Part part) {
        int vertices = part.vertexCount();
        float[] normals = part.normals();
        float[] uvs = part.uvs();
        float[] second = part.secondUvs();
        float[] colors = part.colors();
        Welding welding = new Welding(
                vertices,
                java.util.stream.Stream.of(part.positions(), normals, uvs, second, colors)
                        .filter(java.util.Objects::nonNull)
                        .toArray(float[][]::new));
        int[] places = new int[vertices];
        int count = 0;
        for (int i = 0; i < vertices; i++) {
            places[i] = welding.firsts[i] == i ? count++ : places[welding.firsts[i]];
        }
        if (count == vertices) {
            return part;
        }
        int[] indices = part.indices().clone();
        for (int i = 0; i < indices.length; i++) {
            indices[i] = places[indices[i]];
        }
        Part out = new Part(
                welding.kept(part.positions(), count),
                normals == null ? null : welding.kept(normals, count),
                uvs == null ? null : welding.kept(uvs, count),
                colors == null ? null : welding.kept(colors, count),
                indices,
                part.material());
        return second == null ? out : out.withSecondUvs(welding.kept(second, count));
    }

    private float[] kept(float[] from, int count) {
        int size = from.length / vertices;
        float[] out = new float[count * size];
        int at = 0;
        for (int i = 0; i < vertices; i++) {
            if (firsts[i] == i) {
                System.arraycopy(from, i * size, out, at, size);
                at += size;
            }
        }
        return out;
    }

    /** The mean of the normals of all triangles around a place, by their area, for each vertex there. */
    public static float[] smoothNormals(float[] p, int[] indices) {
        int vertices = p.length / 3;
        int[] firsts = new Welding(vertices, new float[][] {p}).firsts;
        float[] sums = new float[p.length];
        addNormals(p, indices, indices.length - indices.length % 3, firsts, sums);
        float[] out = new float[p.length];
        for (int i = 0; i < vertices; i++) {
            int at = firsts[i] * 3;
            double length = Math.sqrt((double) sums[at] * sums[at]
                    + (double) sums[at + 1] * sums[at + 1]
                    + (double) sums[at + 2] * sums[at + 2]);
            for (int k = 0; k < 3; k++) {
                out[i * 3 + k] = length > 0 ? (float) (sums[at + k] / length) : k == 1 ? 1 : 0;
            }
        }
        return out;
    }

    /**
     * Adds twice the area of triangles along their normals, which is the product of their edges, to what stands for each of their
     * corners. One with a corner that is not there is left out.
     *
     * @param p x, y, z per vertex
     * @param corners three for each triangle, up to {@code end}
     * @param standsAt which vertex stands for each; null for each itself
     */
    public static void addNormals(float[] p, int[] corners, int end, int @Nullable [] standsAt, float[] sums) {
        for (int i = 0; i < end; i += 3) {
            int a = corners[i] * 3;
            int b = corners[i + 1] * 3;
            int c = corners[i + 2] * 3;
            if (Math.max(a, Math.max(b, c)) + 2 >= sums.length) {
                continue;
            }
            float ux = p[b] - p[a];
            float uy = p[b + 1] - p[a + 1];
            float uz = p[b + 2] - p[a + 2];
            float vx = p[c] - p[a];
            float vy = p[c + 1] - p[a + 1];
            float vz = p[c + 2] - p[a + 2];
            float nx = uy * vz - uz * vy;
            float ny = uz * vx - ux * vz;
            float nz = ux * vy - uy * vx;
            add(nx, ny, nz, sums, standsAt == null ? a : standsAt[corners[i]] * 3);
            add(nx, ny, nz, sums, standsAt == null ? b : standsAt[corners[i + 1]] * 3);
            add(nx, ny, nz, sums, standsAt == null ? c : standsAt[corners[i + 2]] * 3);
        }
    }

    private static void add(float x, float y, float z, float[] into, int at) {
        into[at] += x;
        into[at + 1] += y;
        into[at + 2] += z;
    }
}
