package yondershelf.format.usd;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;
import yondershelf.format.model.MapChannels;
import yondershelf.references.Squares;
import yondershelf.words.Phrase;

/**
 * Materials of a USD scene: UsdPreviewSurface with UsdUVTexture, UsdTransform2d and readers of primvars (UsdPreviewSurface
 * Specification 2.6). Colours are linear there as here; the rows of UVs run up there.
 */
final class UsdMaterials {
    private static final String SURFACE = "outputs:surface";
    private static final int LONGEST_CHAIN = 32;
    private static final List<String> USUAL_SET = List.of("st");

    private final UsdStage stage;
    private final List<Material> materials = new ArrayList<>();
    private final Map<String, Integer> known = new HashMap<>();
    /** By what they are copies of: a material that is referred to several times is one. */
    private final Map<Object, Integer> origins = new IdentityHashMap<>();

    private final Map<Integer, List<String>> sets = new HashMap<>();
    private final Set<String> notShown = new HashSet<>();

    UsdMaterials(UsdStage stage) {
        this.stage = stage;
    }

    List<Material> all() {
        return materials;
    }

    /** What the materials have and is not shown, in words. */
    Set<String> notShown() {
        return notShown;
    }

    /** The material at a path, read at its first use. */
    int at(String path) {
        Integer found = known.get(path);
        UsdPrim prim = stage.at(path);
        Object origin = prim == null || prim.origin == null ? path : prim.origin;
        found = found == null ? origins.get(origin) : found;
        if (found != null) {
            known.put(path, found);
            return found;
        }
        List<String> names = new ArrayList<>();
        Material read = read(path, names);
        materials.add(read);
        int index = materials.size() - 1;
        known.put(path, index);
        origins.put(origin, index);
        sets.put(index, names.isEmpty() ? USUAL_SET : List.copyOf(names));
        return index;
    }

    /** What faces without a material wear. */
    int none() {
        Integer found = known.get("");
        if (found == null) {
            materials.add(Material.plain("default", 1, 1, 1, 0, 0.6));
            found = materials.size() - 1;
            known.put("", found);
            sets.put(found, USUAL_SET);
        }
        return found;
    }

    /** Names of the primvars a material's pictures lie on. */
    List<String> sets(int material) {
        return sets.getOrDefault(material, USUAL_SET);
    }

    private record Source(UsdPrim shader, String output) {}

    private Material read(String path, List<String> names) {
        String name = path.substring(path.lastIndexOf('/') + 1);
        UsdPrim prim = stage.at(path);
        Source surface = prim == null ? null : follow(prim.property(SURFACE).targets(), 0);
        if (surface == null || !surface.shader.value("info:id").word("").equals("UsdPreviewSurface")) {
            notShown.add(Phrase.kept("format.a-material-of-another-kind"));
            return Material.plain(name, 0.8, 0.8, 0.8, 0, 0.6);
        }
        return new Reader(surface.shader, names).material(name);
    }

    /** Where a connection leads in the end: through inputs of materials and node graphs to a shader's output. */
    private @Nullable Source follow(List<String> targets, int depth) {
        if (targets.isEmpty() || depth > LONGEST_CHAIN) {
            return null;
        }
        String target = targets.get(0);
        int dot = target.indexOf('.');
        UsdPrim prim = dot < 0 ? null : stage.at(target.substring(0, dot));
        if (prim == null) {
            return null;
        }
        String property = target.substring(dot + 1);
        boolean made = prim.type.equals("Shader") && property.startsWith("outputs:");
        List<String> further = prim.property(property).targets();
        return made && further.isEmpty() ? new Source(prim, property) : follow(further, depth + 1);
    }

    /** What an input is: its own value, or that of what it is connected to in the end. */
    private UsdValue value(UsdPrim prim, String name) {
        UsdPrim.Property said = prim.property(name);
        for (int i = 0; i < LONGEST_CHAIN && !said.targets().isEmpty(); i++) {
            String target = said.targets().get(0);
            int dot = target.indexOf('.');
            UsdPrim from = dot < 0 ? null : stage.at(target.substring(0, dot));
            if (from == null) {
                break;
            }
            said = from.property(target.substring(dot + 1));
        }
        return said.hasValue() ? said.value() : prim.value(name);
    }

    /** One surface. */
    private final class Reader {
        private final UsdPrim shader;
        private final List<String> names;
        private final MapChannels maps = new MapChannels();

        Reader(UsdPrim shader, List<String> names) {
            this.shader = shader;
            this.names = names;
        }

        Material material(String name) {
            double[] base = colour("diffuseColor", Role.BASE_COLOR, 0.18);
            double[] glow = colour("emissiveColor", Role.EMISSIVE, 0);
            double metallic = number("metallic", Role.METALLIC, 0);
            double rough = number("roughness", Role.ROUGHNESS, 0.5);
            number("occlusion", Role.OCCLUSION, 1);
            double opacity = number("opacity", Role.OPACITY, 1);
            double cutoff = value(shader, "inputs:opacityThreshold").number(0);
            colour("normal", Role.NORMAL, 0);
            if (source("displacement") != null) {
                notShown.add("displacement");
            }
            Layers layers = layers();
            boolean alpha = maps.takeAlpha();
            maps.pack();
            return new Material(
                    name,
                    base[0],
                    base[1],
                    base[2],
                    opacity,
                    metallic,
                    rough,
                    glow[0],
                    glow[1],
                    glow[2],
                    1,
                    cutoff,
                    alpha,
                    true,
                    maps.maps(),
                    layers);
        }

