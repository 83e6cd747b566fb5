package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.Bounds;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.Transform;
import yondershelf.format.model.Tangents;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.SceneNotes;

/** Models to GLB (glTF 2.0, 4.4): shared meshes stay shared, pictures are embedded as PNG or JPEG. */
public final class GlbWriter {
    private static final int ARRAY_BUFFER = 34962;
    private static final int ELEMENT_ARRAY_BUFFER = 34963;
    private static final int FLOAT = 5126;
    private static final int UNSIGNED_INT = 5125;
    private static final int UNSIGNED_SHORT = 5123;

    private final Model model;
    private final SceneNotes notes;
    private final ObjectNode root = JsonNodeFactory.instance.objectNode();
    private final ByteArrayOutputStream binary = new ByteArrayOutputStream();
    private final ArrayNode views = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode accessors = JsonNodeFactory.instance.arrayNode();
    private final Map<Object, Integer> written = new IdentityHashMap<>();
    private final Map<float[], float[]> tangents = new IdentityHashMap<>();
    private final Map<Part, Part> flat = new IdentityHashMap<>();
    private final Map<Integer, Integer> bare = new HashMap<>();
    private final List<Material> bareVariants = new ArrayList<>();
    private final GltfMaterialWriter materials;

    private GlbWriter(Model model, SceneNotes notes, ContentReader pictures) {
        this.model = model;
        this.notes = notes;
        this.materials = new GltfMaterialWriter(root, this::view, pictures);
    }

    public static byte[] write(Model model, SceneNotes notes, ContentReader pictures) throws ProblemException {
        return new GlbWriter(model, notes, pictures).bytes();
    }

    private byte[] bytes() throws ProblemException {
        ObjectNode asset = root.putObject("asset");
        asset.put("version", "2.0");
        asset.put("generator", "Yonder Shelf");
        ObjectNode scene = root.put("scene", 0).putArray("scenes").addObject();
        scene.put("name", model.name());
        if (!model.roots().isEmpty()) {
            ArrayNode roots = scene.putArray("nodes");
            model.roots().forEach(roots::add);
        }
        if (!notes.scene().isEmpty()) {
            scene.set("extras", notes.scene());
        }
        writeNodes();
        writeMeshes();
        List<Material> all = new ArrayList<>(model.materials());
        all.addAll(bareVariants);
        materials.write(all);
        if (!accessors.isEmpty()) {
            root.set("accessors", accessors);
        }
        if (!views.isEmpty()) {
            root.set("bufferViews", views);
            root.putArray("buffers").addObject().put("byteLength", binary.size());
        }
        return container();
    }

    private void writeNodes() {
        if (model.nodes().isEmpty()) {
            return;
        }
        ArrayNode nodes = root.putArray("nodes");
        for (int i = 0; i < model.nodes().size(); i++) {
            Node node = model.nodes().get(i);
            ObjectNode out = nodes.addObject();
            if (!node.name().isEmpty()) {
                out.put("name", node.name());
            }
            if (node.mesh() >= 0 && !model.meshes().get(node.mesh()).parts().isEmpty()) {
                out.put("mesh", meshNumber(node.mesh()));
            }
            if (!node.local().equals(Transform.IDENTITY)) {
                ArrayNode matrix = out.putArray("matrix");
                for (double value : node.local().toColumns()) {
                    matrix.add(value);
                }
            }
            if (!node.children().isEmpty()) {
                ArrayNode children = out.putArray("children");
                node.children().forEach(children::add);
            }
            ObjectNode extras = notes.nodes().get(i);
            if (extras != null) {
                out.set("extras", extras);
            }
        }
    }

    /** Meshes without parts are not written, so numbers shift. */
    private int meshNumber(int mesh) {
        int number = 0;
        for (int i = 0; i < mesh; i++) {
            if (!model.meshes().get(i).parts().isEmpty()) {
                number++;
            }
        }
        return number;
    }

    private void writeMeshes() {
        ArrayNode meshes = JsonNodeFactory.instance.arrayNode();
        for (Mesh mesh : model.meshes()) {
            if (mesh.parts().isEmpty()) {
                continue;
            }
            ObjectNode out = meshes.addObject();
            out.put("name", mesh.name());
            ArrayNode primitives = out.putArray("primitives");
            for (Part given : mesh.parts()) {
                ObjectNode primitive = primitives.addObject();
                ObjectNode attributes = primitive.putObject("attributes");
                boolean worn = given.material() >= 0
                        && given.material() < model.materials().size();
                boolean bumped = worn
                        && given.uvs() != null
                        && model.materials().get(given.material()).maps().containsKey(Role.NORMAL);
                // a part without normals is flat: tangents need normals, so its corners get vertices of their own
                Part part = given.normals() == null && bumped
                        ? flat.computeIfAbsent(given, Tangents::faceted).withMaterial(given.material())
                        : given;
                attributes.put("POSITION", positions(part.positions()));
                float[] uvs = part.uvs();
                float[] normals = part.normals();
                if (normals != null) {
                    normals = unit(normals);
                    attributes.put("NORMAL", floats(normals, 3, "VEC3"));
                }
                if (uvs != null) {
                    attributes.put("TEXCOORD_0", floats(uvs, 2, "VEC2"));
                }
                float[] second = part.secondUvs();
                if (uvs != null && second != null) {
                    attributes.put("TEXCOORD_1", floats(second, 2, "VEC2"));
                }
                if (bumped && normals != null && uvs != null) {
                    float[] own = part.tangents();
                    float[] known = own != null ? own : tangents.get(part.positions());
                    float[] made = known != null ? known : Tangents.of(part, normals, uvs);
                    tangents.put(part.positions(), made);
                    attributes.put("TANGENT", floats(made, 4, "VEC4"));
                }
                float[] colors = part.colors();
                if (colors != null) {
                    attributes.put("COLOR_0", floats(colors, 4, "VEC4"));
                }
                primitive.put("indices", indices(part));
                if (worn) {
                    primitive.put("material", uvs == null ? bare(part.material()) : part.material());
                }
            }
        }
        if (!meshes.isEmpty()) {
            root.set("meshes", meshes);
        }
    }

