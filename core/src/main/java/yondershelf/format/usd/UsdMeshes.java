package yondershelf.format.usd;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Part;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.model.Polygons;
import yondershelf.format.reading.Reading;
import yondershelf.words.Phrase;

/** The faces of a UsdGeomMesh as parts, one a material. UVs are turned to have their origin at the top. */
final class UsdMeshes {
    private final Path file;
    private final UsdPrim prim;
    private final double[] counts;
    private final int[] points;
    private final float[] positions;
    private final int[] starts;
    private final boolean leftHanded;
    private final @Nullable UsdPrimvar normals;
    private final @Nullable UsdPrimvar colors;
    private final @Nullable UsdPrimvar opacity;
    private final float @Nullable [] smooth;
    private final Polygons polygons = new Polygons();

    UsdMeshes(UsdPrim prim, Path file) throws ProblemException {
        this.file = file;
        this.prim = prim;
        this.counts = prim.value("faceVertexCounts").numbers();
        double[] p = prim.value("points").numbers();
        this.positions = new float[p.length / 3 * 3];
        for (int i = 0; i < positions.length; i++) {
            positions[i] = (float) p[i];
        }
        double[] corners = prim.value("faceVertexIndices").numbers();
        this.points = new int[corners.length];
        for (int i = 0; i < points.length; i++) {
            points[i] = (int) corners[i];
            if (points[i] < 0 || points[i] >= positions.length / 3) {
                throw Problem.of(file, Phrase.kept("format.a-face-points-at-vertex", points[i], positions.length / 3))
                        .raise();
            }
        }
        this.starts = new int[counts.length];
        long next = 0;
        for (int i = 0; i < counts.length; i++) {
            starts[i] = (int) next;
            next += Math.max(0, (long) counts[i]);
        }
        if (next != points.length) {
            throw Problem.of(file, Phrase.kept("format.the-faces-of-a-mesh", next, points.length))
                    .raise();
        }
        this.leftHanded = prim.value("orientation").word("").equals("leftHanded");
        UsdPrimvar own = UsdPrimvar.of(prim, "primvars:normals", 3);
        this.normals = own != null ? own : UsdPrimvar.of(prim, "normals", 3);
        this.colors = UsdPrimvar.of(prim, "primvars:displayColor", 3);
        this.opacity = UsdPrimvar.of(prim, "primvars:displayOpacity", 1);
        this.smooth = normals == null && isSmooth(prim) ? smoothNormals() : null;
    }

    /** True when the faces only stand for a smooth surface. */
    static boolean isSmooth(UsdPrim prim) {
        return !prim.value("subdivisionScheme").word("catmullClark").equals("none");
    }

    /** The faces that have the mesh's own material: those no subset takes. */
    int[] rest(List<int[]> taken) {
        boolean[] gone = new boolean[counts.length];
        for (int[] faces : taken) {
            for (int face : faces) {
                if (face >= 0 && face < gone.length) {
                    gone[face] = true;
                }
            }
        }
        List<Integer> out = new ArrayList<>();
        for (int i = 0; i < gone.length; i++) {
            if (!gone[i]) {
                out.add(i);
            }
        }
        return out.stream().mapToInt(Integer::intValue).toArray();
    }

    /**
     * Some of the faces as a part.
     *
     * @param sets names of the primvars that hold the UVs, none to two
     * @param painted whether the colours meant for display count, as they do without a material
     */
    @Nullable
    Part part(int[] faces, int material, List<String> sets, boolean painted) throws ProblemException {
        UsdPrimvar first = uvs(sets, 0);
        UsdPrimvar second = uvs(sets, 1);
        UsdPrimvar shown = painted ? colors : null;
        UsdPrimvar clear = painted ? opacity : null;
        boolean shared = isShared(first) && isShared(second) && isShared(shown) && isShared(normals);
        int corners = 0;
        int triangles = 0;
        for (int face : faces) {
            int count = face >= 0 && face < counts.length ? (int) counts[face] : 0;
            corners += Math.max(0, count);
            triangles += Math.max(0, count - 2);
        }
        if (triangles == 0) {
            return null;
        }
        int vertices = shared ? positions.length / 3 : corners;
        float[] at = shared ? positions : new float[vertices * 3];
        float[] normal =
                normals == null && smooth == null ? null : shared && normals == null ? smooth : new float[vertices * 3];
        float[] uv = first == null ? null : new float[vertices * 2];
        float[] uv2 = second == null ? null : new float[vertices * 2];
        float[] color = shown == null && clear == null ? null : new float[vertices * 4];
        int[] indices = new int[triangles * 3];
        int out = 0;
        int vertex = 0;
        int[] mapped = new int[0];
        for (int face : faces) {
            int count = face >= 0 && face < counts.length ? (int) counts[face] : 0;
            if (count < 3) {
                vertex += shared ? 0 : Math.max(0, count);
                continue;
            }
            mapped = mapped.length < count ? new int[count * 2] : mapped;
            for (int i = 0; i < count; i++) {
                int corner = starts[face] + i;
                int point = points[corner];
                int v = shared ? point : vertex++;
                mapped[i] = v;
                if (!shared) {
                    System.arraycopy(positions, point * 3, at, v * 3, 3);
                }
                if (normal != null && normal != smooth) {
                    normal(face, corner, point, normal, v);
                }
                put(first, face, corner, point, uv, v);
                put(second, face, corner, point, uv2, v);
                if (color != null) {
                    color(shown, clear, face, corner, point, color, v);
                }
            }
            polygons.cut(positions, points, starts[face], count, indices, out);
            for (int i = out; i < out + (count - 2) * 3; i += 3) {
                int b = mapped[indices[i + 1]];
                int c = mapped[indices[i + 2]];
                indices[i] = mapped[indices[i]];
                indices[i + 1] = leftHanded ? c : b;
                indices[i + 2] = leftHanded ? b : c;
            }
            out += (count - 2) * 3;
        }
        Part part = Reading.checkedPart(file, at, normal, uv, color, indices, material);
        return uv2 == null ? part : part.withSecondUvs(uv2);
    }

