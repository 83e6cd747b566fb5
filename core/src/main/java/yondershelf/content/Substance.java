package yondershelf.content;

import java.util.Locale;
import java.util.Optional;
import yondershelf.words.Phrase;

/** What a material is made of, where no map says what that needs: a preset for the constants of its surface. */
public enum Substance {
    /** Nothing but what the maps say. */
    GENERAL,
    METAL,
    /** Plastic, wood, stone, skin: no metal, light only from the surface. */
    PLASTIC,
    CLOTH,
    GLASS;

    /** For people. */
    public String title() {
        return Phrase.name(this);
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
