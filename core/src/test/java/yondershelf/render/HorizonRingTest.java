package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import yondershelf.content.Environment;
import yondershelf.content.Picture;

/** Below the horizon the surroundings turn soft, without becoming brighter or darker. */
class HorizonRingTest {
    private static final double HEIGHT = 0.035;
    private static final int STEPS = 720;

    /** Bars of light and dark clouds, each 10 degrees wide, all the way up. */
    private static EnvironmentLight bars() {
        int w = 360;
        int h = 180;
        float[] p = new float[w * h * 3];
        for (int i = 0; i < p.length; i++) {
            p[i] = (i / 3 % w) / 10 % 2 == 0 ? 0.8f : 0.4f;
        }
        return EnvironmentLight.of(new Environment("bars", Picture.ofFloats(w, h, 3, p)), 0, 0);
    }

    /** Least, mean and most around the whole ring at one height. */
    private static double[] around(HorizonRing ring, double dy) {
        double least = Double.MAX_VALUE;
        double most = 0;
        double mean = 0;
        float[] out = new float[3];
        double flat = Math.sqrt(1 - dy * dy);
        for (int i = 0; i < STEPS; i++) {
            double angle = 2 * Math.PI * (i + 0.3) / STEPS;
            ring.seen(flat * Math.cos(angle), dy, flat * Math.sin(angle), out);
            least = Math.min(least, out[0]);
            most = Math.max(most, out[0]);
            mean += out[0] / STEPS;
        }
        return new double[] {least, mean, most};
    }

    @Test
    void deepBelowNoBarIsLeftAndTheMeanStays() {
        HorizonRing ring = new HorizonRing(bars(), HEIGHT);
        double[] at = around(ring, HEIGHT);
        double[] below = around(ring, -0.3);
        assertTrue(at[2] - at[0] > 0.3, "bars at the horizon: " + (at[2] - at[0]));
        assertTrue(below[2] - below[0] < 0.02, "bars below: " + (below[2] - below[0]));
        assertEquals(at[1], below[1], 0.01);
    }

    /** Rows next to each other differ little, also where the ring sets in. */
    @Test
    void itSetsInWithoutAnEdge() {
        HorizonRing ring = new HorizonRing(bars(), HEIGHT);
        float[] one = new float[3];
        float[] two = new float[3];
        for (double dy = 0.1; dy > -0.3; dy -= 0.002) {
            double flat = Math.sqrt(1 - dy * dy);
            ring.seen(flat, dy, 0.01, one);
            ring.seen(flat, dy - 0.002, 0.01, two);
            assertEquals(one[0], two[0], 0.02, "at " + dy);
        }
    }

    @Test
    void aboveTheHorizonThePictureItselfIsSeen() {
        EnvironmentLight light = bars();
        HorizonRing ring = new HorizonRing(light, HEIGHT);
        float[] one = new float[3];
        float[] two = new float[3];
        ring.seen(0.6, 0.64, 0.48, one);
        light.background(0.6, 0.64, 0.48, two);
        assertArrayEquals(two, one);
    }
}
