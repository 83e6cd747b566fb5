package yondershelf.format.materialx;

import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.Role;
import yondershelf.format.materialx.MtlxGraph.Found;
import yondershelf.format.model.MapChannels;
import yondershelf.words.Phrase;

/**
 * Surface shaders of MaterialX as materials here: standard surface, OpenPBR surface, glTF PBR and UsdPreviewSurface, with the
 * defaults of their definitions (MaterialX 1.39, standard library). The four name the same things differently.
 */
final class MtlxSurfaces {
    private final MtlxElement shader;
    private final MtlxGraph graph;
    private final MapChannels maps = new MapChannels();

    private MtlxSurfaces(MtlxElement shader, MtlxGraph graph) {
        this.shader = shader;
        this.graph = graph;
    }

    /** The material of a surface shader, or null when it is of a kind that is not read. */
    static @Nullable Material material(MtlxElement shader, String name, MtlxGraph graph) {
        MtlxSurfaces surface = new MtlxSurfaces(shader, graph);
        return switch (shader.category()) {
            case "standard_surface" -> surface.standard(name);
            case "open_pbr_surface" -> surface.openPbr(name);
            case "gltf_pbr" -> surface.gltf(name);
            case "UsdPreviewSurface" -> surface.preview(name);
            default -> null;
        };
    }

    /** A number with its map. */
    private double number(String input, @Nullable Role role, double otherwise) {
        Found found = graph.input(shader, input, otherwise);
        put(found, role);
        return found.number();
    }

    private double[] colour(String input, @Nullable Role role, double... otherwise) {
        Found found = graph.input(shader, input, otherwise);
        put(found, role);
        return found.colour();
    }

    private void put(Found found, @Nullable Role role) {
        if (found.picture() == null) {
            return;
        }
        if (role == null) {
            graph.notShown().add(Phrase.kept("format.a-map-for-a-number"));
        } else {
            maps.put(role, found.picture(), found.channel());
        }
    }

    private double normal(String input, Role role) {
        Found found = graph.input(shader, input, 1);
        put(found, role);
        return found.picture() == null ? 1 : found.number();
    }

    private static double[] times(double[] colour, double weight) {
        return new double[] {colour[0] * weight, colour[1] * weight, colour[2] * weight};
    }

    private void nameWhen(double weight, String word) {
        if (weight > 0) {
            graph.notShown().add(word);
        }
    }

    private Material standard(String name) {
        double[] base = times(colour("base_color", Role.BASE_COLOR, 0.8, 0.8, 0.8), number("base", null, 1));
        double metal = number("metalness", Role.METALLIC, 0);
        double rough = number("specular_roughness", Role.ROUGHNESS, 0.2);
        double[] opacity = colour("opacity", Role.OPACITY, 1, 1, 1);
        double[] glow = times(colour("emission_color", Role.EMISSIVE, 1, 1, 1), number("emission", null, 0));
        double normal = normal("normal", Role.NORMAL);
        nameWhen(number("subsurface", null, 0), Phrase.kept("format.light-scattered-below-the-surface"));
        double clear = number("transmission", Role.TRANSMISSION, 0);
        double depth = number("transmission_depth", null, 0);
        double[] tint = colour("transmission_color", null, 1, 1, 1);
        if (clear > 0 && depth == 0) {
            // a colour without a depth is the surface's
            base = tint;
        }
        Layers layers = new Layers(
                number("specular_IOR", null, Layers.USUAL_IOR),
                specular(number("specular", Role.SPECULAR, 1), colour("specular_color", Role.SPECULAR_COLOR, 1, 1, 1)),
                transmission(clear, number("thin_walled", null, 0) == 0, depth, tint),
                coat(number("coat", Role.CLEARCOAT, 0), number("coat_roughness", Role.CLEARCOAT_ROUGHNESS, 0.1)),
                sheen(
                        number("sheen", null, 0),
                        colour("sheen_color", Role.SHEEN_COLOR, 1, 1, 1),
                        number("sheen_roughness", Role.SHEEN_ROUGHNESS, 0.3)),
                brushed(number("specular_anisotropy", null, 0), number("specular_rotation", null, 0)),
                film(1, number("thin_film_IOR", null, 1.5), number("thin_film_thickness", null, 0)),
                false);
        return made(name, base, opacity[0], metal, rough, glow, normal, 0, layers);
    }

