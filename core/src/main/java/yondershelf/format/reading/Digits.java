package yondershelf.format.reading;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/**
 * Up to eight decimal digits at once, as bytes of one word (Lemire, "Number parsing at a gigabyte per second", Software: Practice
 * and Experience 51, 2021, section on eight digits). A word is read with {@link #at} and asked with the others.
 */
public final class Digits {
    /** A word is so long, and so many bytes must be there. */
    public static final int WORD = 8;

    private static final VarHandle WORDS = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);
    private static final long ZEROS = 0x3030303030303030L;
    private static final long HIGH = 0x8080808080808080L;
    /** What makes a byte from 10 on reach the high bit. */
    private static final long ABOVE_NINE = 0x7676767676767676L;

    private Digits() {}

    /** The eight bytes from a place on, each less the code of zero. */
    public static long at(byte[] text, int place) {
        return (long) WORDS.get(text, place) ^ ZEROS;
    }

    /** How many of its first bytes are digits. */
    public static int count(long word) {
        // a byte that carries into the next is no digit itself, so all before the first that is none are told right
        return Long.numberOfTrailingZeros((word + ABOVE_NINE | word) & HIGH) >>> 3;
    }

    /** The number its first digits make, 1 to 8 of them. */
    public static int value(long word, int digits) {
        // the missing ones in front are zeros; then pairs, fours and all eight
        long row = word << (WORD - digits) * 8;
        row = row * 10 + (row >>> 8) & 0x00ff00ff00ff00ffL;
        row = row * 100 + (row >>> 16) & 0x0000ffff0000ffffL;
        return (int) (row * 10_000 + (row >>> 32));
    }
}
