package yondershelf.search;

/** Sets of small numbers as bits of longs. */
final class Bits {
    private Bits() {}

    static long[] of(int size) {
        return new long[(size + 63) >>> 6];
    }

    static void set(long[] bits, int i) {
        bits[i >>> 6] |= 1L << i;
    }

    static boolean has(long[] bits, int i) {
        return (bits[i >>> 6] >>> i & 1) != 0;
    }

    static void and(long[] bits, long[] other) {
        for (int w = 0; w < bits.length; w++) {
            bits[w] &= other[w];
        }
    }
}
