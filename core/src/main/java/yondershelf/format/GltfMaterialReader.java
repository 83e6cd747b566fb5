package yondershelf.format;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;

/** Materials of a glTF document: section 3.9, KHR_texture_transform and KHR_materials_emissive_strength. */
final class GltfMaterialReader {
    private final GltfDocument document;
    private final Map<Integer, ImageSource> images = new HashMap<>();

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

    private Material material(JsonNode node, int index) throws ProblemException {
        JsonNode pbr = node.path("pbrMetallicRoughness");
        JsonNode base = pbr.path("baseColorFactor");
        JsonNode emissive = node.path("emissiveFactor");
        double strength = node.path("extensions")
                .path("KHR_materials_emissive_strength")
                .path("emissiveStrength")
                .asDouble(1);
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
        put(maps, Role.BASE_COLOR, pbr.path("baseColorTexture"));
        put(maps, Role.PACKED, pbr.path("metallicRoughnessTexture"));
        put(maps, Role.NORMAL, node.path("normalTexture"));
        put(maps, Role.OCCLUSION, node.path("occlusionTexture"));
        put(maps, Role.EMISSIVE, node.path("emissiveTexture"));
        String alpha = node.path("alphaMode").asText("OPAQUE");
        boolean opaque = alpha.equals("OPAQUE");
        return new Material(
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
    }

    private void put(Map<Role, TextureUse> maps, Role role, JsonNode info) throws ProblemException {
        if (!info.has("index")) {
            return;
        }
        JsonNode texture =
                document.json.path("textures").path(info.path("index").asInt());
        int source = texture.path("extensions")
                .path("EXT_texture_webp")
                .path("source")
                .asInt(texture.path("source").asInt(-1));
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
                        change.path("rotation").asDouble(0)));
    }

    private static double at(JsonNode array, int index, double otherwise) {
        return array.path(index).asDouble(otherwise);
    }
}
