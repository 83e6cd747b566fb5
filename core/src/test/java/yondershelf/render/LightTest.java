package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.content.Environment;
import yondershelf.content.Picture;

/** Environments as lights: sampled as they shine, turned and exposed. */
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

    /** Another turn or exposure of the same environment is what it would be made anew, for sampling and for soft light. */
    @Test
    void turnAndExposureShareTheTables() {
        SplittableRandom r = new SplittableRandom(4);
        float[] p = new float[64 * 32 * 3];
        for (int i = 0; i < p.length; i++) {
            p[i] = (float) Math.pow(r.nextDouble(), 8) * 50;
        }
        Environment bumpy = new Environment("bumpy", Picture.ofFloats(64, 32, 3, p));
        EnvironmentLight anew = EnvironmentLight.of(bumpy, 1.5, 2.1);
        EnvironmentLight shared = EnvironmentLight.of(bumpy, -2, 0.4).with(1.5, 2.1);
        float[] a = new float[3];
        float[] b = new float[3];
        float[] da = new float[3];
        float[] db = new float[3];
        for (int i = 0; i < 2000; i++) {
            float u = r.nextFloat();
            float v = r.nextFloat();
            assertEquals(anew.sample(u, v, da, a), shared.sample(u, v, db, b));
            for (int c = 0; c < 3; c++) {
                assertEquals(da[c], db[c]);
                assertEquals(a[c], b[c]);
            }
            anew.ambient(da[0], da[1], da[2], a);
            shared.ambient(da[0], da[1], da[2], b);
            for (int c = 0; c < 3; c++) {
                assertEquals(a[c], b[c]);
            }
        }
        // soft light turns with the environment: seen from a normal turned the other way it is the same
        EnvironmentLight still = EnvironmentLight.of(bumpy, 0, 0);
        EnvironmentLight turned = still.with(0, 0.9);
        for (int i = 0; i < 200; i++) {
            double f = r.nextDouble(0, 2 * Math.PI);
            still.ambient(Math.sin(f), 0, -Math.cos(f), a);
            turned.ambient(Math.sin(f - 0.9), 0, -Math.cos(f - 0.9), b);
            for (int c = 0; c < 3; c++) {
                assertEquals(a[c], b[c], 1e-4 * (1 + a[c]));
            }
        }
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
}
