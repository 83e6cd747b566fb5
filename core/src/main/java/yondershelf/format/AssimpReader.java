package yondershelf.format;

import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.lwjgl.PointerBuffer;
import org.lwjgl.assimp.AIColor4D;
import org.lwjgl.assimp.AIFace;
import org.lwjgl.assimp.AIMaterial;
import org.lwjgl.assimp.AIMatrix4x4;
import org.lwjgl.assimp.AIMesh;
import org.lwjgl.assimp.AIMetaData;
import org.lwjgl.assimp.AINode;
import org.lwjgl.assimp.AIScene;
import org.lwjgl.assimp.AIVector3D;
import org.lwjgl.assimp.Assimp;
import yondershelf.content.Bounds;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.content.Srgb;
import yondershelf.content.Transform;

/** Model formats read through the native Assimp library. May crash or hang on hostile files: run it in the worker. */
final class AssimpReader {
    private static final int FLAGS = Assimp.aiProcess_Triangulate
            | Assimp.aiProcess_GenSmoothNormals
            | Assimp.aiProcess_JoinIdenticalVertices
            | Assimp.aiProcess_SortByPType;

    private final Path file;
    private final AIScene scene;
    private final List<Node> nodes = new ArrayList<>();
    private final List<Mesh> meshes = new ArrayList<>();
    private final List<Material> materials;
    private final int[] materialNumbers;
    /** Materials worn by vertices that carry alpha. */
    private final BitSet seeThrough = new BitSet();
    /** PLY stores colours for the screen (common practice, no source); the other formats store light. */
    private final boolean coloursForScreen;
    /** STL knows no materials. */
    private final boolean bare;

    private static final Material BARE = Material.plain("bare", 0.42, 0.42, 0.42, 0, 0.55);

    private AssimpReader(Path file, AIScene scene, FileType type, Reach reach, WavefrontText wavefront) {
        this.coloursForScreen = type == FileType.PLY;
        this.bare = type == FileType.STL;
        this.file = file;
        this.scene = scene;
        this.materials = new AssimpMaterials(file, scene, reach, wavefront).materials();
        this.materialNumbers = new int[materials.size()];
        Arrays.fill(materialNumbers, -1);
    }

    static Model read(Path file, FileType type, Reach reach) throws ProblemException {
        try (AssimpFiles files = new AssimpFiles(file, reach)) {
            return read(file, type, reach, files);
        }
    }

    private static Model read(Path file, FileType type, Reach reach, AssimpFiles files) throws ProblemException {
        AIScene scene = Assimp.aiImportFileEx(file.toAbsolutePath().toString(), FLAGS, files.io());
        if (scene == null) {
            throw Problem.of(
                            file,
                            "it cannot be read as " + type.extension().toUpperCase(Locale.ROOT) + " ("
                                    + shorten(Assimp.aiGetErrorString()) + ")")
                    .raise();
        }
        try {
            return new AssimpReader(file, scene, type, reach, files.wavefront()).model(type);
        } finally {
            Assimp.aiReleaseImport(scene);
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
            throw Problem.of(file, "there is no geometry in it").raise();
        }
        int top = node(root);
        Node first = nodes.get(top);
        String name = Reading.baseName(file);
        List<String> assumed = new ArrayList<>();
        Bounds raw = new Model(name, meshes, nodes, List.of(top), List.of()).bounds();
        nodes.set(
                top,
                new Node(
                        first.name(),
                        toMetres(type, raw, assumed).after(first.local()),
                        first.mesh(),
                        first.children()));
        return new Model(name, meshes, nodes, List.of(top), usedMaterials(), new Remarks(notShown(), assumed));
    }

    private List<String> notShown() {
        List<String> out = new ArrayList<>();
        count(out, scene.mNumAnimations(), "animation");
        count(out, scene.mNumCameras(), "camera");
        count(out, scene.mNumLights(), "light");
        return out;
    }

    private static void count(List<String> out, int n, String one) {
        if (n > 0) {
            out.add(n + " " + one + (n == 1 ? "" : "s"));
        }
    }

