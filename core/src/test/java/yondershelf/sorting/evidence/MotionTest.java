package yondershelf.sorting.evidence;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.content.Picture;

/** Frames of things that move, worked from formulas, against numbered pictures that do not. */
class MotionTest {
    private static final int SIDE = 96;

    private interface Level {
        double at(double x, double y, int frame, int channel);
    }

    private static boolean moves(Level level) {
        List<Sample> pairs = new ArrayList<>();
        for (int frame : new int[] {8, 9, 20, 21, 40, 41, 60, 61}) {
            byte[] out = new byte[SIDE * SIDE * 3];
            for (int i = 0; i < out.length; i++) {
                double x = i / 3 % SIDE / (double) SIDE;
                double y = i / 3 / SIDE / (double) SIDE;
                out[i] = (byte) Math.round(255 * Math.clamp(level.at(x, y, frame, i % 3), 0, 1));
            }
            pairs.add(new Sample(Picture.ofBytes(SIDE, SIDE, 3, out)));
        }
        return Motion.isIn(pairs);
    }

    private static double noise(int a, int b, int c) {
        return new SplittableRandom(a * 92821L + b * 3571L + c).nextDouble();
    }

    /** Values of a lattice, interpolated. */
    private static double pattern(double x, double y, int seed) {
        int cx = (int) Math.floor(x * 12);
        int cy = (int) Math.floor(y * 12);
        double fx = x * 12 - cx;
        double fy = y * 12 - cy;
        double top = noise(cx, cy, seed) * (1 - fx) + noise(cx + 1, cy, seed) * fx;
        double bottom = noise(cx, cy + 1, seed) * (1 - fx) + noise(cx + 1, cy + 1, seed) * fx;
        return top * (1 - fy) + bottom * fy;
    }

    @Test
    void movingThings() {
        // a ball that crosses, a cloud that drifts, a flame that flickers where it is
        assertEquals(true, moves((x, y, f, c) -> Math.hypot(x - f / 80.0, y - 0.5) < 0.2 ? 0.9 : 0.1));
        assertEquals(true, moves((x, y, f, c) -> pattern(x + f * 0.005, y, 1)));
        assertEquals(
                true,
                moves((x, y, f, c) ->
                        (1 - c * 0.3) * Math.exp(-20 * Math.hypot(x - 0.5 + 0.02 * Math.sin(f), y - 0.6))));
    }

    @Test
    void numberedPicturesOfOtherThings() {
        assertEquals(false, moves((x, y, f, c) -> pattern(x, y, f)), "forty fabrics");
        assertEquals(
                false,
                moves((x, y, f, c) -> 0.3 * pattern(x, y, 1) + 0.7 * noise(f, c, 5)),
                "one fabric in many colours");
        assertEquals(false, moves((x, y, f, c) -> 0.2), "nothing to be seen");
        assertEquals(false, moves((x, y, f, c) -> pattern(x, y, 1)), "copies of one");
        assertEquals(false, moves((x, y, f, c) -> noise((int) (x * SIDE), (int) (y * SIDE), f)), "noise");
    }
}
