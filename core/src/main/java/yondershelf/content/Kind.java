package yondershelf.content;

import java.util.Locale;
import java.util.Optional;

/** What an asset is. */
public enum Kind {
    MODEL("Models"),
    MATERIAL("Materials"),
    HDRI("HDRIs"),
    TEXTURE("Textures"),
    RECIPE("Recipes");

    private final String plural;

    Kind(String plural) {
        this.plural = plural;
    }

    /** True when things of this kind stand in a scene as themselves: others are worn there, or light it. */
    public boolean stands() {
        return this == MODEL;
    }

    /** The word on screen for several of this kind. */
    public String plural() {
        return plural;
    }

    /** The word used in files and on the command line: {@code model}, {@code hdri}... */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The kind with this {@link #word()}, singular or plural, in any case. */
    public static Optional<Kind> of(String word) {
        String wanted = word.toLowerCase(Locale.ROOT);
        for (Kind kind : values()) {
            if (kind.word().equals(wanted)
                    || kind.plural.toLowerCase(Locale.ROOT).equals(wanted)) {
                return Optional.of(kind);
            }
        }
        return Optional.empty();
    }
}
