package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Mesh;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.format.model.Strokes;
import yondershelf.format.reading.Reading;

/** Meshes of a glTF document (glTF 2.0, 3.7.2): each primitive becomes a part. */
final class GltfMeshes {
    private static final int POINTS = 0;
    private static final int LINES = 1;
    private static final int LOOP = 2;
    private static final int TRIANGLES = 4;
    private static final int STRIP = 5;
    private static final int FAN = 6;

    private final GltfDocument document;
    private final GltfAccessors accessors;
    private final GltfMaterialReader dresses;
    /** The material of primitives that name none. */
    private final int fallback;

    private boolean usesFallback;

    GltfMeshes(GltfDocument document, GltfAccessors accessors, GltfMaterialReader dresses, int fallback) {
        this.document = document;
        this.accessors = accessors;
        this.dresses = dresses;
        this.fallback = fallback;
    }

    /** True when something wears the default material. */
    boolean usesFallback() {
        return usesFallback;
    }

    Mesh mesh(int index, GltfDeformer deformer) throws ProblemException {
        JsonNode mesh = document.json.path("meshes").path(index);
        List<Part> parts = new ArrayList<>();
        for (JsonNode primitive : mesh.path("primitives")) {
            Part part = part(primitive, deformer);
            if (part != null) {
                parts.add(part);
                usesFallback |= part.material() == fallback;
            }
        }
        return new Mesh(mesh.path("name").asText("mesh " + index), parts);
    }

    private @Nullable Part part(JsonNode primitive, GltfDeformer deformer) throws ProblemException {
        int mode = primitive.path("mode").asInt(TRIANGLES);
        JsonNode attributes = primitive.path("attributes");
        if (mode < POINTS || mode > FAN || !attributes.has("POSITION")) {
            return null;
        }
        float[] positions = accessors.floats(attributes.path("POSITION").asInt(), 3);
        int vertices = positions.length / 3;
        float[] normals = optional(attributes, "NORMAL", 3, vertices);
        int material = primitive.path("material").asInt(fallback);
        if (material < 0 || material > fallback) {
            material = fallback;
        }
        float[] uvs = optional(attributes, "TEXCOORD_" + dresses.uvSet(material, 0), 2, vertices);
        int second = dresses.uvSet(material, 1);
        float[] secondUvs = second < 0 ? null : optional(attributes, "TEXCOORD_" + second, 2, vertices);
        float[] tangents = null;
        if (deformer.isNone()) {
            tangents = normals == null ? null : optional(attributes, "TANGENT", 4, vertices);
        } else {
            // those of the file belong to where the vertices were
            deformer.deform(primitive, positions, normals);
        }
        float[] colors = colors(attributes, vertices);
        if (mode < TRIANGLES) {
            return stroke(positions, colors, indices(primitive, vertices), mode, material);
        }
        int[] indices = triangles(indices(primitive, vertices), mode);
        return Reading.checkedPart(document.file, positions, normals, uvs, colors, indices, material)
                .withTangents(tangents)
                .withSecondUvs(secondUvs);
    }

    private Part stroke(float[] positions, float @Nullable [] colors, int[] indices, int mode, int material)
            throws ProblemException {
        Reading.checkedPart(document.file, positions, null, null, colors, indices, material);
        Strokes strokes = new Strokes(positions, colors);
        if (mode == POINTS) {
            return strokes.points(indices, material);
        }
        if (mode == LINES) {
            return strokes.lines(indices, material);
        }
        int lines = Math.max(0, indices.length - (mode == LOOP ? 0 : 1));
        int[] ends = new int[lines * 2];
        for (int i = 0; i < lines; i++) {
            ends[i * 2] = indices[i];
            ends[i * 2 + 1] = indices[(i + 1) % indices.length];
        }
        return strokes.lines(ends, material);
    }

    private int[] indices(JsonNode primitive, int vertices) throws ProblemException {
        if (primitive.has("indices")) {
            return accessors.integers(primitive.path("indices").asInt());
        }
        return Strokes.each(vertices);
    }

    private float @Nullable [] colors(JsonNode attributes, int vertices) throws ProblemException {
        if (!attributes.has("COLOR_0")) {
            return null;
        }
        int accessor = attributes.path("COLOR_0").asInt();
        float[] raw = accessors.floats(accessor, 4);
        float[] colors = accessors.componentsOf(accessor) == 3 ? withAlpha(raw) : raw;
        return colors.length == vertices * 4 ? colors : null;
    }

    private float @Nullable [] optional(JsonNode attributes, String name, int size, int vertices)
            throws ProblemException {
        if (!attributes.has(name)) {
            return null;
        }
        float[] values = accessors.floats(attributes.path(name).asInt(), size);
        return values.length == vertices * size ? values : null;
    }

    private static float[] withAlpha(float[] rgb) {
        float[] out = new float[rgb.length / 3 * 4];
        for (int i = 0; i < rgb.length / 3; i++) {
            out[i * 4] = rgb[i * 3];
            out[i * 4 + 1] = rgb[i * 3 + 1];
            out[i * 4 + 2] = rgb[i * 3 + 2];
            out[i * 4 + 3] = 1;
        }
        return out;
    }

    private static int[] triangles(int[] in, int mode) {
        if (mode == TRIANGLES) {
            return in.length % 3 == 0 ? in : Arrays.copyOf(in, in.length / 3 * 3);
        }
        int count = Math.max(0, in.length - 2);
        int[] out = new int[count * 3];
        for (int i = 0; i < count; i++) {
            boolean odd = mode == STRIP && (i & 1) == 1;
            out[i * 3] = mode == FAN ? in[0] : in[odd ? i + 1 : i];
            out[i * 3 + 1] = mode == FAN ? in[i + 1] : in[odd ? i : i + 1];
            out[i * 3 + 2] = in[i + 2];
        }
        return out;
    }
}
