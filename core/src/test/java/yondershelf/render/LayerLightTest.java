package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Map;
import java.util.SplittableRandom;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.Environment;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.Picture;

/** The layers of materials against optics: white furnaces, slabs, Beer and Lambert, and light turned around. */
class LayerLightTest {
    private static final EnvironmentLight WHITE = EnvironmentLight.constant(1, 1, 1);

    static Layers glass(double ior, Layers.@Nullable Volume volume) {
        return new Layers(ior, null, new Layers.Transmission(1, volume), null, null, null, null, false);
    }

    private static Layers.Volume clear() {
        return new Layers.Volume(1, Double.POSITIVE_INFINITY, 1, 1, 1);
    }

    private static Material white(double metallic, double roughness, Layers layers) {
        return Material.plain("layered", 1, 1, 1, metallic, roughness).withLayers(layers);
    }

    private static double[] furnace(Material material) {
        return TestScenes.middle(TestScenes.lit(TestScenes.sphere(64), material, WHITE, null), 256);
    }

    /** Clear glass keeps nothing, however rough, and makes no light. */
    @Tag("long")
    @ParameterizedTest
    @CsvSource({"0, 1.5", "0.2, 1.5", "0.4, 1.5", "0.7, 1.5", "1, 1.5", "0.5, 1.33"})
    void aGlassBallInAWhiteFurnace(double roughness, double ior) {
        double seen = furnace(white(0, roughness, glass(ior, clear())))[1];
        assertEquals(1, seen, 0.04);
    }

    @Tag("long")
    @ParameterizedTest
    @ValueSource(doubles = {0, 0.3, 0.6, 1})
    void aThinSheetInAWhiteFurnaceIsInvisible(double roughness) {
        assertEquals(1, furnace(white(0, roughness, glass(1.5, null)))[1], 0.02);
    }

    /** Brushed white metal scatters all light, however the lobe is stretched; the tables know round lobes only. */
    @ParameterizedTest
    @CsvSource({"0.2, 0.5", "0.4, 0.8", "0.6, 1"})
    void brushedMetalInAWhiteFurnace(double roughness, double strength) {
        Layers brushed = new Layers(1.5, null, null, null, null, new Layers.Anisotropy(strength, 0.3), null, false);
        assertEquals(1, furnace(white(1, roughness, brushed))[1], 0.03);
    }

    /** Varnish and fibres take from below no less than they throw back; what goes back and forth between them is not followed. */
    @Tag("long")
    @ParameterizedTest
    @CsvSource({"0, 0.05", "0, 0.5", "1, 0.05", "1, 0.5"})
    void coversMakeNoLight(double metallic, double roughness) {
        Layers varnished = new Layers(1.5, null, null, new Layers.Clearcoat(1, roughness), null, null, null, false);
        double seen = furnace(white(metallic, 0.6, varnished))[1];
        assertTrue(seen < 1.01 && seen > 0.93, () -> "varnish " + seen);
        Layers fibres =
                new Layers(1.5, null, null, null, new Layers.Sheen(1, 1, 1, roughness + 0.2), null, null, false);
        double cloth = furnace(white(metallic, 0.6, fibres))[1];
        assertTrue(cloth < 1.01 && cloth > 0.8, () -> "cloth " + cloth);
    }

    /**
     * Straight through a ball two boundaries are crossed: of the light behind it (1 - R) / (1 + R) arrives, back and forth
     * included, the series of any textbook of optics for a plate.
     */
    @Test
    void straightThroughAGlassBall() {
        double r = 0.2 * 0.2;
        EnvironmentLight behind = EnvironmentLight.of(new Environment("behind", half()), 0, 0);
        RenderScene scene = TestScenes.lit(TestScenes.sphere(160), white(0, 0, glass(1.5, clear())), behind, null);
        Camera camera = new Camera(0, 0, 6, 0, 0, 0, Math.toRadians(0.2));
        Film film = new Film(4, 4);
        PathTracer.render(scene, camera, film, 2048, PathTracer.Quality.EXACT, 2, () -> false);
        double sum = 0;
        for (int i = 0; i < 16; i++) {
            sum += film.mean(i % 4, i / 4)[1] / 16;
        }
        assertEquals((1 - r) / (1 + r), sum, 0.01);
    }

