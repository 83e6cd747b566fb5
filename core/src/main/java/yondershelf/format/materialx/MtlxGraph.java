package yondershelf.format.materialx;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.ImageSource;
import yondershelf.content.Srgb;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;
import yondershelf.format.model.MapChannels;
import yondershelf.references.Reach;
import yondershelf.references.Squares;
import yondershelf.words.Phrase;

/**
 * What an input of a MaterialX node comes to: a value, or a picture with a factor (MaterialX Specification 1.38 and 1.39, with its
 * standard nodes). Nodes of other kinds are passed through by their main input, and named.
 */
final class MtlxGraph {
    private static final int LONGEST_CHAIN = 64;
    private static final int MOST_STEPS = 20_000;
    private static final Set<String> PASSED = Set.of("dot", "convert", "combine4");
    private static final List<String> MAIN_INPUTS = List.of("in", "in1", "fg", "color", "texcoord");

    /** ACEScg (AP1) to linear Rec. 709, by the primaries of both; rows. */
    private static final double[] FROM_ACESCG = {
        1.70505, -0.62179, -0.08326, -0.13026, 1.14080, -0.01055, -0.02400, -0.12897, 1.15297
    };

    private final MtlxElement root;
    private final Path file;
    private final Reach reach;
    private final Set<String> notShown = new TreeSet<>();
    private int steps;

    MtlxGraph(MtlxElement root, Path file, Reach reach) {
        this.root = root;
        this.file = file;
        this.reach = reach;
    }

    /**
     * What an input comes to.
     *
     * @param factor one number or a colour's three; multiplies the picture when there is one
     * @param channel r, g, b, a or all
     */
    record Found(double[] factor, @Nullable TextureUse picture, char channel) {
        static Found of(double... value) {
            return new Found(value, null, MapChannels.WHOLE);
        }

        double number() {
            return factor.length == 0 ? 0 : factor[0];
        }

        /** Three components. */
        double[] colour() {
            return factor.length >= 3 ? factor : new double[] {number(), number(), number()};
        }

        Found times(double[] other) {
            int length = Math.max(factor.length, other.length);
            double[] out = new double[length];
            for (int i = 0; i < length; i++) {
                out[i] = factor[factor.length == 1 ? 0 : Math.min(i, factor.length - 1)]
                        * other[other.length == 1 ? 0 : Math.min(i, other.length - 1)];
            }
            return new Found(out, picture, channel);
        }

        Found of(char one) {
            int i = "rgba".indexOf(one);
            return picture != null
                    ? new Found(new double[] {i < factor.length ? factor[i] : number()}, picture, one)
                    : Found.of(i < factor.length ? factor[i] : number());
        }
    }

    Set<String> notShown() {
        return notShown;
    }

    /** What an input of a node at the top comes to, or a default where nothing is said. */
    Found input(MtlxElement node, String name, double... otherwise) {
        MtlxElement input = node.input(name);
        Found found = input == null ? null : value(input, root, null, 0);
        return found == null ? Found.of(otherwise) : found;
    }

    /** @param graph whose inputs may be meant by name, or null at the top */
    private @Nullable Found value(MtlxElement input, MtlxElement scope, @Nullable MtlxElement graph, int depth) {
        // a graph may lead back to itself, and branch on the way
        if (depth > LONGEST_CHAIN || steps++ > MOST_STEPS) {
            return null;
        }
        if (!input.get("interfacename").isEmpty() && graph != null) {
            MtlxElement outer = graph.input(input.get("interfacename"));
            return outer == null ? written(input) : value(outer, root, null, depth + 1);
        }
        if (!input.get("nodegraph").isEmpty()) {
            MtlxElement inner = root.child(input.get("nodegraph"));
            MtlxElement out = inner == null
                    ? null
                    : input.get("output").isEmpty() ? inner.first("output") : inner.child(input.get("output"));
            return out == null || inner == null ? null : value(out, inner, inner, depth + 1);
        }
        if (!input.get("nodename").isEmpty()) {
            MtlxElement node = scope.child(input.get("nodename"));
            Found found = node == null ? null : node(node, scope, graph, depth + 1);
            return found == null ? null : channel(found, input);
        }
        return written(input);
    }

    /** Of a node with several outputs, or by the letters of 1.37's channels. */
    private static Found channel(Found found, MtlxElement input) {
        String output = input.get("output");
        if (output.matches("out[rgbaxyzw]")) {
            return found.of("rgba".charAt(Math.max(0, "rgbaxyzw".indexOf(output.charAt(3)) % 4)));
        }
        String letters = input.get("channels");
        return letters.length() == 1 && "rgba".contains(letters) ? found.of(letters.charAt(0)) : found;
    }

    private @Nullable Found input(
            MtlxElement node, String name, MtlxElement scope, @Nullable MtlxElement graph, int d) {
        MtlxElement input = node.input(name);
        return input == null ? null : value(input, scope, graph, d);
    }

