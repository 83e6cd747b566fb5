package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.content.Bounds;
import yondershelf.content.Environment;
import yondershelf.content.Picture;

/** Environment sampling, sample points, cameras. */
class LightTest {
    private static EnvironmentLight bumpy() {
        SplittableRandom r = new SplittableRandom(4);
        float[] p = new float[64 * 32 * 3];
        for (int i = 0; i < p.length; i++) {
            p[i] = (float) Math.pow(r.nextDouble(), 8) * 50;
        }
        return EnvironmentLight.of(new Environment("bumpy", Picture.ofFloats(64, 32, 3, p)), 0, 0.7);
    }

    /** The density given for a direction is that of choosing it, and integrates to one over the sphere. */
    @Test
    void densitiesAgreeAndIntegrateToOne() {
        EnvironmentLight light = bumpy();
        SplittableRandom r = new SplittableRandom(9);
        float[] d = new float[3];
        float[] l = new float[3];
        float[] m = new float[3];
        for (int i = 0; i < 5000; i++) {
            float density = light.sample(r.nextFloat(), r.nextFloat(), d, l);
            assertEquals(1, d[0] * d[0] + d[1] * d[1] + d[2] * d[2], 1e-4);
            float again = light.radiance(d[0], d[1], d[2], m);
            // a direction on the border of two texels may fall to the other one
            if (Math.abs(l[0] - m[0]) < 1e-6) {
                assertEquals(density, again, 1e-4 * density);
            }
        }
        double sum = 0;
        int n = 400_000;
        for (int i = 0; i < n; i++) {
            double y = r.nextDouble(-1, 1);
            double f = r.nextDouble(0, 2 * Math.PI);
            double s = Math.sqrt(1 - y * y);
            sum += light.radiance(s * Math.cos(f), y, s * Math.sin(f), m);
        }
        assertEquals(1, sum / n * 4 * Math.PI, 0.02);
    }

    /** Turning the environment turns the light: what was seen along -Z at turn 0 is seen turned by the same angle. */
    @Test
    void turningAndExposure() {
        float[] p = new float[64 * 32 * 3];
        for (int c = 0; c < 3; c++) {
            p[(16 * 64 + 32) * 3 + c] = 8;
        }
        Environment sun = new Environment("sun", Picture.ofFloats(64, 32, 3, p));
        float[] out = new float[3];
        EnvironmentLight.of(sun, 0, 0).radiance(0.02, -0.02, -1, out);
        assertEquals(8, out[0], 1e-6);
        EnvironmentLight.of(sun, 2, 0).radiance(0.02, -0.02, -1, out);
        assertEquals(32, out[0], 1e-5);
        double turn = Math.PI / 2;
        EnvironmentLight.of(sun, 0, turn).radiance(-1, -0.02, -0.02, out);
        assertEquals(8, out[0], 1e-6);
    }

    /** A (0, 2)-net: any 2^k consecutive Owen-scrambled Sobol points put one in each row, column and square of the grid. */
    @Test
    void samplePointsAreStratified() {
        Sampler sampler = new Sampler();
        for (int pixel = 0; pixel < 20; pixel++) {
            boolean[] columns = new boolean[16];
            boolean[] rows = new boolean[16];
            boolean[] squares = new boolean[16];
            for (int i = 0; i < 16; i++) {
                sampler.start(pixel, i);
                float x = sampler.next();
                float y = sampler.next();
                columns[(int) (x * 16)] = true;
                rows[(int) (y * 16)] = true;
                squares[4 * (int) (x * 4) + (int) (y * 4)] = true;
            }
            for (int i = 0; i < 16; i++) {
                assertTrue(columns[i] && rows[i] && squares[i], "pixel " + pixel);
            }
        }
    }

    @Test
    void camerasSeeWhatTheyProject() {
        SplittableRandom r = new SplittableRandom(6);
        for (int i = 0; i < 300; i++) {
            Camera camera = Camera.around(
                    r.nextDouble(-2, 2),
                    r.nextDouble(-2, 2),
                    r.nextDouble(-2, 2),
                    r.nextDouble(-3, 3),
                    r.nextDouble(-1.4, 1.4),
                    r.nextDouble(1, 9),
                    0.7);
            double x = r.nextDouble();
            double y = r.nextDouble();
            double[] d = camera.direction(x, y, 1.6);
            double t = r.nextDouble(0.5, 5);
            double[] p =
                    camera.project(camera.eyeX() + d[0] * t, camera.eyeY() + d[1] * t, camera.eyeZ() + d[2] * t, 1.6);
            assertEquals(x, p[0], 1e-6);
            assertEquals(y, p[1], 1e-6);
            assertTrue(p[2] > 0);
        }
    }

    @Test
    void framingHoldsTheBoxTightly() {
        Bounds box = new Bounds(-1, 0, -0.2, 2, 0.5, 0.2);
        Camera camera = Camera.framing(box, 0.5, 0.3, 0.5, 1.3, 0.1);
        double nearest = 1;
        for (int i = 0; i < 8; i++) {
            double[] p = camera.project(
                    (i & 1) == 0 ? box.minX() : box.maxX(),
                    (i & 2) == 0 ? box.minY() : box.maxY(),
                    (i & 4) == 0 ? box.minZ() : box.maxZ(),
                    1.3);
            nearest = Math.min(nearest, Math.min(Math.min(p[0], 1 - p[0]), Math.min(p[1], 1 - p[1])));
        }
        assertEquals(0.1, nearest, 1e-3);
    }

    /** The filter keeps flat light exactly and calms noise without moving its mean. */
    @Test
    void theFilterCalmsNoiseAndKeepsTheMean() {
        int n = 48;
        SplittableRandom r = new SplittableRandom(1);
        float[] light = new float[n * n * 4];
        float[] guides = new float[n * n * 6];
        double before = 0;
        for (int i = 0; i < n * n; i++) {
            float value = (float) r.nextDouble(0.2, 0.8);
            for (int c = 0; c < 3; c++) {
                light[i * 4 + c] = value;
                guides[i * 6 + c] = 4 * 0.5f;
            }
            light[i * 4 + 3] = 1;
            guides[i * 6 + 4] = 4;
            before += (value - 0.5) * (value - 0.5);
        }
        float[] out = Denoiser.filter(light, guides, n, n, 4);
        double after = 0;
        double mean = 0;
        for (int i = 0; i < n * n; i++) {
            after += (out[i * 4] - 0.5) * (out[i * 4] - 0.5);
            mean += out[i * 4];
        }
        assertTrue(after < before / 4, after + " of " + before);
        assertEquals(0.5, mean / (n * n), 0.02);
    }
}
