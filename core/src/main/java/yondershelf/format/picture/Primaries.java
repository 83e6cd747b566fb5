package yondershelf.format.picture;

/**
 * Light of other primaries in that of sRGB (IEC 61966-2-1), the white adapted by Bradford's cone responses (ICC.1, annex E).
 */
final class Primaries {
    /** White, red, green, blue; x and y each. */
    private static final double[] SRGB = {0.3127, 0.3290, 0.64, 0.33, 0.30, 0.60, 0.15, 0.06};

    private static final double[] BRADFORD = {0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296
    };
    private static final double NEAR = 0.002;

    private Primaries() {}

    /**
     * From linear light of some primaries to linear light of sRGB's.
     *
     * @param from x and y of white, red, green and blue
     * @return nine numbers by rows; empty when there is nothing to change, or the primaries make no space
     */
    static double[] toSrgb(double[] from) {
        boolean same = true;
        for (int i = 0; i < SRGB.length; i++) {
            same &= Math.abs(from[i] - SRGB[i]) < NEAR;
            if (i % 2 == 1 && !(from[i] > 0)) {
                return new double[0];
            }
        }
        double[] there = toXyz(from);
        if (same || !(Math.abs(determinant(there)) > 1e-9)) {
            return new double[0];
        }
        return times(inverse(toXyz(SRGB)), times(adapted(white(from), white(SRGB)), there));
    }

    private static double[] white(double[] of) {
        return new double[] {of[0] / of[1], 1, (1 - of[0] - of[1]) / of[1]};
    }

    /** Columns are the primaries, as strong as makes their sum the white. */
    private static double[] toXyz(double[] of) {
        double[] m = new double[9];
        for (int c = 0; c < 3; c++) {
            double x = of[2 + c * 2];
            double y = of[3 + c * 2];
            m[c] = x / y;
            m[3 + c] = 1;
            m[6 + c] = (1 - x - y) / y;
        }
        double[] strength = apply(inverse(m), white(of));
        for (int i = 0; i < 9; i++) {
            m[i] *= strength[i % 3];
        }
        return m;
    }

    private static double[] adapted(double[] from, double[] to) {
        double[] a = apply(BRADFORD, from);
        double[] b = apply(BRADFORD, to);
        double[] scale = {b[0] / a[0], 0, 0, 0, b[1] / a[1], 0, 0, 0, b[2] / a[2]};
        return times(inverse(BRADFORD), times(scale, BRADFORD));
    }

    private static double[] apply(double[] m, double[] v) {
        double[] out = new double[3];
        for (int i = 0; i < 3; i++) {
            out[i] = m[i * 3] * v[0] + m[i * 3 + 1] * v[1] + m[i * 3 + 2] * v[2];
        }
        return out;
    }

    private static double[] times(double[] a, double[] b) {
        double[] out = new double[9];
        for (int i = 0; i < 9; i++) {
            int row = i / 3 * 3;
            int column = i % 3;
            out[i] = a[row] * b[column] + a[row + 1] * b[3 + column] + a[row + 2] * b[6 + column];
        }
        return out;
    }

    private static double determinant(double[] m) {
        return m[0] * (m[4] * m[8] - m[5] * m[7])
                - m[1] * (m[3] * m[8] - m[5] * m[6])
                + m[2] * (m[3] * m[7] - m[4] * m[6]);
    }

    private static double[] inverse(double[] m) {
        double d = determinant(m);
        return new double[] {
            (m[4] * m[8] - m[5] * m[7]) / d,
            (m[2] * m[7] - m[1] * m[8]) / d,
            (m[1] * m[5] - m[2] * m[4]) / d,
            (m[5] * m[6] - m[3] * m[8]) / d,
            (m[0] * m[8] - m[2] * m[6]) / d,
            (m[2] * m[3] - m[0] * m[5]) / d,
            (m[3] * m[7] - m[4] * m[6]) / d,
            (m[1] * m[6] - m[0] * m[7]) / d,
            (m[0] * m[4] - m[1] * m[3]) / d
        };
    }
}