    private double[] numbers(
            MtlxElement node, String name, MtlxElement scope, @Nullable MtlxElement graph, double... otherwise) {
        Found found = input(node, name, scope, graph, 0);
        return found == null || found.picture != null || found.factor.length < otherwise.length
                ? otherwise
                : found.factor;
    }

    private @Nullable Found node(MtlxElement node, MtlxElement scope, @Nullable MtlxElement graph, int depth) {
        return switch (node.category()) {
            case "image", "tiledimage", "gltf_image", "gltf_colorimage", "gltf_normalmap" ->
                picture(node, scope, graph);
            case "constant" -> input(node, "value", scope, graph, depth);
            case "normalmap" -> {
                Found in = input(node, "in", scope, graph, depth);
                yield in == null ? null : new Found(numbers(node, "scale", scope, graph, 1), in.picture, in.channel);
            }
            case "multiply" -> multiply(node, scope, graph, depth);
            case "invert" -> inverted(input(node, "in", scope, graph, depth));
            case "combine3" -> combined(node, scope, graph, depth);
            case "extract" -> {
                Found in = input(node, "in", scope, graph, depth);
                int index = (int) numbers(node, "index", scope, graph, 0)[0];
                yield in == null ? null : in.of("rgba".charAt(Math.max(0, Math.min(3, index))));
            }
            case "separate2", "separate3", "separate4" -> input(node, "in", scope, graph, depth);
            case "swizzle" -> {
                Found in = input(node, "in", scope, graph, depth);
                MtlxElement letters = node.input("channels");
                char first = letters == null || letters.get("value").isEmpty()
                        ? 'r'
                        : letters.get("value").charAt(0);
                boolean one = letters != null
                        && letters.get("value").chars().distinct().count() == 1;
                yield in == null || !one ? in : in.of("rgba".charAt(Math.max(0, "rgbaxyzw".indexOf(first) % 4)));
            }
            default -> {
                if (!PASSED.contains(node.category())) {
                    notShown.add(Phrase.kept("format.a-node", node.category()));
                }
                yield passed(node, scope, graph, depth);
            }
        };
    }

    private @Nullable Found passed(MtlxElement node, MtlxElement scope, @Nullable MtlxElement graph, int depth) {
        for (String name : MAIN_INPUTS) {
            if (node.input(name) != null) {
                return input(node, name, scope, graph, depth);
            }
        }
        return null;
    }

    private static @Nullable Found inverted(@Nullable Found in) {
        TextureUse picture = in == null ? null : in.picture;
        if (in == null || picture == null) {
            double[] out = in == null ? new double[0] : in.factor.clone();
            Arrays.setAll(out, i -> 1 - out[i]);
            return in == null ? null : Found.of(out);
        }
        Coding turned = picture.image().coding().isPlain() ? Coding.INVERTED : Coding.PLAIN;
        return new Found(in.factor, picture.withImage(picture.image().as(turned)), in.channel);
    }

    /** The channels of one picture put together again, as a normal map's whose green is turned; else its first one stands for it. */
    private @Nullable Found combined(MtlxElement node, MtlxElement scope, @Nullable MtlxElement graph, int depth) {
        Found r = input(node, "in1", scope, graph, depth);
        Found g = input(node, "in2", scope, graph, depth);
        Found b = input(node, "in3", scope, graph, depth);
        if (r == null || g == null || b == null) {
            return r;
        }
        TextureUse first = r.picture;
        TextureUse second = g.picture;
        TextureUse third = b.picture;
        if (first == null || second == null || third == null) {
            boolean numbers = first == null && second == null && third == null;
            return numbers ? Found.of(r.number(), g.number(), b.number()) : r;
        }
        Coding green = second.image().coding();
        boolean same = r.channel == 'r'
                && g.channel == 'g'
                && b.channel == 'b'
                && first.image().equals(third.image())
                && first.image().as(green).equals(second.image());
        if (!same) {
            notShown.add(Phrase.kept("format.channels-of-several-pictures-put"));
            return r;
        }
        Coding whole = green.equals(Coding.INVERTED) ? Coding.GREEN_DOWN : Coding.PLAIN;
        return new Found(r.factor, first.withImage(first.image().as(whole)), MapChannels.WHOLE);
    }

    private @Nullable Found multiply(MtlxElement node, MtlxElement scope, @Nullable MtlxElement graph, int depth) {
        Found a = input(node, "in1", scope, graph, depth);
        Found b = input(node, "in2", scope, graph, depth);
        if (a == null || b == null) {
            return a == null ? b : a;
        }
        if (a.picture != null && b.picture != null) {
            notShown.add(Phrase.kept("format.a-product-of-two-pictures"));
            return a;
        }
        return a.picture == null ? b.times(a.factor) : a.times(b.factor);
    }

