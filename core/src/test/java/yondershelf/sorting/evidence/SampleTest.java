package yondershelf.sorting.evidence;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.content.Coding;
import yondershelf.content.Picture;
import yondershelf.content.Role;

/** What is measured of pictures, against the textbook formulas written out over every pixel; and pictures that move. */
class SampleTest {
    private static final double EXACT = 1e-6;

    private static Picture noise(int width, int height, int channels, long seed) {
        byte[] pixels = new byte[width * height * channels];
        new SplittableRandom(seed).nextBytes(pixels);
        return Picture.ofBytes(width, height, channels, pixels);
    }

    @ParameterizedTest
    @CsvSource({"7, 5, 3", "160, 3, 3", "16, 16, 1", "30, 20, 4"})
    void meansAndSpreads(int width, int height, int channels) {
        Picture picture = noise(width, height, channels, 5);
        Sample sample = new Sample(picture);
        assertEquals(width * height, sample.count(), "small ones are looked at whole");
        assertEquals(channels >= 3 ? 3 : 1, sample.colours());
        assertEquals(channels, sample.channels());
        for (int c = 0; c < sample.colours(); c++) {
            List<Double> all = new ArrayList<>();
            for (int y = 0; y < height; y++) {
                for (int x = 0; x < width; x++) {
                    all.add((double) picture.value(x, y, c));
                }
            }
            double mean = all.stream().mapToDouble(d -> d).average().orElseThrow();
            double variance = all.stream()
                    .mapToDouble(d -> (d - mean) * (d - mean))
                    .average()
                    .orElseThrow();
            assertEquals(mean, sample.mean(c), EXACT);
            assertEquals(Math.sqrt(variance), sample.spread(c), EXACT);
            double ends = all.stream().filter(d -> d <= 0.2 || d >= 0.8).count() / (double) all.size();
            assertEquals(ends, sample.extremes(c, 0.2), EXACT);
        }
    }

    @Test
    void theEndsAreWithinTheirDistance() {
        Sample sample = new Sample(Picture.ofFloats(6, 1, 1, new float[] {0, 0.25f, 0.5f, 0.75f, 1, 0.26f}));
        assertEquals(4 / 6.0, sample.extremes(0, 0.25), EXACT);
        assertEquals(2 / 6.0, sample.extremes(0, 0), EXACT);
    }

    /** Beside its edge a picture goes on with the other one. */
    @Test
    void neighboursGoRound() {
        Picture picture = noise(5, 4, 3, 6);
        Sample sample = new Sample(picture);
        int last = 3 * 5 + 4;
        assertEquals(picture.value(0, 0, 1), sample.at(last, 1, 1, 1));
        assertEquals(picture.value(4, 3, 2), sample.at(0, 2, -1, -1));
        assertEquals(picture.value(2, 1, 0), sample.at(1 * 5 + 2, 0));
        // the same place in one twice as large
        Picture large = noise(10, 8, 3, 7);
        assertEquals(large.value(4, 2, 0), sample.like(new Sample(large), 1 * 5 + 2, 0, 0, 0));
        assertEquals(large.value(6, 2, 0), sample.like(new Sample(large), 1 * 5 + 2, 0, 1, 0));
        assertEquals(large.value(4, 0, 0), sample.like(new Sample(large), 1 * 5 + 2, 0, 0, -1));
    }

    @ParameterizedTest
    @CsvSource({
        "100, 100, 100, true",
        "100, 107, 100, true",
        "100, 100, 93, true",
        "100, 109, 100, false",
        "100, 91, 100, false",
        "100, 100, 109, false",
        "100, 100, 91, false"
    })
    void greyIsWithoutColour(int r, int g, int b, boolean grey) {
        byte[] pixels = new byte[4 * 4 * 3];
        for (int i = 0; i < pixels.length; i += 3) {
            // one point is enough to be coloured
            boolean last = i == pixels.length - 3;
            pixels[i] = (byte) r;
            pixels[i + 1] = (byte) (last ? g : r);
            pixels[i + 2] = (byte) (last ? b : r);
        }
        assertEquals(grey, new Sample(Picture.ofBytes(4, 4, 3, pixels)).isGrey());
        assertTrue(new Sample(noise(4, 4, 1, 1)).isGrey());
    }

    /** Stripes that wander, as bright as they are wide apart. */
    private static Sample stripes(double shift, double level, int side, int channels) {
        byte[] pixels = new byte[side * side * channels];
        for (int i = 0; i < side * side; i++) {
            double wave = level + 0.3 * Math.sin((i % side + shift) * 0.4) + 0.1 * Math.cos(i / side * 0.7);
            for (int c = 0; c < channels; c++) {
                pixels[i * channels + c] = (byte) Math.round(255 * wave);
            }
        }
        return new Sample(Picture.ofBytes(side, side, channels, pixels));
    }

    @Test
    void whatMovesALittleMoves() {
        for (int channels : new int[] {1, 3}) {
            Sample a = stripes(0, 0.5, 32, channels);
            Sample b = stripes(1, 0.5, 32, channels);
            Sample c = stripes(2, 0.5, 32, channels);
            Sample far = stripes(8, 0.5, 32, channels);
            Sample bright = stripes(1, 0.59, 32, channels);
            assertTrue(Motion.isIn(List.of(a, b, b, c)));
            assertTrue(Motion.isIn(List.of(a, a, a, b, b, c)), "it stood still for a while");
            assertFalse(Motion.isIn(List.of(a, b)), "once is an accident");
            assertFalse(Motion.isIn(List.of(a, a, b, b, c, c)), "it moves nowhere");
            assertFalse(Motion.isIn(List.of(a, b, b, far)), "half a wave further light is dark");
            assertFalse(Motion.isIn(List.of(a, b, b, bright)), "lighter by 0.09");
            assertFalse(Motion.isIn(List.of(a, b, b, stripes(2, 0.5, 31, channels))), "of another size");
            assertFalse(
                    Motion.isIn(List.of(
                            stripes(0, 0.5, 15, channels),
                            stripes(1, 0.5, 15, channels),
                            stripes(1, 0.5, 15, channels),
                            stripes(2, 0.5, 15, channels))),
                    "icons");
            assertTrue(Motion.isIn(List.of(
                    stripes(0, 0.5, 16, channels),
                    stripes(1, 0.5, 16, channels),
                    stripes(1, 0.5, 16, channels),
                    stripes(2, 0.5, 16, channels))));
        }
    }

    @Test
    void aVerdictCountsWhenItIsSurerThanAName() {
        assertFalse(new Verdict("a.png", Role.NORMAL, Coding.PLAIN, Verdict.NAME, "").overrules());
        assertTrue(new Verdict("a.png", Role.NORMAL, Coding.PLAIN, 0.51, "").overrules());
        assertFalse(new Verdict("a.png", Role.NORMAL, Coding.PLAIN, 0.2, "").overrules());
        assertEquals(Set.of(), Set.copyOf(Evidence.of(new Maps(List.of()))));
    }
}
