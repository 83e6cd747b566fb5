package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Layers;
import yondershelf.content.Role;

/** A material's layers in glTF: the KHR_materials extensions, with the defaults their texts give. */
final class GltfLayers {
    private static final String IOR = "KHR_materials_ior";
    private static final String SPECULAR = "KHR_materials_specular";
    private static final String TRANSMISSION = "KHR_materials_transmission";
    private static final String VOLUME = "KHR_materials_volume";
    private static final String CLEARCOAT = "KHR_materials_clearcoat";
    private static final String SHEEN = "KHR_materials_sheen";
    private static final String ANISOTROPY = "KHR_materials_anisotropy";
    private static final String IRIDESCENCE = "KHR_materials_iridescence";
    private static final String UNLIT = "KHR_materials_unlit";

    private static final double USUAL_FILM_IOR = 1.3;
    private static final double USUAL_THINNEST = 100;
    private static final double USUAL_THICKEST = 400;

    private static final Map<Role, Place> PLACES = places();

    private GltfLayers() {}

    /** Where the map of a role is named. */
    record Place(String extension, String name) {}

    private static Map<Role, Place> places() {
        Map<Role, Place> places = new EnumMap<>(Role.class);
        places.put(Role.SPECULAR, new Place(SPECULAR, "specularTexture"));
        places.put(Role.SPECULAR_COLOR, new Place(SPECULAR, "specularColorTexture"));
        places.put(Role.TRANSMISSION, new Place(TRANSMISSION, "transmissionTexture"));
        places.put(Role.THICKNESS, new Place(VOLUME, "thicknessTexture"));
        places.put(Role.CLEARCOAT, new Place(CLEARCOAT, "clearcoatTexture"));
        places.put(Role.CLEARCOAT_ROUGHNESS, new Place(CLEARCOAT, "clearcoatRoughnessTexture"));
        places.put(Role.CLEARCOAT_NORMAL, new Place(CLEARCOAT, "clearcoatNormalTexture"));
        places.put(Role.SHEEN_COLOR, new Place(SHEEN, "sheenColorTexture"));
        places.put(Role.SHEEN_ROUGHNESS, new Place(SHEEN, "sheenRoughnessTexture"));
        places.put(Role.ANISOTROPY, new Place(ANISOTROPY, "anisotropyTexture"));
        places.put(Role.IRIDESCENCE, new Place(IRIDESCENCE, "iridescenceTexture"));
        places.put(Role.IRIDESCENCE_THICKNESS, new Place(IRIDESCENCE, "iridescenceThicknessTexture"));
        return places;
    }

    /** Where the map of a role stands, or null for a role of the material itself. */
    static @Nullable Place place(Role role) {
        return PLACES.get(role);
    }

    /** The infos of the layers' maps; those that are not there are missing nodes. */
    static Map<Role, JsonNode> maps(JsonNode extensions) {
        Map<Role, JsonNode> out = new EnumMap<>(Role.class);
        PLACES.forEach(
                (role, place) -> out.put(role, extensions.path(place.extension).path(place.name)));
        return out;
    }

    static Layers of(JsonNode extensions) {
        if (extensions.isEmpty()) {
            return Layers.NONE;
        }
        return new Layers(
                extensions.path(IOR).path("ior").asDouble(Layers.USUAL_IOR),
                specular(extensions.path(SPECULAR)),
                transmission(extensions.path(TRANSMISSION), extensions.path(VOLUME)),
                clearcoat(extensions.path(CLEARCOAT)),
                sheen(extensions.path(SHEEN)),
                anisotropy(extensions.path(ANISOTROPY)),
                iridescence(extensions.path(IRIDESCENCE)),
                extensions.has(UNLIT));
    }

    private static Layers.@Nullable Specular specular(JsonNode node) {
        JsonNode colour = node.path("specularColorFactor");
        return node.isMissingNode()
                ? null
                : new Layers.Specular(
                        node.path("specularFactor").asDouble(1), at(colour, 0, 1), at(colour, 1, 1), at(colour, 2, 1));
    }

    private static Layers.@Nullable Transmission transmission(JsonNode node, JsonNode inside) {
        double factor = node.path("transmissionFactor").asDouble(0);
        return factor <= 0 ? null : new Layers.Transmission(factor, volume(inside));
    }

    private static Layers.@Nullable Volume volume(JsonNode node) {
        double thickness = node.path("thicknessFactor").asDouble(0);
        JsonNode colour = node.path("attenuationColor");
        return thickness <= 0
                ? null
                : new Layers.Volume(
                        thickness,
                        node.path("attenuationDistance").asDouble(Double.POSITIVE_INFINITY),
                        at(colour, 0, 1),
                        at(colour, 1, 1),
                        at(colour, 2, 1));
    }