    /** White where the direction points away from +Z. */
    private static Picture half() {
        int w = 64;
        float[] p = new float[w * 32 * 3];
        for (int y = 0; y < 32; y++) {
            for (int x = 0; x < w; x++) {
                double[] direction = EnvironmentLight.directionAt((x + 0.5) / w, (y + 0.5) / 32);
                for (int c = 0; c < 3; c++) {
                    p[(y * w + x) * 3 + c] = direction[2] < 0 ? 1 : 0;
                }
            }
        }
        return Picture.ofFloats(w, 32, 3, p);
    }

    /** Beer and Lambert: a body of index 1 reflects nothing, and light that crosses twice its radius has the colour to that power. */
    @Tag("long")
    @ParameterizedTest
    @ValueSource(doubles = {0.5, 2, 4})
    void absorptionGrowsWithTheWay(double distance) {
        Layers.Volume tea = new Layers.Volume(1, distance, 0.8, 0.5, 0.2);
        double[] seen = TestScenes.middle(
                TestScenes.lit(TestScenes.sphere(160), white(0, 0, glass(1, tea)), WHITE, null), 64, 0.5);
        assertEquals(Math.pow(0.8, 2 / distance), seen[0], 0.005);
        assertEquals(Math.pow(0.5, 2 / distance), seen[1], 0.005);
        assertEquals(Math.pow(0.2, 2 / distance), seen[2], 0.005);
    }

    /** Helmholtz: light may be turned around; through a boundary radiance goes with the square of the index. */
    @Test
    void lightMayBeTurnedAround() {
        SplittableRandom r = new SplittableRandom(11);
        int seen = 0;
        for (int i = 0; i < 20_000; i++) {
            Surface s = random(r);
            float[] v = direction(r, false);
            float[] l = direction(r, true);
            float there = value(s, v, l);
            boolean through = l[2] < 0;
            if (through) {
                turn(s);
            }
            float back = value(s, l, v);
            if (Math.max(there, back) < 1e-5) {
                // rounding at the edge of what is refracted at all
                continue;
            }
            float eta = s.front ? s.ior : 1 / s.ior;
            float expected = through && !s.thin ? back * eta * eta : back;
            assertEquals(1, expected / there, 0.02, () -> s.roughness + " through " + through + " thin " + s.thin);
            seen++;
        }
        assertTrue(seen > 10_000);
    }

    /** Seen from the other side: the normals look there. */
    private static void turn(Surface s) {
        s.nz = s.gz = s.coatZ = -1;
        s.front = !s.front;
    }

    private static float value(Surface s, float[] v, float[] l) {
        Bsdf bsdf = new Bsdf();
        bsdf.enter(s, v[0], v[1], v[2]);
        return bsdf.evaluate(l[0], l[1], l[2]) ? bsdf.weightG / Math.abs(l[2]) : 0;
    }

    private static Surface random(SplittableRandom r) {
        Surface s = new Surface();
        s.nz = s.gz = s.coatZ = 1;
        s.roughness = 0.3f + 0.7f * r.nextFloat();
        s.metallic = r.nextBoolean() ? 0 : r.nextFloat();
        s.baseR = s.baseG = s.baseB = 0.2f + 0.8f * r.nextFloat();
        s.f0R = s.f0G = s.f0B = 0.02f + 0.1f * r.nextFloat();
        if (r.nextBoolean()) {
            s.transmission = (1 - s.metallic) * r.nextFloat();
            s.thin = r.nextBoolean();
            s.ior = 1.1f + r.nextFloat();
            s.f0R = s.f0G = s.f0B = Fresnel.headOn(s.ior);
            s.metallic = 0;
        } else {
            s.coat = r.nextBoolean() ? r.nextFloat() : 0;
            s.coatRoughness = 0.2f + 0.8f * r.nextFloat();
            s.sheen = s.sheenR = s.sheenG = s.sheenB = r.nextBoolean() ? r.nextFloat() : 0;
            s.sheenRoughness = 0.2f + 0.8f * r.nextFloat();
            s.film = r.nextBoolean() ? r.nextFloat() : 0;
            s.filmIor = 1.3f;
            s.filmThickness = 100 + 600 * r.nextFloat();
        }
        s.anisotropy = r.nextBoolean() ? r.nextFloat() : 0;
        s.tangentX = r.nextFloat() - 0.5f;
        s.tangentY = 1;
        return s;
    }

