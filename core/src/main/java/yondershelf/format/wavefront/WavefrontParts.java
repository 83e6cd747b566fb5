package yondershelf.format.wavefront;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Part;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.model.Floats;
import yondershelf.format.model.Ints;
import yondershelf.format.model.Polygons;
import yondershelf.format.model.Strokes;
import yondershelf.format.model.Welding;
import yondershelf.format.reading.Reading;
import yondershelf.words.Phrase;

/** Faces whose corners have numbers of their own for position, UV and normal, as a part whose vertices have all three. */
final class WavefrontParts {
    private static final int NONE = -1;

    private final Path file;
    private final WavefrontText text;
    private final int vertices;
    private final Polygons polygons = new Polygons();

    /** The first vertex made of each position, and of each vertex the next one of the same. */
    private final int[] heads;

    private Ints next = new Ints();
    private Ints made = new Ints();
    private float @Nullable [] smooth;
    private final Set<String> lacking = new TreeSet<>();

    WavefrontParts(Path file, WavefrontText text) {
        this.file = file;
        this.text = text;
        this.vertices = text.positions().size() / 3;
        this.heads = new int[vertices];
        Arrays.fill(heads, NONE);
    }

    /** The triangles of some faces, or null when there are none. */
    @Nullable
    Part faces(WavefrontFaces faces, int material) throws ProblemException {
        if (faces.triangles == 0) {
            return null;
        }
        int[] positions = faces.corners.positions();
        int[] counts = faces.counts.raw();
        int corners = faces.corners.size();
        check(positions, corners);
        int[] uvs = known("UVs", faces.corners.uvs(), corners, text.uvs().size() / 2);
        int[] normals = known(
                "normals", faces.corners.normals(), corners, text.normals().size() / 3);
        next = new Ints();
        made = new Ints();
        boolean aligned = isAligned(positions, uvs, normals, corners);
        if (aligned && faces.isTriangles()) {
            // nearly every large file: what the corners say is what the triangles are
            boolean smooth = normals == null && !faces.isFlat();
            return aligned(faces.corners.positionsAlone(), uvs != null, normals != null, smooth, material);
        }
        for (int p = 0; aligned && p < vertices; p++) {
            next.add(NONE);
            made.add(p);
            made.add(uvs == null ? NONE : p);
            made.add(normals == null ? NONE : p);
        }
        int[] indices = new int[faces.triangles * 3];
        int[] points = new int[4];
        int[] mapped = new int[4];
        int out = 0;
        int corner = 0;
        boolean anyUv = false;
        boolean bare = false;
        for (int face = 0; face < faces.counts.size(); face++) {
            int count = counts[face];
            if (points.length < count) {
                points = new int[count * 2];
                mapped = new int[count * 2];
            }
            for (int i = 0; i < count; i++, corner++) {
                int position = positions[corner];
                int uv = uvs == null ? NONE : uvs[corner];
                int normal = normals == null ? NONE : normals[corner];
                points[i] = position;
                mapped[i] = aligned ? position : vertex(position, uv, normal);
                anyUv |= uv != NONE;
                bare |= normal == NONE;
            }
            if (count == 3) {
                indices[out++] = mapped[0];
                indices[out++] = mapped[1];
                indices[out++] = mapped[2];
            } else {
                polygons.cut(text.positions().raw(), points, 0, count, indices, out);
                for (int end = out + (count - 2) * 3; out < end; out++) {
                    indices[out] = mapped[indices[out]];
                }
            }
        }
        return part(indices, anyUv, bare, bare && faces.isFlat(), material);
    }

    private void check(int[] positions, int size) throws ProblemException {
        for (int i = 0; i < size; i++) {
            if (positions[i] >= vertices) {
                throw Problem.of(file, Phrase.kept("format.a-face-points-at-vertex", positions[i] + 1, vertices))
                        .raise();
            }
        }
    }

    /** The numbers, without those of what the file has not: a face stands without it. */
    private int @Nullable [] known(String what, int @Nullable [] numbers, int size, int there) {
        int[] out = numbers;
        for (int i = 0; out != null && i < size; i++) {
            if (out[i] >= there) {
                if (out == numbers) {
                    out = numbers.clone();
                    lacking.add(Phrase.kept("format.without-that-faces-name-and", what));
                }
                out[i] = NONE;
            }
        }
        return out;
    }

    /** What had to be done without. */
    Set<String> lacking() {
        return lacking;
    }

    /** When all numbers of a corner are the same and no position is left out, positions are vertices. */
    private boolean isAligned(int[] positions, int @Nullable [] uvs, int @Nullable [] normals, int corners) {
        if (uvs != null && uvs != positions || normals != null && normals != positions) {
            return false;
        }
        boolean[] used = new boolean[vertices];
        int left = vertices;
        for (int i = 0; i < corners; i++) {
            left -= used[positions[i]] ? 0 : 1;
            used[positions[i]] = true;
        }
        return left == 0;
    }

    private int vertex(int position, int uv, int normal) {
        int[] all = made.raw();
        int[] chain = next.raw();
        for (int at = heads[position]; at != NONE; at = chain[at]) {
            if (all[at * 3 + 1] == uv && all[at * 3 + 2] == normal) {
                return at;
            }
        }
        int index = next.size();
        next.add(heads[position]);
        heads[position] = index;
        made.add(position);
        made.add(uv);
        made.add(normal);
        return index;
    }

