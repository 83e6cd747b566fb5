package yondershelf.format.picture;

import java.nio.ByteBuffer;
import java.util.Arrays;

/**
 * The Huffman code of OpenEXR's PIZ and DWA compression: canonical codes of up to 58 bits for 16-bit numbers, the longest ones
 * having the smallest codes, and one symbol that repeats what was last (OpenEXR Technical Introduction; the library's ImfHuf).
 */
final class ExrHuffman {
    private static final int LONGEST = 58;
    private static final int SYMBOLS = (1 << 16) + 1;
    private static final int HEADER = 20;
    private static final int LENGTH_BITS = 6;
    /** Lengths from here on stand for runs of symbols that do not occur: of 2 to 5, or, the last, of 6 and more. */
    private static final int SHORT_RUN = 59;

    private static final int LONG_RUN = 63;
    private static final int FAST_BITS = 12;

    private final ByteBuffer in;
    private final int end;
    private int at;
    private long bits;
    private int held;

    private final byte[] lengths = new byte[SYMBOLS];
    /** By length: the first code, how many there are, and where their symbols begin. */
    private final long[] first = new long[LONGEST + 1];

    private final int[] count = new int[LONGEST + 1];
    private final int[] begin = new int[LONGEST + 1];
    private final int[] symbols;
    /** By the next bits: a symbol and the length of its code, or 0. */
    private final int[] fast = new int[1 << FAST_BITS];

    private final int repeats;

    private ExrHuffman(ByteBuffer in, int from, int size) {
        this.in = in;
        this.end = from + size;
        if (size < HEADER) {
            throw new IllegalArgumentException("codes cut short");
        }
        int least = in.getInt(from);
        repeats = in.getInt(from + 4);
        if (least < 0 || repeats < least || repeats >= SYMBOLS) {
            throw new IllegalArgumentException("a table of codes that cannot be");
        }
        at = from + HEADER;
        readLengths(least);
        symbols = canonical();
    }

    /** Decodes as many numbers as asked for. */
    static short[] decode(ByteBuffer in, int from, int size, int numbers) {
        short[] out = new short[numbers];
        if (numbers > 0) {
            new ExrHuffman(in, from, size).decode(out);
        }
        return out;
    }

    private void readLengths(int least) {
        for (int symbol = least; symbol <= repeats; symbol++) {
            int length = next(LENGTH_BITS);
            if (length == LONG_RUN) {
                symbol += next(8) + 5;
            } else if (length >= SHORT_RUN) {
                symbol += length - SHORT_RUN + 1;
            } else {
                lengths[symbol] = (byte) length;
                count[length]++;
            }
            if (symbol > repeats) {
                throw new IllegalArgumentException("a table of codes that is too long");
            }
        }
        // the codes begin at a byte
        held = 0;
        bits = 0;
    }

    private int[] canonical() {
        count[0] = 0;
        long code = 0;
        for (int length = LONGEST; length > 0; length--) {
            first[length] = code;
            code = code + count[length] >> 1;
        }
        int all = 0;
        for (int length = 1; length <= LONGEST; length++) {
            begin[length] = all;
            all += count[length];
        }
        int[] out = new int[all];
        int[] filled = begin.clone();
        for (int symbol = 0; symbol < SYMBOLS; symbol++) {
            int length = lengths[symbol];
            if (length > 0) {
                int place = filled[length]++;
                out[place] = symbol;
                if (length <= FAST_BITS) {
                    long mine = first[length] + place - begin[length] << FAST_BITS - length;
                    if (mine + (1L << FAST_BITS - length) > fast.length) {
                        throw new IllegalArgumentException("codes that cannot be");
                    }
                    Arrays.fill(fast, (int) mine, (int) mine + (1 << FAST_BITS - length), symbol << 8 | length);
                }
            }
        }
        return out;
    }

    private void fill(int wanted) {
        while (held < wanted) {
            // what follows the end is not looked at, but may be in the way of the last code
            bits = bits << 8 | (at < end ? in.get(at) & 0xff : 0);
            if (at++ > end + 8) {
                throw new IllegalArgumentException("codes cut short");
            }
            held += 8;
        }
    }

    private int next(int wanted) {
        fill(wanted);
        held -= wanted;
        return (int) (bits >>> held) & (1 << wanted) - 1;
    }

    private int symbol() {
        fill(FAST_BITS);
        int found = fast[(int) (bits >>> held - FAST_BITS) & fast.length - 1];
        if (found != 0) {
            held -= found & 0xff;
            return found >> 8;
        }
        long code = next(FAST_BITS);
        for (int length = FAST_BITS + 1; length <= LONGEST; length++) {
            code = code << 1 | next(1);
            long place = code - first[length];
            if (place >= 0 && place < count[length]) {
                return symbols[begin[length] + (int) place];
            }
        }
        throw new IllegalArgumentException("a code that is not in the table");
    }

    private void decode(short[] out) {
        for (int i = 0; i < out.length; ) {
            int symbol = symbol();
            if (symbol != repeats) {
                out[i++] = (short) symbol;
                continue;
            }
            int times = next(8);
            if (i == 0 || i + times > out.length) {
                throw new IllegalArgumentException("a run that is too long");
            }
            Arrays.fill(out, i, i + times, out[i - 1]);
            i += times;
        }
    }
}
