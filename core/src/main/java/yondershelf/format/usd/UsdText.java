package yondershelf.format.usd;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.usd.UsdPrim.Property;
import yondershelf.format.usd.UsdValue.Dictionary;
import yondershelf.format.usd.UsdValue.Numbers;
import yondershelf.format.usd.UsdValue.Reference;
import yondershelf.format.usd.UsdValue.References;
import yondershelf.format.usd.UsdValue.Words;
import yondershelf.words.Phrase;

/**
 * The text form of USD (USDA, "#usda 1.0"): prims, properties, metadata, variants and values, by the grammar of the Universal
 * Scene Description's published documentation. Of time samples the first is taken where there is no default.
 */
final class UsdText {
    private static final int DEEPEST = 200;
    private static final Set<String> LIST_EDITS = Set.of("add", "append", "prepend", "delete", "reorder");
    private static final Set<String> BEFORE_TYPE = Set.of("custom", "uniform", "varying", "config");

    private final UsdTokens in;
    private final String layer;
    private int depth;

    private UsdText(UsdTokens in, String layer) {
        this.in = in;
        this.layer = layer;
    }

    /**
     * All of a layer as one nameless prim, whose metadata are the layer's.
     *
     * @param layer what references of this text are to be followed from
     */
    static UsdPrim read(byte[] text, String layer, Object file) throws ProblemException {
        UsdTokens in = new UsdTokens(text);
        try {
            UsdPrim root = new UsdPrim("def", "");
            UsdText reader = new UsdText(in, layer);
            if (in.peek() == '(') {
                reader.metadata(root.about);
            }
            reader.body(root, '\0', "");
            return root;
        } catch (IllegalArgumentException e) {
            throw Problem.of(file, Phrase.kept("format.line-of-the-scene-description", in.line(), e.getMessage()))
                    .raise(e);
        }
    }

    private void body(UsdPrim prim, char end, String path) {
        if (++depth > DEEPEST) {
            throw new IllegalArgumentException("nested too deeply");
        }
        while (in.peek() != end) {
            if (in.peek() == ';') {
                in.expect(';');
                continue;
            }
            String word = in.identifier();
            switch (word) {
                case "def", "over", "class" -> child(prim, word, path);
                case "variantSet" -> variantSet(prim, path);
                default -> property(prim, word, path);
            }
        }
        if (end != '\0') {
            in.expect(end);
        }
        depth--;
    }

    private void child(UsdPrim parent, String specifier, String path) {
        String type = in.peek() == '"' || in.peek() == '\'' ? "" : in.identifier();
        String name = in.string();
        UsdPrim prim = new UsdPrim(specifier, type);
        if (in.peek() == '(') {
            metadata(prim.about);
        }
        in.expect('{');
        body(prim, '}', path + "/" + name);
        UsdPrim known = parent.children.putIfAbsent(name, prim);
        if (known != null) {
            known.takeUnder(prim);
        }
    }

    private void variantSet(UsdPrim prim, String path) {
        Map<String, UsdPrim> set = prim.variants.computeIfAbsent(in.string(), s -> new LinkedHashMap<>());
        in.expect('=');
        in.expect('{');
        while (in.peek() != '}') {
            UsdPrim variant = new UsdPrim("over", "");
            set.put(in.string(), variant);
            if (in.peek() == '(') {
                metadata(variant.about);
            }
            in.expect('{');
            body(variant, '}', path);
        }
        in.expect('}');
    }

    private void property(UsdPrim prim, String first, String path) {
        String word = first;
        boolean deleted = word.equals("delete");
        while (LIST_EDITS.contains(word) || BEFORE_TYPE.contains(word)) {
            word = in.identifier();
        }
        // the type, or for "reorder properties" and the like the only word
        String name = in.peek() == '=' ? word : in.identifier();
        Map<String, UsdValue> about = new LinkedHashMap<>();
        UsdValue value = Words.NONE;
        List<String> targets = List.of();
        about.put("typeName", new Words(List.of(word)));
        if (in.peek() == '=') {
            in.expect('=');
            UsdValue said = value(false);
            if (word.equals("rel") || name.endsWith(".connect")) {
                targets = said.references().stream()
                        .map(r -> absolute(r.prim(), path))
                        .toList();
            } else if (name.endsWith(".timeSamples")) {
                value = said instanceof Dictionary d && !d.all().isEmpty()
                        ? d.all().values().iterator().next()
                        : Words.NONE;
            } else {
                value = said;
            }
        }
        if (in.peek() == '(') {
            metadata(about);
        }
        boolean sampled = name.endsWith(".timeSamples");
        int dot = name.indexOf('.');
        String plain = dot < 0 ? name : name.substring(0, dot);
        if (deleted || name.endsWith(".spline")) {
            return;
        }
        if (sampled && prim.property(plain).hasValue()) {
            return;
        }
        if (!sampled || value != Words.NONE) {
            prim.say(plain, new Property(value, targets, about));
        }
    }

