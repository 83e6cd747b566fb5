package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import yondershelf.content.Excerpt;
import yondershelf.content.ProblemException;

/** Another scene of a document, or the pose its first animation begins with (glTF 2.0, 3.11), in place of what it says itself. */
final class GltfExcerpt {
    private GltfExcerpt() {}

    static void apply(Excerpt excerpt, GltfDocument document, GltfAccessors accessors) throws ProblemException {
        if (excerpt.scene() != Excerpt.DEFAULT_SCENE && document.json instanceof ObjectNode root) {
            root.put("scene", excerpt.scene());
        }
        JsonNode animation = document.json.path("animations").path(0);
        if (!excerpt.firstFrame() || animation.isMissingNode()) {
            return;
        }
        for (JsonNode channel : animation.path("channels")) {
            JsonNode sampler =
                    animation.path("samplers").path(channel.path("sampler").asInt(-1));
            JsonNode target = channel.path("target");
            JsonNode node = document.json.path("nodes").path(target.path("node").asInt(-1));
            if (node instanceof ObjectNode moved && sampler.has("output") && sampler.has("input")) {
                begin(moved, target.path("path").asText(), sampler, accessors);
            }
        }
    }

    /** Before its first key a channel has the value of that key, so that alone counts. */
    private static void begin(ObjectNode node, String path, JsonNode sampler, GltfAccessors accessors)
            throws ProblemException {
        int components = path.equals("rotation") ? 4 : path.equals("weights") ? 1 : 3;
        float[] values = accessors.floats(sampler.path("output").asInt(), components);
        // splines have a tangent before and behind each value
        boolean spline = sampler.path("interpolation").asText().equals("CUBICSPLINE");
        int keys = accessors.floats(sampler.path("input").asInt(), 1).length;
        int targets = path.equals("weights") && keys > 0 ? values.length / (spline ? keys * 3 : keys) : components;
        int from = spline ? targets : 0;
        if (targets == 0 || from + targets > values.length) {
            return;
        }
        node.remove("matrix");
        ArrayNode said = node.putArray(path);
        for (int i = 0; i < targets; i++) {
            said.add(values[from + i]);
        }
    }
}
