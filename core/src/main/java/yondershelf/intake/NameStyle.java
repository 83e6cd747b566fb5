package yondershelf.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * How names of assets are written in this house.
 *
 * @param letters where capitals stand
 * @param space between words: a blank, {@code _}, {@code -} or nothing
 * @param sizeFirst true when the size of its maps stands before a material's name
 */
public record NameStyle(Letters letters, String space, boolean sizeFirst) {
    /** {@code Tarred timber} */
    public static final NameStyle USUAL = new NameStyle(Letters.FIRST, " ", false);

    private static final int K = 1024;

    /** Where capitals stand. */
    public enum Letters {
        FIRST("Tarred timber"),
        EACH("Tarred Timber"),
        NONE("tarred timber");

        private final String example;

        Letters(String example) {
            this.example = example;
        }

        public String example() {
            return example;
        }
    }

    /** The separators there are. */
    public static final List<String> SPACES = List.of(" ", "_", "-", "");

    /** Like {@code first/_/size}, for settings and the command line. */
    public String text() {
        return letters.name().toLowerCase(Locale.ROOT) + "/" + space + (sizeFirst ? "/size" : "");
    }

    /** What {@link #text} gave; empty for anything else. */
    public static Optional<NameStyle> parse(String text) {
        String[] parts = text.split("/", -1);
        if (parts.length < 2 || parts.length > 3 || !SPACES.contains(parts[1])) {
            return Optional.empty();
        }
        for (Letters each : Letters.values()) {
            if (each.name().toLowerCase(Locale.ROOT).equals(parts[0])) {
                return Optional.of(new NameStyle(each, parts[1], parts.length == 3 && parts[2].equals("size")));
            }
        }
        return Optional.empty();
    }

    /**
     * A name in this style.
     *
     * @param pixels of the longer side of a material's largest map; 0 for what has no size
     */
    public String of(String name, int pixels) {
        if (equals(USUAL)) {
            return name;
        }
        List<String> words = new ArrayList<>();
        if (sizeFirst && pixels > 0) {
            words.add(pixels >= K ? pixels / K + "K" : String.valueOf(pixels));
        }
        for (String word : name.trim().split("\\s+")) {
            boolean first = words.isEmpty() || words.size() == 1 && sizeFirst && pixels > 0;
            words.add(cased(word, first));
        }
        return String.join(space, words);
    }

    /** A name in this style that lacks the size still. */
    String sized(String name, int pixels) {
        return pixels > 0 ? (pixels >= K ? pixels / K + "K" : String.valueOf(pixels)) + space + name : name;
    }

    private String cased(String word, boolean first) {
        // initials and numbers stay as they are
        boolean initials = word.length() > 1 && word.equals(word.toUpperCase(Locale.ROOT));
        if (word.isEmpty() || initials) {
            return word;
        }
        boolean capital = letters == Letters.EACH || letters == Letters.FIRST && first;
        int end = word.offsetByCodePoints(0, 1);
        String head = word.substring(0, end);
        return (capital ? head.toUpperCase(Locale.ROOT) : head.toLowerCase(Locale.ROOT)) + word.substring(end);
    }
}