    private Material openPbr(String name) {
        double[] base = times(colour("base_color", Role.BASE_COLOR, 0.8, 0.8, 0.8), number("base_weight", null, 1));
        double metal = number("base_metalness", Role.METALLIC, 0);
        double rough = number("specular_roughness", Role.ROUGHNESS, 0.3);
        double opacity = number("geometry_opacity", Role.OPACITY, 1);
        // luminance is in nits: a thousand is taken for the brightness of a white wall in light
        double[] glow =
                times(colour("emission_color", Role.EMISSIVE, 1, 1, 1), number("emission_luminance", null, 0) / 1000);
        double normal = normal("geometry_normal", Role.NORMAL);
        nameWhen(number("subsurface_weight", null, 0), Phrase.kept("format.light-scattered-below-the-surface"));
        double clear = number("transmission_weight", Role.TRANSMISSION, 0);
        double depth = number("transmission_depth", null, 0);
        double[] tint = colour("transmission_color", null, 1, 1, 1);
        if (clear > 0 && depth == 0) {
            base = tint;
        }
        Layers layers = new Layers(
                number("specular_ior", null, Layers.USUAL_IOR),
                specular(
                        number("specular_weight", Role.SPECULAR, 1),
                        colour("specular_color", Role.SPECULAR_COLOR, 1, 1, 1)),
                transmission(clear, number("geometry_thin_walled", null, 0) == 0, depth, tint),
                coat(number("coat_weight", Role.CLEARCOAT, 0), number("coat_roughness", Role.CLEARCOAT_ROUGHNESS, 0)),
                sheen(
                        number("fuzz_weight", null, 0),
                        colour("fuzz_color", Role.SHEEN_COLOR, 1, 1, 1),
                        number("fuzz_roughness", Role.SHEEN_ROUGHNESS, 0.5)),
                brushed(number("specular_roughness_anisotropy", null, 0), 0),
                // micrometres there, nanometres here
                film(
                        number("thin_film_weight", Role.IRIDESCENCE, 0),
                        number("thin_film_ior", null, 1.4),
                        number("thin_film_thickness", null, 0.5) * 1000),
                false);
        return made(name, base, opacity, metal, rough, glow, normal, 0, layers);
    }

    private Material gltf(String name) {
        double[] base = colour("base_color", Role.BASE_COLOR, 1, 1, 1);
        double metal = number("metallic", Role.METALLIC, 1);
        double rough = number("roughness", Role.ROUGHNESS, 1);
        double mode = number("alpha_mode", null, 0);
        double alpha = number("alpha", Role.OPACITY, 1);
        double[] glow = times(colour("emissive", Role.EMISSIVE, 0, 0, 0), number("emissive_strength", null, 1));
        double normal = normal("normal", Role.NORMAL);
        number("occlusion", Role.OCCLUSION, 1);
        double thick = number("thickness", Role.THICKNESS, 0);
        double clear = number("transmission", Role.TRANSMISSION, 0);
        double far = number("attenuation_distance", null, Double.POSITIVE_INFINITY);
        Layers layers = new Layers(
                number("ior", null, Layers.USUAL_IOR),
                specular(number("specular", Role.SPECULAR, 1), colour("specular_color", Role.SPECULAR_COLOR, 1, 1, 1)),
                transmission(
                        clear, thick > 0, Double.isFinite(far) ? far : 0, colour("attenuation_color", null, 1, 1, 1)),
                coat(
                        number("clearcoat", Role.CLEARCOAT, 0),
                        number("clearcoat_roughness", Role.CLEARCOAT_ROUGHNESS, 0)),
                sheen(
                        1,
                        colour("sheen_color", Role.SHEEN_COLOR, 0, 0, 0),
                        number("sheen_roughness", Role.SHEEN_ROUGHNESS, 0)),
                brushed(number("anisotropy_strength", null, 0), number("anisotropy_rotation", null, 0)),
                film(
                        number("iridescence", Role.IRIDESCENCE, 0),
                        number("iridescence_ior", null, 1.3),
                        number("iridescence_thickness", Role.IRIDESCENCE_THICKNESS, 100)),
                false);
        if (mode == 0) {
            maps.maps().remove(Role.OPACITY);
        }
        double cutoff = mode == 1 ? number("alpha_cutoff", null, 0.5) : 0;
        return made(name, base, mode == 0 ? 1 : alpha, metal, rough, glow, normal, cutoff, layers);
    }

