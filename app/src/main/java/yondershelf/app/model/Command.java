package yondershelf.app.model;

import java.util.List;
import java.util.Locale;
import javafx.scene.input.KeyCombination;
import org.jspecify.annotations.Nullable;
import yondershelf.words.Phrase;

/**
 * One thing the program can do by name or key.
 *
 * @param name in the words of the screen
 * @param group under which it is listed
 * @param keys as {@link KeyCombination#valueOf} reads them, or null
 * @param isStep true when holding the keys takes step after step
 */
public record Command(String name, String group, @Nullable String keys, boolean isStep, Runnable act) {

    /** Keys that keyboards of other languages call otherwise. */
    private static final List<String> NAMED =
            List.of("Ctrl", "Shift", "Enter", "Delete", "Space", "Left", "Right", "Up", "Down");

    /** What is done once, however long its keys are held. */
    public Command(String name, String group, @Nullable String keys, Runnable act) {
        this(name, group, keys, false, act);
    }

    /** What goes on while its keys are held. */
    public static Command step(String name, String group, String keys, Runnable act) {
        return new Command(name, group, keys, true, act);
    }

    /** The keys as people read them. */
    public String shownKeys() {
        return keys == null ? "" : shown(keys);
    }

    /** Keys as people read them. */
    public static String shown(String keys) {
        String shown = KeyCombination.valueOf(keys).getDisplayText();
        for (String key : NAMED) {
            shown = shown.replaceAll("\\b" + key + "\\b", Phrase.of("keys." + key.toLowerCase(Locale.ROOT)));
        }
        return shown;
    }
}
