package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import yondershelf.words.Phrase;

/** What a glTF file holds that a scene written here would not (glTF 2.0): for telling before it is lost. */
public final class GltfForeign {
    /** What is read and written here too. */
    private static final Set<String> KEPT = Set.of(
            "KHR_texture_transform",
            "KHR_materials_emissive_strength",
            "KHR_mesh_quantization",
            "KHR_draco_mesh_compression",
            "KHR_materials_anisotropy",
            "KHR_materials_clearcoat",
            "KHR_materials_ior",
            "KHR_materials_iridescence",
            "KHR_materials_sheen",
            "KHR_materials_specular",
            "KHR_materials_transmission",
            "KHR_materials_unlit",
            "KHR_materials_volume",
            "KHR_meshopt_compression",
            "KHR_texture_basisu",
            "EXT_mesh_gpu_instancing",
            "EXT_meshopt_compression",
            "EXT_texture_webp");

    private GltfForeign() {}

    public static List<String> of(GltfDocument document) {
        JsonNode json = document.json;
        List<String> out = new ArrayList<>();
        count(out, json.path("animations").size(), "animation");
        count(out, json.path("skins").size(), "skin");
        count(out, json.path("cameras").size(), "camera");
        count(
                out,
                json.path("extensions")
                        .path("KHR_lights_punctual")
                        .path("lights")
                        .size(),
                "light");
        count(out, Math.max(0, json.path("scenes").size() - 1), "further scene");
        int morphs = 0;
        int lines = 0;
        int secondUvs = 0;
        for (JsonNode mesh : json.path("meshes")) {
            for (JsonNode primitive : mesh.path("primitives")) {
                morphs += primitive.path("targets").size();
                lines += primitive.path("mode").asInt(4) < 4 ? 1 : 0;
                JsonNode worn =
                        json.path("materials").path(primitive.path("material").asInt(-1));
                // a set no map lies on is not written
                boolean used = worn.findValuesAsText("texCoord").contains("1");
                secondUvs += !used && primitive.path("attributes").has("TEXCOORD_1") ? 1 : 0;
            }
        }
        count(out, morphs, "morph target");
        count(out, lines, "set of points or lines");
        count(out, secondUvs, "second set of uvs");
        TreeSet<String> extensions = new TreeSet<>();
        json.path("extensionsUsed").forEach(e -> extensions.add(e.asText()));
        extensions.removeAll(KEPT);
        extensions.remove("KHR_lights_punctual");
        if (!extensions.isEmpty()) {
            out.add(Phrase.kept("format.what-these-extensions-say", String.join(", ", extensions)));
        }
        return out;
    }

    /**
     * Adds how many there are, and nothing for none.
     *
     * @param noun as {@link Phrase#count} has it
     */
    public static void count(List<String> out, long n, String noun) {
        if (n > 0) {
            out.add(Phrase.keptCount(n, noun));
        }
    }
}
