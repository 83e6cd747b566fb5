package yondershelf.content;

/**
 * How the numbers of a map are stored where that is not the way of its role: the same picture, read otherwise.
 *
 * @param word empty for the role's own way; {@code inverted} for smoothness instead of roughness; {@code greenDown} for a normal
 *     map whose green points down; for packed maps a letter for each channel: {@code o} occlusion, {@code r} roughness,
 *     {@code m} metallic, {@code s} smoothness, {@code -} nothing
 */
public record Coding(String word) {
    public static final Coding PLAIN = new Coding("");
    public static final Coding INVERTED = new Coding("inverted");
    public static final Coding GREEN_DOWN = new Coding("greenDown");

    public boolean isPlain() {
        return word.isEmpty();
    }
}
