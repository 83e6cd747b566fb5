package yondershelf.format;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.Remarks;

/** What a glTF document holds that is not shown: nothing is dropped silently. */
final class GltfRemarks {
    private static final Map<String, String> LAYERS = layers();

    private GltfRemarks() {}

    private static Map<String, String> layers() {
        Map<String, String> words = new LinkedHashMap<>();
        words.put("KHR_materials_transmission", "transmission");
        words.put("KHR_materials_volume", "volume");
        words.put("KHR_materials_ior", "index of refraction");
        words.put("KHR_materials_clearcoat", "clear coat");
        words.put("KHR_materials_sheen", "sheen");
        words.put("KHR_materials_specular", "specular");
        words.put("KHR_materials_anisotropy", "anisotropy");
        words.put("KHR_materials_iridescence", "iridescence");
        words.put("KHR_materials_dispersion", "dispersion");
        words.put("KHR_materials_diffuse_transmission", "diffuse transmission");
        words.put("KHR_materials_unlit", "unlit");
        return words;
    }

    static Remarks of(GltfDocument document) {
        JsonNode json = document.json;
        List<String> out = new ArrayList<>();
        LAYERS.forEach((extension, word) -> {
            if (anyMaterial(json, extension)) {
                out.add(word);
            }
        });
        if (anySpecularMap(json)) {
            out.add("map of specular and glossiness");
        }
        int maps = otherUvs(json);
        if (maps > 0) {
            out.add(maps == 1 ? "a map on other UVs" : maps + " maps on other UVs");
        }
        if (usesVariants(json)) {
            out.add("variants of materials");
        }
        GltfForeign.count(out, json.path("animations").size(), "animation");
        GltfForeign.count(out, json.path("cameras").size(), "camera");
        int lights = json.path("extensions")
                .path("KHR_lights_punctual")
                .path("lights")
                .size();
        GltfForeign.count(out, lights, "light");
        GltfForeign.count(out, json.path("scenes").size() - 1, "further scene");
        return new Remarks(out, List.of());
    }

    private static boolean anyMaterial(JsonNode json, String extension) {
        for (JsonNode material : json.path("materials")) {
            if (material.path("extensions").has(extension)) {
                return true;
            }
        }
        return false;
    }

    private static boolean anySpecularMap(JsonNode json) {
        for (JsonNode material : json.path("materials")) {
            if (material.path("extensions")
                    .path("KHR_materials_pbrSpecularGlossiness")
                    .has("specularGlossinessTexture")) {
                return true;
            }
        }
        return false;
    }

    /** Maps that lie on another set of UVs than their material's first one. */
    private static int otherUvs(JsonNode json) {
        int count = 0;
        for (JsonNode material : json.path("materials")) {
            count += GltfMaterialReader.otherUvs(material);
        }
        return count;
    }

    private static boolean usesVariants(JsonNode json) {
        return json.path("extensions")
                        .path("KHR_materials_variants")
                        .path("variants")
                        .size()
                > 1;
    }
}
