package yondershelf.table;

import yondershelf.content.Environment;

/**
 * The one environment of a scene.
 *
 * @param asset id of the HDRI asset, or empty for the table's own plain daylight
 * @param path the file, for finding it again
 * @param turn degrees about the upright axis
 * @param exposure stops
 */
public record Light(String asset, String path, Environment environment, double turn, double exposure) {

    public Light turned(double degrees) {
        return new Light(asset, path, environment, degrees, exposure);
    }

    public Light exposed(double stops) {
        return new Light(asset, path, environment, turn, stops);
    }
}
