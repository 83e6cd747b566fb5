package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;

/**
 * Materials of a glTF document: section 3.9, KHR_texture_transform, KHR_materials_emissive_strength and the layers of
 * {@link GltfLayers}. A part has two sets of UVs here, the first two its material's maps lie on; a map on a third one would be
 * seen in the wrong place and is left out.
 */
final class GltfMaterialReader {
    /** As in glTF 2.0, 5.26. */
    static final int CLAMP_TO_EDGE = 33071;

    static final int MIRRORED_REPEAT = 33648;
    private static final int UV_SETS = 2;

    private final GltfDocument document;
    private final Map<Integer, ImageSource> images = new HashMap<>();
    private final List<List<Integer>> uvSets = new ArrayList<>();

    GltfMaterialReader(GltfDocument document) {
        this.document = document;
    }

    List<Material> materials() throws ProblemException {
        List<Material> out = new ArrayList<>();
        for (JsonNode material : document.json.path("materials")) {
            out.add(material(material, out.size()));
        }
        return out;
    }

    /** The first or second set of UVs a material's maps lie on, N of TEXCOORD_N; -1 when there is no second one. */
    int uvSet(int material, int which) {
        List<Integer> sets = material >= 0 && material < uvSets.size() ? uvSets.get(material) : List.of(0);
        return which < sets.size() ? sets.get(which) : -1;
    }

    private static int uvSet(JsonNode info) {
        JsonNode changed = info.path("extensions").path("KHR_texture_transform").path("texCoord");
        return changed.asInt(info.path("texCoord").asInt(0));
    }

    private Material material(JsonNode node, int index) throws ProblemException {
        JsonNode pbr = node.path("pbrMetallicRoughness");
        JsonNode base = pbr.path("baseColorFactor");
        JsonNode emissive = node.path("emissiveFactor");
        double strength = node.path("extensions")
                .path("KHR_materials_emissive_strength")
                .path("emissiveStrength")
                .asDouble(1);
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
        Map<Role, JsonNode> used = used(node);
        List<Integer> sets = setsOf(used);
        uvSets.add(sets);
        for (Map.Entry<Role, JsonNode> map : used.entrySet()) {
            int set = sets.indexOf(uvSet(map.getValue()));
            if (set >= 0) {
                put(maps, map.getKey(), map.getValue(), set);
            }
        }
        String alpha = node.path("alphaMode").asText("OPAQUE");
        boolean opaque = alpha.equals("OPAQUE");
        JsonNode older = node.path("extensions").path("KHR_materials_pbrSpecularGlossiness");
        Material read = new Material(
                node.path("name").asText("material " + index),
                at(base, 0, 1),
                at(base, 1, 1),
                at(base, 2, 1),
                opaque ? 1 : at(base, 3, 1),
                pbr.path("metallicFactor").asDouble(1),
                pbr.path("roughnessFactor").asDouble(1),
                at(emissive, 0, 0) * strength,
                at(emissive, 1, 0) * strength,
                at(emissive, 2, 0) * strength,
                node.path("normalTexture").path("scale").asDouble(1),
                alpha.equals("MASK") ? node.path("alphaCutoff").asDouble(0.5) : 0,
                !opaque,
                node.path("doubleSided").asBoolean(false),
                maps,
                GltfLayers.of(node.path("extensions")));
        return older.isMissingNode() ? read : GltfSpecularGlossiness.of(older).dress(read, opaque);
    }

    private static Map<Role, JsonNode> used(JsonNode material) {
        JsonNode pbr = material.path("pbrMetallicRoughness");
        JsonNode older = material.path("extensions").path("KHR_materials_pbrSpecularGlossiness");
        Map<Role, JsonNode> used = new LinkedHashMap<>();
        used.put(Role.BASE_COLOR, older.isMissingNode() ? pbr.path("baseColorTexture") : older.path("diffuseTexture"));
        used.put(Role.NORMAL, material.path("normalTexture"));
        if (older.isMissingNode()) {
            used.put(Role.PACKED, pbr.path("metallicRoughnessTexture"));
        }
        used.put(Role.EMISSIVE, material.path("emissiveTexture"));
        used.put(Role.OCCLUSION, material.path("occlusionTexture"));
        used.putAll(GltfLayers.maps(material.path("extensions")));
        used.values().removeIf(info -> !info.has("index"));
        return used;
    }

    /** The sets that are kept, never none. */
    private static List<Integer> setsOf(Map<Role, JsonNode> used) {
        List<Integer> sets = used.values().stream()
                .map(GltfMaterialReader::uvSet)
                .distinct()
                .limit(UV_SETS)
                .toList();
        return sets.isEmpty() ? List.of(0) : sets;
    }

    /** How many maps of a material are left out because they lie on a third set of UVs. */
    static int otherUvs(JsonNode material) {
        Map<Role, JsonNode> used = used(material);
        List<Integer> kept = setsOf(used);
        return (int) used.values().stream()
                .filter(info -> !kept.contains(uvSet(info)))
                .count();
    }

    private void put(Map<Role, TextureUse> maps, Role role, JsonNode info, int set) throws ProblemException {
        JsonNode texture =
                document.json.path("textures").path(info.path("index").asInt());
        JsonNode others = texture.path("extensions");
        int plain = texture.path("source")
                .asInt(others.path("KHR_texture_basisu").path("source").asInt(-1));
        int source = others.path("EXT_texture_webp").path("source").asInt(plain);
        if (source < 0) {
            return;
        }
        ImageSource image = images.get(source);
        if (image == null) {
            image = document.image(source);
            images.put(source, image);
        }
        JsonNode change = info.path("extensions").path("KHR_texture_transform");
        maps.put(
                role,
                new TextureUse(
                        image,
                        at(change.path("scale"), 0, 1),
                        at(change.path("scale"), 1, 1),
                        at(change.path("offset"), 0, 0),
                        at(change.path("offset"), 1, 0),
                        change.path("rotation").asDouble(0),
                        wrap(texture, "wrapS"),
                        wrap(texture, "wrapT"),
                        set));
    }

    private Wrap wrap(JsonNode texture, String axis) {
        int mode = document.json
                .path("samplers")
                .path(texture.path("sampler").asInt(-1))
                .path(axis)
                .asInt();
        return switch (mode) {
            case CLAMP_TO_EDGE -> Wrap.CLAMP;
            case MIRRORED_REPEAT -> Wrap.MIRROR;
            default -> Wrap.REPEAT;
        };
    }

    private static double at(JsonNode array, int index, double otherwise) {
        return array.path(index).asDouble(otherwise);
    }
}
