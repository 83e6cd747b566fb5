package yondershelf.format.assimp;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.lwjgl.assimp.AICamera;
import org.lwjgl.assimp.AIColor3D;
import org.lwjgl.assimp.AILight;
import org.lwjgl.assimp.AINode;
import org.lwjgl.assimp.AIScene;
import org.lwjgl.assimp.AIVector3D;
import org.lwjgl.assimp.Assimp;
import yondershelf.content.Staging;
import yondershelf.content.Transform;

/** Lights and cameras as Assimp gives them: in the space of the node that has their name. */
final class AssimpStaging {
    private static final int DEEPEST = 200;

    private final AIScene scene;

    private final AssimpFrame frame;

    private AssimpStaging(AIScene scene, AssimpFrame frame) {
        this.scene = scene;
        this.frame = frame;
    }

    static Staging of(AIScene scene, AssimpFrame frame) {
        return new AssimpStaging(scene, frame).staging();
    }

    private Staging staging() {
        List<Staging.Light> lights = new ArrayList<>();
        for (int i = 0; i < scene.mNumLights(); i++) {
            AILight light =
                    AILight.create(Objects.requireNonNull(scene.mLights()).get(i));
            AIColor3D c = light.mColorDiffuse();
            double most = Math.max(1e-9, Math.max(c.r(), Math.max(c.g(), c.b())));
            String name = light.mName().dataString();
            Staging.Shape shape = switch (light.mType()) {
                case Assimp.aiLightSource_DIRECTIONAL -> Staging.Shape.DIRECTIONAL;
                case Assimp.aiLightSource_SPOT -> Staging.Shape.SPOT;
                case Assimp.aiLightSource_AREA -> Staging.Shape.AREA;
                case Assimp.aiLightSource_AMBIENT -> Staging.Shape.SURROUNDINGS;
                default -> Staging.Shape.POINT;
            };
            lights.add(new Staging.Light(
                    name,
                    shape,
                    c.r() / most,
                    c.g() / most,
                    c.b() / most,
                    emission(light, shape, most),
                    place(name).after(looking(light.mPosition(), light.mDirection()))));
        }
        List<Staging.Viewpoint> viewpoints = new ArrayList<>();
        for (int i = 0; i < scene.mNumCameras(); i++) {
            AICamera camera =
                    AICamera.create(Objects.requireNonNull(scene.mCameras()).get(i));
            String name = camera.mName().dataString();
            double across = camera.mHorizontalFOV();
            double aspect = camera.mAspect() > 0 ? camera.mAspect() : 1;
            viewpoints.add(new Staging.Viewpoint(
                    name,
                    2 * Math.atan(Math.tan(across / 2) / aspect),
                    place(name).after(looking(camera.mPosition(), camera.mLookAt()))));
        }
        return new Staging(lights, viewpoints, 1, scene.mNumAnimations());
    }

    private static Staging.Emission emission(AILight light, Staging.Shape shape, double strength) {
        boolean cone = shape == Staging.Shape.SPOT;
        boolean flat = shape == Staging.Shape.AREA;
        // the library gives whole angles, from edge to edge
        return new Staging.Emission(
                strength,
                cone ? light.mAngleInnerCone() / 2 : Math.PI,
                cone ? light.mAngleOuterCone() / 2 : flat ? Math.PI / 2 : Math.PI,
                flat ? Math.sqrt(light.mSize().x() * light.mSize().y() / Math.PI) : 0,
                null);
    }

    /** From looking along -Z to looking in a direction, and to its place. */
    private static Transform looking(AIVector3D at, AIVector3D way) {
        double length = Math.sqrt(way.x() * way.x() + way.y() * way.y() + way.z() * way.z());
        Transform turn = Transform.IDENTITY;
        if (length > 0) {
            // the axis across -Z and the direction
            double z = Math.max(-1, Math.min(1, -way.z() / length));
            boolean straight = Math.abs(way.x()) + Math.abs(way.y()) < 1e-9 * length;
            turn = straight
                    ? (z > 0 ? turn : Transform.rotation(0, 1, 0, Math.PI))
                    : Transform.rotation(way.y(), -way.x(), 0, Math.acos(z));
        }
        return Transform.translation(at.x(), at.y(), at.z()).after(turn);
    }

    private Transform place(String name) {
        AINode root = scene.mRootNode();
        Transform found = root == null ? null : find(root, name, Transform.IDENTITY, 0);
        return found == null ? Transform.IDENTITY : found;
    }

    private @Nullable Transform find(AINode node, String name, Transform above, int depth) {
        Transform here = above.after(frame.of(node));
        if (node.mName().dataString().equals(name)) {
            return here;
        }
        for (int i = 0; i < node.mNumChildren() && depth < DEEPEST; i++) {
            AINode child =
                    AINode.create(Objects.requireNonNull(node.mChildren()).get(i));
            Transform found = find(child, name, here, depth + 1);
            if (found != null) {
                return found;
            }
        }
        return null;
    }
}
