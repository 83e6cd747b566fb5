package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** The filter takes noise away and leaves edges and textures where they are. */
class DenoiserTest {
    private static final int W = 48;
    private static final int H = 40;

    private final float[] guides = new float[W * H * 6];
    private final float[] light = new float[W * H * 4];

    /** Two walls of another color and direction, lit evenly but for noise. */
    private void walls(double noise) {
        SplittableRandom random = new SplittableRandom(8);
        for (int i = 0; i < W * H; i++) {
            boolean left = i % W < W / 2;
            float albedo = left ? 0.8f : 0.2f;
            for (int c = 0; c < 3; c++) {
                guides[i * 6 + c] = albedo * 4;
                light[i * 4 + c] = (float) (albedo * (1 + noise * random.nextDouble(-1, 1)));
            }
            guides[i * 6 + (left ? 3 : 5)] = 4;
            light[i * 4 + 3] = 1;
        }
    }

    @Test
    void noiseGoesAndTheEdgeStays() {
        walls(0.5);
        float[] out = Denoiser.filter(light, guides, W, H, 4);
        double before = 0;
        double after = 0;
        for (int y = 0; y < H; y++) {
            for (int x = 0; x < W; x++) {
                double truth = x < W / 2 ? 0.8 : 0.2;
                int i = (y * W + x) * 4;
                before += Math.pow(light[i] / truth - 1, 2);
                after += Math.pow(out[i] / truth - 1, 2);
                assertEquals(1, out[i + 3], 1e-5);
            }
        }
        assertTrue(after < before / 10, "error from " + before + " to " + after);
        int edge = (H / 2 * W + W / 2) * 4;
        assertTrue(out[edge - 4] > 3 * out[edge], "the edge is as sharp as it was");
    }

    @Test
    void whatIsCleanStaysAsItIs() {
        walls(0);
        float[] out = Denoiser.filter(light, guides, W, H, 4);
        assertArrayEquals(light, out, 0.01f);
    }

    /** With many samples the picture is its own best guide. */
    @Test
    void itFadesOut() {
        walls(0.5);
        assertSame(light, Denoiser.filter(light, guides, W, H, 128));
        float[] before = light.clone();
        float[] much = change(96);
        float[] little = change(8);
        assertTrue(Arrays.equals(before, light), "its input is left alone");
        double a = 0;
        double b = 0;
        for (int i = 0; i < light.length; i++) {
            a += Math.abs(much[i] - light[i]);
            b += Math.abs(little[i] - light[i]);
        }
        assertTrue(a < b / 2, "change at 96 samples " + a + ", at 8 " + b);
    }

    private float[] change(int samples) {
        float[] scaled = guides.clone();
        for (int i = 0; i < scaled.length; i++) {
            scaled[i] *= samples / 4f;
        }
        return Denoiser.filter(light, scaled, W, H, samples);
    }
}
