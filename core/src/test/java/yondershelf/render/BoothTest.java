package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Picture;
import yondershelf.content.Srgb;
import yondershelf.content.Transform;
import yondershelf.format.Formats;

/** Previews: framed to fill the square at any size, on nothing but their own shadow, the same every time. */
class BoothTest {
    private static final int SIZE = 96;
    private static final Booth BOOTH = new Booth(new Shaders(new Formats()));

    private static Model ball(double x, double y, double z, Transform where) {
        Transform placed = where.after(Transform.scale(x, y, z));
        return new Model(
                "ball",
                List.of(TestScenes.sphere(24)),
                List.of(new Node("n", placed, 0, List.of())),
                List.of(0),
                List.of(Material.plain("grey", 0.6, 0.6, 0.6, 0, 0.6)));
    }

    private static Picture taken(Model model, int samples) {
        Picture picture = BOOTH.preview(BOOTH.stage(model), SIZE, SIZE, samples, () -> false);
        assertNotNull(picture);
        return picture;
    }

    private static int alpha(Picture p, int x, int y) {
        return p.bytes()[(y * p.width() + x) * 4 + 3] & 0xff;
    }

    /** Rows and columns from the first to the last fully covered pixel. */
    private static int[] covered(Picture p) {
        int[] out = {SIZE, SIZE, -1, -1};
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                if (alpha(p, x, y) > 250) {
                    out[0] = Math.min(out[0], x);
                    out[1] = Math.min(out[1], y);
                    out[2] = Math.max(out[2], x);
                    out[3] = Math.max(out[3], y);
                }
            }
        }
        return out;
    }

    @Test
    void aThingFillsTheSquareWhateverItsSizeAndPlace() {
        for (double size : new double[] {0.001, 0.3, 40, 5000}) {
            Picture p = taken(ball(size, size, size, Transform.translation(size * 9, -size * 3, size)), 4);
            int[] box = covered(p);
            double share = Math.max(box[2] - box[0], box[3] - box[1]) / (double) SIZE;
            assertTrue(share > 0.55 && share < 0.95, size + " m fills " + share);
            assertTrue(box[0] > 0 && box[1] > 0 && box[2] < SIZE - 1 && box[3] < SIZE - 1, "nothing is cut off");
        }
        int[] tall = covered(taken(ball(0.1, 1, 0.1, Transform.IDENTITY), 4));
        assertTrue(tall[3] - tall[1] > 0.75 * SIZE, "a tall thing fills the height");
        int[] flat = covered(taken(ball(1, 0.05, 0.3, Transform.IDENTITY), 4));
        assertTrue(flat[2] - flat[0] > 0.7 * SIZE, "a long thing fills the width");
    }

    @Test
    void itStandsOnItsShadowAndOnNothingElse() {
        Picture p = taken(ball(1, 1, 1, Transform.IDENTITY), 16);
        assertEquals(0, alpha(p, 0, 0), "the corners are clear");
        assertEquals(0, alpha(p, SIZE - 1, 0));
        int[] box = covered(p);
        int below = Math.min(SIZE - 1, box[3] + 2);
        int middle = (box[0] + box[2]) / 2;
        int shade = alpha(p, middle, below);
        assertTrue(shade > 25 && shade < 250, "a contact shadow of " + shade);
        int at = (below * SIZE + middle) * 4;
        assertTrue((p.bytes()[at] & 0xff) < 40, "which is dark");
    }

    /** Grey things stay exactly grey: the booth's own light has no colour of its own. */
    @Test
    void greyIsGrey() {
        Picture p = taken(ball(1, 1, 1, Transform.IDENTITY), 8);
        for (int i = 0; i < SIZE * SIZE; i++) {
            if ((p.bytes()[i * 4 + 3] & 0xff) > 250) {
                assertEquals(p.bytes()[i * 4] & 0xff, p.bytes()[i * 4 + 1] & 0xff, 1);
                assertEquals(p.bytes()[i * 4] & 0xff, p.bytes()[i * 4 + 2] & 0xff, 1);
            }
        }
        Picture laid = BOOTH.onBackdrop(p);
        assertEquals(3, laid.channels());
        assertEquals(laid.bytes()[0], laid.bytes()[1]);
        assertEquals(laid.bytes()[0], laid.bytes()[2]);
        // L* 28 is a stored value of 66: CIE 1976 L* of its linear value by IEC 61966-2-1
        double linear = Math.pow(((laid.bytes()[0] & 0xff) / 255.0 + 0.055) / 1.055, 2.4);
        assertEquals(28, 116 * Math.cbrt(linear) - 16, 0.5);
    }

    @Test
    void theSamePreviewTwiceAndNoneWhenStopped() {
        Booth.Stage stage = BOOTH.stage(Material.plain("red enamel", 0.6, 0.05, 0.03, 0, 0.3));
        Picture first = BOOTH.preview(stage, 40, 40, 4, () -> false);
        Picture second = BOOTH.preview(stage, 40, 40, 4, () -> false);
        assertNotNull(first);
        assertNotNull(second);
        assertArrayEquals(first.bytes(), second.bytes());
        assertNull(BOOTH.preview(stage, 40, 40, 4, () -> true));
    }

    /** Turned once around, a thing looks as before; turned halfway it shows its other side. */
    @Test
    void thingsTurn() {
        Mesh sphere = TestScenes.sphere(24);
        Model model = new Model(
                "two",
                List.of(sphere),
                List.of(
                        new Node("big", Transform.IDENTITY, 0, List.of()),
                        new Node("small", Transform.translation(1.5, 0, 0).after(Transform.scale(0.4)), 0, List.of())),
                List.of(0, 1),
                List.of(Material.plain("grey", 0.6, 0.6, 0.6, 0, 0.6)));
        Booth.Stage stage = BOOTH.stage(model);
        Picture front = BOOTH.view(stage, stage.camera(0, 0, 1), SIZE, SIZE, 2, () -> false);
        Picture around = BOOTH.view(stage, stage.camera(2 * Math.PI, 0, 1), SIZE, SIZE, 2, () -> false);
        Picture back = BOOTH.view(stage, stage.camera(Math.PI, 0, 1), SIZE, SIZE, 2, () -> false);
        assertNotNull(front);
        assertNotNull(around);
        assertNotNull(back);
        int same = 0;
        int mirrored = 0;
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                boolean here = alpha(front, x, y) > 250;
                same += here == (alpha(around, x, y) > 250) ? 1 : 0;
                mirrored += here == (alpha(back, x, y) > 250) ? 1 : 0;
            }
        }
        assertTrue(same > SIZE * SIZE * 0.995, "same " + same);
        assertTrue(mirrored < SIZE * SIZE * 0.95, "mirrored " + mirrored);
    }

    /** A loose texture keeps its shape and its mean; averaging is done in linear light (IEC 61966-2-1). */
    @Test
    void texturesAreMadeSmallInLinearLight() {
        int w = 400;
        int h = 200;
        byte[] board = new byte[w * h * 3];
        for (int i = 0; i < w * h; i++) {
            byte level = (byte) ((i % w + i / w) % 2 == 0 ? 255 : 0);
            board[i * 3] = level;
            board[i * 3 + 1] = level;
            board[i * 3 + 2] = level;
        }
        Picture small = BOOTH.preview(Picture.ofBytes(w, h, 3, board), 64);
        assertEquals(64, small.width());
        assertEquals(255, alpha(small, 32, 32));
        assertEquals(0, alpha(small, 32, 4), "twice as wide as high: clear above");
        // half of the light of white is stored as 188
        assertEquals(188, small.bytes()[(32 * 64 + 32) * 4] & 0xff, 1);
    }

    /**
     * A zone plate, the pattern of ever finer rings by which resampling is judged (common practice, no source): rings finer than the
     * small picture can hold turn grey, wherever its pixels fall; those it holds easily stay.
     */
    @Test
    void patternsTooFineForASmallPictureTurnGrey() {
        int n = 700;
        byte[] plate = new byte[n * n];
        for (int i = 0; i < plate.length; i++) {
            double x = i % n - n / 2.0;
            double y = i / n - n / 2.0;
            // at a distance r there are r / n periods a pixel
            double wave = 0.5 + 0.5 * Math.cos(Math.PI * (x * x + y * y) / n);
            plate[i] = (byte) Srgb.linearToByte(wave);
        }
        int m = 143;
        byte[] small = Reduction.of(Picture.ofBytes(n, n, 1, plate), m, m).bytes();
        double worst = 0;
        double least = 1;
        double most = 0;
        for (int y = 2; y < m - 2; y++) {
            for (int x = 2; x < m - 2; x++) {
                double r = Math.hypot(x - m / 2.0, y - m / 2.0) / m;
                double level = Srgb.byteToLinear(small[(y * m + x) * 4] & 0xff);
                // periods a pixel of the small picture: half a period is the finest it could hold
                double periods = r * n / m;
                if (periods > 0.9) {
                    worst = Math.max(worst, Math.abs(level - 0.5));
                } else if (periods < 0.25) {
                    least = Math.min(least, level);
                    most = Math.max(most, level);
                }
            }
        }
        assertTrue(worst < 0.05, "rings that cannot be there: " + worst);
        assertTrue(most - least > 0.8, "rings that belong there: " + (most - least));
    }

    /**
     * The picture of an environment is its panorama, from a little below the zenith: each pixel as bright as the direction it stands for,
     * brought to where a level surface has 0.85 (the light of this sky on one is 1/2 + 1/3, as its integral gives), with the middle of the
     * panorama in the middle. Nothing stands above and below the band.
     */
    @Test
    void environmentsShowTheirSky() {
        Environment gradient = new Environment("gradient", EnergyTest.gradient());
        int n = 64;
        byte[] seen = BOOTH.preview(gradient, n, n).bytes();
        int band = n * 5 / 8;
        int top = (n - band) / 2;
        int checked = 0;
        for (int y = 0; y < n; y++) {
            for (int x = 0; x < n; x++) {
                int i = (y * n + x) * 4;
                assertEquals(y < top || y >= top + band ? 0 : 255, seen[i + 3] & 0xff, "row " + y);
                double v = (y - top + 0.5) / band;
                if (v < 0 || v > 0.5 && x > 2 && x < n - 3 || v > 1) {
                    continue;
                }
                double level = 0.85 / (0.5 + 1 / 3.0) * (1 + Math.cos(Math.PI * (0.06 + 0.8 * v))) / 2;
                double[] expected = {level, level, level};
                ToneMap.apply(expected);
                assertEquals(expected[0], Srgb.byteToLinear(seen[i] & 0xff), 0.02, "at " + x + ", " + y);
                checked++;
            }
        }
        assertTrue(checked > n * band / 2, "pixels " + checked);
    }

    @Test
    void theMiddleOfAPanoramaIsTheMiddleOfItsPicture() {
        int w = 64;
        float[] quarter = new float[w * 32 * 3];
        for (int i = 0; i < w * 32; i++) {
            // bright from the middle to three quarters, in red alone
            boolean bright = i % w >= w / 2 && i % w < w * 3 / 4;
            quarter[i * 3] = bright ? 1 : 0.05f;
            quarter[i * 3 + 1] = quarter[i * 3 + 2] = 0.05f;
        }
        int n = 64;
        byte[] seen = BOOTH.preview(new Environment("quarter", Picture.ofFloats(w, 32, 3, quarter)), n, n)
                .bytes();
        for (int x = 0; x < n; x++) {
            int i = (n / 3 * n + x) * 4;
            if (Math.abs(x - n / 2) > 2 && Math.abs(x - n * 3 / 4) > 2) {
                boolean bright = x >= n / 2 && x < n * 3 / 4;
                assertEquals(bright, (seen[i] & 0xff) > (seen[i + 1] & 0xff) + 20, "column " + x);
            }
        }
    }

    /**
     * Under a sky that is white above and black below, a matt ball is as bright as the share of the upper half its surface faces, (1 + y)
     * / 2 for a normal that points up by y (form factor of half the sphere of directions, a classical result), and a mirror shows white
     * or black.
     */
    @Test
    void theBallsOfAnEnvironmentAreAsLitAsASphereIs() {
        int w = 64;
        float[] half = new float[w * 32 * 3];
        java.util.Arrays.fill(half, 0, half.length / 2, 1);
        int n = 256;
        byte[] seen = BOOTH.preview(new Environment("half", Picture.ofFloats(w, 32, 3, half)), n, n)
                .bytes();
        // a level surface is brought to 0.85, the balls stand in a band of five eighths of the square
        double level = 0.85;
        int band = n / 2 + n / 8;
        double top = (n - band) / 2.0;
        double radius = band * 0.2;
        double cy = top + band * 0.76;
        for (double up = -0.8; up <= 0.81; up += 0.2) {
            int y = (int) Math.round(cy - up * radius - 0.5);
            double ny = (cy - y - 0.5) / radius;
            double[] expected = {level * 0.75 * (1 + ny) / 2, 0, 0};
            expected[1] = expected[0];
            expected[2] = expected[0];
            ToneMap.apply(expected);
            double matt = Srgb.byteToLinear(seen[(y * n + (int) Math.round(n * 0.64)) * 4 + 1] & 0xff);
            assertEquals(expected[0], matt, 0.03, "matt ball, facing up by " + ny);
        }
        // a mirror seen along the level shows what is above in its upper half
        double[] white = {level, level, level};
        ToneMap.apply(white);
        int x = (int) Math.round(n * 0.36);
        int above = (int) (cy - 0.4 * radius);
        int below = (int) (cy + 0.4 * radius);
        assertEquals(white[0], Srgb.byteToLinear(seen[(above * n + x) * 4 + 1] & 0xff), 0.03);
        assertEquals(0, Srgb.byteToLinear(seen[(below * n + x) * 4 + 1] & 0xff), 0.03);
    }
}
