package yondershelf.content;

import java.util.Locale;
import java.util.Optional;
import yondershelf.words.Phrase;

/** What an asset is. */
public enum Kind {
    MODEL("models"),
    MATERIAL("materials"),
    HDRI("hdris"),
    TEXTURE("textures"),
    RECIPE("recipes");

    /** What may be typed for several. */
    private final String typed;

    Kind(String typed) {
        this.typed = typed;
    }

    /** True when things of this kind stand in a scene as themselves: others are worn there, or light it. */
    public boolean stands() {
        return this == MODEL;
    }

    /** The word on screen for several of this kind, as it begins a line. */
    public String plural() {
        return Phrase.of("kinds." + word());
    }

    /** The word on screen for one of this kind. */
    public String title() {
        return Phrase.name(this);
    }

    /** The word used in files and on the command line: {@code model}, {@code hdri}... */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The kind with this {@link #word()}, singular or plural, in any case. */
    public static Optional<Kind> of(String word) {
        String wanted = word.toLowerCase(Locale.ROOT);
        for (Kind kind : values()) {
            if (kind.word().equals(wanted) || kind.typed.equals(wanted)) {
                return Optional.of(kind);
            }
        }
        return Optional.empty();
    }
}
