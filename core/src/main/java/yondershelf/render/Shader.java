package yondershelf.render;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Material;
import yondershelf.content.Problem;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;

/** A material with its pictures loaded, ready to be asked for the surface at a UV. Made by {@link Shaders}. */
public final class Shader {
    /** A surface whose base color is lost is shown in a plain middle grey, not in glaring white. */
    private static final float MISSING = 0.4f;

    final Material material;
    final List<Problem> problems;
    final boolean transparent;
    final boolean glows;
    /** Shown in its base color, whatever the light. */
    final boolean unlit;

    private final @Nullable Slot base;
    private final @Nullable Slot packed;
    private final @Nullable Slot roughness;
    private final @Nullable Slot metallic;
    private final @Nullable Slot normal;
    private final @Nullable Slot opacity;
    private final @Nullable Slot emissive;
    private final boolean needsUv;
    private final boolean needsSecondUv;
    private final long weight;
    private final @Nullable LayerShader layers;
    private final float missing;

    /** A loaded picture and where it lies on the surface. */
    record Slot(TextureImage image, TextureUse use, double cos, double sin) {
        static Slot of(TextureImage image, TextureUse use) {
            return new Slot(image, use, Math.cos(use.rotation()), Math.sin(use.rotation()));
        }

        /** KHR_texture_transform: scale, then rotate counter-clockwise, then shift. */
        void lookup(Surface s, float[] out) {
            if (use.set() == 0) {
                lookup(s.u, s.v, out);
            } else {
                lookup(s.u2, s.v2, out);
            }
        }

        private void lookup(float u, float v, float[] out) {
            double su = u * use.scaleU();
            double sv = v * use.scaleV();
            image.lookup(
                    su * cos + sv * sin + use.offsetU(),
                    sv * cos - su * sin + use.offsetV(),
                    use.wrapU(),
                    use.wrapV(),
                    out);
        }
    }

    Shader(Material material, java.util.Map<Role, Slot> slots, List<Problem> problems) {
        this.material = material;
        this.problems = List.copyOf(problems);
        this.base = slots.get(Role.BASE_COLOR);
        this.packed = slots.get(Role.PACKED);
        this.roughness = slots.get(Role.ROUGHNESS);
        this.metallic = slots.get(Role.METALLIC);
        this.normal = slots.get(Role.NORMAL);
        this.opacity = slots.get(Role.OPACITY);
        this.emissive = slots.get(Role.EMISSIVE);
        // vertices may carry alpha too, which a material that is not opaque lets count
        this.transparent = material.opacity() < 1 || opacity != null || material.alphaFromBaseColor();
        this.layers = material.layers().isNone() ? null : new LayerShader(material.layers(), slots);
        this.needsSecondUv = slots.values().stream().anyMatch(slot -> slot.use.set() != 0);
        this.weight =
                slots.values().stream().mapToLong(slot -> slot.image.weight()).sum();
        this.unlit = material.layers().unlit();
        this.glows = material.emissiveRed() + material.emissiveGreen() + material.emissiveBlue() > 0;
        this.needsUv = !slots.isEmpty();
        this.missing = base == null && material.maps().containsKey(Role.BASE_COLOR) ? MISSING : 1;
    }

    boolean needsUv() {
        return needsUv;
    }

    /** Bytes of the pictures it holds. */
    long weight() {
        return weight;
    }

    boolean needsSecondUv() {
        return needsSecondUv;
    }

    boolean hasNormalMap() {
        return normal != null;
    }

    /** The set of UVs whose growing U is the tangent, or -1 when none is needed. */
    int tangentSet() {
        if (normal != null) {
            return normal.use.set();
        }
        return layers == null ? -1 : layers.tangentSet();
    }

    @Nullable
    LayerShader layers() {
        return layers;
    }

    /** True when light may pass through the body itself, not only through holes. */
    boolean isClear() {
        return layers != null && layers.isClear();
    }

    /** Pictures that could not be loaded, which the material is shown without. */
    public List<Problem> problems() {
        return problems;
    }

    /** Fills in base color, opacity, metallic, roughness and emission. */
    void evaluate(Surface s) {
        Material m = material;
        float r = (float) m.red();
        float g = (float) m.green();
        float b = (float) m.blue();
        float alpha = (float) m.opacity() * s.tintA;
        float[] t = s.texel;
        if (base != null) {
            base.lookup(s, t);
            r *= t[0];
            g *= t[1];
            b *= t[2];
            if (m.alphaFromBaseColor()) {
                alpha *= t[3];
            }
        }
        if (opacity != null) {
            opacity.lookup(s, t);
            alpha *= t[0];
        }
        if (m.alphaCutoff() > 0) {
            alpha = alpha >= m.alphaCutoff() ? 1 : 0;
        }
        float rough = (float) m.roughness();
        float metal = (float) m.metallic();
        if (packed != null) {
            packed.lookup(s, t);
            rough *= t[1];
            metal *= t[2];
        }
        if (roughness != null) {
            roughness.lookup(s, t);
            rough *= t[0];
        }
        if (metallic != null) {
            metallic.lookup(s, t);
            metal *= t[0];
        }
        s.emissiveR = 0;
        s.emissiveG = 0;
        s.emissiveB = 0;
        if (glows) {
            s.emissiveR = (float) m.emissiveRed();
            s.emissiveG = (float) m.emissiveGreen();
            s.emissiveB = (float) m.emissiveBlue();
            if (emissive != null) {
                emissive.lookup(s, t);
                s.emissiveR *= t[0];
                s.emissiveG *= t[1];
                s.emissiveB *= t[2];
            }
        }
        s.baseR = r * s.tintR * missing;
        s.baseG = g * s.tintG * missing;
        s.baseB = b * s.tintB * missing;
        s.alpha = alpha;
        s.roughness = rough < 0 ? 0 : rough > 1 ? 1 : rough;
        s.metallic = metal < 0 ? 0 : metal > 1 ? 1 : metal;
        if (layers != null) {
            layers.evaluate(s);
        } else {
            LayerShader.none(s);
        }
        if (unlit) {
            s.emissiveR = s.baseR;
            s.emissiveG = s.baseG;
            s.emissiveB = s.baseB;
        }
    }

    /**
     * The opacity alone, for shadow rays.
     *
     * @param s with its UVs
     * @param tint the vertices' alpha there
     */
    float opacityAt(Surface s, float tint) {
        float[] t = s.texel;
        float alpha = (float) material.opacity() * tint;
        if (material.alphaFromBaseColor() && base != null) {
            base.lookup(s, t);
            alpha *= t[3];
        }
        if (opacity != null) {
            opacity.lookup(s, t);
            alpha *= t[0];
        }
        if (material.alphaCutoff() > 0) {
            alpha = alpha >= material.alphaCutoff() ? 1 : 0;
        }
        return alpha;
    }

    /** The map's normal in the tangent frame (glTF 2.0, 3.9.3: X right, Y up, Z out). */
    void tangentNormal(Surface s, float[] out) {
        Slot slot = normal;
        if (slot == null) {
            out[0] = 0;
            out[1] = 0;
            out[2] = 1;
            return;
        }
        slot.lookup(s, out);
        float scale = (float) material.normalScale();
        out[0] = (out[0] * 2 - 1) * scale;
        out[1] = (out[1] * 2 - 1) * scale;
        out[2] = out[2] * 2 - 1;
    }
}
