package yondershelf.format.model;

import java.util.Arrays;

/** Numbers in a row that grows. */
public final class Floats {
    private float[] all;
    private int count;

    public Floats() {
        this(1024);
    }

    /** @param room for so many without growing */
    public Floats(int room) {
        all = new float[room];
    }

    public void add(float value) {
        if (count == all.length) {
            all = Arrays.copyOf(all, Math.max(16, count * 2));
        }
        all[count++] = value;
    }

    public void addAll(Floats more) {
        if (count + more.count > all.length) {
            all = Arrays.copyOf(all, Math.max(count + more.count, count + count / 2));
        }
        System.arraycopy(more.all, 0, all, count, more.count);
        count += more.count;
    }

    public int size() {
        return count;
    }

    /** The numbers, and beyond {@link #size} what may be there. */
    public float[] raw() {
        return all;
    }

    /** The numbers, not to be changed: when there is no room left they are not copied. */
    public float[] toArray() {
        return count == all.length ? all : Arrays.copyOf(all, count);
    }
}
