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
