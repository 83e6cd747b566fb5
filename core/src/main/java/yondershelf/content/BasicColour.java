package yondershelf.content;

import java.util.Collection;
import java.util.Locale;
import java.util.Optional;
import yondershelf.words.Phrase;

/**
 * The eleven basic colour terms of English (Berlin and Kay, Basic Color Terms, 1969), as fields of CIELAB by lightness, chroma and hue
 * angle. Where one ends and the next begins is common practice, no source; they were adjusted on keywords of CSS.
 */
public enum BasicColour {
    BLACK,
    WHITE,
    GREY,
    RED,
    ORANGE,
    YELLOW,
    GREEN,
    BLUE,
    PURPLE,
    PINK,
    BROWN;

    /** Below this chroma people speak of black, grey or white. */
    private static final double GREY_BELOW = 8;

    private static final double BLACK_BELOW = 20;
    private static final double WHITE_FROM = 85;

    /** As it is typed. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** For a person. */
    public String title() {
        return Phrase.name(this);
    }

    /** Its place in a set of them that is kept as bits. */
    public int bit() {
        return 1 << ordinal();
    }

    public static int bits(Collection<BasicColour> colours) {
        return colours.stream().mapToInt(BasicColour::bit).reduce(0, (a, b) -> a | b);
    }

    /** The one of a word, however it is written. */
    public static Optional<BasicColour> of(String word) {
        String folded = word.toLowerCase(Locale.ROOT).replace("gray", "grey");
        for (BasicColour colour : values()) {
            if (colour.word().equals(folded)) {
                return Optional.of(colour);
            }
        }
        return Optional.empty();
    }

    /**
     * What a colour is called.
     *
     * @param l lightness in CIELAB, 0 to 100
     */
    public static BasicColour of(double l, double a, double b) {
        double chroma = Math.hypot(a, b);
        // what is very dark needs more chroma to be seen as coloured
        if (chroma < GREY_BELOW
                || l >= 90 && chroma < 13
                || l < BLACK_BELOW && chroma < GREY_BELOW + (BLACK_BELOW - l)) {
            return l < BLACK_BELOW ? BLACK : l >= WHITE_FROM ? WHITE : GREY;
        }
        double hue = (Math.toDegrees(Math.atan2(b, a)) + 360) % 360;
        if (hue < 45 || hue >= 345) {
            return reddish(l, chroma, hue);
        }
        if (hue < 78) {
            return l < 60 || chroma < 35 && l < 75 ? (hue < 52 && chroma > 55 ? RED : BROWN) : ORANGE;
        }
        if (hue < 112) {
            return l < 50 ? (hue < 95 ? BROWN : GREEN) : YELLOW;
        }
        if (hue < 200) {
            return GREEN;
        }
        // CIELAB turns dark blues towards purple (Moroney, A hypothesis regarding the poor blue constancy of CIELAB,
        // 2003;
        // cited from memory, the borders are our own)
        if (hue < 304 || hue < 309 && l < 45) {
            return BLUE;
        }
        return l > 65 && hue > 318 ? PINK : PURPLE;
    }

    private static BasicColour reddish(double l, double chroma, double hue) {
        if (l > 65 || (hue < 15 || hue >= 345) && l > 50) {
            return PINK;
        }
        return chroma < 35 && hue > 15 && hue < 345 && l < 60 ? BROWN : RED;
    }
}
