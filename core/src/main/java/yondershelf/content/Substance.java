package yondershelf.content;

import java.util.Locale;
import java.util.Optional;

/** What a material is made of, where no map says what that needs: a preset for the constants of its surface. */
public enum Substance {
    /** Nothing but what the maps say. */
    GENERAL("general"),
    METAL("metal"),
    /** Plastic, wood, stone, skin: no metal, light only from the surface. */
    PLASTIC("plastic or organic"),
    CLOTH("cloth"),
    GLASS("glass");

    private final String title;

    Substance(String title) {
        this.title = title;
    }

    /** For people. */
    public String title() {
        return title;
    }

    /** As in files and on the command line. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<Substance> of(String word) {
        for (Substance substance : values()) {
            if (substance.word().equals(word)) {
                return Optional.of(substance);
            }
        }
        return Optional.empty();
    }
}
