package yondershelf.content;

import java.util.EnumMap;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * A material of the metallic-roughness model (glTF 2.0, 3.9). Colours are linear Rec. 709; map values multiply factors.
 *
 * @param opacity 0 to 1; below 1 or with an {@link Role#OPACITY} map, the surface lets light through
 * @param alphaCutoff at or above it the surface is solid, below it a hole; 0 blends instead
 * @param normalScale strength of the normal map
 * @param layers what lies over, under or in the surface
 */
public record Material(
        String name,
        double red,
        double green,
        double blue,
        double opacity,
        double metallic,
        double roughness,
        double emissiveRed,
        double emissiveGreen,
        double emissiveBlue,
        double normalScale,
        double alphaCutoff,
        boolean alphaFromBaseColor,
        boolean doubleSided,
        Map<Role, TextureUse> maps,
        Layers layers) {

    public Material {
        EnumMap<Role, TextureUse> ordered = new EnumMap<>(Role.class);
        ordered.putAll(maps);
        maps = java.util.Collections.unmodifiableMap(ordered);
    }

    /** A material without further layers. */
    public Material(
            String name,
            double red,
            double green,
            double blue,
            double opacity,
            double metallic,
            double roughness,
            double emissiveRed,
            double emissiveGreen,
            double emissiveBlue,
            double normalScale,
            double alphaCutoff,
            boolean alphaFromBaseColor,
            boolean doubleSided,
            Map<Role, TextureUse> maps) {
        this(
                name,
                red,
                green,
                blue,
                opacity,
                metallic,
                roughness,
                emissiveRed,
                emissiveGreen,
                emissiveBlue,
                normalScale,
                alphaCutoff,
                alphaFromBaseColor,
                doubleSided,
                maps,
                Layers.NONE);
    }

    /** A plain material without maps. */
    public static Material plain(String name, double red, double green, double blue, double metallic, double rough) {
        return new Material(name, red, green, blue, 1, metallic, rough, 0, 0, 0, 1, 0, false, true, Map.of());
    }

    /** A material whose look comes from its maps. */
    public static Material ofMaps(String name, Map<Role, TextureUse> maps) {
        boolean metal = maps.containsKey(Role.METALLIC) || maps.containsKey(Role.PACKED);
        boolean rough = maps.containsKey(Role.ROUGHNESS) || maps.containsKey(Role.PACKED);
        double glow = maps.containsKey(Role.EMISSIVE) ? 1 : 0;
        return new Material(
                name, 1, 1, 1, 1, metal ? 1 : 0, rough ? 1 : 0.6, glow, glow, glow, 1, 0, false, true, maps);
    }

    public Material withName(String other) {
        return with(other, opacity, emissiveRed, emissiveGreen, emissiveBlue, alphaFromBaseColor, maps, layers);
    }

    public Material withMaps(Map<Role, TextureUse> other) {
        return with(name, opacity, emissiveRed, emissiveGreen, emissiveBlue, alphaFromBaseColor, other, layers);
    }

    public Material withLayers(Layers other) {
        return with(name, opacity, emissiveRed, emissiveGreen, emissiveBlue, alphaFromBaseColor, maps, other);
    }

    public Material withEmission(double r, double g, double b) {
        return with(name, opacity, r, g, b, alphaFromBaseColor, maps, layers);
    }

    /** The same, its surface letting light through where its base color or its vertices say so. */
    public Material withAlpha() {
        return with(name, opacity, emissiveRed, emissiveGreen, emissiveBlue, true, maps, layers);
    }

    public Material withOpacity(double other) {
        return with(name, other, emissiveRed, emissiveGreen, emissiveBlue, alphaFromBaseColor, maps, layers);
    }

    /** The same, seen from behind too or not. */
    public Material withSides(boolean both) {
        return new Material(
                name,
                red,
                green,
                blue,
                opacity,
                metallic,
                roughness,
                emissiveRed,
                emissiveGreen,
                emissiveBlue,
                normalScale,
                alphaCutoff,
                alphaFromBaseColor,
                both,
                maps,
                layers);
    }

    private Material with(
            String itsName,
            double itsOpacity,
            double glowRed,
            double glowGreen,
            double glowBlue,
            boolean alpha,
            Map<Role, TextureUse> itsMaps,
            Layers itsLayers) {
        return new Material(
                itsName,
                red,
                green,
                blue,
                itsOpacity,
                metallic,
                roughness,
                glowRed,
                glowGreen,
                glowBlue,
                normalScale,
                alphaCutoff,
                alpha,
                doubleSided,
                itsMaps,
                itsLayers);
    }

    /** The same material with each picture replaced by what the function gives for it. */
    public Material mapImages(UnaryOperator<ImageSource> change) {
        EnumMap<Role, TextureUse> changed = new EnumMap<>(Role.class);
        maps.forEach((role, use) -> changed.put(role, use.withImage(change.apply(use.image()))));
        return withMaps(changed);
    }
}
