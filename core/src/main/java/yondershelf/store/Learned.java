package yondershelf.store;

import org.jspecify.annotations.Nullable;

/**
 * What reading a file told, as long as its size and time stay the same.
 *
 * @param mentions the names of other files in it, as the sorter writes them; null when nobody asked yet
 * @param type what its first bytes say it is; null when nobody asked yet, empty when they say nothing
 * @param shape width over height in thousandths, for pictures that may be environments; -1 when nobody asked yet
 * @param panorama 1 when its pixels show the world all around, 0 when not; -1 when nobody asked yet
 */
public record Learned(
        String state, @Nullable String mentions, @Nullable String type, int shape, int panorama) {
    public static Learned nothing(String state) {
        return new Learned(state, null, null, -1, -1);
    }
}