    /** Assimp adds a default material nobody asked for; only those that parts use are kept. */
    private List<Material> usedMaterials() {
        Material[] out = new Material
                [(int) Arrays.stream(materialNumbers).filter(n -> n >= 0).count()];
        for (int i = 0; i < materialNumbers.length; i++) {
            if (materialNumbers[i] >= 0) {
                Material worn = bare ? BARE : materials.get(i);
                out[materialNumbers[i]] = seeThrough.get(i) ? worn.withAlpha() : worn;
            }
        }
        return Arrays.asList(out);
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
            case STL, THREE_MF, OBJ, PLY, THREE_DS -> byUnits(type, ModelUnits.of(file, type, box), assumed);
            default -> Transform.IDENTITY;
        };
    }

    private static Transform byUnits(FileType type, ModelUnits units, List<String> assumed) {
        if (units.assumed()) {
            assumed.add(units.unit().title());
        }
        if (type == FileType.STL) {
            assumed.add("+Z up");
        } else if (type == FileType.OBJ || type == FileType.PLY) {
            assumed.add("+Y up");
        }
        Transform scale = Transform.scale(units.unit().metres());
        boolean zUp = type == FileType.STL || type == FileType.THREE_MF;
        return zUp ? Transform.rotation(1, 0, 0, -Math.PI / 2).after(scale) : scale;
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
            List<Part> parts = new ArrayList<>();
            for (int i = 0; i < node.mNumMeshes(); i++) {
                Part part = part(node.mMeshes().get(i));
                if (part != null) {
                    parts.add(part);
                }
            }
            if (!parts.isEmpty()) {
                mesh = sharedMesh(node.mName().dataString(), parts);
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
        nodes.set(index, new Node(node.mName().dataString(), transform(node.mTransformation()), mesh, children));
        return index;
    }

    private final @Nullable Part[] known = new Part[1 << 16];

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

    private @Nullable Part part(int index) throws ProblemException {
        if (index < known.length && known[index] != null) {
            return known[index];
        }
        AIMesh mesh = AIMesh.create(Objects.requireNonNull(scene.mMeshes()).get(index));
        int corners = corners(mesh.mPrimitiveTypes());
        if (corners == 0) {
            return null;
        }
        float[] positions = vectors(mesh.mVertices(), 3);
        float[] normals = mesh.mNormals() == null ? null : vectors(mesh.mNormals(), 3);
        AIVector3D.Buffer texture = mesh.mTextureCoords(0);
        float[] uvs = texture == null ? null : vectors(texture, 2);
        if (uvs != null) {
            for (int i = 1; i < uvs.length; i += 2) {
                uvs[i] = 1 - uvs[i];
            }
        }
        AIColor4D.Buffer tints = mesh.mColors(0);
        float[] colors = null;
        if (tints != null) {
            colors = new float[positions.length / 3 * 4];
            for (int i = 0; i < positions.length / 3; i++) {
                AIColor4D c = tints.get(i);
                colors[i * 4] = light(c.r());
                colors[i * 4 + 1] = light(c.g());
                colors[i * 4 + 2] = light(c.b());
                colors[i * 4 + 3] = c.a();
                seeThrough.set(mesh.mMaterialIndex(), c.a() < 1 || seeThrough.get(mesh.mMaterialIndex()));
            }
        }
        int[] indices = indices(mesh, corners);
        int material = mesh.mMaterialIndex();
        if (materialNumbers[material] < 0) {
            materialNumbers[material] =
                    (int) Arrays.stream(materialNumbers).filter(n -> n >= 0).count();
        }
        Part part = Reading.checkedPart(file, positions, normals, uvs, colors, indices, materialNumbers[material]);
        if (corners < 3) {
            Strokes strokes = new Strokes(positions, colors);
            part = corners == 1 ? strokes.points(indices, part.material()) : strokes.lines(indices, part.material());
        }
        if (index < known.length) {
            known[index] = part;
        }
        return part;
    }

    /** Of each face: faces of one sort only are in one mesh. */
    private static int corners(int types) {
        if ((types & Assimp.aiPrimitiveType_TRIANGLE) != 0) {
            return 3;
        }
        if ((types & Assimp.aiPrimitiveType_LINE) != 0) {
            return 2;
        }
        return (types & Assimp.aiPrimitiveType_POINT) != 0 ? 1 : 0;
    }

    private static int[] indices(AIMesh mesh, int corners) {
        if (mesh.mNumFaces() == 0) {
            // a cloud of points has none
            return corners == 1 ? Strokes.each(mesh.mNumVertices()) : new int[0];
        }
        AIFace.Buffer faces = mesh.mFaces();
        int[] indices = new int[mesh.mNumFaces() * corners];
        int count = 0;
        for (int i = 0; i < mesh.mNumFaces(); i++) {
            AIFace face = faces.get(i);
            for (int c = 0; c < corners && face.mNumIndices() == corners; c++) {
                indices[count++] = face.mIndices().get(c);
            }
        }
        return Arrays.copyOf(indices, count);
    }

    private float light(float stored) {
        return coloursForScreen ? (float) Srgb.toLinear(Math.max(0, Math.min(1, stored))) : stored;
    }

    private static float[] vectors(AIVector3D.Buffer in, int size) {
        float[] out = new float[in.remaining() * size];
        for (int i = 0; i < in.remaining(); i++) {
            AIVector3D v = in.get(i);
            out[i * size] = v.x();
            out[i * size + 1] = v.y();
            if (size == 3) {
                out[i * size + 2] = v.z();
            }
        }
        return out;
    }

    private static Transform transform(AIMatrix4x4 m) {
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
