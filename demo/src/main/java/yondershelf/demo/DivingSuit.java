package yondershelf.demo;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.reading.SceneNotes;

/** A diver's suit on a rig (glTF 2.0, 3.7.3): made with its arms held out, at rest with them lowered. */
final class DivingSuit {
    private static final double SHOULDER = 0.19;
    private static final double ELBOW = 0.46;
    private static final double ARM_HEIGHT = 1.36;

    /** Over so many metres one joint's hold goes over into the next one's. */
    private static final double SOFT = 0.09;

    private static final int HIPS = 0;
    private static final int LEFT_ARM = 2;
    private static final int LEFT_HAND = 3;
    private static final int RIGHT_ARM = 4;
    private static final int RIGHT_HAND = 5;
    private static final String[] NAMES = {"Hips", "Chest", "Left arm", "Left hand", "Right arm", "Right hand"};
    private static final int[] PARENTS = {-1, HIPS, 1, LEFT_ARM, 1, RIGHT_ARM};
    private static final double[][] PLACES = {
        {0, 0.9, 0},
        {0, 1.2, 0},
        {SHOULDER, ARM_HEIGHT, 0},
        {ELBOW, ARM_HEIGHT, 0},
        {-SHOULDER, ARM_HEIGHT, 0},
        {-ELBOW, ARM_HEIGHT, 0}
    };

    /** How far each is turned about +Z at rest, in degrees. */
    private static final double[] TURNS = {0, 0, -62, -12, 62, 12};

    private DivingSuit() {}

    static void shape(Sculpt s) {
        s.wear("sailcloth", 0.5);
        s.lathe(
                48, 0, 0.80, 0.15, 0.80, 0.19, 0.86, 0.2, 0.95, 0.19, 1.05, 0.22, 1.2, 0.235, 1.32, 0.21, 1.42, 0.15,
                1.47, 0, 1.47);
        for (int side = -1; side <= 1; side += 2) {
            s.tube(
                    0.088,
                    24,
                    false,
                    new double[] {side * 0.17, ARM_HEIGHT, 0},
                    new double[] {side * 0.32, ARM_HEIGHT, 0},
                    new double[] {side * ELBOW, ARM_HEIGHT, 0},
                    new double[] {side * 0.6, ARM_HEIGHT, 0},
                    new double[] {side * 0.7, ARM_HEIGHT, 0});
            s.tube(
                    0.105,
                    24,
                    false,
                    new double[] {side * 0.1, 0.95, 0},
                    new double[] {side * 0.115, 0.6, 0.01},
                    new double[] {side * 0.125, 0.3, 0},
                    new double[] {side * 0.13, 0.1, 0});
        }
        s.wear("tarred timber", 0.2);
        for (int side = -1; side <= 1; side += 2) {
            s.at(side * 0.745, ARM_HEIGHT, 0)
                    .turn(0, 0, 1, 90)
                    .at(0, -0.06, 0)
                    .drum(24, 0.066, 0.15, 0.04)
                    .back(3);
        }
        s.wear("rusted iron", 0.3);
        for (int side = -1; side <= 1; side += 2) {
            s.at(side * 0.135, 0, 0.05).box(0.17, 0.12, 0.34, 0.03).back(1);
        }
        s.wear("brushed brass", 0.3);
        s.at(0, 1.43, 0)
                .lathe(56, 0, 0, 0.24, 0, 0.25, 0.03, 0.19, 0.07, 0.155, 0.09, 0, 0.09)
                .back(1);
        s.at(0, 1.66, 0).sphere(64, 0.165).back(1);
        for (int turn = -1; turn <= 1; turn++) {
            s.at(0, 1.66, 0).turn(0, 1, 0, turn * 72).turn(1, 0, 0, 90).at(0, 0.135, 0);
            s.lathe(40, 0.088, 0, 0.092, 0.035, 0.082, 0.05, 0.07, 0.05, 0.068, 0.03);
            s.wear("lamp glass", 1);
            s.at(0, 0.026, 0).drum(32, 0.07, 0.006, 0.002).back(1);
            s.wear("brushed brass", 0.3);
            s.back(4);
        }
    }

    /** The suit as a GLB file with joints, weights and a skin. */
    static void write(Model suit, Path file) throws IOException, ProblemException {
        ByteBuffer glb = ByteBuffer.wrap(Formats.glb(suit, SceneNotes.none(), new Formats()))
                .order(ByteOrder.LITTLE_ENDIAN);
        int length = glb.getInt(12);
        ObjectNode json = (ObjectNode) new ObjectMapper().readTree(glb.array(), 20, length);
        ByteArrayOutputStream binary = new ByteArrayOutputStream();
        int whole = json.path("buffers").path(0).path("byteLength").asInt();
        binary.write(glb.array(), 20 + length + 8, whole);
        pad(binary, 0);
        ArrayNode primitives = (ArrayNode) json.path("meshes").path(0).path("primitives");
        for (int i = 0; i < primitives.size(); i++) {
            Part part = suit.meshes().get(0).parts().get(i);
            ObjectNode attributes = (ObjectNode) primitives.path(i).path("attributes");
            // the helmet and its collar are stiff
            boolean soft = !suit.materials().get(part.material()).name().contains("brass");
            weigh(part, soft, attributes, json, binary);
        }
        rig(json, binary);
        ((ObjectNode) json.path("buffers").path(0)).put("byteLength", binary.size());
        ByteArrayOutputStream text = new ByteArrayOutputStream();
        text.write(json.toString().getBytes(StandardCharsets.UTF_8));
        pad(text, ' ');
        ByteBuffer out =
                ByteBuffer.allocate(12 + 8 + text.size() + 8 + binary.size()).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(0x46546C67).putInt(2).putInt(out.capacity());
        out.putInt(text.size()).putInt(0x4E4F534A).put(text.toByteArray());
        out.putInt(binary.size()).putInt(0x004E4942).put(binary.toByteArray());
        ModelFiles.write(file, out.array());
    }