    private static Layers.@Nullable Clearcoat clearcoat(JsonNode node) {
        double factor = node.path("clearcoatFactor").asDouble(0);
        return factor <= 0
                ? null
                : new Layers.Clearcoat(
                        factor, node.path("clearcoatRoughnessFactor").asDouble(0));
    }

    private static Layers.@Nullable Sheen sheen(JsonNode node) {
        JsonNode colour = node.path("sheenColorFactor");
        Layers.Sheen sheen = new Layers.Sheen(
                at(colour, 0, 0),
                at(colour, 1, 0),
                at(colour, 2, 0),
                node.path("sheenRoughnessFactor").asDouble(0));
        return sheen.red() + sheen.green() + sheen.blue() > 0 ? sheen : null;
    }

    private static Layers.@Nullable Anisotropy anisotropy(JsonNode node) {
        double strength = node.path("anisotropyStrength").asDouble(0);
        return strength <= 0
                ? null
                : new Layers.Anisotropy(
                        strength, node.path("anisotropyRotation").asDouble(0));
    }

    private static Layers.@Nullable Iridescence iridescence(JsonNode node) {
        double factor = node.path("iridescenceFactor").asDouble(0);
        return factor <= 0
                ? null
                : new Layers.Iridescence(
                        factor,
                        node.path("iridescenceIor").asDouble(USUAL_FILM_IOR),
                        node.path("iridescenceThicknessMinimum").asDouble(USUAL_THINNEST),
                        node.path("iridescenceThicknessMaximum").asDouble(USUAL_THICKEST));
    }

    /** The extensions that say the layers, by name. */
    static Map<String, ObjectNode> write(Layers layers) {
        Map<String, ObjectNode> out = new LinkedHashMap<>();
        if (layers.ior() != Layers.USUAL_IOR) {
            object(out, IOR).put("ior", layers.ior());
        }
        Layers.Specular specular = layers.specular();
        if (specular != null) {
            colour(
                    object(out, SPECULAR)
                            .put("specularFactor", specular.factor())
                            .putArray("specularColorFactor"),
                    specular.red(),
                    specular.green(),
                    specular.blue());
        }
        Layers.Transmission transmission = layers.transmission();
        if (transmission != null) {
            object(out, TRANSMISSION).put("transmissionFactor", transmission.factor());
            write(transmission.volume(), out);
        }
        Layers.Clearcoat clearcoat = layers.clearcoat();
        if (clearcoat != null) {
            object(out, CLEARCOAT)
                    .put("clearcoatFactor", clearcoat.factor())
                    .put("clearcoatRoughnessFactor", clearcoat.roughness());
        }
        Layers.Sheen sheen = layers.sheen();
        if (sheen != null) {
            colour(
                    object(out, SHEEN)
                            .put("sheenRoughnessFactor", sheen.roughness())
                            .putArray("sheenColorFactor"),
                    sheen.red(),
                    sheen.green(),
                    sheen.blue());
        }
        Layers.Anisotropy anisotropy = layers.anisotropy();
        if (anisotropy != null) {
            object(out, ANISOTROPY)
                    .put("anisotropyStrength", anisotropy.strength())
                    .put("anisotropyRotation", anisotropy.rotation());
        }
        Layers.Iridescence film = layers.iridescence();
        if (film != null) {
            object(out, IRIDESCENCE)
                    .put("iridescenceFactor", film.factor())
                    .put("iridescenceIor", film.ior())
                    .put("iridescenceThicknessMaximum", film.thickest());
            if (film.thinnest() != USUAL_THINNEST) {
                object(out, IRIDESCENCE).put("iridescenceThicknessMinimum", film.thinnest());
            }
        }
        if (layers.unlit()) {
            object(out, UNLIT);
        }
        return out;
    }

    private static void write(Layers.@Nullable Volume volume, Map<String, ObjectNode> out) {
        if (volume == null) {
            return;
        }
        ObjectNode node = object(out, VOLUME).put("thicknessFactor", volume.thickness());
        if (Double.isFinite(volume.distance())) {
            node.put("attenuationDistance", volume.distance());
        }
        colour(node.putArray("attenuationColor"), volume.red(), volume.green(), volume.blue());
    }

    private static ObjectNode object(Map<String, ObjectNode> out, String extension) {
        return out.computeIfAbsent(extension, e -> JsonNodeFactory.instance.objectNode());
    }

    private static void colour(ArrayNode array, double red, double green, double blue) {
        array.add(red).add(green).add(blue);
    }

    private static double at(JsonNode array, int index, double otherwise) {
        return array.path(index).asDouble(otherwise);
    }
}