    private static float[] direction(SplittableRandom r, boolean both) {
        double z = 0.05 + 0.95 * r.nextDouble();
        double turn = 2 * Math.PI * r.nextDouble();
        double across = Math.sqrt(1 - z * z);
        boolean down = both && r.nextBoolean();
        return new float[] {
            (float) (across * Math.cos(turn)), (float) (across * Math.sin(turn)), (float) (down ? -z : z)
        };
    }

    /** A boundary of two clear bodies keeps nothing, from either side: what comes back and what passes are all there is. */
    @ParameterizedTest
    @CsvSource({"0.3, 1.5", "0.6, 1.5", "1, 1.5", "0.5, 1.33", "0.8, 2.4"})
    void aRoughBoundaryKeepsNothing(float roughness, float ior) {
        SplittableRandom r = new SplittableRandom(4);
        for (boolean front : new boolean[] {true, false}) {
            for (float cos : new float[] {0.2f, 0.5f, 0.9f}) {
                Surface s = new Surface();
                s.nz = s.gz = s.coatZ = 1;
                s.roughness = roughness;
                s.baseR = s.baseG = s.baseB = 1;
                s.transmission = 1;
                s.ior = ior;
                s.f0R = s.f0G = s.f0B = Fresnel.headOn(ior);
                s.f90 = 1;
                s.front = front;
                Bsdf bsdf = new Bsdf();
                bsdf.enter(s, (float) Math.sqrt(1 - cos * cos), 0, cos);
                double eta = front ? ior : 1 / ior;
                double sum = 0;
                int n = 100_000;
                for (int k = 0; k < n; k++) {
                    if (bsdf.sample(r.nextFloat(), r.nextFloat(), r.nextFloat())) {
                        // radiance goes with the square of the index, light does not
                        sum += bsdf.weightG * (bsdf.z < 0 ? eta * eta : 1) / n;
                    }
                }
                assertEquals(1, sum, 0.02, front + " at " + cos);
            }
        }
    }

    /** Directions are chosen as densely as said: a mean over chosen ones is the integral over all. */
    @Tag("long")
    @Test
    void choosingAndAskingAgree() {
        SplittableRandom r = new SplittableRandom(5);
        for (int i = 0; i < 16; i++) {
            Surface s = random(r);
            s.roughness = Math.max(s.roughness, 0.5f);
            float[] v = direction(r, false);
            Bsdf bsdf = new Bsdf();
            bsdf.enter(s, v[0], v[1], v[2]);
            int n = 120_000;
            double chosen = 0;
            double square = 0;
            double asked = 0;
            double askedSquare = 0;
            double density = 0;
            for (int k = 0; k < n; k++) {
                if (bsdf.sample(r.nextFloat(), r.nextFloat(), r.nextFloat())) {
                    double value = bsdf.weightG * (1.5 + bsdf.x);
                    chosen += value / n;
                    square += value * value / n;
                }
                double z = 2 * r.nextDouble() - 1;
                double turn = 2 * Math.PI * r.nextDouble();
                double across = Math.sqrt(1 - z * z);
                float lx = (float) (across * Math.cos(turn));
                if (bsdf.evaluate(lx, (float) (across * Math.sin(turn)), (float) z)) {
                    double value = bsdf.weightG * (1.5 + lx) * 4 * Math.PI;
                    asked += value / n;
                    askedSquare += value * value / n;
                    density += bsdf.density * 4 * Math.PI / n;
                }
            }
            double deviation = Math.sqrt((square - chosen * chosen + askedSquare - asked * asked) / n);
            assertEquals(0, (chosen - asked) / Math.max(deviation, 1e-6), 5, "surface " + i);
            assertTrue(density < 1.05, "a density is at most one altogether");
        }
    }