    private static void pad(ByteArrayOutputStream out, int with) {
        while (out.size() % 4 != 0) {
            out.write(with);
        }
    }

    private static void weigh(
            Part part, boolean soft, ObjectNode attributes, ObjectNode json, ByteArrayOutputStream binary) {
        int count = part.vertexCount();
        ByteBuffer joints = ByteBuffer.allocate(count * 4);
        ByteBuffer weights = ByteBuffer.allocate(count * 16).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < count; i++) {
            double x = part.positions()[i * 3];
            double y = part.positions()[i * 3 + 1];
            boolean left = x > 0;
            boolean arm = soft && y > ARM_HEIGHT - 0.12 && y < ARM_HEIGHT + 0.12;
            double hold = arm ? share(Math.abs(x), SHOULDER + 0.03) : 0;
            double hand = arm ? share(Math.abs(x), ELBOW) : 0;
            joints.put((byte) (hold >= 1 || y < 1 ? HIPS : 1));
            // a joint without a hold is the first one (glTF 2.0, 3.7.3.3)
            joints.put((byte) (hold - hand <= 0 ? 0 : left ? LEFT_ARM : RIGHT_ARM));
            joints.put((byte) (hand <= 0 ? 0 : left ? LEFT_HAND : RIGHT_HAND));
            joints.put((byte) 0);
            weights.putFloat((float) (1 - hold));
            weights.putFloat((float) (hold - hand));
            weights.putFloat((float) hand);
            weights.putFloat(0);
        }
        attributes.put("JOINTS_0", accessor(json, binary, joints.array(), 5121, "VEC4", count));
        attributes.put("WEIGHTS_0", accessor(json, binary, weights.array(), 5126, "VEC4", count));
    }

    private static double share(double x, double middle) {
        return Math.max(0, Math.min(1, (x - middle) / SOFT + 0.5));
    }

    private static int accessor(
            ObjectNode json, ByteArrayOutputStream binary, byte[] bytes, int type, String shape, int count) {
        ArrayNode views = (ArrayNode) json.path("bufferViews");
        views.addObject().put("buffer", 0).put("byteOffset", binary.size()).put("byteLength", bytes.length);
        binary.writeBytes(bytes);
        ArrayNode accessors = (ArrayNode) json.path("accessors");
        accessors
                .addObject()
                .put("bufferView", views.size() - 1)
                .put("componentType", type)
                .put("count", count)
                .put("type", shape);
        return accessors.size() - 1;
    }

    /** Joints below the hips, the skin with where each stood when the suit was made, and the mesh's node on it. */
    private static void rig(ObjectNode json, ByteArrayOutputStream binary) {
        ArrayNode nodes = (ArrayNode) json.path("nodes");
        ObjectNode worn = (ObjectNode) nodes.path(0);
        worn.put("skin", 0);
        int base = nodes.size();
        ByteBuffer unbound = ByteBuffer.allocate(NAMES.length * 64).order(ByteOrder.LITTLE_ENDIAN);
        ObjectNode skin = json.putArray("skins").addObject();
        ArrayNode joints = skin.putArray("joints");
        for (int i = 0; i < NAMES.length; i++) {
            ObjectNode joint = nodes.addObject().put("name", NAMES[i]);
            double[] from = PARENTS[i] < 0 ? new double[3] : PLACES[PARENTS[i]];
            ArrayNode at = joint.putArray("translation");
            for (int k = 0; k < 3; k++) {
                at.add(PLACES[i][k] - from[k]);
            }
            if (TURNS[i] != 0) {
                double half = Math.toRadians(TURNS[i] / 2);
                joint.putArray("rotation").add(0).add(0).add(Math.sin(half)).add(Math.cos(half));
            }
            for (int k = 0; k < 16; k++) {
                unbound.putFloat(k % 5 == 0 ? 1 : k >= 12 && k < 15 ? (float) -PLACES[i][k - 12] : 0);
            }
            joints.add(base + i);
            if (PARENTS[i] >= 0) {
                ObjectNode parent = (ObjectNode) nodes.path(base + PARENTS[i]);
                parent.withArray("/children").add(base + i);
            }
        }
        skin.put("inverseBindMatrices", accessor(json, binary, unbound.array(), 5126, "MAT4", NAMES.length));
        ((ArrayNode) json.path("scenes").path(0).path("nodes")).add(base);
    }
}
