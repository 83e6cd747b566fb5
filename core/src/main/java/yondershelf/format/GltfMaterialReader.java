package yondershelf.format;

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
 * Materials of a glTF document: section 3.9, KHR_texture_transform and KHR_materials_emissive_strength. A part has one set
 * of UVs here: that of the material's first map; a map that lies on another set would be seen in the wrong place and is
 * left out.
 */
final class GltfMaterialReader {
    /** As in glTF 2.0, 5.26. */
    static final int CLAMP_TO_EDGE = 33071;

    static final int MIRRORED_REPEAT = 33648;

    private final GltfDocument document;
    private final Map<Integer, ImageSource> images = new HashMap<>();
    private final List<Integer> uvSets = new ArrayList<>();

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

    /** The set of UVs a material's maps lie on, N of TEXCOORD_N. */
    int uvSet(int material) {
        return material >= 0 && material < uvSets.size() ? uvSets.get(material) : 0;
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
        int uvSet = firstUvSet(used);
        uvSets.add(uvSet);
        for (Map.Entry<Role, JsonNode> map : used.entrySet()) {
            if (uvSet(map.getValue()) == uvSet) {
                put(maps, map.getKey(), map.getValue());
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
                maps);
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
        used.values().removeIf(info -> !info.has("index"));
        return used;
    }

    private static int firstUvSet(Map<Role, JsonNode> used) {
        return used.values().stream().findFirst().map(GltfMaterialReader::uvSet).orElse(0);
    }

    /** How many maps of a material are left out because they lie on another set of UVs than its first one. */
    static int otherUvs(JsonNode material) {
        Map<Role, JsonNode> used = used(material);
        int first = firstUvSet(used);
        return (int) used.values().stream().filter(info -> uvSet(info) != first).count();
    }

    private void put(Map<Role, TextureUse> maps, Role role, JsonNode info) throws ProblemException {
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
                        wrap(texture, "wrapT")));
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
