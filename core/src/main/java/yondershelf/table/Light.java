package yondershelf.table;

import yondershelf.content.Environment;

/**
 * The one environment of a scene.
 *
 * @param asset id of the HDRI asset, or empty for the table's own plain daylight
 * @param path the file, for finding it again
 * @param turn degrees about the upright axis
 * @param exposure stops
 * @param away true when the HDRI is not at hand: plain daylight stands in under its name, and the reference stays
 */
public record Light(String asset, String path, Environment environment, double turn, double exposure, boolean away) {

    public Light(String asset, String path, Environment environment, double turn, double exposure) {
        this(asset, path, environment, turn, exposure, false);
    }

    public Light turned(double degrees) {
        return new Light(asset, path, environment, degrees, exposure, away);
    }

    public Light exposed(double stops) {
        return new Light(asset, path, environment, turn, stops, away);
    }

    /** The same light with its HDRI, which is at hand again. */
    public Light found(Environment there) {
        return new Light(asset, path, there, turn, exposure, false);
    }

    /** Daylight in place of an HDRI that is away. */
    static Light standingIn(String asset, String path, String name) {
        Environment daylight =
                new Environment(name, Daylight.light().environment().radiance());
        return new Light(asset, path, daylight, 0, 0, true);
    }
}
