package yondershelf.search;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.function.IntConsumer;

/**
 * Many short texts in one row of bytes, numbered as they come, that can be looked through for a part of them quickly. Where
 * they begin is known of every fourth only; the others are a few bytes further on.
 */
final class Texts {
    private static final byte END = '\n';
    private static final int BLOCK = 4;

    private byte[] bytes = new byte[64];
    private int length;
    private int size;
    private final Ints blocks;
    /** How often each byte occurs: a part is looked for by its rarest one. */
    private final int[] frequencies = new int[256];

    Texts() {
        blocks = new Ints();
    }

    /** Takes over what {@link #bytes} and {@link #blocks} gave. */
    Texts(int size, byte[] bytes, int[] blocks) {
        this.size = size;
        this.bytes = bytes;
        this.length = bytes.length;
        this.blocks = new Ints(blocks);
        for (byte b : bytes) {
            frequencies[b & 0xff]++;
        }
    }

    /** Called for each text that holds a part. */
    interface Found {
        /** @param atStart true when the text begins with it */
        void text(int id, boolean atStart);
    }

    int add(String text) {
        byte[] more = encoded(text);
        if (length + more.length + 1 > bytes.length) {
            bytes = Arrays.copyOf(bytes, length + more.length + 1 + (length >> 2));
        }
        if (size % BLOCK == 0) {
            blocks.add(length);
        }
        System.arraycopy(more, 0, bytes, length, more.length);
        for (byte b : more) {
            frequencies[b & 0xff]++;
        }
        length += more.length;
        bytes[length++] = END;
        return size++;
    }

    static byte[] encoded(String text) {
        return text.replace((char) END, ' ').getBytes(StandardCharsets.UTF_8);
    }

    int size() {
        return size;
    }

    /** Those that begin with a word, or with what is one error of typing away from it. */
    void findNear(String word, IntConsumer each) {
        byte[] wanted = encoded(word);
        int at = 0;
        for (int id = 0; id < size; id++) {
            int end = end(at);
            if (Typing.begins(bytes, at, end, wanted)) {
                each.accept(id);
            }
            at = end + 1;
        }
    }

    private int start(int id) {
        int at = blocks.get(id / BLOCK);
        for (int left = id % BLOCK; left > 0; left--) {
            at = end(at) + 1;
        }
        return at;
    }

    /** Where the text that begins at a byte ends. */
    private int end(int from) {
        byte[] all = bytes;
        int at = from;
        while (all[at] != END) {
            at++;
        }
        return at;
    }

    String get(int id) {
        int start = start(id);
        return new String(bytes, start, end(start) - start, StandardCharsets.UTF_8);
    }

    /** As UTF-8. */
    byte[] bytes(int id) {
        int start = start(id);
        return Arrays.copyOfRange(bytes, start, end(start));
    }

    /** By code points, as UTF-8 sorts. */
    int compare(int a, byte[] text) {
        return compareAt(start(a), text);
    }

    private int compareAt(int start, byte[] text) {
        byte[] all = bytes;
        for (int i = 0; i < text.length; i++) {
            byte b = all[start + i];
            if (b != text[i]) {
                return b == END ? -1 : Integer.compare(b & 0xff, text[i] & 0xff);
            }
        }
        return all[start + text.length] == END ? 0 : 1;
    }

    /**
     * Of texts that are sorted: the first one that does not come before a text.
     *
     * @param orEqual true when equal ones count as before it
     * @param from the first text that is looked at; those from it on are sorted
     * @param to after the last one
     */
    int after(byte[] text, boolean orEqual, int from, int to) {
        // by halving over those that begin a block: where they lie is known
        int low = (from + BLOCK - 1) / BLOCK;
        int high = (to + BLOCK - 1) / BLOCK;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (isBefore(blocks.get(middle), text, orEqual)) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        int id = Math.max(from, (low - 1) * BLOCK);
        int end = Math.min(to, low * BLOCK);
        if (id < end) {
            for (int at = start(id); id < end && isBefore(at, text, orEqual); id++) {
                at = end(at) + 1;
            }
        }
        return id;
    }

    private boolean isBefore(int start, byte[] text, boolean orEqual) {
        int compared = compareAt(start, text);
        return compared < 0 || orEqual && compared == 0;
    }

    /** Finds all texts that hold a part, each once. */
    void find(String part, Found found) {
        byte[] wanted = encoded(part);
        if (wanted.length == 0) {
            return;
        }
        byte[] all = bytes;
        int rarest = rarest(wanted);
        byte rare = wanted[rarest];
        int last = length - wanted.length + rarest;
        int id = 0;
        int start = 0;
        for (int i = rarest; i <= last; i++) {
            if (all[i] != rare || !isAt(all, i - rarest, wanted)) {
                continue;
            }
            int at = i - rarest;
            int block = block(at, id / BLOCK);
            if (block > id / BLOCK) {
                id = block * BLOCK;
                start = blocks.get(block);
            }
            for (int end = end(start); end < at; end = end(start)) {
                start = end + 1;
                id++;
            }
            found.text(id, start == at);
            i = end(at) + rarest;
        }
    }

    private int rarest(byte[] wanted) {
        int best = 0;
        for (int i = 1; i < wanted.length; i++) {
            if (frequencies[wanted[i] & 0xff] < frequencies[wanted[best] & 0xff]) {
                best = i;
            }
        }
        return best;
    }

    private static boolean isAt(byte[] all, int at, byte[] wanted) {
        for (int i = 0; i < wanted.length; i++) {
            if (all[at + i] != wanted[i]) {
                return false;
            }
        }
        return true;
    }

    /** The block a byte belongs to, which is this one or a later one. */
    private int block(int at, int from) {
        int low = from;
        int step = 1;
        int last = blocks.size() - 1;
        while (low + step <= last && blocks.get(low + step) <= at) {
            low += step;
            step <<= 1;
        }
        int high = Math.min(last, low + step);
        while (low < high) {
            int middle = (low + high + 1) >>> 1;
            if (blocks.get(middle) <= at) {
                low = middle;
            } else {
                high = middle - 1;
            }
        }
        return low;
    }

    byte[] bytes() {
        return Arrays.copyOf(bytes, length);
    }

    int[] blocks() {
        return blocks.copy();
    }

    void trim() {
        bytes = bytes();
        blocks.trim();
    }
}
