package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.lwjgl.assimp.AIColor4D;
import org.lwjgl.assimp.AIFace;
import org.lwjgl.assimp.AIMesh;
import org.lwjgl.assimp.AIScene;
import org.lwjgl.assimp.AIVector3D;
import org.lwjgl.assimp.Assimp;
import org.lwjgl.system.MemoryUtil;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/**
 * Geometry compressed as KHR_draco_mesh_compression says, decoded by the native library; all else of such a file is read as of any
 * other. The library gives a mesh for each primitive in the order of the file.
 */
final class GltfDraco {
    private static final String NAME = "KHR_draco_mesh_compression";

    private GltfDraco() {}

    /** True when the geometry is there in no other form. */
    static boolean isNeeded(GltfDocument document) {
        for (JsonNode extension : document.json.path("extensionsRequired")) {
            if (extension.asText().equals(NAME)) {
                return true;
            }
        }
        return false;
    }

    /** True for skins and morph targets, whose values by vertex the library keeps to itself. */
    static boolean movesVertices(GltfDocument document) {
        if (document.json.path("skins").size() > 0) {
            return true;
        }
        for (JsonNode mesh : document.json.path("meshes")) {
            for (JsonNode primitive : mesh.path("primitives")) {
                if (primitive.path("targets").size() > 0) {
                    return true;
                }
            }
        }
        return false;
    }

    /** Puts the values of compressed primitives where their accessors would have them. */
    static void decode(GltfDocument document, GltfAccessors accessors) throws ProblemException {
        List<JsonNode> packed = new ArrayList<>();
        for (JsonNode mesh : document.json.path("meshes")) {
            for (JsonNode primitive : mesh.path("primitives")) {
                if (primitive.path("extensions").has(NAME)) {
                    packed.add(primitive);
                }
            }
        }
        ByteBuffer alone = alone(document, packed);
        AIScene scene = Assimp.aiImportFileFromMemory(alone, 0, "glb");
        MemoryUtil.memFree(alone);
        try {
            if (scene == null || scene.mNumMeshes() != packed.size()) {
                throw Problem.of(document.file, Phrase.kept("format.its-compressed-geometry-cannot-be"))
                        .raise();
            }
            for (int i = 0; i < packed.size(); i++) {
                put(
                        packed.get(i),
                        AIMesh.create(Objects.requireNonNull(scene.mMeshes()).get(i)),
                        accessors);
            }
        } finally {
            if (scene != null) {
                Assimp.aiReleaseImport(scene);
            }
        }
    }

    /**
     * A file of its own with nothing but the compressed primitives, a node and a mesh for each, so that the library gives them in
     * this order.
     */
    private static ByteBuffer alone(GltfDocument document, List<JsonNode> packed) throws ProblemException {
        ObjectNode json = JsonNodeFactory.instance.objectNode();
        json.putObject("asset").put("version", "2.0");
        json.putArray("extensionsUsed").add(NAME);
        json.putArray("extensionsRequired").add(NAME);
        json.put("scene", 0);
        ArrayNode roots = json.putArray("scenes").addObject().putArray("nodes");
        ArrayNode nodes = json.putArray("nodes");
        ArrayNode meshes = json.putArray("meshes");
        ArrayNode views = json.putArray("bufferViews");
        json.set("accessors", document.json.path("accessors"));
        ByteArrayOutputStream binary = new ByteArrayOutputStream();
        for (int i = 0; i < packed.size(); i++) {
            ObjectNode primitive = packed.get(i).deepCopy();
            ObjectNode extension = primitive.withObject("/extensions/" + NAME);
            byte[] bytes = bytes(document.view(extension.path("bufferView").asInt(-1)));
            extension.put("bufferView", i);
            primitive.remove("material");
            views.addObject().put("buffer", 0).put("byteOffset", binary.size()).put("byteLength", bytes.length);
            binary.writeBytes(bytes);
            binary.writeBytes(new byte[(4 - bytes.length % 4) % 4]);
            meshes.addObject().put("name", "m" + i).putArray("primitives").add(primitive);
            nodes.addObject().put("mesh", i);
            roots.add(i);
        }
        json.putArray("buffers").addObject().put("byteLength", binary.size());
        byte[] text = GlbWriter.container(json, binary.toByteArray());
        ByteBuffer out = MemoryUtil.memAlloc(text.length);
        out.put(text).flip();
        return out;
    }

    private static byte[] bytes(ByteBuffer view) {
        byte[] out = new byte[view.remaining()];
        view.duplicate().get(out);
        return out;
    }

    private static void put(JsonNode primitive, AIMesh mesh, GltfAccessors accessors) {
        int vertices = mesh.mNumVertices();
        for (Map.Entry<String, JsonNode> attribute :
                primitive.path("attributes").properties()) {
            int accessor = attribute.getValue().asInt();
            String name = attribute.getKey();
            if (name.equals("POSITION")) {
                accessors.give(accessor, vectors(mesh.mVertices(), vertices, 3, false), 3);
            } else if (name.equals("NORMAL") && mesh.mNormals() != null) {
                accessors.give(accessor, vectors(mesh.mNormals(), vertices, 3, false), 3);
            } else if (name.startsWith("TEXCOORD_")) {
                AIVector3D.Buffer uvs = mesh.mTextureCoords(Integer.parseInt(name.substring("TEXCOORD_".length())));
                if (uvs != null) {
                    accessors.give(accessor, vectors(uvs, vertices, 2, true), 2);
                }
            } else if (name.equals("COLOR_0")) {
                AIColor4D.Buffer colors = mesh.mColors(0);
                if (colors != null) {
                    accessors.give(accessor, colors(colors, vertices), 4);
                }
            }
        }
        accessors.give(primitive.path("indices").asInt(-1), indices(mesh));
    }

    private static float[] vectors(AIVector3D.Buffer in, int count, int size, boolean turned) {
        float[] out = new float[count * size];
        for (int i = 0; i < count; i++) {
            AIVector3D v = in.get(i);
            out[i * size] = v.x();
            // the library turns V over
            out[i * size + 1] = turned ? 1 - v.y() : v.y();
            if (size == 3) {
                out[i * size + 2] = v.z();
            }
        }
        return out;
    }

    private static float[] colors(AIColor4D.Buffer in, int count) {
        float[] out = new float[count * 4];
        for (int i = 0; i < count; i++) {
            AIColor4D c = in.get(i);
            out[i * 4] = c.r();
            out[i * 4 + 1] = c.g();
            out[i * 4 + 2] = c.b();
            out[i * 4 + 3] = c.a();
        }
        return out;
    }

    private static int[] indices(AIMesh mesh) {
        int[] out = new int[mesh.mNumFaces() * 3];
        int count = 0;
        AIFace.Buffer faces = mesh.mFaces();
        for (int i = 0; i < mesh.mNumFaces(); i++) {
            AIFace face = faces.get(i);
            for (int c = 0; c < 3 && face.mNumIndices() == 3; c++) {
                out[count++] = face.mIndices().get(c);
            }
        }
        return java.util.Arrays.copyOf(out, count);
    }
}
