package yondershelf.search;

import java.util.Locale;
import java.util.Optional;

/** What a condition may be about. */
public enum Field {
    /** Words of kinds. */
    KIND(false),
    TAG(false),
    /** Below the libraries' roots, with all below it. */
    FOLDER(false),
    /** Ids of libraries. */
    LIBRARY(false),
    AUTHOR(false),
    LICENCE(false),
    /** What it was made or got for. */
    JOB(false),
    /** Words of basic colours. */
    COLOUR(false),
    /** 0 or 1. */
    FAVOURITE(true),
    /** 0 to 5. */
    RATING(true),
    /** 0 or 1: whether something was found to be wrong with it. */
    FINDINGS(true),
    /** How many scenes use it. */
    USED(true),
    TRIANGLES(true),
    /** Of the longer edge of the largest picture. */
    PIXELS(true),
    /** The largest extent, in millimetres. */
    SIZE(true),
    /** Dynamic range, in tenths of a doubling. */
    STOPS(true),
    /** When it was first seen, in seconds since 1970. */
    SINCE(true);

    private final boolean number;

    Field(boolean number) {
        this.number = number;
    }

    /** True when it is compared as a number, false as text. */
    public boolean isNumber() {
        return number;
    }

    /** As it is typed. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    static Optional<Field> of(String word) {
        if (word.equals("problems")) {
            // as it was called before; kept searches say so
            return Optional.of(FINDINGS);
        }
        for (Field field : values()) {
            if (field.word().equals(word)) {
                return Optional.of(field);
            }
        }
        return Optional.empty();
    }
}
