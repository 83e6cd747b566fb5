package yondershelf.format.model;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** Units of length that model files speak of (3MF Core Specification 3.4 has them all). */
public enum LengthUnit {
    MICRON(1e-6, "microns", "micron", "um"),
    MILLIMETRE(1e-3, "millimetres", "millimeter", "millimetre", "mm"),
    CENTIMETRE(1e-2, "centimetres", "centimeter", "centimetre", "cm"),
    INCH(0.0254, "inches", "inch", "inche", "in"),
    FOOT(0.3048, "feet", "foot", "feet", "ft"),
    METRE(1, "metres", "meter", "metre", "m");

    private final double metres;
    private final String title;
    private final String[] words;

    LengthUnit(double metres, String title, String... words) {
        this.metres = metres;
        this.title = title;
        this.words = words;
    }

    double metres() {
        return metres;
    }

    /** For a person. */
    public String title() {
        return title;
    }

    /** The unit of a word as files write it: "cm", "Millimeters". */
    static Optional<LengthUnit> of(String word) {
        String lower = word.toLowerCase(Locale.ROOT);
        String one = lower.length() > 2 && lower.endsWith("s") ? lower.substring(0, lower.length() - 1) : lower;
        return Arrays.stream(values())
                .filter(unit -> Arrays.asList(unit.words).contains(one))
                .findFirst();
    }
}
