package yondershelf.format.picture;

import java.util.Arrays;

/**
 * Squares of 8 by 8 values from the half floats of their cosine transform, as DWA compression keeps them: in zigzag order, with
 * runs of zeros told by their length (the OpenEXR library's ImfDwaCompressor).
 */
final class DwaCosines {
    static final int SIDE = 8;
    static final int AREA = 64;

    private static final int NOTHING_MORE = 0xff00;
    private static final int[] ZIGZAG = zigzag();
    /** Rows of frequencies, columns of places: cos((2 place + 1) frequency pi / 16) / 2, that of 0 by the square root of 2. */
    private static final float[] COSINES = cosines();
    /** What values beyond 1 are powers of, less one in the exponent. */
    private static final double BASE = Math.pow(Math.E, 2.2);
    /** Half floats by half floats: the curve that is steep near black, taken back. */
    private static final short[] LINEAR = linear();

    private final float[] zigzagged = new float[AREA];
    private final float[] rows = new float[AREA];
    private final short[] changing;
    private int at;

    /** @param changing all but the means, of all squares, one after the other */
    DwaCosines(short[] changing) {
        this.changing = changing;
    }

    private static int[] zigzag() {
        int[] out = new int[AREA];
        int n = 0;
        for (int sum = 0; sum < 2 * SIDE - 1; sum++) {
            for (int k = 0; k <= sum; k++) {
                int x = sum % 2 == 0 ? k : sum - k;
                int y = sum - x;
                if (x < SIDE && y < SIDE) {
                    out[n++] = y * SIDE + x;
                }
            }
        }
        return out;
    }

    private static float[] cosines() {
        float[] out = new float[AREA];
        for (int frequency = 0; frequency < SIDE; frequency++) {
            for (int place = 0; place < SIDE; place++) {
                double share = frequency == 0 ? Math.sqrt(0.5) : 1;
                out[frequency * SIDE + place] =
                        (float) (share / 2 * Math.cos((2 * place + 1) * frequency * Math.PI / 16));
            }
        }
        return out;
    }

    private static short[] linear() {
        short[] out = new short[1 << 16];
        for (int i = 0; i < out.length; i++) {
            float value = Float.float16ToFloat((short) i);
            double size = Math.abs(value);
            double linear = size <= 1 ? Math.pow(size, 2.2) : Math.pow(BASE, size - 1);
            out[i] = Float.isFinite(value) ? Float.floatToFloat16((float) Math.copySign(linear, value)) : 0;
        }
        return out;
    }

    /** The bits of a half float on the curve as those of a linear one. */
    static short linear(float value) {
        return LINEAR[Float.floatToFloat16(value) & 0xffff];
    }

    /**
     * The next square.
     *
     * @param mean as bits of a half float
     */
    void next(short mean, float[] out) {
        zigzagged[0] = Float.float16ToFloat(mean);
        int filled = 1;
        int last = 0;
        while (filled < AREA) {
            if (at >= changing.length) {
                throw new IllegalArgumentException("values cut short");
            }
            int value = changing[at++] & 0xffff;
            if (value == NOTHING_MORE) {
                break;
            }
            if (value >> 8 == 0xff) {
                for (int i = 0; i < (value & 0xff) && filled < AREA; i++) {
                    zigzagged[filled++] = 0;
                }
            } else {
                last = filled;
                zigzagged[filled++] = Float.float16ToFloat((short) value);
            }
        }
        if (last == 0) {
            Arrays.fill(out, zigzagged[0] / SIDE);
            return;
        }
        inverse(last, out);
    }

    private void inverse(int last, float[] out) {
        Arrays.fill(rows, 0);
        int deepest = 0;
        for (int i = 0; i <= last; i++) {
            float value = zigzagged[i];
            if (value != 0) {
                int at = ZIGZAG[i];
                int row = at & ~7;
                deepest = Math.max(deepest, row >> 3);
                int cosine = (at & 7) * SIDE;
                for (int x = 0; x < SIDE; x++) {
                    rows[row + x] += value * COSINES[cosine + x];
                }
            }
        }
        for (int y = 0; y < SIDE; y++) {
            for (int x = 0; x < SIDE; x++) {
                float sum = 0;
                for (int frequency = 0; frequency <= deepest; frequency++) {
                    sum += COSINES[frequency * SIDE + y] * rows[frequency * SIDE + x];
                }
                out[y * SIDE + x] = sum;
            }
        }
    }
}
