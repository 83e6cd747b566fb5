package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Picture;

/** The filter takes noise away and leaves edges and textures where they are. */
class DenoiserTest {
    private static final int W = 48;
    private static final int H = 40;

    private final float[] albedos = new float[W * H * 3];
    private final float[] normals = new float[W * H * 3];
    private final float[] light = new float[W * H * 4];

    /** Two walls of another color and direction, lit evenly but for noise. */
    private void walls(double noise) {
        SplittableRandom random = new SplittableRandom(8);
        for (int i = 0; i < W * H; i++) {
            boolean left = i % W < W / 2;
            float albedo = left ? 0.8f : 0.2f;
            for (int c = 0; c < 3; c++) {
                albedos[i * 3 + c] = albedo * 4;
                light[i * 4 + c] = (float) (albedo * (1 + noise * random.nextDouble(-1, 1)));
            }
            normals[i * 3 + (left ? 0 : 2)] = 4;
            light[i * 4 + 3] = 1;
        }
    }

    @Test
    void noiseGoesAndTheEdgeStays() {
        walls(0.5);
        float[] out = Denoiser.filter(light, albedos, normals, W, H, 4);
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
        float[] out = Denoiser.filter(light, albedos, normals, W, H, 4);
        assertArrayEquals(light, out, 0.01f);
    }

    /** With many samples the picture is its own best guide. */
    @Test
    void itFadesOut() {
        walls(0.5);
        assertSame(light, Denoiser.filter(light, albedos, normals, W, H, 128));
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
        float[] albedo = albedos.clone();
        float[] normal = normals.clone();
        for (int i = 0; i < albedo.length; i++) {
            albedo[i] *= samples / 4f;
            normal[i] *= samples / 4f;
        }
        return Denoiser.filter(light, albedo, normal, W, H, samples);
    }

    /**
     * A scene as it is drawn, a ball on the ground under a small sun, against the same with a hundred times the samples: the filtered
     * picture is nearer to it than the raw one, over all and where the light changes most.
     */
    @Test
    void aDrawnSceneComesNearerToTheTruth() {
        RenderScene scene = ballUnderASun();
        Film truth = drawn(scene, 1024);
        Film rough = drawn(scene, 8);
        float[] raw = rough.means();
        float[] filtered = Reconstruction.FILTERED.light(rough);
        float[] clean = truth.means();
        double before = 0;
        double after = 0;
        double edgesBefore = 0;
        double edgesAfter = 0;
        int edges = 0;
        for (int y = 1; y < H - 1; y++) {
            for (int x = 1; x < W - 1; x++) {
                int i = (y * W + x) * 4 + 1;
                double was = Math.pow(raw[i] - clean[i], 2);
                double is = Math.pow(filtered[i] - clean[i], 2);
                before += was;
                after += is;
                double change = Math.abs(clean[i - 4] - clean[i + 4]) + Math.abs(clean[i - W * 4] - clean[i + W * 4]);
                if (change > 0.3) {
                    edges++;
                    edgesBefore += was;
                    edgesAfter += is;
                }
            }
        }
        System.out.println("noise taken away: " + (1 - after / before) + ", at " + edges + " edges "
                + (1 - edgesAfter / edgesBefore));
        assertTrue(after < before / 2, "error from " + before + " to " + after);
        assertTrue(edges > 50, "edges " + edges);
        assertTrue(edgesAfter < edgesBefore * 1.1, "edges from " + edgesBefore + " to " + edgesAfter);
    }

    private static RenderScene ballUnderASun() {
        Picture sky = EnergyTest.gradient();
        for (int y = 24; y < 34; y++) {
            for (int x = 40; x < 50; x++) {
                for (int c = 0; c < 3; c++) {
                    sky.floats()[(y * 256 + x) * 3 + c] = 60;
                }
            }
        }
        EnvironmentLight light = EnvironmentLight.of(new Environment("sun", sky), 0, 0);
        Material paint = Material.plain("paint", 0.6, 0.3, 0.2, 0, 0.5);
        return TestScenes.lit(TestScenes.sphere(24), paint, light, new RenderScene.Ground(-1, false, 0.5, 1e3));
    }

    private static Film drawn(RenderScene scene, int samples) {
        Film film = new Film(W, H);
        Camera camera = new Camera(2, 2.5, 5, 0, -0.3, 0, Math.toRadians(36));
        PathTracer.render(scene, camera, film, samples, PathTracer.Quality.PREVIEW, 2, () -> false);
        return film;
    }

    /** A texture of single pixels lies in the guide, so it stays whole while the noise on it goes. */
    @Test
    void aFineTextureStays() {
        SplittableRandom random = new SplittableRandom(3);
        for (int i = 0; i < W * H; i++) {
            float albedo = (i % W + i / W) % 2 == 0 ? 0.7f : 0.3f;
            for (int c = 0; c < 3; c++) {
                albedos[i * 3 + c] = albedo * 4;
                light[i * 4 + c] = (float) (albedo * (1 + 0.4 * random.nextDouble(-1, 1)));
            }
            normals[i * 3 + 1] = 4;
            light[i * 4 + 3] = 1;
        }
        float[] out = Denoiser.filter(light, albedos, normals, W, H, 4);
        double error = 0;
        for (int i = 0; i < W * H; i++) {
            error += Math.abs(out[i * 4] / ((i % W + i / W) % 2 == 0 ? 0.7 : 0.3) - 1);
        }
        assertTrue(error / (W * H) < 0.08, "mean error " + error / (W * H));
    }
}
