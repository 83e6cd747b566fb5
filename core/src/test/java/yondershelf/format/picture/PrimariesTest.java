package yondershelf.format.picture;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import org.junit.jupiter.api.Test;

/** Light of other primaries: white of any colour becomes white, and what is known of published spaces holds. */
class PrimariesTest {
    private static final double[] D50 = {0.3457, 0.3585};
    private static final double[] D65 = {0.3127, 0.3290};

    private static double[] of(double[] white, double... primaries) {
        double[] out = new double[8];
        System.arraycopy(white, 0, out, 0, 2);
        System.arraycopy(primaries, 0, out, 2, 6);
        return out;
    }

    private static final double[] SRGB = {0.64, 0.33, 0.30, 0.60, 0.15, 0.06};
    /** ROMM RGB, ISO 22028-2. */
    private static final double[] ROMM = {0.7347, 0.2653, 0.1596, 0.8404, 0.0366, 0.0001};
    /** ITU-R BT.2020. */
    private static final double[] WIDE = {0.708, 0.292, 0.170, 0.797, 0.131, 0.046};

    /** The white of a space is white in another one, adapted: each row sums to 1. */
    @Test
    void whiteStaysWhite() {
        for (double[] from : List.of(
                of(D50, SRGB),
                of(D50, ROMM),
                of(D65, WIDE),
                of(new double[] {0.4476, 0.4074}, SRGB),
                of(new double[] {0.28, 0.29}, WIDE))) {
            double[] m = Primaries.toSrgb(from);
            for (int row = 0; row < 9; row += 3) {
                assertEquals(1, m[row] + m[row + 1] + m[row + 2], 1e-9);
            }
        }
    }

    /** ITU-R BT.2087-0, table 2: from BT.2020 to BT.709, the primaries of sRGB. */
    @Test
    void asRecommendationBt2087Has() {
        assertArrayEquals(
                new double[] {1.6605, -0.5876, -0.0728, -0.1246, 1.1329, -0.0083, -0.0182, -0.1006, 1.1187},
                Primaries.toSrgb(of(D65, WIDE)),
                2e-4);
    }

    @Test
    void sRgbItselfIsLeftAlone() {
        assertEquals(0, Primaries.toSrgb(of(D65, SRGB)).length);
        assertEquals(0, Primaries.toSrgb(of(D65, 0.3, 0, 0.3, 0.6, 0.15, 0.06)).length, "no space");
    }
}