        private Layers layers() {
            double ior = value(shader, "inputs:ior").number(Layers.USUAL_IOR);
            double coat = number("clearcoat", Role.CLEARCOAT, 0);
            double coatRough = number("clearcoatRoughness", Role.CLEARCOAT_ROUGHNESS, 0.01);
            if (value(shader, "inputs:useSpecularWorkflow").number(0) == 1) {
                notShown.add(Phrase.kept("format.a-colour-of-the-reflection"));
            }
            return new Layers(
                    ior, null, null, coat > 0 ? new Layers.Clearcoat(coat, coatRough) : null, null, null, null, false);
        }

        private double[] colour(String input, Role role, double otherwise) {
            Source source = source(input);
            if (source == null) {
                double[] said = value(shader, "inputs:" + input).numbers();
                return said.length >= 3 ? said : new double[] {otherwise, otherwise, otherwise};
            }
            return picture(source, role) ? factors(source) : new double[] {otherwise, otherwise, otherwise};
        }

        private double number(String input, Role role, double otherwise) {
            Source source = source(input);
            if (source == null) {
                return value(shader, "inputs:" + input).number(otherwise);
            }
            if (!picture(source, role)) {
                return otherwise;
            }
            int channel = Math.max(0, "rgba".indexOf(source.output.charAt(source.output.length() - 1)));
            double[] scale = value(source.shader, "inputs:scale").numbers();
            return channel < scale.length ? scale[channel] : 1;
        }

        private @Nullable Source source(String input) {
            return follow(shader.property("inputs:" + input).targets(), 0);
        }

        private double[] factors(Source source) {
            double[] scale = value(source.shader, "inputs:scale").numbers();
            return scale.length >= 3 ? scale : new double[] {1, 1, 1};
        }

        /** Takes a picture into the material; false when the source is none that is shown. */
        private boolean picture(Source source, Role role) {
            UsdPrim texture = source.shader;
            if (!texture.value("info:id").word("").equals("UsdUVTexture")) {
                notShown.add(Phrase.kept("format.a-map-that-is-no"));
                return false;
            }
            List<UsdValue.Reference> file = value(texture, "inputs:file").references();
            if (file.isEmpty()) {
                return false;
            }
            if (role != Role.NORMAL && biased(texture)) {
                notShown.add(Phrase.kept("format.a-shift-of-a-picture"));
            }
            Place place = new Place();
            place.follow(UsdMaterials.this.follow(texture.property("inputs:st").targets(), 0), 0);
            int set = set(place.primvar);
            if (set > 1) {
                notShown.add(Phrase.kept("format.a-map-on-a-third"));
                return false;
            }
            maps.put(
                    role,
                    Squares.spread(new TextureUse(
                            stage.files().picture(file.get(0)),
                            place.scaleU,
                            place.scaleV,
                            place.moveU - place.scaleV * Math.sin(place.turn),
                            1 - place.scaleV * Math.cos(place.turn) - place.moveV,
                            place.turn,
                            wrap(texture, "inputs:wrapS"),
                            wrap(texture, "inputs:wrapT"),
                            set)),
                    source.output.length() == "outputs:x".length()
                            ? source.output.charAt("outputs:".length())
                            : MapChannels.WHOLE);
            return true;
        }

        private boolean biased(UsdPrim texture) {
            for (double b : value(texture, "inputs:bias").numbers()) {
                if (b != 0) {
                    return true;
                }
            }
            return false;
        }

        private int set(String primvar) {
            if (!names.contains(primvar)) {
                names.add(primvar);
            }
            return names.indexOf(primvar);
        }

        private Wrap wrap(UsdPrim texture, String name) {
            return switch (value(texture, name).word("repeat")) {
                case "clamp", "black" -> Wrap.CLAMP;
                case "mirror" -> Wrap.MIRROR;
                default -> Wrap.REPEAT;
            };
        }
    }

    /** Where a picture lies: the primvar it is read by, and how that is scaled, turned and moved on the way. */
    private final class Place {
        private String primvar = USUAL_SET.get(0);
        private double scaleU = 1;
        private double scaleV = 1;
        private double turn;
        private double moveU;
        private double moveV;

        void follow(@Nullable Source source, int depth) {
            if (source == null || depth > LONGEST_CHAIN) {
                return;
            }
            UsdPrim shader = source.shader;
            String id = shader.value("info:id").word("");
            if (id.startsWith("UsdPrimvarReader")) {
                primvar = value(shader, "inputs:varname").word(primvar);
            } else if (id.equals("UsdTransform2d")) {
                double[] scale = value(shader, "inputs:scale").numbers();
                double[] move = value(shader, "inputs:translation").numbers();
                scaleU = scale.length > 1 ? scale[0] : 1;
                scaleV = scale.length > 1 ? scale[1] : 1;
                moveU = move.length > 1 ? move[0] : 0;
                moveV = move.length > 1 ? move[1] : 0;
                turn = Math.toRadians(value(shader, "inputs:rotation").number(0));
                follow(UsdMaterials.this.follow(shader.property("inputs:in").targets(), 0), depth + 1);
            }
        }
    }
}
