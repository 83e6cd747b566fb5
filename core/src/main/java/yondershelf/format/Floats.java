package yondershelf.format;

import java.util.Arrays;

/** Numbers in a row that grows. */
final class Floats {
    private float[] all = new float[1024];
    private int count;

    void add(float value) {
        if (count == all.length) {
            all = Arrays.copyOf(all, count * 2);
        }
        all[count++] = value;
    }

    void addAll(Floats more) {
        if (count + more.count > all.length) {
            all = Arrays.copyOf(all, Math.max(count + more.count, count + count / 2));
        }
        System.arraycopy(more.all, 0, all, count, more.count);
        count += more.count;
    }

    int size() {
        return count;
    }

    /** The numbers, and beyond {@link #size} what may be there. */
    float[] raw() {
        return all;
    }

    float[] toArray() {
        return Arrays.copyOf(all, count);
    }
}
