package yondershelf.format.assimp;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.lwjgl.assimp.AIMaterial;
import org.lwjgl.assimp.AIMaterialProperty;
import org.lwjgl.assimp.Assimp;
import yondershelf.content.Layers;
import yondershelf.content.Role;

/**
 * What exporters keep of a physically based material in FBX properties of their own. Each puts its own words in front; what comes
 * after the last bar is much the same: {@code …|base_color}, {@code …|baseColor}, {@code …|TEX_color_map}. So that counts, in
 * small letters and without underscores. docs/fbx.md lists what is read (common practice, no source).
 */
final class AssimpProperties {
    private static final String RAW = "$raw.";
    private static final String FILE = "|file";
    private static final int LENGTH = 4;

    private static final Map<Role, List<String>> MAPS = maps();

    private final Map<String, double[]> values = new HashMap<>();
    private final Map<String, String> files = new LinkedHashMap<>();

    private static Map<Role, List<String>> maps() {
        Map<Role, List<String>> all = new LinkedHashMap<>();
        all.put(Role.BASE_COLOR, List.of("basecolormap", "texcolormap", "basecolor"));
        all.put(Role.NORMAL, List.of("normmap", "normalmap", "texnormalmap", "normalcamera"));
        all.put(Role.ROUGHNESS, List.of("roughnessmap", "texroughnessmap", "specularroughness", "roughness"));
        all.put(Role.METALLIC, List.of("metalnessmap", "texmetallicmap", "metalness", "metallic"));
        all.put(Role.OCCLUSION, List.of("aomap", "texaomap"));
        all.put(Role.EMISSIVE, List.of("emitcolormap", "texemissivemap", "emissioncolor", "emissionmap"));
        all.put(Role.OPACITY, List.of("opacitymap", "cutoutmap", "opacity"));
        all.put(Role.TRANSMISSION, List.of("transparencymap", "transmission"));
        all.put(Role.CLEARCOAT, List.of("coatmap", "coat"));
        all.put(Role.CLEARCOAT_ROUGHNESS, List.of("coatroughmap", "coatroughness"));
        return all;
    }

    AssimpProperties(AIMaterial material) {
        for (int i = 0; i < material.mNumProperties(); i++) {
            AIMaterialProperty property = AIMaterialProperty.create(
                    Objects.requireNonNull(material.mProperties()).get(i));
            String key = property.mKey().dataString();
            if (key.startsWith(RAW) && key.indexOf('|') > 0) {
                take(key.substring(RAW.length()), property);
            }
        }
        // a switch that is off, or a map that the switch turns on
        files.keySet().removeIf(name -> name.startsWith("tex") && number("use" + name.substring(3), 1) == 0);
        if (number("usecolormap", 0) == 1) {
            values.remove("basecolor");
        }
    }

    private void take(String key, AIMaterialProperty property) {
        ByteBuffer data = property.mData().order(ByteOrder.LITTLE_ENDIAN);
        if (key.endsWith(FILE)) {
            if (property.mType() == Assimp.aiPTI_String && data.remaining() > LENGTH) {
                byte[] text = new byte[Math.min(data.getInt(0), data.remaining() - LENGTH)];
                data.position(LENGTH);
                data.get(text);
                files.put(
                        word(key.substring(0, key.length() - FILE.length())), new String(text, StandardCharsets.UTF_8));
            }
            return;
        }
        double[] numbers = new double[data.remaining() / 4];
        for (int i = 0; i < numbers.length; i++) {
            numbers[i] = property.mType() == Assimp.aiPTI_Float ? data.getFloat(i * 4) : data.getInt(i * 4);
        }
        if (property.mType() == Assimp.aiPTI_Float || property.mType() == Assimp.aiPTI_Integer) {
            values.put(word(key), numbers);
        }
    }

    private static String word(String key) {
        return key.substring(key.lastIndexOf('|') + 1).replace("_", "").toLowerCase(Locale.ROOT);
    }

    /** True when they tell of a material by metalness and roughness. */
    boolean isPhysical() {
        return values.containsKey("metalness")
                || values.containsKey("metallic")
                || values.containsKey("basecolor") && !values.containsKey("glossiness");
    }

    /** True when they tell of the reflection by its colour and a glossiness. */
    boolean isGlossy() {
        return number("useglossiness", 0) == 1 && files.containsKey("glossinessmap");
    }

    /** The file of a role's map, as it is written, or null. */
    @Nullable
    String map(Role role) {
        for (String name : MAPS.getOrDefault(role, List.of())) {
            String file = files.get(name);
            if (file != null && !file.isBlank()) {
                return file;
            }
        }
        return null;
    }

    private double number(String name, double otherwise) {
        double[] found = values.get(name);
        return found == null || found.length == 0 || !Double.isFinite(found[0]) ? otherwise : found[0];
    }

    private double first(double otherwise, String... names) {
        for (String name : names) {
            if (values.containsKey(name)) {
                return number(name, otherwise);
            }
        }
        return otherwise;
    }

    private double @Nullable [] colour(String... names) {
        for (String name : names) {
            double[] found = values.get(name);
            if (found != null && found.length >= 3) {
                return found;
            }
        }
        return null;
    }

    /** Linear, or null when nothing is said. */
    double @Nullable [] base() {
        double[] colour = colour("basecolor");
        double weight = first(1, "base", "baseweight");
        return colour == null ? null : new double[] {colour[0] * weight, colour[1] * weight, colour[2] * weight};
    }

    double metalness() {
        return first(0, "metalness", "metallic");
    }

    double roughness(double otherwise) {
        double given = first(otherwise, "roughness", "specularroughness");
        return number("roughnessinv", 0) == 1 ? 1 - given : given;
    }

    /** Linear, or null when nothing is said. */
    double @Nullable [] glow() {
        double[] colour = colour("emitcolor", "emissioncolor", "emissive");
        double weight = first(1, "emission", "emissionweight", "emissiveintensity");
        return colour == null ? null : new double[] {colour[0] * weight, colour[1] * weight, colour[2] * weight};
    }

    double normalScale(double otherwise) {
        return first(otherwise, "bumpmapamt");
    }

    Layers layers() {
        double coat = first(0, "coat", "coating");
        double clear = first(0, "transmission", "transparency");
        double sheen = first(0, "sheen");
        double[] fuzz = colour("sheencolor");
        double[] tint = fuzz == null ? new double[] {1, 1, 1} : fuzz;
        return new Layers(
                first(Layers.USUAL_IOR, "specularior", "transior"),
                null,
                clear > 0
                        ? new Layers.Transmission(
                                Math.min(1, clear), new Layers.Volume(1, Double.POSITIVE_INFINITY, 1, 1, 1))
                        : null,
                coat > 0 ? new Layers.Clearcoat(Math.min(1, coat), first(0.1, "coatroughness")) : null,
                sheen > 0
                        ? new Layers.Sheen(
                                tint[0] * sheen, tint[1] * sheen, tint[2] * sheen, first(0.3, "sheenroughness"))
                        : null,
                null,
                null,
                false);
    }
}
