package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import yondershelf.content.Staging;
import yondershelf.content.Transform;

/** Cameras (glTF 2.0, 3.10) and lights (KHR_lights_punctual) of the scene that is shown. */
final class GltfStaging {
    private static final String PUNCTUAL = "KHR_lights_punctual";

    private GltfStaging() {}

    static Staging of(GltfDocument document, GltfNodes nodes) {
        JsonNode json = document.json;
        JsonNode known = json.path("extensions").path(PUNCTUAL).path("lights");
        List<Staging.Light> lights = new ArrayList<>();
        List<Staging.Viewpoint> viewpoints = new ArrayList<>();
        boolean[] shown = nodes.shown();
        for (int i = 0; i < shown.length; i++) {
            JsonNode node = json.path("nodes").path(i);
            JsonNode light = node.path("extensions").path(PUNCTUAL).path("light");
            if (shown[i] && light.isInt() && known.has(light.asInt())) {
                lights.add(light(known.path(light.asInt()), name(node, known.path(light.asInt())), nodes.toScene(i)));
            }
            JsonNode camera = json.path("cameras").path(node.path("camera").asInt(-1));
            if (shown[i] && !camera.isMissingNode()) {
                viewpoints.add(new Staging.Viewpoint(
                        name(node, camera),
                        camera.path("perspective").path("yfov").asDouble(0),
                        nodes.toScene(i)));
            }
        }
        return new Staging(
                lights,
                viewpoints,
                Math.max(1, json.path("scenes").size()),
                json.path("animations").size());
    }

    private static String name(JsonNode node, JsonNode thing) {
        String own = node.path("name").asText("");
        return own.isEmpty() ? thing.path("name").asText("") : own;
    }

    private static Staging.Light light(JsonNode light, String name, Transform toScene) {
        JsonNode colour = light.path("color");
        Staging.Shape shape = switch (light.path("type").asText("")) {
            case "directional" -> Staging.Shape.DIRECTIONAL;
            case "spot" -> Staging.Shape.SPOT;
            default -> Staging.Shape.POINT;
        };
        return new Staging.Light(
                name,
                shape,
                colour.path(0).asDouble(1),
                colour.path(1).asDouble(1),
                colour.path(2).asDouble(1),
                emission(light),
                toScene);
    }

    /** Candela, or lux of a directional one; angles of a spot from its axis. */
    private static Staging.Emission emission(JsonNode light) {
        JsonNode spot = light.path("spot");
        boolean cone = light.path("type").asText("").equals("spot");
        return new Staging.Emission(
                light.path("intensity").asDouble(1),
                cone ? spot.path("innerConeAngle").asDouble(0) : Math.PI,
                cone ? spot.path("outerConeAngle").asDouble(Math.PI / 4) : Math.PI,
                0,
                null);
    }
}
