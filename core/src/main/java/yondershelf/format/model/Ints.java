package yondershelf.format.model;

import java.util.Arrays;

/** Whole numbers in a row that grows. */
public final class Ints {
    private int[] all = {};
    private int count;

    public void add(int value) {
        if (count == all.length) {
            all = Arrays.copyOf(all, Math.max(256, count * 2));
        }
        all[count++] = value;
    }

    public void addAll(Ints more) {
        if (count + more.count > all.length) {
            all = Arrays.copyOf(all, Math.max(count + more.count, count + count / 2));
        }
        System.arraycopy(more.all, 0, all, count, more.count);
        count += more.count;
    }

    /** Makes room for so many more. */
    public void reserve(int more) {
        all = Arrays.copyOf(all, count + more);
    }

    public int size() {
        return count;
    }

    /** Forgets all from a place on. */
    public void cut(int size) {
        count = size;
    }

    /** The numbers, and beyond {@link #size} what may be there. */
    public int[] raw() {
        return all;
    }

    /** The numbers, not to be changed: when there is no room left they are not copied. */
    public int[] toArray() {
        return count == all.length ? all : Arrays.copyOf(all, count);
    }
}
