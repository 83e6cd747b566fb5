package yondershelf.format;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.HashMap;
import java.util.Map;

/**
 * What a program keeps beside the geometry in a glTF file: {@code extras} of the scene and of nodes (glTF 2.0, 3.5).
 *
 * @param scene the scene's extras; empty when there are none
 * @param nodes extras by node number
 */
public record SceneNotes(ObjectNode scene, Map<Integer, ObjectNode> nodes) {

    public static SceneNotes none() {
        return new SceneNotes(JsonNodeFactory.instance.objectNode(), Map.of());
    }

    static SceneNotes of(GltfDocument document) {
        JsonNode scene = document.json
                .path("scenes")
                .path(document.json.path("scene").asInt(0))
                .path("extras");
        Map<Integer, ObjectNode> nodes = new HashMap<>();
        int index = 0;
        for (JsonNode node : document.json.path("nodes")) {
            if (node.path("extras") instanceof ObjectNode extras) {
                nodes.put(index, extras);
            }
            index++;
        }
        return new SceneNotes(
                scene instanceof ObjectNode object ? object : JsonNodeFactory.instance.objectNode(), nodes);
    }
}
