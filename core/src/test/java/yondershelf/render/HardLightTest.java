package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Part;
import yondershelf.content.Picture;

/** Pictures that hold infinity or no number, and ways through very many layers. */
class HardLightTest {

    private static Environment sunny(float sun) {
        float[] sky = new float[64 * 32 * 3];
        java.util.Arrays.fill(sky, 0.2f);
        for (int x = 20; x < 22; x++) {
            for (int c = 0; c < 3; c++) {
                sky[(8 * 64 + x) * 3 + c] = sun;
            }
        }
        return new Environment("sun", Picture.ofFloats(64, 32, 3, sky));
    }

    /** A sun stored as infinity lights like the largest half float; nothing of it spreads as black squares. */
    @Test
    void anInfiniteSunLights() {
        Material white = Material.plain("white", 0.8, 0.8, 0.8, 0, 0.6);
        double[][] seen = new double[4][];
        float[] suns = {Float.POSITIVE_INFINITY, 65504, Float.NaN, 0.2f};
        for (int i = 0; i < suns.length; i++) {
            EnvironmentLight light = EnvironmentLight.of(sunny(suns[i]), 0, 0);
            RenderScene scene =
                    TestScenes.lit(TestScenes.sphere(24), white, light, new RenderScene.Ground(-1, false, 0.5, 1e3));
            seen[i] = TestScenes.middle(scene, 16);
            Film film = new Film(48, 48);
            Camera camera = new Camera(0, 1, 6, 0, 0, 0, Math.toRadians(60));
            PathTracer.render(scene, camera, film, 4, PathTracer.Quality.TABLE, 2, () -> false);
            for (int y = 0; y < 48; y++) {
                for (int x = 0; x < 48; x++) {
                    for (float value : film.mean(x, y)) {
                        assertTrue(Float.isFinite(value), suns[i] + " at " + x + ", " + y);
                    }
                }
            }
            Picture picture = film.developed(Reconstruction.FILTERED);
            int black = 0;
            for (int p = 0; p < 48 * 48; p++) {
                black +=
                        (picture.bytes()[p * 4] | picture.bytes()[p * 4 + 1] | picture.bytes()[p * 4 + 2]) == 0 ? 1 : 0;
            }
            assertEquals(0, black, "black pixels under " + suns[i]);
        }
        assertEquals(seen[1][1], seen[0][1], seen[1][1] * 1e-3);
        assertTrue(seen[0][1] > 10 * seen[3][1], "the sun shines: " + seen[0][1] + " against " + seen[3][1]);
        assertEquals(seen[3][1], seen[2][1], 0.05, "what is no number is dark");
    }

    /** No number anywhere in what the filter gets stays where it is. */
    @Test
    void theFilterSpreadsNoHoles() {
        int n = 16;
        float[] light = new float[n * n * 4];
        java.util.Arrays.fill(light, 0.5f);
        light[(8 * n + 8) * 4] = Float.NaN;
        light[(3 * n + 3) * 4 + 1] = Float.POSITIVE_INFINITY;
        float[] out = Denoiser.filter(light, new float[n * n * 3], new float[n * n * 3], n, n, 4);
        for (float value : out) {
            assertTrue(Float.isFinite(value));
        }
    }

    /** So many sheets one behind the other, each of them letting through this share of the light. */
    private static Mesh sheets(int count) {
        List<Part> parts = new ArrayList<>();
        float[] p = new float[count * 12];
        int[] x = new int[count * 6];
        for (int i = 0; i < count; i++) {
            float z = 1 - i * 2f / count;
            float[] quad = {-3, -3, z, 3, -3, z, 3, 3, z, -3, 3, z};
            System.arraycopy(quad, 0, p, i * 12, 12);
            int[] two = {0, 1, 2, 0, 2, 3};
            for (int k = 0; k < 6; k++) {
                x[i * 6 + k] = i * 4 + two[k];
            }
        }
        parts.add(new Part(p, null, null, null, x, 0));
        return new Mesh("sheets", parts);
    }