    /** A part without UVs cannot wear maps: it gets a variant of its material without them, written after the others. */
    private int bare(int material) {
        if (model.materials().get(material).maps().isEmpty()) {
            return material;
        }
        return bare.computeIfAbsent(material, m -> {
            bareVariants.add(model.materials().get(m).withMaps(Map.of()));
            return model.materials().size() + bareVariants.size() - 1;
        });
    }

    private int positions(float[] values) {
        Integer known = written.get(values);
        if (known != null) {
            return known;
        }
        int index = floats(values, 3, "VEC3");
        Bounds b = Bounds.of(values);
        ObjectNode accessor = (ObjectNode) accessors.get(index);
        accessor.putArray("min").add((float) b.minX()).add((float) b.minY()).add((float) b.minZ());
        accessor.putArray("max").add((float) b.maxX()).add((float) b.maxY()).add((float) b.maxZ());
        written.put(values, index);
        return index;
    }

    private int floats(float[] values, int size, String type) {
        Integer known = written.get(values);
        if (known != null) {
            return known;
        }
        ByteBuffer bytes = ByteBuffer.allocate(values.length * 4).order(ByteOrder.LITTLE_ENDIAN);
        for (float value : values) {
            bytes.putFloat(value);
        }
        int index = accessor(view(bytes.array(), ARRAY_BUFFER), FLOAT, values.length / size, type);
        written.put(values, index);
        return index;
    }

    private int indices(Part part) {
        Integer known = written.get(part.indices());
        if (known != null) {
            return known;
        }
        boolean small = part.vertexCount() < 65535;
        ByteBuffer bytes =
                ByteBuffer.allocate(part.indices().length * (small ? 2 : 4)).order(ByteOrder.LITTLE_ENDIAN);
        for (int index : part.indices()) {
            if (small) {
                bytes.putShort((short) index);
            } else {
                bytes.putInt(index);
            }
        }
        int view = view(bytes.array(), ELEMENT_ARRAY_BUFFER);
        int index = accessor(view, small ? UNSIGNED_SHORT : UNSIGNED_INT, part.indices().length, "SCALAR");
        written.put(part.indices(), index);
        return index;
    }

    private int accessor(int view, int componentType, int count, String type) {
        accessors
                .addObject()
                .put("bufferView", view)
                .put("componentType", componentType)
                .put("count", count)
                .put("type", type);
        return accessors.size() - 1;
    }

    private int view(byte[] bytes, int target) {
        while (binary.size() % 4 != 0) {
            binary.write(0);
        }
        ObjectNode view = views.addObject();
        view.put("buffer", 0);
        view.put("byteOffset", binary.size());
        view.put("byteLength", bytes.length);
        if (target != 0) {
            view.put("target", target);
        }
        binary.writeBytes(bytes);
        return views.size() - 1;
    }

    /** Normals of unit length, as the specification demands (3.7.2.1); a zero normal becomes straight up. */
    private static float[] unit(float[] normals) {
        boolean fine = true;
        for (int i = 0; i + 2 < normals.length && fine; i += 3) {
            double square = normals[i] * normals[i] + normals[i + 1] * normals[i + 1] + normals[i + 2] * normals[i + 2];
            fine = Math.abs(square - 1) < 1e-4;
        }
        if (fine) {
            return normals;
        }
        float[] out = normals.clone();
        for (int i = 0; i + 2 < out.length; i += 3) {
            double length = Math.sqrt(
                    (double) out[i] * out[i] + (double) out[i + 1] * out[i + 1] + (double) out[i + 2] * out[i + 2]);
            if (length < 1e-12 || !Double.isFinite(length)) {
                out[i] = 0;
                out[i + 1] = 1;
                out[i + 2] = 0;
            } else {
                out[i] = (float) (out[i] / length);
                out[i + 1] = (float) (out[i + 1] / length);
                out[i + 2] = (float) (out[i + 2] / length);
            }
        }
        return out;
    }

    private byte[] container() {
        return container(root, binary.toByteArray());
    }

    /** glTF 2.0, 4.4: the JSON and the binary chunk in one file. */
    static byte[] container(ObjectNode root, byte[] binary) {
        byte[] json = padded(json(root), (byte) ' ');
        byte[] bin = padded(binary, (byte) 0);
        boolean hasBin = bin.length > 0;
        int total = 12 + 8 + json.length + (hasBin ? 8 + bin.length : 0);
        ByteBuffer out = ByteBuffer.allocate(total).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(0x46546C67).putInt(2).putInt(total);
        out.putInt(json.length).putInt(0x4E4F534A).put(json);
        if (hasBin) {
            out.putInt(bin.length).putInt(0x004E4942).put(bin);
        }
        return out.array();
    }

    private static byte[] json(ObjectNode node) {
        try {
            return new ObjectMapper().writeValueAsBytes(node);
        } catch (com.fasterxml.jackson.core.JsonProcessingException e) {
            throw new IllegalStateException("a JSON tree that cannot be written", e);
        }
    }

    private static byte[] padded(byte[] bytes, byte filler) {
        byte[] out = java.util.Arrays.copyOf(bytes, (bytes.length + 3) / 4 * 4);
        java.util.Arrays.fill(out, bytes.length, out.length, filler);
        return out;
    }

    /** Where a writer puts bytes: gives the buffer view's number. */
    interface ViewSink {
        int add(byte[] bytes, int target);
    }
}
