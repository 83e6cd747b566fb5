package yondershelf.format.assimp;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.lwjgl.assimp.AIColor4D;
import org.lwjgl.assimp.AIFace;
import org.lwjgl.assimp.AIMesh;
import org.lwjgl.assimp.AIScene;
import org.lwjgl.assimp.AIVector3D;
import org.lwjgl.assimp.Assimp;
import org.lwjgl.system.MemoryUtil;
import yondershelf.content.Material;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.content.Srgb;
import yondershelf.format.model.Strokes;
import yondershelf.format.model.Welding;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.Reading;

/** Assimp's meshes as parts, each made once, and the materials they wear. */
final class AssimpParts {
    private static final Material BARE = Material.plain("bare", 0.42, 0.42, 0.42, 0, 0.55);

    private final Path file;
    private final AIScene scene;
    private final AssimpPose pose;
    private final List<Material> materials;
    private final int[] materialNumbers;
    /** Materials worn by vertices that carry alpha. */
    private final BitSet seeThrough = new BitSet();
    /** PLY stores colours for the screen (common practice, no source); the other formats store light. */
    private final boolean coloursForScreen;
    /** STL knows no materials. */
    private final boolean bare;

    private int morphs;
    private final @Nullable Part[] known = new Part[1 << 16];

    AssimpParts(Path file, AIScene scene, FileType type, AssimpPose pose, List<Material> materials) {
        this.file = file;
        this.scene = scene;
        this.pose = pose;
        this.materials = materials;
        this.materialNumbers = new int[materials.size()];
        Arrays.fill(materialNumbers, -1);
        this.coloursForScreen = type == FileType.PLY;
        this.bare = type == FileType.STL;
    }

    /** True when a mesh stands where its bones do, and not where its node does. */
    boolean isHeldByBones(int index) {
        return pose.holds(mesh(index));
    }

    private AIMesh mesh(int index) {
        return AIMesh.create(Objects.requireNonNull(scene.mMeshes()).get(index));
    }

    /** How many morph targets of the parts so far are left out. */
    int morphsLeftOut() {
        return morphs;
    }

    /** Assimp adds a default material nobody asked for; only those that parts use are kept. */
    List<Material> usedMaterials() {
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

    @Nullable
    Part part(int index) throws ProblemException {
        if (index < known.length && known[index] != null) {
            return known[index];
        }
        AIMesh mesh = mesh(index);
        int corners = corners(mesh.mPrimitiveTypes());
        if (corners == 0) {
            return null;
        }
        float[] positions = vectors(mesh.mVertices(), 3);
        float[] normals = mesh.mNormals() == null ? null : vectors(mesh.mNormals(), 3);
        float[] uvs = uvs(mesh, 0);
        float[] second = uvs(mesh, 1);
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
        // at which weights they stand is not told
        morphs += mesh.mNumAnimMeshes();
        if (pose.holds(mesh)) {
            pose.move(mesh, positions, normals);
        }
        int[] indices = indices(mesh, corners);
        if (normals == null && corners == 3) {
            normals = Welding.smoothNormals(positions, indices);
        }
        int material = mesh.mMaterialIndex();
        if (materialNumbers[material] < 0) {
            materialNumbers[material] =
                    (int) Arrays.stream(materialNumbers).filter(n -> n >= 0).count();
        }
        Part part = Reading.checkedPart(file, positions, normals, uvs, colors, indices, materialNumbers[material]);
        part = second == null ? part : part.withSecondUvs(second);
        part = corners == 3 ? Welding.weld(part) : part;
        if (corners < 3) {
            Strokes strokes = new Strokes(positions, colors);
            part = corners == 1 ? strokes.points(indices, part.material()) : strokes.lines(indices, part.material());
        }
        if (index < known.length) {
            known[index] = part;
        }
        return part;
    }

    /** Of a set, rows running down as here. */
    private static float @Nullable [] uvs(AIMesh mesh, int set) {
        AIVector3D.Buffer texture = mesh.mTextureCoords(set);
        float[] uvs = texture == null ? null : vectors(texture, 2);
        for (int i = 1; uvs != null && i < uvs.length; i += 2) {
            uvs[i] = 1 - uvs[i];
        }
        return uvs;
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
            long face = faces.address(i);
            long first = MemoryUtil.memGetAddress(face + AIFace.MINDICES);
            for (int c = 0; c < corners && AIFace.nmNumIndices(face) == corners; c++) {
                indices[count++] = MemoryUtil.memGetInt(first + 4L * c);
            }
        }
        return Arrays.copyOf(indices, count);
    }

    private float light(float stored) {
        return coloursForScreen ? (float) Srgb.toLinear(Math.max(0, Math.min(1, stored))) : stored;
    }

    private static float[] vectors(AIVector3D.Buffer in, int size) {
        // one copy: an object for each would take most of the time of reading
        float[] all = new float[in.remaining() * 3];
        MemoryUtil.memFloatBuffer(in.address(), all.length).get(all);
        if (size == 3) {
            return all;
        }
        float[] out = new float[in.remaining() * size];
        for (int i = 0; i < in.remaining(); i++) {
            System.arraycopy(all, i * 3, out, i * size, size);
        }
        return out;
    }
}
