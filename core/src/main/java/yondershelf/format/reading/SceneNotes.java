package yondershelf.format.reading;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
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
}
