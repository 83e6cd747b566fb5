package yondershelf.library;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A hybrid logical clock reading: wall time, a counter for events within one millisecond, and the machine, which breaks
 * ties so that all machines order all edits alike.
 *
 * @param millis since 1970, in UTC; 48 bits
 * @param counter 16 bits
 */
record Stamp(long millis, int counter, String machine) implements Comparable<Stamp> {
    private static final long MOST_MILLIS = (1L << 48) - 1;
    private static final int MOST_COUNT = 0xffff;
    private static final long DAY = 24L * 60 * 60 * 1000;
    private static final Pattern WRITTEN = Pattern.compile("([0-9a-f]{12})-([0-9a-f]{4})-([A-Za-z0-9-]{1,64})");

    @Override
    public int compareTo(Stamp o) {
        int byTime = Long.compare(millis, o.millis);
        if (byTime != 0) {
            return byTime;
        }
        int byCounter = Integer.compare(counter, o.counter);
        return byCounter != 0 ? byCounter : machine.compareTo(o.machine);
    }

    String text() {
        return String.format("%012x-%04x-%s", millis, counter, machine);
    }

    static Stamp parse(String text) {
        Matcher parts = WRITTEN.matcher(text);
        if (!parts.matches()) {
            throw new IllegalArgumentException("not a clock reading");
        }
        return new Stamp(Long.parseLong(parts.group(1), 16), Integer.parseInt(parts.group(2), 16), parts.group(3));
    }

    /** More than a day ahead of a clock: no machine that merges with this one can have meant it. */
    boolean isFarAheadOf(long now) {
        return millis > now + DAY;
    }

    /**
     * The next reading of this machine's clock: never at or before anything seen.
     *
     * @throws IllegalStateException at the end of time, as 48 bits know it
     */
    static Stamp next(Stamp latest, long now, String machine) {
        Stamp next = now > latest.millis
                ? new Stamp(now, 0, machine)
                : latest.counter < MOST_COUNT
                        ? new Stamp(latest.millis, latest.counter + 1, machine)
                        : new Stamp(latest.millis + 1, 0, machine);
        if (next.millis < 0 || next.millis > MOST_MILLIS) {
            throw new IllegalStateException("the clock stands at " + next.millis);
        }
        return next;
    }
}
