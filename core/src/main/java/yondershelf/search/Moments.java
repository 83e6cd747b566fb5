package yondershelf.search;

import java.util.HashMap;
import java.util.Map;

/** When each document was first seen: many were at the same look, so the moments are numbered. */
final class Moments {
    private final Ints seconds = new Ints();
    private final Map<Integer, Integer> numbers = new HashMap<>();
    private final Chars moments = new Chars();

    void add(long secondsSince1970) {
        int value = (int) secondsSince1970;
        Integer known = numbers.get(value);
        if (known == null) {
            known = seconds.size();
            seconds.add(value);
            numbers.put(value, known);
        }
        moments.add(known);
    }

    long get(int doc) {
        return Integer.toUnsignedLong(seconds.get(moments.get(doc)));
    }

    void trim() {
        moments.trim();
    }
}
