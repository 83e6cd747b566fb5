package yondershelf.content;

/** What a picture shows beyond its edges (glTF 2.0, 5.26: wrapping modes). */
public enum Wrap {
    /** Itself again. */
    REPEAT,
    /** Itself again, turned over every other time. */
    MIRROR,
    /** Its edge. */
    CLAMP;

    /** The texel meant by one that may lie beyond, of so many. */
    public int texel(int index, int count) {
        return switch (this) {
            case REPEAT -> Math.floorMod(index, count);
            case MIRROR -> {
                int there = Math.floorMod(index, 2 * count);
                yield there < count ? there : 2 * count - 1 - there;
            }
            case CLAMP -> Math.max(0, Math.min(count - 1, index));
        };
    }
}
