package yondershelf.facts;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import yondershelf.content.Picture;

/** Dynamic range: brightest over the first percentile, in stops. A few pixels that are nearly black decide nothing. */
class DynamicRangeTest {
    private static double stops(float... levels) {
        return DynamicRange.stops(Picture.ofFloats(levels.length, 1, 1, levels));
    }

    private static float[] even(int dark, float darkness) {
        float[] levels = new float[1000];
        Arrays.fill(levels, 1);
        levels[999] = 16;
        for (int i = 0; i < dark; i++) {
            levels[i * 37 % 999] = darkness;
        }
        return levels;
    }

    @Test
    void halfAPercentNearlyBlackDecidesNothing() {
        assertEquals(4, stops(even(0, 0)), 1e-6);
        assertEquals(4, stops(even(5, 1e-6f)), 1e-6);
    }

    @Test
    void twoPercentDecide() {
        assertEquals(14, stops(even(20, 1f / 1024)), 1e-6);
    }

    @Test
    void blackPixelsDoNotCount() {
        assertEquals(4, stops(even(300, 0)), 1e-6);
        assertEquals(Double.NaN, stops(0, 0, 0));
        assertEquals(0, stops(3, 3, 3));
    }

    /** Luminance of ITU-R BT.709: green counts most. */
    @Test
    void coloursCountByTheirLuminance() {
        Picture p = Picture.ofFloats(2, 1, 3, new float[] {0, 1, 0, 1, 0, 0});
        assertEquals(Math.log(0.7152 / 0.2126) / Math.log(2), DynamicRange.stops(p), 1e-5);
    }
}
