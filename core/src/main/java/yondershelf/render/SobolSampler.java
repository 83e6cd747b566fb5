package yondershelf.render;

/**
 * Owen-scrambled Sobol points, two dimensions at a time, each pair with its own shuffled order (Burley, "Practical
 * hash-based Owen scrambling", JCGT 9(4), 2020). A pixel's points depend on its seed alone, not on threads.
 */
final class SobolSampler implements Sampler {
    /** Sums of direction numbers for every value of each byte of an index. */
    private static final int[] SECOND = new int[1024];

    static {
        int direction = 0x80000000;
        int[] directions = new int[32];
        for (int bit = 0; bit < 32; bit++) {
            directions[bit] = direction;
            direction ^= direction >>> 1;
        }
        for (int i = 0; i < SECOND.length; i++) {
            for (int bit = 0; bit < 8; bit++) {
                if ((i >>> bit & 1) != 0) {
                    SECOND[i] ^= directions[(i >>> 8) * 8 + bit];
                }
            }
        }
    }

    private int seed;
    private int index;
    private int pair;
    private float second;
    private boolean hasSecond;

    @Override
    public void start(int pixel, int sample) {
        seed = hash(pixel * 0x9E3779B9 + 0x7F4A7C15);
        index = sample;
        pair = 0;
        hasSecond = false;
    }

    @Override
    public float next() {
        if (hasSecond) {
            hasSecond = false;
            return second;
        }
        int s = hash(seed ^ pair * 0x85EBCA6B);
        pair++;
        int shuffled = scramble(index, s);
        second = unit(scramble(sobolSecond(shuffled), hash(s ^ 0xA511E9B3)));
        hasSecond = true;
        return unit(scramble(Integer.reverse(shuffled), hash(s ^ 0x63D83595)));
    }

    private static float unit(int bits) {
        return (bits >>> 8) * 0x1p-24f;
    }

    /** The second Sobol dimension (primitive polynomial x + 1), eight bits of the index at a time. */
    private static int sobolSecond(int index) {
        return SECOND[index & 0xff]
                ^ SECOND[256 + (index >>> 8 & 0xff)]
                ^ SECOND[512 + (index >>> 16 & 0xff)]
                ^ SECOND[768 + (index >>> 24)];
    }

    private static int scramble(int x, int s) {
        int v = Integer.reverse(x);
        v += s;
        v ^= v * 0x6C50B47C;
        v ^= v * 0xB82F1E52;
        v ^= v * 0xC7AFE638;
        v ^= v * 0x8D22F6E6;
        return Integer.reverse(v);
    }

    private static int hash(int x) {
        int v = x;
        v ^= v >>> 16;
        v *= 0x7FEB352D;
        v ^= v >>> 15;
        v *= 0x846CA68B;
        v ^= v >>> 16;
        return v;
    }
}