    /** Light through n sheets of opacity a, seen straight on against a constant sky: (1 - a)^n of it, plus what they reflect. */
    @Tag("long")
    @Test
    void lightGoesThroughAnyNumberOfLayers() {
        EnvironmentLight sky = EnvironmentLight.constant(1, 1, 1);
        for (int count : new int[] {10, 80, 300}) {
            double opacity = 0.3 / count;
            Material glass = Material.plain("film", 0, 0, 0, 0, 1).withOpacity(opacity);
            double[] seen = TestScenes.middle(TestScenes.lit(sheets(count), glass, sky, null), 64);
            double through = Math.pow(1 - opacity, count);
            assertEquals(through, seen[1], 0.05, count + " layers");
        }
    }

    /** A white floor behind 40 sheets of a tenth each: no more light reaches it than (0.9)^40, and as much goes back. */
    @Test
    void shadowsOfManyLayersAreDark() {
        EnvironmentLight sky = EnvironmentLight.constant(1, 1, 1);
        Material sheet = Material.plain("sheet", 0, 0, 0, 0, 1).withOpacity(0.1);
        Material white = Material.plain("white", 1, 1, 1, 0, 1);
        Shaders shaders = new Shaders(new yondershelf.format.Formats());
        float[] wall = {-30, -30, -2, 30, -30, -2, 30, 30, -2, -30, 30, -2};
        Mesh back = new Mesh("wall", List.of(new Part(wall, null, null, null, new int[] {0, 1, 2, 0, 2, 3}, 0)));
        double[] seen = new double[2];
        for (int i = 0; i < 2; i++) {
            RenderScene scene = RenderScene.of(
                    List.of(
                            new RenderScene.Item(
                                    yondershelf.geometry.MeshBvh.of(sheets(40)),
                                    yondershelf.content.Transform.scale(i == 0 ? 8 : 1e-6),
                                    List.of(shaders.shader(sheet))),
                            new RenderScene.Item(
                                    yondershelf.geometry.MeshBvh.of(back),
                                    yondershelf.content.Transform.translation(0, 0, -7),
                                    List.of(shaders.shader(white)))),
                    sky,
                    null);
            Camera camera = new Camera(0, 0, -8.7, 0, 0, -9, Math.toRadians(10));
            Film film = new Film(8, 8);
            PathTracer.render(scene, camera, film, 128, PathTracer.Quality.EXACT, 2, () -> false);
            seen[i] = film.mean(4, 4)[1];
        }
        assertTrue(seen[1] > 0.95, "without them it is lit: " + seen[1]);
        assertTrue(seen[0] < 0.35 * seen[1], "behind them it is dark: " + seen[0]);
    }

    /** Vertices' alpha lets light through where the material blends, and counts for nothing where it is opaque. */
    @Test
    void vertexAlphaCounts() {
        EnvironmentLight sky = EnvironmentLight.constant(1, 1, 1);
        float[] p = {-3, -3, 0, 3, -3, 0, 3, 3, 0, -3, 3, 0};
        float[] quarter = {1, 1, 1, 0.25f, 1, 1, 1, 0.25f, 1, 1, 1, 0.25f, 1, 1, 1, 0.25f};
        Mesh mesh = new Mesh("pane", List.of(new Part(p, null, null, quarter, new int[] {0, 1, 2, 0, 2, 3}, 0)));
        Material black = Material.plain("pane", 0, 0, 0, 0, 1);
        double opaque = TestScenes.middle(TestScenes.lit(mesh, black, sky, null), 256)[1];
        double blended = TestScenes.middle(TestScenes.lit(mesh, black.withAlpha(), sky, null), 256)[1];
        assertTrue(opaque < 0.12, "opaque " + opaque);
        assertEquals(0.75 + 0.25 * opaque, blended, 0.02);
    }
}
