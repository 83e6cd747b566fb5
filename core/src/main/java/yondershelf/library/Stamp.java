package yondershelf.library;

import java.util.HexFormat;

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
    private static final int MILLIS = 12;
    private static final int COUNT = 4;
    private static final int MOST_NAME = 64;

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
        HexFormat hex = HexFormat.of();
        return hex.toHexDigits(millis, MILLIS) + "-" + hex.toHexDigits(counter, COUNT) + "-" + machine;
    }

    static Stamp parse(String text) {
        int machine = MILLIS + COUNT + 2;
        boolean sound = text.length() > machine
                && text.length() <= machine + MOST_NAME
                && text.charAt(MILLIS) == '-'
                && text.charAt(machine - 1) == '-';
        for (int i = machine; sound && i < text.length(); i++) {
            char c = text.charAt(i);
            sound = c == '-' || c >= '0' && c <= '9' || c >= 'A' && c <= 'Z' || c >= 'a' && c <= 'z';
        }
        if (!sound) {
            throw new IllegalArgumentException("not a clock reading");
        }
        String name = text.substring(machine);
        return new Stamp(hex(text, 0, MILLIS), (int) hex(text, MILLIS + 1, machine - 1), name.intern());
    }

    private static long hex(String text, int from, int to) {
        long value = 0;
        for (int i = from; i < to; i++) {
            char c = text.charAt(i);
            int digit = c >= '0' && c <= '9' ? c - '0' : c >= 'a' && c <= 'f' ? c - 'a' + 10 : -1;
            if (digit < 0) {
                throw new IllegalArgumentException("not a clock reading");
            }
            value = value << 4 | digit;
        }
        return value;
    }

    /** More than a day ahead of a clock: no machine that merges with this one can have meant it. */
    boolean isFarAheadOf(long now) {
        return millis > now + DAY;
    }

    /** True at the end of time as 48 bits know it: nothing can be said after it. */
    boolean isLast() {
        return millis >= MOST_MILLIS;
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
