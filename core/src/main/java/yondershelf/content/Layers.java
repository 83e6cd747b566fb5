package yondershelf.content;

import org.jspecify.annotations.Nullable;

/**
 * What lies over, under or in a material's surface beyond the metallic-roughness model: the layers of the KHR_materials
 * extensions of glTF 2.0, by their definitions there. A layer that is not there is null; maps multiply the factors and are
 * among the material's own ({@link Material#maps}).
 *
 * @param ior index of refraction of the dielectric, 1.5 when nothing is said (KHR_materials_ior)
 * @param unlit true when the base color is shown as it is, without light (KHR_materials_unlit)
 */
public record Layers(
        double ior,
        @Nullable Specular specular,
        @Nullable Transmission transmission,
        @Nullable Clearcoat clearcoat,
        @Nullable Sheen sheen,
        @Nullable Anisotropy anisotropy,
        @Nullable Iridescence iridescence,
        boolean unlit) {

    public static final double USUAL_IOR = 1.5;

    public static final Layers NONE = new Layers(USUAL_IOR, null, null, null, null, null, null, false);

    /**
     * Strength and colour of the dielectric's reflection (KHR_materials_specular).
     *
     * @param factor 0 to 1
     * @param red linear, as green and blue; may exceed 1
     */
    public record Specular(double factor, double red, double green, double blue) {}

    /**
     * Light that passes through the surface (KHR_materials_transmission).
     *
     * @param factor share of the light that is not reflected, 0 to 1
     * @param volume what it passes through, or null for a sheet without thickness, which does not refract
     */
    public record Transmission(double factor, @Nullable Volume volume) {}

    /**
     * The inside of a closed mesh (KHR_materials_volume).
     *
     * @param thickness what renderers without rays take for the way through, in the mesh's own units; above 0
     * @param distance metres after which white light has the colour; infinite when nothing is absorbed
     * @param red linear, as green and blue
     */
    public record Volume(double thickness, double distance, double red, double green, double blue) {}

    /** A clear varnish (KHR_materials_clearcoat); both 0 to 1. */
    public record Clearcoat(double factor, double roughness) {}

    /** Fibres on cloth (KHR_materials_sheen): a linear colour and a roughness, 0 to 1. */
    public record Sheen(double red, double green, double blue, double roughness) {}

    /**
     * Brushed surfaces (KHR_materials_anisotropy).
     *
     * @param strength 0 to 1
     * @param rotation radians, counter-clockwise from the tangent
     */
    public record Anisotropy(double strength, double rotation) {}

    /**
     * A thin film (KHR_materials_iridescence).
     *
     * @param factor 0 to 1
     * @param ior index of refraction of the film
     * @param thinnest nanometres where its map is black
     * @param thickest nanometres where its map is white, or without a map
     */
    public record Iridescence(double factor, double ior, double thinnest, double thickest) {}

    /** True when there is nothing beyond the metallic-roughness model. */
    public boolean isNone() {
        return equals(NONE);
    }
}
