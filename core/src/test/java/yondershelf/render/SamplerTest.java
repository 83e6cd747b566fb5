package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

/**
 * The first two Sobol dimensions form a (0,2)-sequence: of the first 2^m points, each elementary interval of area 2^-m
 * holds exactly one (Niederreiter 1987; Pharr, Jakob and Humphreys, "Physically Based Rendering", 8.7). Owen scrambling
 * keeps that (Owen 1995).
 */
class SamplerTest {
    private static final int M = 8;

    @Test
    void everyElementaryIntervalHoldsOnePoint() {
        int n = 1 << M;
        for (int pixel : new int[] {0, 1, 77, 4096, 123_456}) {
            for (int pair = 0; pair < 6; pair++) {
                float[] x = new float[n];
                float[] y = new float[n];
                for (int s = 0; s < n; s++) {
                    Sampler sampler = new SobolSampler();
                    sampler.start(pixel, s);
                    for (int skip = 0; skip < pair * 2; skip++) {
                        sampler.next();
                    }
                    x[s] = sampler.next();
                    y[s] = sampler.next();
                    assertTrue(x[s] >= 0 && x[s] < 1 && y[s] >= 0 && y[s] < 1);
                }
                for (int across = 0; across <= M; across++) {
                    boolean[] taken = new boolean[n];
                    int columns = 1 << across;
                    int rows = n / columns;
                    for (int s = 0; s < n; s++) {
                        int row = (int) (y[s] * rows);
                        int cell = row * columns + (int) (x[s] * columns);
                        assertTrue(!taken[cell], "one point in each of " + columns + " x " + rows);
                        taken[cell] = true;
                    }
                }
            }
        }
    }

    /** The error of a smooth integral falls much faster than chance would have it: 1024 points, and 1/sqrt(n) is 0.03. */
    @Test
    void aSmoothIntegralIsMetClosely() {
        double worst = 0;
        for (int pixel = 0; pixel < 40; pixel++) {
            double sum = 0;
            for (int s = 0; s < 1024; s++) {
                Sampler sampler = new SobolSampler();
                sampler.start(pixel, s);
                double x = sampler.next();
                double y = sampler.next();
                sum += Math.sin(Math.PI * x) * y * y;
            }
            worst = Math.max(worst, Math.abs(sum / 1024 - 2 / Math.PI / 3));
        }
        assertTrue(worst < 1e-3, "worst " + worst);
    }

    @Test
    void pixelsDifferAndRepeatThemselves() {
        Sampler a = new SobolSampler();
        Sampler b = new SobolSampler();
        a.start(5, 3);
        b.start(5, 3);
        for (int i = 0; i < 30; i++) {
            assertEquals(a.next(), b.next());
        }
        a.start(5, 3);
        b.start(6, 3);
        assertNotEquals(a.next(), b.next());
    }
}
