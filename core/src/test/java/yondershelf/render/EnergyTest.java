package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Picture;

/** Light is neither made nor lost. The white furnace test: Heitz et al., "Multiple-scattering microfacet BSDFs", 2016. */
class EnergyTest {
    private static final EnvironmentLight WHITE = EnvironmentLight.constant(1, 1, 1);

    @ParameterizedTest
    @ValueSource(doubles = {0.05, 0.2, 0.5, 0.8, 1.0})
    void whiteMetalInAWhiteFurnaceIsInvisible(double roughness) {
        Material metal = Material.plain("m", 1, 1, 1, 1, roughness);
        double[] seen = TestScenes.middle(TestScenes.lit(TestScenes.sphere(64), metal, WHITE, null), 256);
        assertEquals(1, seen[1], 0.01);
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.05, 0.3, 0.6, 1.0})
    void whiteCoatedBaseInAWhiteFurnaceIsInvisible(double roughness) {
        Material white = Material.plain("w", 1, 1, 1, 0, roughness);
        double[] seen = TestScenes.middle(TestScenes.lit(TestScenes.sphere(64), white, WHITE, null), 256);
        assertEquals(1, seen[1], 0.01);
    }

    /** Under a constant environment a Lambert base shows its albedo times what the coat lets in and out: linear in albedo. */
    @Test
    void diffuseSphereUnderAConstantEnvironment() {
        double[] black = seen(0);
        double[] half = seen(0.5);
        double[] full = seen(1);
        assertEquals((black[1] + full[1]) / 2, half[1], 0.005);
        assertEquals(1, full[1], 0.01);
        double coat = GgxTables.coat(1, 0.6f);
        assertEquals(coat, black[1], 0.005);
    }

    private static double[] seen(double albedo) {
        Material m = Material.plain("d", albedo, albedo, albedo, 0, 0.6);
        return TestScenes.middle(TestScenes.lit(TestScenes.sphere(64), m, WHITE, null), 256);
    }

    /** Radiance (1 + y) / 2 gives a Lambert surface facing n an irradiance over pi of 1/2 + n.y / 3 (by integration). */
    @Test
    void lambertGroundUnderAGradientSky() {
        EnvironmentLight sky = EnvironmentLight.of(new Environment("gradient", gradient()), 0, 0);
        RenderScene.Ground ground = new RenderScene.Ground(0, false, 0.5, 1e6);
        RenderScene scene = RenderScene.of(java.util.List.of(), sky, ground);
        Film film = new Film(8, 8);
        Camera down = new Camera(0, 3, 0.01, 0, 0, 0, Math.toRadians(20));
        PathTracer.render(scene, down, film, 512, PathTracer.Quality.EXACT, 2, () -> false);
        assertEquals(0.5 * (0.5 + 1 / 3.0), film.mean(4, 4)[1], 0.004);
    }

    @Test
    void softAmbientMatchesTheIntegralInAllDirections() {
        EnvironmentLight sky = EnvironmentLight.of(new Environment("gradient", gradient()), 0, 0);
        float[] out = new float[3];
        for (double[] n : new double[][] {{0, 1, 0}, {0, -1, 0}, {1, 0, 0}, {0, 0.6, 0.8}, {0.48, -0.6, 0.64}}) {
            sky.ambient(n[0], n[1], n[2], out);
            assertEquals(0.5 + n[1] / 3, out[0], 0.003);
        }
    }

    static Picture gradient() {
        int w = 256;
        int h = 128;
        float[] p = new float[w * h * 3];
        for (int y = 0; y < h; y++) {
            float level = (float) ((1 + Math.cos(Math.PI * (y + 0.5) / h)) / 2);
            for (int i = 0; i < w * 3; i++) {
                p[y * w * 3 + i] = level;
            }
        }
        return Picture.ofFloats(w, h, 3, p);
    }

    /** Choosing directions by brightness and by the surface must agree: the means differ by no more than chance allows. */
    @Test
    void samplingByLightAndBySurfaceAgree() {
        Picture sun = gradient();
        for (int y = 30; y < 34; y++) {
            for (int x = 60; x < 64; x++) {
                for (int c = 0; c < 3; c++) {
                    sun.floats()[(y * 256 + x) * 3 + c] = 300;
                }
            }
        }
        EnvironmentLight light = EnvironmentLight.of(new Environment("sun", sun), 0, 0);
        Bsdf bsdf = new Bsdf();
        Surface s = new Surface();
        s.nx = s.gx = -0.6f;
        s.ny = s.gy = 0.8f;
        s.baseR = s.baseG = s.baseB = 0.7f;
        s.roughness = 0.45f;
        bsdf.enter(s, -0.3f, 0.9f, (float) Math.sqrt(1 - 0.09 - 0.81));
        java.util.SplittableRandom random = new java.util.SplittableRandom(7);
        float[] d = new float[3];
        float[] l = new float[3];
        int n = 1_500_000;
        double byLight = 0;
        double bySurface = 0;
        double square = 0;
        for (int i = 0; i < n; i++) {
            float pdf = light.sample(random.nextFloat(), random.nextFloat(), d, l);
            if (pdf > 0 && bsdf.evaluate(d[0], d[1], d[2])) {
                byLight += bsdf.weightG * l[1] / pdf;
            }
            if (bsdf.sample(random.nextFloat(), random.nextFloat(), random.nextFloat())) {
                light.radiance(bsdf.x, bsdf.y, bsdf.z, l);
                double value = bsdf.weightG * l[1];
                bySurface += value;
                square += value * value;
            }
        }
        double mean = bySurface / n;
        double deviation = Math.sqrt((square / n - mean * mean) / n);
        assertEquals(0, (byLight / n - mean) / deviation, 4, "z of the difference");
    }

    @Test
    void thePictureDoesNotDependOnThreads() {
        EnvironmentLight sky = EnvironmentLight.of(new Environment("gradient", gradient()), 0, 0.4);
        RenderScene scene = TestScenes.lit(
                TestScenes.sphere(24),
                Material.plain("m", 0.8, 0.5, 0.3, 0.4, 0.35),
                sky,
                new RenderScene.Ground(-1, false, 0.4, 20));
        float[] one = film(scene, 1).of(Film.Buffer.LIGHT);
        assertArrayEquals(one, film(scene, 2).of(Film.Buffer.LIGHT));
        assertArrayEquals(one, film(scene, 7).of(Film.Buffer.LIGHT));
    }

    private static Film film(RenderScene scene, int threads) {
        Film film = new Film(48, 40);
        Camera camera = new Camera(2, 2, 4, 0, 0, 0, 0.7);
        PathTracer.render(scene, camera, film, 5, PathTracer.Quality.TABLE, threads, () -> false);
        return film;
    }
}
