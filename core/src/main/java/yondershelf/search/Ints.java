package yondershelf.search;

import java.util.Arrays;

/** A growing row of ints without boxes. */
final class Ints implements Column {
    private int[] values;
    private int size;

    Ints() {
        this(new int[8]);
        size = 0;
    }

    /** Takes the array over, as full. */
    Ints(int[] values) {
        this.values = values;
        this.size = values.length;
    }

    @Override
    public void add(int value) {
        if (size == values.length) {
            values = Arrays.copyOf(values, Math.max(8, size + (size >> 2)));
        }
        values[size++] = value;
    }

    @Override
    public int get(int i) {
        return values[i];
    }

    /** Sets a value at any place; those between it and the end are 0. */
    void set(int i, int value) {
        if (i >= values.length) {
            values = Arrays.copyOf(values, Math.max(i + 1, size + (size >> 2)));
        }
        values[i] = value;
        size = Math.max(size, i + 1);
    }

    int size() {
        return size;
    }

    void clear() {
        size = 0;
        values = new int[8];
    }

    /** The array itself, of at least {@link #size} values. */
    int[] raw() {
        return values;
    }

    @Override
    public int[] copy() {
        return Arrays.copyOf(values, size);
    }

    /** Gives back what was reserved for growing. */
    void trim() {
        values = copy();
    }
}
