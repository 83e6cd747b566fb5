package yondershelf.search;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/** A growing row of numbers that are nearly always below 65,535, in two bytes each. */
final class Chars implements Column {
    private static final char LARGE = 0xffff;

    private char[] values = new char[8];
    private int size;
    private final Map<Integer, Integer> large = new HashMap<>();

    @Override
    public void add(int value) {
        if (size == values.length) {
            values = Arrays.copyOf(values, size + (size >> 2) + 8);
        }
        if (value < LARGE) {
            values[size] = (char) value;
        } else {
            values[size] = LARGE;
            large.put(size, value);
        }
        size++;
    }

    @Override
    public int get(int i) {
        char value = values[i];
        return value < LARGE ? value : large.getOrDefault(i, 0);
    }

    int size() {
        return size;
    }

    @Override
    public int[] copy() {
        int[] out = new int[size];
        for (int i = 0; i < size; i++) {
            out[i] = get(i);
        }
        return out;
    }

    static Chars of(int[] values) {
        Chars out = new Chars();
        out.values = new char[values.length];
        for (int value : values) {
            out.add(value);
        }
        return out;
    }

    void trim() {
        values = Arrays.copyOf(values, size);
    }
}
