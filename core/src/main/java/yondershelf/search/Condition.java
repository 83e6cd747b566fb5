package yondershelf.search;

import java.util.Set;

/**
 * One thing that must hold of an asset.
 *
 * @param not true when it must not hold instead
 * @param values of a text: one of them must be there, a tag as it is or one nested below it, other texts as a part of what is said,
 *     case and accents aside; {@link #NOTHING} stands for nothing said. Empty for a number
 * @param from the least number; what was not measured is none
 * @param to the greatest
 */
public record Condition(Field field, boolean not, Set<String> values, long from, long to) {
    /** Stands for a text that is not there. */
    public static final String NOTHING = "none";

    public Condition {
        values = Set.copyOf(values);
    }

    public static Condition any(Field field, Set<String> values) {
        return new Condition(field, false, values, 0, 0);
    }

    public static Condition between(Field field, long from, long to) {
        return new Condition(field, false, Set.of(), from, to);
    }

    public Condition negated() {
        return new Condition(field, !not, values, from, to);
    }
}