    /** A part whose vertices are the file's positions. */
    private Part aligned(int[] indices, boolean mapped, boolean shaded, boolean smooth, int material)
            throws ProblemException {
        float[] positions = text.positions().toArray();
        float[] uvs = mapped ? Arrays.copyOf(text.uvs().raw(), vertices * 2) : null;
        for (int i = 1; uvs != null && i < uvs.length; i += 2) {
            uvs[i] = 1 - uvs[i];
        }
        float[] from = shaded ? text.normals().raw() : smooth ? smooth() : null;
        float[] normals = from == null ? null : new float[vertices * 3];
        for (int i = 0; normals != null && from != null && i < vertices; i++) {
            unit(from, i, normals, i);
        }
        return Reading.checkedPart(file, positions, normals, uvs, colors(), indices, material);
    }

    private Part part(int[] indices, boolean anyUv, boolean bare, boolean flat, int material) throws ProblemException {
        int[] all = made.raw();
        int count = next.size();
        float[] from = text.positions().raw();
        float[] uvFrom = text.uvs().raw();
        float[] normalFrom = text.normals().raw();
        Floats colorFrom = text.colors();
        float[] positions = new float[count * 3];
        float[] uvs = anyUv ? new float[count * 2] : null;
        float[] normals = flat ? null : new float[count * 3];
        float[] colors = colorFrom == null ? null : new float[count * 4];
        float[] round = bare && !flat ? smooth() : null;
        for (int i = 0; i < count; i++) {
            int p = all[i * 3];
            int t = all[i * 3 + 1];
            int n = all[i * 3 + 2];
            heads[p] = NONE;
            System.arraycopy(from, p * 3, positions, i * 3, 3);
            if (uvs != null && t != NONE) {
                uvs[i * 2] = uvFrom[t * 2];
                uvs[i * 2 + 1] = 1 - uvFrom[t * 2 + 1];
            }
            if (normals != null) {
                unit(n == NONE && round != null ? round : normalFrom, n == NONE ? p : n, normals, i);
            }
            if (colors != null && colorFrom != null) {
                boolean there = (p + 1) * 3 <= colorFrom.size();
                for (int c = 0; c < 3; c++) {
                    colors[i * 4 + c] = there ? colorFrom.raw()[p * 3 + c] : 1;
                }
                colors[i * 4 + 3] = 1;
            }
        }
        return Reading.checkedPart(file, positions, normals, uvs, colors, indices, material);
    }

    private static void unit(float[] from, int index, float[] into, int vertex) {
        float x = from[index * 3];
        float y = from[index * 3 + 1];
        float z = from[index * 3 + 2];
        float length = (float) Math.sqrt(x * x + y * y + z * z);
        into[vertex * 3] = length > 0 ? x / length : 0;
        into[vertex * 3 + 1] = length > 0 ? y / length : 1;
        into[vertex * 3 + 2] = length > 0 ? z / length : 0;
    }

    /** For each position the sum of the normals of all faces around it, by their area. */
    private float[] smooth() {
        float[] known = smooth;
        if (known != null) {
            return known;
        }
        float[] out = new float[vertices * 3];
        text.faces().values().forEach(byMaterial -> byMaterial.values().forEach(faces -> add(faces, out)));
        smooth = out;
        return out;
    }

    private void add(WavefrontFaces faces, float[] out) {
        int[] corners = faces.corners.positions();
        if (faces.isTriangles()) {
            Welding.addNormals(text.positions().raw(), corners, faces.triangles * 3, null, out);
            return;
        }
        int start = 0;
        float[] n = new float[3];
        for (int face = 0; face < faces.counts.size(); face++) {
            int count = faces.counts.raw()[face];
            normal(corners, start, count, n);
            for (int i = 0; i < count; i++) {
                int point = corners[start + i];
                for (int k = 0; k < 3 && point < vertices; k++) {
                    out[point * 3 + k] += n[k];
                }
            }
            start += count;
        }
    }

    /** Twice a face's area along its normal (Newell's method). */
    private void normal(int[] corners, int start, int count, float[] n) {
        float[] p = text.positions().raw();
        Arrays.fill(n, 0);
        for (int i = 0; i < count; i++) {
            int a = corners[start + i] * 3;
            int b = corners[start + (i + 1 == count ? 0 : i + 1)] * 3;
            if (a + 2 < vertices * 3 && b + 2 < vertices * 3) {
                n[0] += (p[a + 1] - p[b + 1]) * (p[a + 2] + p[b + 2]);
                n[1] += (p[a + 2] - p[b + 2]) * (p[a] + p[b]);
                n[2] += (p[a] - p[b]) * (p[a + 1] + p[b + 1]);
            }
        }
    }

    /** All vertices as points, or null when there are none. */
    @Nullable
    Part cloud(int material) {
        return vertices == 0
                ? null
                : new Strokes(text.positions().toArray(), colors()).points(Strokes.each(vertices), material);
    }

    /** Of the positions, with alpha, or null. */
    private float @Nullable [] colors() {
        Floats from = text.colors();
        if (from == null) {
            return null;
        }
        float[] out = new float[vertices * 4];
        Arrays.fill(out, 1);
        for (int i = 0; i < from.size(); i++) {
            out[i / 3 * 4 + i % 3] = from.raw()[i];
        }
        return out;
    }

    /** Points and lines made visible, or null when there are none. */
    @Nullable
    Part strokes(Ints ends, boolean lines, int material) throws ProblemException {
        if (ends.size() == 0) {
            return null;
        }
        int[] all = ends.toArray();
        for (int end : all) {
            if (end >= vertices) {
                throw Problem.of(file, Phrase.kept("format.a-line-points-at-vertex", end + 1, vertices))
                        .raise();
            }
        }
        Strokes strokes = new Strokes(text.positions().toArray(), colors());
        return lines ? strokes.lines(all, material) : strokes.points(all, material);
    }
}