    /** Stretched along its tangent a lobe is the same on both sides of it and of the line across it, and not when swapped. */
    @Test
    void brushedLobesAreSymmetric() {
        Surface s = new Surface();
        s.nz = s.gz = 1;
        s.metallic = 1;
        s.baseR = s.baseG = s.baseB = 0.9f;
        s.roughness = 0.3f;
        s.anisotropy = 0.9f;
        s.tangentX = 1;
        float[] v = {0, 0, 1};
        float along = value(s, v, new float[] {0.6f, 0, 0.8f});
        float across = value(s, v, new float[] {0, 0.6f, 0.8f});
        assertTrue(along > 5 * across, along + " along, " + across + " across");
        for (float[] l : new float[][] {{0.3f, 0.5f, 0}, {-0.3f, 0.5f, 0}, {0.3f, -0.5f, 0}, {-0.3f, -0.5f, 0}}) {
            l[2] = (float) Math.sqrt(1 - 0.09 - 0.25);
            assertEquals(value(s, v, new float[] {0.3f, 0.5f, l[2]}), value(s, v, l), 1e-6);
        }
    }

    /** KHR_materials_anisotropy: along the strokes the lobe is as rough as alpha + (1 - alpha) strength^2; half as strong is a quarter. */
    @Test
    void strengthOfBrushingCountsSquared() {
        Surface s = new Surface();
        s.nz = s.gz = s.coatZ = 1;
        LayerShader.none(s);
        s.metallic = 1;
        // a dark metal: what bounces more than once is next to nothing
        s.baseR = s.baseG = s.baseB = 0.05f;
        s.roughness = 0.3f;
        s.anisotropy = 0.5f;
        s.tangentX = 1;
        float[] v = {0, 0, 1};
        float along = value(s, v, new float[] {0.6f, 0, 0.8f});
        float across = value(s, v, new float[] {0, 0.6f, 0.8f});
        float narrow = 0.09f;
        float wide = 0.09f + 0.91f * 0.25f;
        float h = (float) Math.sqrt(0.36 + 1.8 * 1.8);
        double expected = Ggx.distribution(0.6f / h, 0, 1.8f / h, wide, narrow)
                * Ggx.smithG2(0, 0, 1, 0.6f, 0, 0.8f, wide, narrow)
                / (Ggx.distribution(0, 0.6f / h, 1.8f / h, wide, narrow)
                        * Ggx.smithG2(0, 0, 1, 0, 0.6f, 0.8f, wide, narrow));
        assertEquals(expected, along / across, 0.25 * expected);
    }

    /** KHR_materials_specular: F0 is min(0.04 color, 1) strength; a colour of 30 at half the strength is 0.5, not 0.6. */
    @Test
    void colourOfReflectionIsBoundedBeforeItsStrength() {
        Surface s = new Surface();
        Layers layers = new Layers(1.5, new Layers.Specular(0.5, 30, 10, 0.5), null, null, null, null, null, false);
        new LayerShader(layers, Map.of()).evaluate(s);
        assertEquals(0.5, s.f0R, 1e-5);
        assertEquals(0.04 * 10 * 0.5, s.f0G, 1e-4);
        assertEquals(0.04 * 0.5 * 0.5, s.f0B, 1e-5);
        assertEquals(0.5, s.f90, 1e-6);
    }

    /** Under glass a matt ground is not in the dark, in quick pictures as in exact ones. */
    @Test
    void lightReachesWhatIsUnderGlass() {
        RenderScene.Ground ground = new RenderScene.Ground(-1, false, 0.5, 1e6);
        RenderScene scene = TestScenes.lit(TestScenes.sphere(64), white(0, 0, glass(1.02, clear())), WHITE, ground);
        Film film = new Film(8, 8);
        Camera camera = new Camera(0, -0.9, 2.5, 0, -1, 0, Math.toRadians(1));
        PathTracer.render(scene, camera, film, 64, PathTracer.Quality.TABLE, 2, () -> false);
        assertEquals(0.5, film.mean(4, 4)[1], 0.04);
    }
}
