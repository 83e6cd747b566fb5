package yondershelf.app.model;

import javafx.scene.input.KeyCombination;
import org.jspecify.annotations.Nullable;

/**
 * One thing the program can do by name or key.
 *
 * @param name in the words of the screen
 * @param group under which it is listed
 * @param keys as {@link KeyCombination#valueOf} reads them, or null
 */
public record Command(String name, String group, @Nullable String keys, Runnable act) {

    /** The keys as people read them. */
    public String shownKeys() {
        return keys == null ? "" : KeyCombination.valueOf(keys).getDisplayText();
    }
}
