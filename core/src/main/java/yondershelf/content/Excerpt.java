package yondershelf.content;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import yondershelf.words.Phrase;

/**
 * What of an asset's files is meant, where somebody wants something else than all of the default scene of the first one at rest.
 *
 * @param node a node with all below it, by its name, or one of the materials or lights ({@link #ofMaterial}, {@link #ofLight}); empty
 *     for all of the scene
 * @param scene which of the file's scenes, from 0; {@link #DEFAULT_SCENE} for the one the file names itself
 * @param firstFrame true for the pose at the beginning of its first animation, false for the pose at rest
 * @param other which of the files that are kept with the first one is meant instead: its level of detail, version or size as
 *     sorting tells it; empty for the first one
 */
public record Excerpt(String node, int scene, boolean firstFrame, String other) {
    public static final int DEFAULT_SCENE = -1;
    public static final Excerpt WHOLE = new Excerpt("", DEFAULT_SCENE, false, "");

    /** Stands before the name of a material, where it is meant instead of a node. */
    private static final String MATERIAL = "material:";

    /** Stands before the name of a light; all of them are meant when none follows. */
    private static final String LIGHT = "light:";

    private static final String SCENE = "scene ";
    private static final String FRAME = "first frame";
    private static final String OTHER = "as ";
    private static final String NODE = "node ";
    private static final String AND = ", ";

    /** The word for one of the file's materials, to be used as that for a node. */
    public static String ofMaterial(String name) {
        return MATERIAL + name;
    }

    /** The name of the material that a word for a node or a material means; empty for a node. */
    public static Optional<String> material(String word) {
        return word.startsWith(MATERIAL) ? Optional.of(word.substring(MATERIAL.length())) : Optional.empty();
    }

    /** The word for one of the file's lights, to be used as that for a node; for all of them when the name is empty. */
    public static String ofLight(String name) {
        return LIGHT + name;
    }

    /** The name of the light that a word means, empty for all of them; nothing for a node or a material. */
    public static Optional<String> light(String word) {
        return word.startsWith(LIGHT) ? Optional.of(word.substring(LIGHT.length())) : Optional.empty();
    }

    /** What that of a file of some kind is which a word means. */
    public static Kind kind(String word, Kind whole) {
        return material(word).isPresent() ? Kind.MATERIAL : light(word).isPresent() ? Kind.HDRI : whole;
    }

    /** The name of a node, material or light as it is shown. */
    public static String title(String word) {
        return material(word)
                .orElseGet(() -> light(word)
                        .map(l -> l.isEmpty() ? Phrase.of("content.all-lights") : l)
                        .orElse(word));
    }

    public boolean isWhole() {
        return equals(WHOLE);
    }

    public Excerpt withNode(String name) {
        return new Excerpt(name, scene, firstFrame, other);
    }

    /** Another scene, all of it. */
    public Excerpt withScene(int number) {
        return new Excerpt("", number, firstFrame, other);
    }

    public Excerpt withFirstFrame(boolean first) {
        return new Excerpt(node, scene, first, other);
    }

    /** Another one of the asset's files, all of it: it may hold other nodes. */
    public Excerpt withOther(String which) {
        return new Excerpt("", DEFAULT_SCENE, firstFrame, which);
    }

    /** For a person, in the same order as {@link #text}. */
    public String title() {
        List<String> words = new ArrayList<>();
        if (!other.isEmpty()) {
            words.add(Phrase.of("content.as", other));
        }
        if (scene != DEFAULT_SCENE) {
            words.add(Phrase.of("content.scene", scene + 1));
        }
        if (firstFrame) {
            words.add(Phrase.of("content.first-frame"));
        }
        if (!node.isEmpty()) {
            words.add(Phrase.of("content.node", node));
        }
        return String.join(AND, words);
    }

    /** For {@link #parse}: "as level 1, scene 2, first frame, node Lantern"; empty for {@link #WHOLE}. */
    public String text() {
        String text = (other.isEmpty() ? "" : AND + OTHER + other)
                + (scene == DEFAULT_SCENE ? "" : AND + SCENE + (scene + 1))
                + (firstFrame ? AND + FRAME : "")
                + (node.isEmpty() ? "" : AND + NODE + node);
        return text.isEmpty() ? "" : text.substring(AND.length());
    }

    /** What {@link #text} gave; what it cannot have given is passed over. */
    public static Excerpt parse(String text) {
        Excerpt out = WHOLE;
        String left = text;
        while (!left.isEmpty()) {
            if (left.startsWith(NODE)) {
                // a name may hold anything, and is last
                return out.withNode(left.substring(NODE.length()));
            }
            int end = left.indexOf(AND);
            String word = end < 0 ? left : left.substring(0, end);
            left = end < 0 ? "" : left.substring(end + AND.length());
            if (word.equals(FRAME)) {
                out = out.withFirstFrame(true);
            } else if (word.startsWith(OTHER)) {
                out = new Excerpt(out.node, out.scene, out.firstFrame, word.substring(OTHER.length()));
            } else if (word.matches(SCENE + "[1-9][0-9]{0,5}")) {
                out = new Excerpt(
                        out.node, Integer.parseInt(word.substring(SCENE.length())) - 1, out.firstFrame, out.other);
            }
        }
        return out;
    }

    /** Different for what is measured and drawn differently; empty for {@link #WHOLE}. */
    public String mark() {
        return isWhole() ? "" : "#" + text();
    }
}
