package yondershelf.format.assimp;

import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.lwjgl.assimp.AIAnimation;
import org.lwjgl.assimp.AINode;
import org.lwjgl.assimp.AINodeAnim;
import org.lwjgl.assimp.AIQuaternion;
import org.lwjgl.assimp.AIScene;
import org.lwjgl.assimp.AIVector3D;
import yondershelf.content.Transform;

/** How the nodes of an Assimp scene stand in those above them: at rest, or where the first animation begins. */
final class AssimpFrame {
    private final Map<String, Transform> begun = new HashMap<>();

    private AssimpFrame() {}

    static AssimpFrame of(AIScene scene, boolean first) {
        AssimpFrame frame = new AssimpFrame();
        if (first && scene.mNumAnimations() > 0) {
            AIAnimation animation = AIAnimation.create(
                    Objects.requireNonNull(scene.mAnimations()).get(0));
            for (int i = 0; i < animation.mNumChannels(); i++) {
                AINodeAnim channel = AINodeAnim.create(
                        Objects.requireNonNull(animation.mChannels()).get(i));
                frame.begun.put(channel.mNodeName().dataString(), first(channel));
            }
        }
        return frame;
    }

    /** A channel says all three; one without keys changes nothing of its kind. */
    private static Transform first(AINodeAnim channel) {
        Transform out = Transform.IDENTITY;
        var moves = channel.mPositionKeys();
        if (channel.mNumPositionKeys() > 0 && moves != null) {
            AIVector3D at = moves.get(0).mValue();
            out = Transform.translation(at.x(), at.y(), at.z());
        }
        var turns = channel.mRotationKeys();
        if (channel.mNumRotationKeys() > 0 && turns != null) {
            AIQuaternion q = turns.get(0).mValue();
            out = out.after(Transform.quaternion(q.x(), q.y(), q.z(), q.w()));
        }
        var scales = channel.mScalingKeys();
        if (channel.mNumScalingKeys() > 0 && scales != null) {
            AIVector3D by = scales.get(0).mValue();
            out = out.after(Transform.scale(by.x(), by.y(), by.z()));
        }
        return out;
    }

    Transform of(AINode node) {
        Transform moved = begun.get(node.mName().dataString());
        return moved != null ? moved : AssimpReader.transform(node.mTransformation());
    }
}
