package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.content.Srgb;

/** Display curves against their published formulas. */
class ToneMapTest {

    /** Khronos PBR Neutral, specification section "Formula": greys below 0.8 lose 0.04, so 0.54 shows as 0.5. */
    @ParameterizedTest
    @CsvSource({"0.54, 0.50", "0.30, 0.26", "0.76, 0.72", "0.08, 0.04", "0.04, 0.01", "0.0, 0.0"})
    void greysBelowTheShoulder(double in, double out) {
        double[] c = {in, in, in};
        ToneMap.apply(c);
        assertArrayEquals(new double[] {out, out, out}, c, 1e-9);
    }

    /** Above the start of compression at 0.76: 1 - 0.24^2 / (p - 0.04 + 0.24 - 0.76). */
    @ParameterizedTest
    @CsvSource({"1.0", "2.0", "5.0", "50.0"})
    void greysOnTheShoulder(double in) {
        double[] c = {in, in, in};
        ToneMap.apply(c);
        double peak = in - 0.04;
        assertEquals(1 - 0.24 * 0.24 / (peak + 0.24 - 0.76), c[0], 1e-9);
        assertTrue(c[0] < 1);
    }

    @Test
    void hueOfModerateColoursIsKept() {
        double[] c = {0.6, 0.3, 0.1};
        ToneMap.apply(c);
        assertArrayEquals(new double[] {0.56, 0.26, 0.06}, c, 1e-9);
    }

    /** Dark parts lose x - 6.25 x^2 of their least channel x, all three alike (the specification's formula): here 0.02 - 0.0025. */
    @Test
    void theToeTakesTheSameFromEachChannel() {
        double[] c = {0.5, 0.4, 0.02};
        ToneMap.apply(c);
        assertArrayEquals(new double[] {0.4825, 0.3825, 0.0025}, c, 1e-9);
        double[] other = {0.02, 0.5, 0.4};
        ToneMap.apply(other);
        assertArrayEquals(new double[] {0.0025, 0.4825, 0.3825}, other, 1e-9);
    }

    /** Above the shoulder a colour goes towards white by 1 - 1 / (0.15 (peak - new peak) + 1): the specification's formula, written out. */
    @Test
    void brightColoursGoTowardsWhite() {
        double[] c = {3, 1, 0.5};
        ToneMap.apply(c);
        double[] in = {3 - 0.04, 1 - 0.04, 0.5 - 0.04};
        double peak = in[0];
        double fresh = 1 - 0.24 * 0.24 / (peak + 0.24 - 0.76);
        double g = 1 - 1 / (0.15 * (peak - fresh) + 1);
        for (int i = 0; i < 3; i++) {
            assertEquals((1 - g) * in[i] * fresh / peak + g * fresh, c[i], 1e-9);
        }
    }

    /** IEC 61966-2-1: both branches meet at 0.04045 / 0.0031308; 0.5 stored is 0.21404 light (worked value of the standard's formula). */
    @Test
    void srgb() {
        assertEquals(0.0031308, Srgb.toLinear(0.04045), 1e-7);
        assertEquals(0.21404114, Srgb.toLinear(0.5), 1e-7);
        assertEquals(1, Srgb.toLinear(1), 1e-12);
        for (int i = 0; i < 256; i++) {
            assertEquals(i, Srgb.linearToByte(Srgb.byteToLinear(i)));
        }
    }
}
