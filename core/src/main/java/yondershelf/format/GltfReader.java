package yondershelf.format;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.content.Transform;

/** glTF 2.0 documents to models. Scenes beyond the default one, skins and animations are left aside. */
final class GltfReader {
    private static final int TRIANGLES = 4;
    private static final int STRIP = 5;
    private static final int FAN = 6;

    private final GltfDocument document;
    private final GltfAccessors accessors;
    private final GltfMaterialReader dresses;

    private GltfReader(GltfDocument document) {
        this.document = document;
        this.accessors = new GltfAccessors(document);
        this.dresses = new GltfMaterialReader(document);
    }

    /** True when the geometry is Draco-compressed, which the native reader decodes. */
    static boolean needsDraco(GltfDocument document) {
        for (JsonNode extension : document.json.path("extensionsRequired")) {
            if (extension.asText().equals("KHR_draco_mesh_compression")) {
                return true;
            }
        }
        return false;
    }

    static Model read(GltfDocument document, Path file) throws ProblemException {
        return new GltfReader(document).model(file);
    }

    private Model model(Path file) throws ProblemException {
        List<Material> materials = dresses.materials();
        int fallback = materials.size();
        List<Mesh> meshes = new ArrayList<>();
        boolean usesFallback = false;
        for (JsonNode mesh : document.json.path("meshes")) {
            List<Part> parts = new ArrayList<>();
            for (JsonNode primitive : mesh.path("primitives")) {
                Part part = part(primitive, fallback);
                if (part != null) {
                    parts.add(part);
                    usesFallback |= part.material() == fallback;
                }
            }
            meshes.add(new Mesh(mesh.path("name").asText("mesh " + meshes.size()), parts));
        }
        if (usesFallback) {
            materials.add(Material.plain("default", 1, 1, 1, 0, 1));
        }
        List<Node> nodes = new ArrayList<>();
        boolean[] isChild = new boolean[document.json.path("nodes").size()];
        for (JsonNode node : document.json.path("nodes")) {
            List<Integer> children = new ArrayList<>();
            for (JsonNode child : node.path("children")) {
                int index = child.asInt(-1);
                if (index >= 0 && index < isChild.length) {
                    children.add(index);
                    isChild[index] = true;
                }
            }
            String name = node.path("name").asText("");
            nodes.add(new Node(name, transform(node), node.path("mesh").asInt(-1), children));
        }
        return new Model(Reading.baseName(file), meshes, nodes, roots(isChild), materials);
    }

    private List<Integer> roots(boolean[] isChild) {
        JsonNode scenes = document.json.path("scenes");
        List<Integer> roots = new ArrayList<>();
        if (!scenes.isEmpty()) {
            for (JsonNode node :
                    scenes.path(document.json.path("scene").asInt(0)).path("nodes")) {
                roots.add(node.asInt());
            }
        }
        if (roots.isEmpty()) {
            for (int i = 0; i < isChild.length; i++) {
                if (!isChild[i]) {
                    roots.add(i);
                }
            }
        }
        return roots;
    }

    private static Transform transform(JsonNode node) {
        JsonNode matrix = node.path("matrix");
        if (matrix.size() == 16) {
            double[] m = new double[16];
            for (int i = 0; i < 16; i++) {
                m[i] = matrix.get(i).asDouble();
            }
            return Transform.fromColumns(m);
        }
        JsonNode t = node.path("translation");
        JsonNode r = node.path("rotation");
        JsonNode s = node.path("scale");
        Transform out = Transform.IDENTITY;
        if (t.size() == 3) {
            out = Transform.translation(
                    t.get(0).asDouble(), t.get(1).asDouble(), t.get(2).asDouble());
        }
        if (r.size() == 4) {
            out = out.after(Transform.quaternion(
                    r.get(0).asDouble(),
                    r.get(1).asDouble(),
                    r.get(2).asDouble(),
                    r.get(3).asDouble()));
        }
        if (s.size() == 3) {
            out = out.after(Transform.scale(
                    s.get(0).asDouble(), s.get(1).asDouble(), s.get(2).asDouble()));
        }
        return out;
    }

    private @Nullable Part part(JsonNode primitive, int fallback) throws ProblemException {
        int mode = primitive.path("mode").asInt(TRIANGLES);
        JsonNode attributes = primitive.path("attributes");
        if ((mode != TRIANGLES && mode != STRIP && mode != FAN) || !attributes.has("POSITION")) {
            return null;
        }
        float[] positions = accessors.floats(attributes.path("POSITION").asInt(), 3);
        int vertices = positions.length / 3;
        int[] indices;
        if (primitive.has("indices")) {
            indices = accessors.integers(primitive.path("indices").asInt());
        } else {
            indices = new int[vertices];
            for (int i = 0; i < vertices; i++) {
                indices[i] = i;
            }
        }
        indices = triangles(indices, mode);
        float[] normals = optional(attributes, "NORMAL", 3, vertices);
        float[] colors = null;
        if (attributes.has("COLOR_0")) {
            int accessor = attributes.path("COLOR_0").asInt();
            float[] raw = accessors.floats(accessor, 4);
            colors = accessors.componentsOf(accessor) == 3 ? withAlpha(raw) : raw;
            colors = colors.length == vertices * 4 ? colors : null;
        }
        int material = primitive.path("material").asInt(fallback);
        if (material < 0 || material > fallback) {
            material = fallback;
        }
        float[] uvs = optional(attributes, "TEXCOORD_" + dresses.uvSet(material), 2, vertices);
        float[] tangents = normals == null ? null : optional(attributes, "TANGENT", 4, vertices);
        return Reading.checkedPart(document.file, positions, normals, uvs, colors, indices, material)
                .withTangents(tangents);
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
            return in.length % 3 == 0 ? in : java.util.Arrays.copyOf(in, in.length / 3 * 3);
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
