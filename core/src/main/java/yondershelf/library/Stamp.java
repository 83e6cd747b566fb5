package yondershelf.library;

/**
 * A hybrid logical clock reading: wall time, a counter for events within one millisecond, and the machine, which breaks
 * ties so that all machines order all edits alike.
 */
record Stamp(long millis, int counter, String machine) implements Comparable<Stamp> {

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
        if (text.length() < 19 || text.charAt(12) != '-' || text.charAt(17) != '-') {
            throw new IllegalArgumentException("not a clock reading: " + text);
        }
        return new Stamp(
                Long.parseLong(text.substring(0, 12), 16),
                Integer.parseInt(text.substring(13, 17), 16),
                text.substring(18));
    }

    /** The next reading of this machine's clock: never at or before anything seen. */
    static Stamp next(Stamp latest, long now, String machine) {
        if (now > latest.millis) {
            return new Stamp(now, 0, machine);
        }
        return latest.counter < 0xffff
                ? new Stamp(latest.millis, latest.counter + 1, machine)
                : new Stamp(latest.millis + 1, 0, machine);
    }
}
