package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Set;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/** Extensions of glTF: a file that requires one nobody here knows must not be shown as if it were whole (glTF 2.0, 3.12). */
final class GltfExtensions {
    /** Read, or of a kind whose loss is named on the card and leaves everything else as it is. */
    private static final Set<String> KNOWN = Set.of(
            "EXT_mesh_gpu_instancing",
            "EXT_meshopt_compression",
            "EXT_texture_webp",
            "KHR_animation_pointer",
            "KHR_draco_mesh_compression",
            "KHR_lights_punctual",
            "KHR_materials_anisotropy",
            "KHR_materials_clearcoat",
            "KHR_materials_diffuse_transmission",
            "KHR_materials_dispersion",
            "KHR_materials_emissive_strength",
            "KHR_materials_ior",
            "KHR_materials_iridescence",
            "KHR_materials_pbrSpecularGlossiness",
            "KHR_materials_sheen",
            "KHR_materials_specular",
            "KHR_materials_transmission",
            "KHR_materials_unlit",
            "KHR_materials_variants",
            "KHR_materials_volume",
            "KHR_mesh_quantization",
            "KHR_meshopt_compression",
            "KHR_node_visibility",
            "KHR_texture_basisu",
            "KHR_texture_transform",
            "KHR_xmp_json_ld");

    private GltfExtensions() {}

    /** @throws ProblemException naming the first required extension that is not known */
    static void requireKnown(GltfDocument document) throws ProblemException {
        for (JsonNode extension : document.json.path("extensionsRequired")) {
            if (!KNOWN.contains(extension.asText())) {
                throw new Problem(
                                document.file.toString(),
                                Phrase.kept("format.it-cannot-be-shown-without", extension.asText()),
                                Phrase.kept("format.export-it-again-without-that"))
                        .raise();
            }
        }
    }
}
