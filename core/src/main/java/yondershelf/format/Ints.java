package yondershelf.format;

import java.util.Arrays;

/** Whole numbers in a row that grows. */
final class Ints {
    private int[] all = {};
    private int count;

    void add(int value) {
        if (count == all.length) {
            all = Arrays.copyOf(all, Math.max(256, count * 2));
        }
        all[count++] = value;
    }

    void addAll(Ints more) {
        if (count + more.count > all.length) {
            all = Arrays.copyOf(all, Math.max(count + more.count, count + count / 2));
        }
        System.arraycopy(more.all, 0, all, count, more.count);
        count += more.count;
    }

    /** Makes room for so many more. */
    void reserve(int more) {
        all = Arrays.copyOf(all, count + more);
    }

    int size() {
        return count;
    }

    /** Forgets all from a place on. */
    void cut(int size) {
        count = size;
    }

    /** The numbers, and beyond {@link #size} what may be there. */
    int[] raw() {
        return all;
    }

    /** The numbers, not to be changed: when there is no room left they are not copied. */
    int[] toArray() {
        return count == all.length ? all : Arrays.copyOf(all, count);
    }
}
