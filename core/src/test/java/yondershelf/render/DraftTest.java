package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.geometry.MeshBvh;

/** The quick picture of a moving view shows what the traced one shows: the same outline, and light of the same level. */
class DraftTest {
    private static final int SIZE = 48;
    private static final Camera CAMERA = new Camera(1.5, 1.2, 4, 0, 0, 0, Math.toRadians(40));
    private static final EnvironmentLight WHITE = EnvironmentLight.constant(0.5, 0.5, 0.5);

    private static int[] draft(RenderScene scene, boolean background, int threads) {
        int[] pixels = new int[SIZE * SIZE];
        assertTrue(Draft.render(scene, CAMERA, SIZE, SIZE, pixels, background, threads, () -> false));
        return pixels;
    }

    private static RenderScene ball(Material material) {
        return TestScenes.lit(TestScenes.sphere(48), material, WHITE, null);
    }

    @Test
    void bothShowTheSameOutline() {
        RenderScene scene = ball(Material.plain("m", 0.5, 0.5, 0.5, 0, 0.5));
        int[] quick = draft(scene, false, 2);
        Film film = new Film(SIZE, SIZE);
        PathTracer.render(scene, CAMERA, film, 4, PathTracer.Quality.PREVIEW, 2, () -> false);
        int differing = 0;
        for (int i = 0; i < quick.length; i++) {
            boolean traced = film.mean(i % SIZE, i / SIZE)[3] > 0.5;
            differing += traced != (quick[i] >>> 24 > 127) ? 1 : 0;
        }
        assertTrue(differing < 12, "pixels of the rim " + differing);
    }

    /** In light that is the same from everywhere shadows and directions do not matter: both must agree, and with theory. */
    @Test
    void bothAreAsBrightUnderEvenLight() {
        for (double roughness : new double[] {0.3, 0.6, 1}) {
            for (double metallic : new double[] {0, 1}) {
                RenderScene scene = ball(Material.plain("m", 0.6, 0.6, 0.6, metallic, roughness));
                int[] quick = draft(scene, false, 2);
                Film film = new Film(SIZE, SIZE);
                PathTracer.render(scene, CAMERA, film, 64, PathTracer.Quality.EXACT, 2, () -> false);
                int middle = SIZE / 2 * SIZE + SIZE / 2;
                float[] traced = film.mean(SIZE / 2, SIZE / 2);
                int[] expected = {ToneMap.pixel(traced[0], traced[1], traced[2], 1, new double[3])};
                assertEquals(expected[0] >> 8 & 0xff, quick[middle] >> 8 & 0xff, 5, roughness + " " + metallic);
            }
        }
    }

    @Test
    void threadsDoNotMatterAndStoppingStops() {
        RenderScene scene = ball(Material.plain("m", 0.5, 0.4, 0.3, 1, 0.4));
        assertArrayEquals(draft(scene, true, 1), draft(scene, true, 7));
        assertFalse(Draft.render(scene, CAMERA, SIZE, SIZE, new int[SIZE * SIZE], true, 2, () -> true));
    }

    /** A hole in a cut-out material shows what is behind it. */
    @Test
    void holesAreSeenThrough() {
        Material glass = Material.plain("gone", 1, 0, 0, 0, 0.5).withOpacity(0.1);
        Shader front = new Shaders(new Formats()).shader(glass);
        Shader back = new Shaders(new Formats()).shader(Material.plain("blue", 0, 0, 1, 0, 0.5));
        MeshBvh sphere = MeshBvh.of(TestScenes.sphere(24));
        RenderScene scene = RenderScene.of(
                List.of(
                        new RenderScene.Item(sphere, Transform.scale(1.2), List.of(front)),
                        new RenderScene.Item(sphere, Transform.scale(0.9), List.of(back))),
                WHITE,
                null);
        int seen = draft(scene, false, 2)[SIZE / 2 * SIZE + SIZE / 2];
        assertTrue((seen & 0xff) > 2 * (seen >> 16 & 0xff), Integer.toHexString(seen));
    }

    /** Far away the ground turns into the sky above the horizon without an edge, in the quick picture and the traced one. */
    @Test
    void groundAndSkyMeetWithoutAnEdge() {
        EnvironmentLight sky = EnvironmentLight.of(new Environment("split", split()), 0, 0);
        RenderScene scene = RenderScene.of(List.of(), sky, new RenderScene.Ground(0, false, 0.3, 6));
        Camera level = new Camera(0, 1, 6, 0, 1, 0, Math.toRadians(40));
        int w = 3;
        int h = 400;
        int[] quick = new int[w * h];
        Draft.render(scene, level, w, h, quick, true, 2, () -> false);
        Film film = new Film(w, h);
        PathTracer.render(scene, level, film, 256, PathTracer.Quality.TABLE, 2, () -> false);
        for (int y = 1; y < h; y++) {
            int above = quick[(y - 1) * w + 1] >> 8 & 0xff;
            int here = quick[y * w + 1] >> 8 & 0xff;
            assertTrue(Math.abs(above - here) < 8, "row " + y + " from " + above + " to " + here);
            float step = film.mean(1, y)[1] - film.mean(1, y - 1)[1];
            assertTrue(Math.abs(step) < 0.06, "row " + y + " by " + step);
        }
    }

    /** A bright sky over a dark lower half, as most environments have. */
    private static yondershelf.content.Picture split() {
        int w = 128;
        int h = 64;
        float[] p = new float[w * h * 3];
        for (int i = 0; i < p.length; i++) {
            p[i] = i / (w * 3) < h / 2 ? 0.8f : 0.05f;
        }
        return yondershelf.content.Picture.ofFloats(w, h, 3, p);
    }
}
