package yondershelf.render;

import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Layers;
import yondershelf.content.Role;

/** The layers of a material with their pictures, ready to be asked for their values at a hit. */
final class LayerShader {
    private final Layers layers;
    private final Map<Role, Shader.Slot> slots;
    private final float f0;
    private final float[] absorption = new float[3];

    LayerShader(Layers layers, Map<Role, Shader.Slot> slots) {
        this.layers = layers;
        this.slots = slots;
        // an index of 0 stands for a surface that reflects like glass at grazing angles everywhere (KHR_materials_ior)
        this.f0 = layers.ior() <= 0 ? 1 : Fresnel.headOn((float) layers.ior());
        Layers.Transmission through = layers.transmission();
        Layers.Volume volume = through == null ? null : through.volume();
        if (volume != null && Double.isFinite(volume.distance()) && volume.distance() > 0) {
            absorption[0] = absorption(volume.red(), volume.distance());
            absorption[1] = absorption(volume.green(), volume.distance());
            absorption[2] = absorption(volume.blue(), volume.distance());
        }
    }

    /** Beer and Lambert: white light has the colour after the distance (KHR_materials_volume). Per metre. */
    private static float absorption(double colour, double distance) {
        return (float) (-Math.log(Math.max(colour, 1e-6)) / distance);
    }

    boolean isClear() {
        return layers.transmission() != null;
    }

    /** Per metre: red, green and blue. */
    float[] absorption() {
        return absorption;
    }

    boolean hasClearcoat() {
        return layers.clearcoat() != null;
    }

    /** The set of UVs the brush strokes or the coat's bumps follow, or -1 for surfaces without. */
    int tangentSet() {
        Shader.Slot coat = slots.get(Role.CLEARCOAT_NORMAL);
        if (coat != null) {
            return coat.use().set();
        }
        if (layers.anisotropy() == null) {
            return -1;
        }
        Shader.Slot map = slots.get(Role.ANISOTROPY);
        return map == null ? 0 : map.use().set();
    }

    /** True when there is a map of the coat's own bumps, which is then in the texel, in the tangent frame. */
    boolean coatNormal(Surface s) {
        Shader.Slot coat = slots.get(Role.CLEARCOAT_NORMAL);
        if (coat == null) {
            return false;
        }
        coat.lookup(s, s.texel);
        for (int i = 0; i < 3; i++) {
            s.texel[i] = s.texel[i] * 2 - 1;
        }
        return true;
    }

    /** A plain surface. */
    static void none(Surface s) {
        s.f0R = s.f0G = s.f0B = GgxTables.DIELECTRIC;
        s.f90 = 1;
        s.transmission = s.coat = s.sheen = s.anisotropy = s.film = 0;
    }

    void evaluate(Surface s) {
        none(s);
        Layers.Specular specular = layers.specular();
        float strength = 1;
        if (specular != null) {
            strength = (float) specular.factor() * value(Role.SPECULAR, 3, s);
        }
        s.f0R = s.f0G = s.f0B = f0;
        if (specular != null) {
            boolean coloured = colour(Role.SPECULAR_COLOR, s);
            s.f0R *= (float) specular.red() * (coloured ? s.texel[0] : 1);
            s.f0G *= (float) specular.green() * (coloured ? s.texel[1] : 1);
            s.f0B *= (float) specular.blue() * (coloured ? s.texel[2] : 1);
        }
        s.f0R = Math.min(1, s.f0R) * strength;
        s.f0G = Math.min(1, s.f0G) * strength;
        s.f0B = Math.min(1, s.f0B) * strength;
        s.f90 = strength;
        transmission(s);
        clearcoat(s);
        sheen(s);
        anisotropy(s);
        film(s);
        if (s.transmission > 0 && !s.thin && !s.front) {
            // seen from within the body
            s.coat = 0;
            s.sheen = 0;
        }
    }

    private void transmission(Surface s) {
        Layers.Transmission through = layers.transmission();
        if (through == null) {
            return;
        }
        s.transmission = (float) through.factor() * value(Role.TRANSMISSION, 0, s) * (1 - s.metallic);
        s.thin = through.volume() == null;
        s.ior = (float) (layers.ior() <= 0 ? Layers.USUAL_IOR : layers.ior());
    }

    private void clearcoat(Surface s) {
        Layers.Clearcoat coat = layers.clearcoat();
        if (coat != null) {
            s.coat = (float) coat.factor() * value(Role.CLEARCOAT, 0, s);
            s.coatRoughness = (float) coat.roughness() * value(Role.CLEARCOAT_ROUGHNESS, 1, s);
        }
    }

    private void sheen(Surface s) {
        Layers.Sheen sheen = layers.sheen();
        if (sheen == null) {
            return;
        }
        s.sheenRoughness = (float) sheen.roughness() * value(Role.SHEEN_ROUGHNESS, 3, s);
        boolean coloured = colour(Role.SHEEN_COLOR, s);
        s.sheenR = (float) sheen.red() * (coloured ? s.texel[0] : 1);
        s.sheenG = (float) sheen.green() * (coloured ? s.texel[1] : 1);
        s.sheenB = (float) sheen.blue() * (coloured ? s.texel[2] : 1);
        s.sheen = Math.max(s.sheenR, Math.max(s.sheenG, s.sheenB));
    }

    /** The map holds the direction in red and green, the strength in blue (KHR_materials_anisotropy). */
    private void anisotropy(Surface s) {
        Layers.Anisotropy brushed = layers.anisotropy();
        if (brushed == null) {
            return;
        }
        float x = 1;
        float y = 0;
        s.anisotropy = (float) brushed.strength();
        if (colour(Role.ANISOTROPY, s)) {
            x = s.texel[0] * 2 - 1;
            y = s.texel[1] * 2 - 1;
            s.anisotropy *= s.texel[2];
        }
        float cos = (float) Math.cos(brushed.rotation());
        float sin = (float) Math.sin(brushed.rotation());
        s.brushX = x * cos - y * sin;
        s.brushY = x * sin + y * cos;
    }

    private void film(Surface s) {
        Layers.Iridescence film = layers.iridescence();
        if (film == null) {
            return;
        }
        s.film = (float) film.factor() * value(Role.IRIDESCENCE, 0, s);
        s.filmIor = (float) film.ior();
        float thick = value(Role.IRIDESCENCE_THICKNESS, 1, s);
        s.filmThickness = (float) (film.thinnest() + (film.thickest() - film.thinnest()) * thick);
        if (s.filmThickness <= 0) {
            s.film = 0;
        }
    }

    private float value(Role role, int channel, Surface s) {
        Shader.Slot slot = slots.get(role);
        if (slot == null) {
            return 1;
        }
        slot.lookup(s, s.texel);
        return s.texel[channel];
    }

    private boolean colour(Role role, Surface s) {
        Shader.@Nullable Slot slot = slots.get(role);
        if (slot == null) {
            return false;
        }
        slot.lookup(s, s.texel);
        return true;
    }
}
