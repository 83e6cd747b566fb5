package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.Remarks;
import yondershelf.words.Phrase;

/** What a glTF document holds that is not shown: nothing is dropped silently. */
final class GltfRemarks {
    private static final Map<String, String> LAYERS = layers();

    private GltfRemarks() {}

    private static Map<String, String> layers() {
        Map<String, String> words = new LinkedHashMap<>();
        words.put("KHR_materials_dispersion", "dispersion");
        words.put("KHR_materials_diffuse_transmission", "diffuse transmission");
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
            out.add(Phrase.kept("format.map-of-specular-and-glossiness"));
        }
        int maps = otherUvs(json);
        if (maps > 0) {
            out.add(
                    maps == 1
                            ? Phrase.kept("format.a-map-on-a-third")
                            : Phrase.kept("format.maps-on-a-third-set", maps));
        }
        if (usesVariants(json)) {
            out.add(Phrase.kept("format.variants-of-materials"));
        }
        GltfForeign.count(out, json.path("animations").size(), "animation");
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

    /** Maps that lie on a third set of UVs. */
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
