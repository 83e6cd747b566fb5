package yondershelf.search;

import java.util.Locale;
import java.util.Optional;
import yondershelf.words.Phrase;

/** In which order what was found is shown. Those that are alike in it stand by relevance, then by name; what was not measured comes last. */
public enum Order {
    /** Names that begin with the first word, then names with a word so beginning, then the rest. */
    RELEVANCE,
    NAME,
    NEWEST,
    BEST_RATED,
    LARGEST,
    SMALLEST,
    MOST_TRIANGLES,
    FEWEST_TRIANGLES,
    HIGHEST_RESOLUTION,
    MOST_USED;

    /** As it is typed. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** For a person. */
    public String title() {
        return Phrase.name(this);
    }

    public static Optional<Order> of(String word) {
        for (Order order : values()) {
            if (order.word().equals(word)) {
                return Optional.of(order);
            }
        }
        return Optional.empty();
    }

    /** What is compared, of an order by number. */
    Field field() {
        return switch (this) {
            case NEWEST -> Field.SINCE;
            case BEST_RATED -> Field.RATING;
            case LARGEST, SMALLEST -> Field.SIZE;
            case MOST_TRIANGLES, FEWEST_TRIANGLES -> Field.TRIANGLES;
            case HIGHEST_RESOLUTION -> Field.PIXELS;
            case MOST_USED -> Field.USED;
            case RELEVANCE, NAME -> Field.TAG;
        };
    }

    boolean isByNumber() {
        return this != RELEVANCE && this != NAME;
    }

    boolean isUpwards() {
        return this == SMALLEST || this == FEWEST_TRIANGLES;
    }
}
