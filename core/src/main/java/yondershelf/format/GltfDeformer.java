package yondershelf.format;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ProblemException;
import yondershelf.content.Transform;

/**
 * Vertices of a glTF primitive as they stand: morph targets at their weights (glTF 2.0, 3.7.2.2), then the joints of a skin
 * (3.7.3.3).
 */
final class GltfDeformer {
    private final GltfAccessors accessors;
    private final double[] weights;
    private final Transform @Nullable [] joints;

    /** Where a vertex's joints and their shares are: up to four of each in a set. */
    private record Influences(float[] joints, float[] weights) {}

    /**
     * @param weights of the morph targets; those beyond its end are 0
     * @param joints each joint's matrix times its inverse bind matrix, or null without a skin
     */
    GltfDeformer(GltfAccessors accessors, double[] weights, Transform @Nullable [] joints) {
        this.accessors = accessors;
        this.weights = weights;
        this.joints = joints;
    }

    /** True when vertices stay where the file has them. */
    boolean isNone() {
        boolean none = joints == null;
        for (double weight : weights) {
            none &= weight == 0;
        }
        return none;
    }

    /** Moves the vertices of a primitive. */
    void deform(JsonNode primitive, float[] positions, float @Nullable [] normals) throws ProblemException {
        morph(primitive, "POSITION", positions);
        if (normals != null) {
            morph(primitive, "NORMAL", normals);
        }
        if (joints != null) {
            skin(joints, influences(primitive.path("attributes"), positions.length / 3), positions, normals);
        }
        if (normals != null) {
            normalise(normals);
        }
    }

    private void morph(JsonNode primitive, String attribute, float[] values) throws ProblemException {
        JsonNode targets = primitive.path("targets");
        for (int t = 0; t < Math.min(targets.size(), weights.length); t++) {
            JsonNode accessor = targets.get(t).path(attribute);
            if (weights[t] != 0 && accessor.isInt()) {
                float[] moved = accessors.floats(accessor.asInt(), 3);
                for (int i = 0; i < Math.min(values.length, moved.length); i++) {
                    values[i] += (float) (weights[t] * moved[i]);
                }
            }
        }
    }

    private List<Influences> influences(JsonNode attributes, int vertices) throws ProblemException {
        List<Influences> out = new ArrayList<>();
        for (int set = 0; attributes.has("JOINTS_" + set) && attributes.has("WEIGHTS_" + set); set++) {
            float[] j = accessors.floats(attributes.path("JOINTS_" + set).asInt(), 4);
            float[] w = accessors.floats(attributes.path("WEIGHTS_" + set).asInt(), 4);
            if (j.length == vertices * 4 && w.length == vertices * 4) {
                out.add(new Influences(j, w));
            }
        }
        return out;
    }

    /** Linear blend skinning; normals by the cofactors of the blended matrix, which bear uneven scales. */
    private static void skin(
            Transform[] joints, List<Influences> influences, float[] positions, float @Nullable [] normals) {
        double[] m = new double[12];
        for (int v = 0; v < positions.length / 3; v++) {
            if (!blend(joints, influences, v, m)) {
                continue;
            }
            int at = v * 3;
            double x = positions[at];
            double y = positions[at + 1];
            double z = positions[at + 2];
            positions[at] = (float) (m[0] * x + m[1] * y + m[2] * z + m[3]);
            positions[at + 1] = (float) (m[4] * x + m[5] * y + m[6] * z + m[7]);
            positions[at + 2] = (float) (m[8] * x + m[9] * y + m[10] * z + m[11]);
            if (normals != null) {
                double nx = normals[at];
                double ny = normals[at + 1];
                double nz = normals[at + 2];
                normals[at] = (float) ((m[5] * m[10] - m[6] * m[9]) * nx
                        + (m[6] * m[8] - m[4] * m[10]) * ny
                        + (m[4] * m[9] - m[5] * m[8]) * nz);
                normals[at + 1] = (float) ((m[2] * m[9] - m[1] * m[10]) * nx
                        + (m[0] * m[10] - m[2] * m[8]) * ny
                        + (m[1] * m[8] - m[0] * m[9]) * nz);
                normals[at + 2] = (float) ((m[1] * m[6] - m[2] * m[5]) * nx
                        + (m[2] * m[4] - m[0] * m[6]) * ny
                        + (m[0] * m[5] - m[1] * m[4]) * nz);
            }
        }
    }

    /** The mean of a vertex's joints by their shares, as 3x4 rows. False when no joint holds it: it stays where it is. */
    private static boolean blend(Transform[] joints, List<Influences> influences, int vertex, double[] m) {
        java.util.Arrays.fill(m, 0);
        double whole = 0;
        for (Influences set : influences) {
            for (int k = vertex * 4; k < vertex * 4 + 4; k++) {
                double weight = set.weights[k];
                int joint = (int) set.joints[k];
                if (weight > 0 && joint >= 0 && joint < joints.length) {
                    whole += weight;
                    add(joints[joint], weight, m);
                }
            }
        }
        for (int i = 0; i < 12 && whole > 0; i++) {
            m[i] /= whole;
        }
        return whole > 0;
    }

    private static void add(Transform t, double weight, double[] m) {
        m[0] += weight * t.xx();
        m[1] += weight * t.xy();
        m[2] += weight * t.xz();
        m[3] += weight * t.tx();
        m[4] += weight * t.yx();
        m[5] += weight * t.yy();
        m[6] += weight * t.yz();
        m[7] += weight * t.ty();
        m[8] += weight * t.zx();
        m[9] += weight * t.zy();
        m[10] += weight * t.zz();
        m[11] += weight * t.tz();
    }

    private static void normalise(float[] normals) {
        for (int i = 0; i + 2 < normals.length; i += 3) {
            double length = Math.sqrt(
                    normals[i] * normals[i] + normals[i + 1] * normals[i + 1] + normals[i + 2] * normals[i + 2]);
            for (int k = i; k < i + 3 && length > 0; k++) {
                normals[k] = (float) (normals[k] / length);
            }
        }
    }
}
