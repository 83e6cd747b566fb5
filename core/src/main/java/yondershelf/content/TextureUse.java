package yondershelf.content;

/**
 * A picture used in a role, with the UV change of KHR_texture_transform: {@code uv' = offset + R(rotation) scale uv}.
 *
 * @param image the picture
 * @param scaleU repeats across
 * @param scaleV repeats down
 * @param offsetU shift across, in UV units
 * @param offsetV shift down, in UV units
 * @param rotation radians, counter-clockwise as in KHR_texture_transform
 */
public record TextureUse(
        ImageSource image, double scaleU, double scaleV, double offsetU, double offsetV, double rotation) {

    public static TextureUse of(ImageSource image) {
        return new TextureUse(image, 1, 1, 0, 0, 0);
    }

    public boolean isPlain() {
        return scaleU == 1 && scaleV == 1 && offsetU == 0 && offsetV == 0 && rotation == 0;
    }

    /** The same use showing another picture. */
    public TextureUse withImage(ImageSource other) {
        return new TextureUse(other, scaleU, scaleV, offsetU, offsetV, rotation);
    }
}