    private @Nullable UsdPrimvar uvs(List<String> sets, int set) {
        return set < sets.size() ? UsdPrimvar.of(prim, "primvars:" + sets.get(set), 2) : null;
    }

    private static boolean isShared(@Nullable UsdPrimvar values) {
        return values == null || values.isShared();
    }

    private static void put(
            @Nullable UsdPrimvar from, int face, int corner, int point, float @Nullable [] into, int vertex) {
        if (from != null && into != null) {
            into[vertex * 2] = (float) from.at(face, corner, point, 0);
            into[vertex * 2 + 1] = (float) (1 - from.at(face, corner, point, 1));
        }
    }

    private void normal(int face, int corner, int point, float[] into, int vertex) {
        if (normals == null) {
            System.arraycopy(smooth == null ? into : smooth, point * 3, into, vertex * 3, 3);
            return;
        }
        double x = normals.at(face, corner, point, 0);
        double y = normals.at(face, corner, point, 1);
        double z = normals.at(face, corner, point, 2);
        double length = Math.sqrt(x * x + y * y + z * z);
        into[vertex * 3] = (float) (length == 0 ? 0 : x / length);
        into[vertex * 3 + 1] = (float) (length == 0 ? 1 : y / length);
        into[vertex * 3 + 2] = (float) (length == 0 ? 0 : z / length);
    }

    private static void color(
            @Nullable UsdPrimvar shown,
            @Nullable UsdPrimvar clear,
            int face,
            int corner,
            int point,
            float[] into,
            int vertex) {
        for (int c = 0; c < 3; c++) {
            into[vertex * 4 + c] = shown == null ? 1 : (float) shown.at(face, corner, point, c);
        }
        into[vertex * 4 + 3] = clear == null ? 1 : (float) clear.at(face, corner, point, 0);
    }

    /** The mean of the normals of the faces around each point, by their area. */
    private float[] smoothNormals() {
        float[] out = new float[positions.length];
        for (int face = 0; face < counts.length; face++) {
            int count = (int) counts[face];
            for (int i = 1; i + 1 < count; i++) {
                add(points[starts[face]], points[starts[face] + i], points[starts[face] + i + 1], face, count, out);
            }
        }
        for (int i = 0; i + 2 < out.length; i += 3) {
            float length = (float) Math.sqrt(out[i] * out[i] + out[i + 1] * out[i + 1] + out[i + 2] * out[i + 2]);
            if (length > 0) {
                out[i] /= length;
                out[i + 1] /= length;
                out[i + 2] /= length;
            } else {
                out[i + 1] = 1;
            }
        }
        return out;
    }

    private void add(int a, int b, int c, int face, int count, float[] out) {
        float[] p = positions;
        float ux = p[b * 3] - p[a * 3];
        float uy = p[b * 3 + 1] - p[a * 3 + 1];
        float uz = p[b * 3 + 2] - p[a * 3 + 2];
        float vx = p[c * 3] - p[a * 3];
        float vy = p[c * 3 + 1] - p[a * 3 + 1];
        float vz = p[c * 3 + 2] - p[a * 3 + 2];
        float side = leftHanded ? -1 : 1;
        float[] n = {side * (uy * vz - uz * vy), side * (uz * vx - ux * vz), side * (ux * vy - uy * vx)};
        for (int i = 0; i < count; i++) {
            int point = points[starts[face] + i];
            for (int k = 0; k < 3; k++) {
                out[point * 3 + k] += n[k];
            }
        }
    }

    /** The numbers of the faces of a subset. */
    static int[] faces(UsdPrim subset) {
        return Arrays.stream(subset.value("indices").numbers())
                .mapToInt(n -> (int) n)
                .toArray();
    }
}