    private @Nullable Found picture(MtlxElement node, MtlxElement scope, @Nullable MtlxElement graph) {
        MtlxElement said = node.input("file");
        if (said != null && !said.get("interfacename").isEmpty() && graph != null) {
            MtlxElement outer = graph.input(said.get("interfacename"));
            said = outer == null ? said : outer;
        }
        if (said == null || said.get("value").isEmpty()) {
            notShown.add(Phrase.kept("format.a-picture-without-a-file"));
            return input(node, "default", scope, graph, 0);
        }
        String prefix = graph == null ? "" : graph.get("fileprefix");
        prefix = prefix.isEmpty() ? root.get("fileprefix") : prefix;
        String reference = prefix + said.get("value");
        String space = said.get("colorspace").isEmpty() ? node.get("colorspace") : said.get("colorspace");
        if (space.startsWith("lin_") && node.get("type").startsWith("color")) {
            notShown.add(Phrase.kept("format.a-colour-map-said-to"));
        }
        MtlxPlace place = new MtlxPlace();
        if (node.category().equals("tiledimage")) {
            double[] tiling = numbers(node, "uvtiling", scope, graph, 1, 1);
            double[] shift = numbers(node, "uvoffset", scope, graph, 0, 0);
            place.tile(tiling[0], tiling[1], shift[0], shift[1]);
        } else {
            place(node, scope, graph, place, 0);
        }
        double[] factor = numbers(node, "factor", scope, graph, 1);
        return new Found(
                factor,
                Squares.spread(place.use(
                        new ImageSource(reference, reach.follow(file, reference).open(), null),
                        wrap(node, "uaddressmode"),
                        wrap(node, "vaddressmode"))),
                MapChannels.WHOLE);
    }

    private void place(MtlxElement node, MtlxElement scope, @Nullable MtlxElement graph, MtlxPlace place, int depth) {
        MtlxElement input = node.input("texcoord");
        MtlxElement from = input == null || input.get("nodename").isEmpty() ? null : scope.child(input.get("nodename"));
        if (from == null || depth > LONGEST_CHAIN) {
            return;
        }
        switch (from.category()) {
            case "place2d" -> {
                place(from, scope, graph, place, depth + 1);
                double[] pivot = numbers(from, "pivot", scope, graph, 0, 0);
                double[] scale = numbers(from, "scale", scope, graph, 1, 1);
                double[] shift = numbers(from, "offset", scope, graph, 0, 0);
                double turn = numbers(from, "rotate", scope, graph, 0)[0];
                place.place(pivot, scale, Math.toRadians(turn), shift);
            }
            case "multiply" -> {
                double[] by = numbers(from, "in2", scope, graph, 1);
                place.tile(by[0], by.length > 1 ? by[1] : by[0], 0, 0);
            }
            case "texcoord" -> place.set((int) numbers(from, "index", scope, graph, 0)[0]);
            default -> notShown.add(Phrase.kept("format.a-place-of-a-picture", from.category()));
        }
    }

    private static Wrap wrap(MtlxElement node, String name) {
        MtlxElement said = node.input(name);
        return switch (said == null ? "periodic" : said.get("value")) {
            case "clamp", "constant" -> Wrap.CLAMP;
            case "mirror" -> Wrap.MIRROR;
            default -> Wrap.REPEAT;
        };
    }

    private @Nullable Found written(MtlxElement input) {
        String value = input.get("value");
        if (value.isEmpty()) {
            return null;
        }
        if (value.equals("true") || value.equals("false")) {
            return Found.of(value.equals("true") ? 1 : 0);
        }
        String[] parts = value.split("\\s*,\\s*|\\s+");
        double[] numbers = new double[parts.length];
        for (int i = 0; i < parts.length; i++) {
            try {
                numbers[i] = Double.parseDouble(parts[i]);
            } catch (NumberFormatException e) {
                return null;
            }
        }
        return Found.of(input.get("type").startsWith("color") ? linear(numbers, space(input)) : numbers);
    }

    private String space(MtlxElement input) {
        return input.get("colorspace").isEmpty() ? root.get("colorspace") : input.get("colorspace");
    }

    private double[] linear(double[] c, String space) {
        double[] out = c.clone();
        int colours = Math.min(3, out.length);
        switch (space) {
            case "", "lin_rec709", "lin_rec709_scene", "none", "raw" -> {}
            case "srgb_texture", "srgb_rec709_scene" -> {
                for (int i = 0; i < colours; i++) {
                    out[i] = Srgb.toLinear(out[i]);
                }
            }
            case "acescg", "lin_ap1", "lin_ap1_scene" -> {
                for (int row = 0; row < colours && colours == 3; row++) {
                    double sum = 0;
                    for (int k = 0; k < 3; k++) {
                        sum += FROM_ACESCG[row * 3 + k] * c[k];
                    }
                    out[row] = Math.max(0, sum);
                }
            }
            default -> notShown.add(Phrase.kept("format.colours-in-the-space", space));
        }
        return Arrays.copyOf(out, out.length);
    }
}