    private Material preview(String name) {
        double[] base = colour("diffuseColor", Role.BASE_COLOR, 0.18, 0.18, 0.18);
        double metal = number("metallic", Role.METALLIC, 0);
        double rough = number("roughness", Role.ROUGHNESS, 0.5);
        double opacity = number("opacity", Role.OPACITY, 1);
        double[] glow = colour("emissiveColor", Role.EMISSIVE, 0, 0, 0);
        double normal = normal("normal", Role.NORMAL);
        number("occlusion", Role.OCCLUSION, 1);
        nameWhen(number("useSpecularWorkflow", null, 0), Phrase.kept("format.a-colour-of-the-reflection"));
        Layers layers = new Layers(
                number("ior", null, Layers.USUAL_IOR),
                null,
                null,
                coat(
                        number("clearcoat", Role.CLEARCOAT, 0),
                        number("clearcoatRoughness", Role.CLEARCOAT_ROUGHNESS, 0.01)),
                null,
                null,
                null,
                false);
        return made(name, base, opacity, metal, rough, glow, normal, number("opacityThreshold", null, 0), layers);
    }

    private Layers.@Nullable Specular specular(double weight, double[] colour) {
        boolean plain = weight == 1 && colour[0] == 1 && colour[1] == 1 && colour[2] == 1;
        return plain ? null : new Layers.Specular(weight, colour[0], colour[1], colour[2]);
    }

    /** @param depth metres after which white light has the tint, 0 for a surface that has it itself */
    private static Layers.@Nullable Transmission transmission(double weight, boolean solid, double depth, double[] t) {
        if (weight <= 0) {
            return null;
        }
        Layers.Volume inside = depth > 0
                ? new Layers.Volume(1, depth, t[0], t[1], t[2])
                : new Layers.Volume(1, Double.POSITIVE_INFINITY, 1, 1, 1);
        return new Layers.Transmission(weight, solid ? inside : null);
    }

    private static Layers.@Nullable Clearcoat coat(double weight, double roughness) {
        return weight > 0 ? new Layers.Clearcoat(Math.min(1, weight), roughness) : null;
    }

    private static Layers.@Nullable Sheen sheen(double weight, double[] colour, double roughness) {
        double[] c = times(colour, weight);
        return c[0] + c[1] + c[2] > 0 ? new Layers.Sheen(c[0], c[1], c[2], roughness) : null;
    }

    /** @param turns of the direction, 1 for all the way round */
    private static Layers.@Nullable Anisotropy brushed(double strength, double turns) {
        return strength > 0 ? new Layers.Anisotropy(Math.min(1, strength), turns * 2 * Math.PI) : null;
    }

    private static Layers.@Nullable Iridescence film(double weight, double ior, double nanometres) {
        return weight > 0 && nanometres > 0 ? new Layers.Iridescence(weight, ior, nanometres, nanometres) : null;
    }

    private Material made(
            String name,
            double[] base,
            double opacity,
            double metal,
            double rough,
            double[] glow,
            double normal,
            double cutoff,
            Layers layers) {
        boolean alpha = maps.takeAlpha();
        maps.pack();
        Map<Role, yondershelf.content.TextureUse> all = new HashMap<>(maps.maps());
        return new Material(
                name, base[0], base[1], base[2], opacity, metal, rough, glow[0], glow[1], glow[2], normal, cutoff,
                alpha, true, all, layers);
    }
}
