package yondershelf.format.assimp;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.lwjgl.PointerBuffer;
import org.lwjgl.assimp.AIMaterial;
import org.lwjgl.assimp.AIMatrix4x4;
import org.lwjgl.assimp.AIMetaData;
import org.lwjgl.assimp.AINode;
import org.lwjgl.assimp.AIPropertyStore;
import org.lwjgl.assimp.AIScene;
import org.lwjgl.assimp.Assimp;
import yondershelf.content.Bounds;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.content.Transform;
import yondershelf.format.gltf.GltfForeign;
import yondershelf.format.model.ModelUnits;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.Reading;
import yondershelf.references.Reach;
import yondershelf.words.Phrase;

/** Model formats read through the native Assimp library. May crash or hang on hostile files: run it in the worker. */
final class AssimpReader {
    /** Normals and shared vertices are made here, in a tenth of the time. */
    private static final int FLAGS = Assimp.aiProcess_Triangulate | Assimp.aiProcess_SortByPType;

    private final Path file;
    private final AIScene scene;
    private final List<Node> nodes = new ArrayList<>();
    private final List<Mesh> meshes = new ArrayList<>();
    private final AssimpMaterials materials;
    private final AssimpParts parts;
    /** Meshes that stand where their bones do, whatever their nodes say. */
    private final Map<Integer, String> posed = new LinkedHashMap<>();

    private final AssimpFrame frame;

    private AssimpReader(Path file, AIScene scene, FileType type, Reach reach, AssimpFrame frame) {
        this.frame = frame;
        this.file = file;
        this.scene = scene;
        this.materials = new AssimpMaterials(file, scene, reach);
        this.parts = new AssimpParts(file, scene, type, AssimpPose.of(scene, frame), materials.materials());
    }

    /** @param firstFrame true for the pose its first animation begins with, instead of the one at rest */
    static Model read(Path file, FileType type, Reach reach, boolean firstFrame) throws ProblemException {
        try (AssimpFiles files = new AssimpFiles(file, reach)) {
            return read(file, type, reach, firstFrame, files);
        }
    }

    private static Model read(Path file, FileType type, Reach reach, boolean firstFrame, AssimpFiles files)
            throws ProblemException {
        AIScene scene = load(file, files);
        if (scene == null) {
            String why = shorten(Assimp.aiGetErrorString());
            if (type == FileType.COLLADA && isMorphing(file)) {
                throw new Problem(
                                file.toString(),
                                Phrase.kept("format.it-has-morph-targets-which"),
                                Phrase.kept("format.export-it-as-gltf-or"))
                        .raise();
            }
            throw Problem.of(
                            file,
                            Phrase.kept(
                                    "format.it-cannot-be-read-as",
                                    type.extension().toUpperCase(Locale.ROOT),
                                    why))
                    .raise();
        }
        try {
            return new AssimpReader(file, scene, type, reach, AssimpFrame.of(scene, firstFrame)).model(type);
        } finally {
            Assimp.aiReleaseImport(scene);
        }
    }

    private static boolean isMorphing(Path file) {
        try {
            return new String(Reading.bytes(file), StandardCharsets.ISO_8859_1).contains("<morph");
        } catch (IOException e) {
            // then that is not why it could not be read
            return false;
        }
    }

    private static @Nullable AIScene load(Path file, AssimpFiles files) {
        AIPropertyStore wishes = Assimp.aiCreatePropertyStore();
        try {
            // a file of cameras or bones alone is not to look as if it held a model of them
            Assimp.aiSetImportPropertyInteger(
                    Objects.requireNonNull(wishes), Assimp.AI_CONFIG_IMPORT_NO_SKELETON_MESHES, 1);
            return Assimp.aiImportFileExWithProperties(file.toAbsolutePath().toString(), FLAGS, files.io(), wishes);
        } finally {
            if (wishes != null) {
                Assimp.aiReleasePropertyStore(wishes);
            }
        }
    }

    private static String shorten(@Nullable String message) {
        String line = message == null || message.isBlank()
                ? "no reason given"
                : message.strip().replaceAll("\\s+", " ");
        return line.length() > 160 ? line.substring(0, 160) + "..." : line;
    }

