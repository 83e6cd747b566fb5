package yondershelf.format.assimp;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.lwjgl.PointerBuffer;
import org.lwjgl.assimp.AIBone;
import org.lwjgl.assimp.AIMesh;
import org.lwjgl.assimp.AINode;
import org.lwjgl.assimp.AIScene;
import org.lwjgl.assimp.AIVertexWeight;
import yondershelf.content.Transform;
import yondershelf.format.model.Skinning;

/** Where the nodes of an Assimp scene stand that are bones of meshes, and where those hold the meshes' vertices. */
final class AssimpPose {
    private static final int SET = 4;

    private final Map<String, Transform> nodes = new HashMap<>();

    private final AssimpFrame frame;

    private AssimpPose(AssimpFrame frame) {
        this.frame = frame;
    }

    static AssimpPose of(AIScene scene, AssimpFrame frame) {
        AssimpPose pose = new AssimpPose(frame);
        AINode root = scene.mRootNode();
        if (root != null) {
            pose.enter(root, Transform.IDENTITY);
        }
        return pose;
    }

    private void enter(AINode node, Transform above) {
        Transform here = above.after(frame.of(node));
        nodes.putIfAbsent(node.mName().dataString(), here);
        PointerBuffer children = node.mChildren();
        for (int i = 0; children != null && i < node.mNumChildren(); i++) {
            enter(AINode.create(children.get(i)), here);
        }
    }

    /** True when bones of the scene hold a mesh. */
    boolean holds(AIMesh mesh) {
        PointerBuffer bones = mesh.mBones();
        for (int i = 0; bones != null && i < mesh.mNumBones(); i++) {
            if (nodes.containsKey(AIBone.create(bones.get(i)).mName().dataString())) {
                return true;
            }
        }
        return false;
    }

    /** Moves vertices from where they were bound to where the bones stand in the scene. */
    void move(AIMesh mesh, float[] positions, float @Nullable [] normals) {
        PointerBuffer bones = Objects.requireNonNull(mesh.mBones());
        int count = mesh.mNumBones();
        int vertices = positions.length / 3;
        Transform[] joints = new Transform[count];
        int[] held = new int[vertices];
        List<Skinning.Influences> sets = new ArrayList<>();
        for (int b = 0; b < count; b++) {
            AIBone bone = AIBone.create(bones.get(b));
            Transform stands = nodes.getOrDefault(bone.mName().dataString(), Transform.IDENTITY);
            joints[b] = stands.after(AssimpReader.transform(bone.mOffsetMatrix()));
            AIVertexWeight.Buffer weights = bone.mWeights();
            for (int i = 0; weights != null && i < bone.mNumWeights(); i++) {
                int vertex = weights.get(i).mVertexId();
                if (vertex >= 0 && vertex < vertices) {
                    put(
                            sets,
                            held[vertex]++,
                            vertex,
                            vertices,
                            b,
                            weights.get(i).mWeight());
                }
            }
        }
        Skinning.apply(joints, sets, positions, normals);
    }

    private static void put(
            List<Skinning.Influences> sets, int place, int vertex, int vertices, int joint, float weight) {
        while (sets.size() <= place / SET) {
            float[] none = new float[vertices * SET];
            Arrays.fill(none, -1);
            sets.add(new Skinning.Influences(none, new float[vertices * SET]));
        }
        Skinning.Influences set = sets.get(place / SET);
        set.joints()[vertex * SET + place % SET] = joint;
        set.weights()[vertex * SET + place % SET] = weight;
    }
}
