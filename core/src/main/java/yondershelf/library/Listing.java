package yondershelf.library;

import java.util.Collections;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * The files of one folder as they were seen, and what was closed there.
 *
 * @param files by name
 * @param closed reasons by name: folders and files that could not be looked at
 */
record Listing(SortedMap<String, Seen> files, SortedMap<String, String> closed) {
    static final Listing NONE = new Listing(Collections.emptySortedMap(), Collections.emptySortedMap());

    private static final int PARTS = 3;

    /** @param nanos when it was changed last, since 1970 */
    record Seen(long size, long nanos) {

        /** As {@link FileState} writes it. */
        String state() {
            return size + "@" + Math.floorDiv(nanos, 1_000_000L);
        }
    }

    boolean isEmpty() {
        return files.isEmpty() && closed.isEmpty();
    }

    /** Names and numbers of files, whatever their order, in 64 bits: a listing with the same ones has not changed. */
    long signature() {
        long[] out = {0};
        files.forEach((name, seen) -> out[0] += signature(name, seen.size, seen.nanos));
        closed.forEach((name, reason) -> out[0] += signature(name, reason.hashCode(), -1));
        return out[0];
    }

    static long signature(String name, long size, long nanos) {
        long hash = 0xcbf29ce484222325L;
        for (int i = 0; i < name.length(); i++) {
            hash = (hash ^ name.charAt(i)) * 0x100000001b3L;
        }
        return mixed(mixed(hash ^ size * 0x9e3779b97f4a7c15L) ^ nanos);
    }

    /** The finalizer of SplitMix64 (Steele, Lea, Flood: Fast splittable pseudorandom number generators, 2014). */
    private static long mixed(long value) {
        long z = (value ^ value >>> 30) * 0xbf58476d1ce4e5b9L;
        z = (z ^ z >>> 27) * 0x94d049bb133111ebL;
        return z ^ z >>> 31;
    }

    String text() {
        StringBuilder out = new StringBuilder();
        files.forEach((name, seen) -> out.append(name)
                .append('\0')
                .append(seen.size)
                .append('\0')
                .append(seen.nanos)
                .append('\0'));
        closed.forEach(
                (name, reason) -> out.append(name).append('\0').append(reason).append("\0-\0"));
        return out.toString();
    }

    static Listing parse(String text) {
        if (text.isEmpty()) {
            return NONE;
        }
        SortedMap<String, Seen> files = new TreeMap<>();
        SortedMap<String, String> closed = new TreeMap<>();
        String[] parts = text.split("\0", -1);
        for (int i = 0; i + PARTS <= parts.length; i += PARTS) {
            if (parts[i + 2].equals("-")) {
                closed.put(parts[i], parts[i + 1]);
            } else {
                files.put(parts[i], new Seen(number(parts[i + 1]), number(parts[i + 2])));
            }
        }
        return new Listing(files, closed);
    }

    /** A number no file has for one that is damaged: then the file counts as changed. */
    private static long number(String text) {
        try {
            return Long.parseLong(text);
        } catch (NumberFormatException e) {
            return -1;
        }
    }
}