    private Model model(FileType type) throws ProblemException {
        AINode root = scene.mRootNode();
        if (root == null || scene.mNumMeshes() == 0) {
            throw Problem.of(file, Phrase.kept("format.there-is-no-geometry-in"))
                    .raise();
        }
        int top = node(root);
        String name = Reading.baseName(file);
        List<Integer> roots = new ArrayList<>(List.of(top));
        for (Map.Entry<Integer, String> held : posed.entrySet()) {
            Part part = parts.part(held.getKey());
            if (part != null) {
                roots.add(nodes.size());
                nodes.add(new Node(
                        held.getValue(), Transform.IDENTITY, sharedMesh(held.getValue(), List.of(part)), List.of()));
            }
        }
        List<String> assumed = new ArrayList<>();
        Bounds raw = new Model(name, meshes, nodes, roots, List.of()).bounds();
        Transform toMetres = toMetres(type, raw, assumed);
        for (int index : roots) {
            Node node = nodes.get(index);
            nodes.set(index, new Node(node.name(), toMetres.after(node.local()), node.mesh(), node.children()));
        }
        return new Model(name, meshes, nodes, roots, parts.usedMaterials(), new Remarks(notShown(), assumed))
                .withStaging(AssimpStaging.of(scene, frame).after(toMetres));
    }

    private List<String> notShown() {
        List<String> out = new ArrayList<>();
        GltfForeign.count(out, scene.mNumAnimations(), "animation");
        GltfForeign.count(out, parts.morphsLeftOut(), "morph target");
        out.addAll(materials.notShown());
        return out;
    }

    /**
     * From the file's unit and up axis to metres, +Y up. FBX writes its unit in centimetres, COLLADA is turned and scaled by its
     * reader, 3DS turned. 3MF has +Z up (core specification, 2.3), STL too (common practice, no source).
     *
     * @param box around the vertices as the file has them
     * @param assumed is told what the file does not say
     */
    private Transform toMetres(FileType type, Bounds box, List<String> assumed) {
        return switch (type) {
            case FBX -> Transform.scale(metaNumber("UnitScaleFactor", 1) / 100);
            case STL, THREE_MF, PLY, THREE_DS -> ModelUnits.of(file, type, box).toMetres(type, assumed);
            default -> Transform.IDENTITY;
        };
    }

    private double metaNumber(String key, double otherwise) {
        AIMetaData data = scene.mMetaData();
        if (data == null) {
            return otherwise;
        }
        for (int i = 0; i < data.mNumProperties(); i++) {
            if (data.mKeys().get(i).dataString().equals(key)) {
                var entry = data.mValues().get(i);
                if (entry.mType() == Assimp.AI_DOUBLE) {
                    return number(entry.mData(8).getDouble(0), otherwise);
                }
                if (entry.mType() == Assimp.AI_FLOAT) {
                    return number(entry.mData(4).getFloat(0), otherwise);
                }
            }
        }
        return otherwise;
    }

    private static double number(double value, double otherwise) {
        return Double.isFinite(value) && value > 0 ? value : otherwise;
    }

    private int node(AINode node) throws ProblemException {
        int index = nodes.size();
        nodes.add(new Node("", Transform.IDENTITY, -1, List.of()));
        int mesh = -1;
        if (node.mNumMeshes() > 0 && node.mMeshes() != null) {
            List<Part> its = new ArrayList<>();
            for (int i = 0; i < node.mNumMeshes(); i++) {
                int which = node.mMeshes().get(i);
                if (parts.isHeldByBones(which)) {
                    posed.putIfAbsent(which, node.mName().dataString());
                    continue;
                }
                Part part = parts.part(which);
                if (part != null) {
                    its.add(part);
                }
            }
            if (!its.isEmpty()) {
                mesh = sharedMesh(node.mName().dataString(), its);
            }
        }
        List<Integer> children = new ArrayList<>();
        PointerBuffer list = node.mChildren();
        for (int i = 0; list != null && i < node.mNumChildren(); i++) {
            long address = list.get(i);
            if (address != 0) {
                children.add(node(AINode.create(address)));
            }
        }
        nodes.set(index, new Node(node.mName().dataString(), frame.of(node), mesh, children));
        return index;
    }

    private int sharedMesh(String name, List<Part> parts) {
        for (int i = 0; i < meshes.size(); i++) {
            List<Part> other = meshes.get(i).parts();
            boolean same = other.size() == parts.size();
            for (int k = 0; same && k < parts.size(); k++) {
                same = other.get(k) == parts.get(k);
            }
            if (same) {
                return i;
            }
        }
        meshes.add(new Mesh(name, parts));
        return meshes.size() - 1;
    }

    static Transform transform(AIMatrix4x4 m) {
        return new Transform(
                m.a1(), m.a2(), m.a3(), m.a4(), m.b1(), m.b2(), m.b3(), m.b4(), m.c1(), m.c2(), m.c3(), m.c4());
    }

    /** Copies a native buffer. */
    static byte[] copy(ByteBuffer in) {
        byte[] out = new byte[in.remaining()];
        in.get(in.position(), out);
        return out;
    }

    static AIMaterial material(AIScene scene, int index) {
        return AIMaterial.create(Objects.requireNonNull(scene.mMaterials()).get(index));
    }
}
