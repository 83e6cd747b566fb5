package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Angles by polynomials agree with the language's own functions, whose errors are within one unit in the last place. */
class TurnsTest {
    @Test
    void sineAndCosine() {
        SplittableRandom random = new SplittableRandom(29);
        for (int i = 0; i < 200_000; i++) {
            double turns = i < 17 ? i / 8.0 - 1 : random.nextDouble(-4, 4);
            assertEquals(StrictMath.sin(2 * Math.PI * turns), Turns.sin(turns), 1e-9);
            assertEquals(StrictMath.cos(2 * Math.PI * turns), Turns.cos(turns), 1e-9);
        }
    }

    @Test
    void angles() {
        SplittableRandom random = new SplittableRandom(31);
        for (int i = 0; i < 200_000; i++) {
            double x = random.nextInt(8) == 0 ? 0 : random.nextDouble(-1, 1);
            double y = random.nextInt(8) == 0 ? 0 : random.nextDouble(-1, 1);
            double wanted = StrictMath.atan2(y, x) / (2 * Math.PI);
            // along -X both ends of the range are the same angle
            double apart = Math.abs(wanted - Turns.of(y, x));
            assertEquals(0, Math.min(apart, 1 - apart), 1e-8, x + " " + y);
        }
        assertEquals(0, Turns.of(0, 0), 0);
    }
}
