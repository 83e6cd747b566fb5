package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ProblemException;
import yondershelf.content.Transform;
import yondershelf.format.model.Skinning;

/**
 * Vertices of a glTF primitive as they stand: morph targets at their weights (glTF 2.0, 3.7.2.2), then the joints of a skin
 * (3.7.3.3).
 */
final class GltfDeformer {
    private final GltfAccessors accessors;
    private final double[] weights;
    private final Transform @Nullable [] joints;

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
            Skinning.apply(joints, influences(primitive.path("attributes"), positions.length / 3), positions, normals);
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

    private List<Skinning.Influences> influences(JsonNode attributes, int vertices) throws ProblemException {
        List<Skinning.Influences> out = new ArrayList<>();
        for (int set = 0; attributes.has("JOINTS_" + set) && attributes.has("WEIGHTS_" + set); set++) {
            float[] j = accessors.floats(attributes.path("JOINTS_" + set).asInt(), 4);
            float[] w = accessors.floats(attributes.path("WEIGHTS_" + set).asInt(), 4);
            if (j.length == vertices * 4 && w.length == vertices * 4) {
                out.add(new Skinning.Influences(j, w));
            }
        }
        return out;
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
