package yondershelf.table;

import org.jspecify.annotations.Nullable;
import yondershelf.content.Environment;

/**
 * The one environment of a scene.
 *
 * @param asset id of the HDRI asset, or empty for the table's own plain daylight
 * @param path the file, for finding it again
 * @param turn degrees about the upright axis
 * @param exposure stops
 * @param away true when the HDRI is not at hand: plain daylight stands in under its name, and the reference stays
 * @param backdrop what is seen behind everything instead of the environment, or null
 */
public record Light(
        String asset,
        String path,
        Environment environment,
        double turn,
        double exposure,
        boolean away,
        @Nullable Backdrop backdrop) {

    public Light(String asset, String path, Environment environment, double turn, double exposure) {
        this(asset, path, environment, turn, exposure, false, null);
    }

    public Light turned(double degrees) {
        return new Light(asset, path, environment, degrees, exposure, away, backdrop);
    }

    public Light exposed(double stops) {
        return new Light(asset, path, environment, turn, stops, away, backdrop);
    }

    /** The same light with something else behind everything; null for the environment itself. */
    public Light before(@Nullable Backdrop other) {
        return new Light(asset, path, environment, turn, exposure, away, other);
    }

    /** The same light with its HDRI, which is at hand again. */
    public Light found(Environment there) {
        return new Light(asset, path, there, turn, exposure, false, backdrop);
    }

    /** Daylight in place of an HDRI that is away. */
    static Light standingIn(String asset, String path, String name) {
        Environment daylight =
                new Environment(name, Daylight.light().environment().radiance());
        return new Light(asset, path, daylight, 0, 0, true, null);
    }
}
