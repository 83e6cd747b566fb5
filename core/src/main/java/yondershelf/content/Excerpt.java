package yondershelf.content;

/**
 * What of a model file is meant, where somebody wants something else than all of its default scene at rest.
 *
 * @param node a node with all below it, by its name; empty for all of the scene
 * @param scene which of the file's scenes, from 0; {@link #DEFAULT_SCENE} for the one the file names itself
 * @param firstFrame true for the pose at the beginning of its first animation, false for the pose at rest
 */
public record Excerpt(String node, int scene, boolean firstFrame) {
    public static final int DEFAULT_SCENE = -1;
    public static final Excerpt WHOLE = new Excerpt("", DEFAULT_SCENE, false);

    private static final String SCENE = "scene ";
    private static final String FRAME = "first frame";
    private static final String NODE = "node ";
    private static final String AND = ", ";

    public boolean isWhole() {
        return equals(WHOLE);
    }

    public Excerpt withNode(String other) {
        return new Excerpt(other, scene, firstFrame);
    }

    /** Another scene, all of it. */
    public Excerpt withScene(int other) {
        return new Excerpt("", other, firstFrame);
    }

    public Excerpt withFirstFrame(boolean other) {
        return new Excerpt(node, scene, other);
    }

    /** For a person and for {@link #parse}: "scene 2, first frame, node Lantern"; empty for {@link #WHOLE}. */
    public String text() {
        String text = (scene == DEFAULT_SCENE ? "" : AND + SCENE + (scene + 1))
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
            } else if (word.matches(SCENE + "[1-9][0-9]{0,5}")) {
                out = new Excerpt(out.node, Integer.parseInt(word.substring(SCENE.length())) - 1, out.firstFrame);
            }
        }
        return out;
    }

    /** Different for what is measured and drawn differently; empty for {@link #WHOLE}. */
    public String mark() {
        return isWhole() ? "" : "#" + text();
    }
}
