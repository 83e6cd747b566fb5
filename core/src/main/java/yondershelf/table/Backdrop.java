package yondershelf.table;

import org.jspecify.annotations.Nullable;
import yondershelf.content.Picture;

/**
 * A panorama that stands behind everything on the table and gives no light: eight bits hold too little range for that.
 *
 * @param asset id of the texture asset
 * @param path the file, for finding it again
 * @param picture equirectangular, sRGB; null while its library is away, when the light's own surroundings are seen
 */
public record Backdrop(
        String asset, String path, String name, @Nullable Picture picture) {
    /** The same, at hand or away. */
    public Backdrop with(@Nullable Picture other) {
        return new Backdrop(asset, path, name, other);
    }
}