    /** A path as seen from a prim; most are absolute already. */
    private static String absolute(String written, String from) {
        if (written.startsWith("/")) {
            return written;
        }
        String at = from;
        String rest = written;
        while (rest.startsWith("../")) {
            rest = rest.substring(3);
            at = at.substring(0, Math.max(0, at.lastIndexOf('/')));
        }
        return rest.startsWith(".") ? at + rest : at + "/" + rest;
    }

    private void metadata(Map<String, UsdValue> into) {
        in.expect('(');
        while (in.peek() != ')') {
            char next = in.peek();
            if (next == ';' || next == ',') {
                in.expect(next);
            } else if (next == '"' || next == '\'') {
                into.put("documentation", new Words(List.of(in.string())));
            } else {
                String key = in.identifier();
                boolean deleted = key.equals("delete");
                while (LIST_EDITS.contains(key) && in.peek() != '=') {
                    key = in.identifier();
                }
                in.expect('=');
                UsdValue said = value(true);
                if (!deleted) {
                    into.merge(key, said, UsdText::both);
                }
            }
        }
        in.expect(')');
    }

    /** What is said in several statements, such as references that are prepended and appended. */
    private static UsdValue both(UsdValue first, UsdValue second) {
        if (first instanceof References a && second instanceof References b) {
            List<Reference> all = new ArrayList<>(a.all());
            all.addAll(b.all());
            return new References(all);
        }
        return second;
    }

    /** @param shifted whether times may be shifted in parentheses after a reference, as in metadata */
    private UsdValue value(boolean shifted) {
        if (++depth > DEEPEST) {
            throw new IllegalArgumentException("nested too deeply");
        }
        UsdValue out = switch (in.peek()) {
            case '(', '[' -> list(shifted);
            case '{' -> dictionary();
            case '"', '\'' -> new Words(List.of(in.string()));
            case '@', '<' -> new References(List.of(reference(shifted)));
            default -> in.isNumber() ? new Numbers(new double[] {in.number()}) : word();
        };
        depth--;
        return out;
    }

    private UsdValue word() {
        String word = in.identifier();
        return word.equals("None") ? Words.NONE : new Words(List.of(word));
    }

    private Reference reference(boolean shifted) {
        String asset = in.peek() == '@' ? in.asset() : "";
        String prim = in.peek() == '<' ? in.path() : "";
        if (shifted && in.peek() == '(') {
            metadata(new LinkedHashMap<>());
        }
        return new Reference(layer, asset, prim);
    }

    /** A tuple or an array; those of numbers, however nested, become one row of numbers. */
    private UsdValue list(boolean shifted) {
        double[] numbers = new double[16];
        int count = 0;
        int open = 0;
        List<String> words = new ArrayList<>();
        List<Reference> references = new ArrayList<>();
        boolean dictionaries = false;
        do {
            char next = in.peek();
            switch (next) {
                case '(', '[' -> {
                    in.expect(next);
                    open++;
                }
                case ')', ']' -> {
                    in.expect(next);
                    open--;
                }
                case ',' -> in.expect(',');
                case '"', '\'' -> words.add(in.string());
                case '@', '<' -> references.add(reference(shifted));
                case '{' -> {
                    dictionary();
                    dictionaries = true;
                }
                default -> {
                    if (in.isNumber()) {
                        numbers = count == numbers.length ? Arrays.copyOf(numbers, count * 2) : numbers;
                        numbers[count++] = in.number();
                    } else {
                        words.add(in.identifier());
                    }
                }
            }
        } while (open > 0);
        if (!references.isEmpty()) {
            return new References(references);
        }
        if (!words.isEmpty() || dictionaries) {
            return new Words(words);
        }
        return new Numbers(Arrays.copyOf(numbers, count));
    }

    /** A dictionary, or time samples: values by numbers. */
    private UsdValue dictionary() {
        in.expect('{');
        Map<String, UsdValue> out = new LinkedHashMap<>();
        while (in.peek() != '}') {
            char next = in.peek();
            if (next == ';' || next == ',') {
                in.expect(next);
            } else if (in.isNumber()) {
                String time = String.valueOf(in.number());
                in.expect(':');
                out.put(time, value(false));
            } else {
                String key = next == '"' || next == '\'' ? in.string() : in.identifier();
                if (in.peek() != '=') {
                    // it was the type
                    key = in.peek() == '"' || in.peek() == '\'' ? in.string() : in.identifier();
                }
                in.expect('=');
                out.put(key, value(false));
            }
        }
        in.expect('}');
        return new Dictionary(out);
    }

    /** True when the bytes begin like a layer in text form. */
    static boolean isOne(byte[] head) {
        return new String(head, 0, Math.min(head.length, 5), StandardCharsets.ISO_8859_1).equals("#usda");
    }
}
