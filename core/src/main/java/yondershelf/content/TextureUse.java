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
 * @param wrapU what is shown beyond the left and right edge
 * @param wrapV what is shown beyond the upper and lower edge
 * @param set which of the part's UVs it lies on, 0 or 1
 */
public record TextureUse(
        ImageSource image,
        double scaleU,
        double scaleV,
        double offsetU,
        double offsetV,
        double rotation,
        Wrap wrapU,
        Wrap wrapV,
        int set) {

    /** A picture that repeats. */
    public TextureUse(
            ImageSource image, double scaleU, double scaleV, double offsetU, double offsetV, double rotation) {
        this(image, scaleU, scaleV, offsetU, offsetV, rotation, Wrap.REPEAT, Wrap.REPEAT, 0);
    }

    public static TextureUse of(ImageSource image) {
        return new TextureUse(image, 1, 1, 0, 0, 0);
    }

    /** True when the picture lies on the UVs as they are. */
    public boolean isPlain() {
        return scaleU == 1 && scaleV == 1 && offsetU == 0 && offsetV == 0 && rotation == 0;
    }

    /** The same use showing another picture. */
    public TextureUse withImage(ImageSource other) {
        return new TextureUse(other, scaleU, scaleV, offsetU, offsetV, rotation, wrapU, wrapV, set);
    }

    /** The same use with other edges. */
    public TextureUse withWrap(Wrap u, Wrap v) {
        return new TextureUse(image, scaleU, scaleV, offsetU, offsetV, rotation, u, v, set);
    }
}
