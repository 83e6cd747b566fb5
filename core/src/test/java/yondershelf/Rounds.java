package yondershelf;

/**
 * How often a test of many random cases tries: as often as it says, or a hundredth part for each percent of
 * {@code -Dyonder.rounds}, when the same test is asked again for each of many changes.
 */
public final class Rounds {
    private Rounds() {}

    /** @return one or more */
    public static int of(int whole) {
        return Math.max(1, whole * Integer.getInteger("yonder.rounds", 100) / 100);
    }
}
