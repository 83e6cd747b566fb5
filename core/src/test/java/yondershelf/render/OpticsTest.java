package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Boundaries, fibres and films against laws and closed forms of optics. */
class OpticsTest {

    /** Snell's law for an index of 1.5, angles in degrees: arcsin(sin i / 1.5). */
    @ParameterizedTest
    @CsvSource({"10, 6.6478", "30, 19.4712", "45, 28.1255", "60, 35.2644", "80, 41.0364"})
    void lightBendsIntoGlass(double incident, double refracted) {
        Surface s = new Surface();
        s.transmission = 1;
        s.ior = 1.5f;
        Passage passage = new Passage();
        float sin = (float) Math.sin(Math.toRadians(incident));
        float cos = (float) Math.cos(Math.toRadians(incident));
        passage.enter(s, 0, sin, 0, cos);
        assertTrue(passage.through(new float[] {0, 0, 1}, cos));
        assertEquals(refracted, Math.toDegrees(Math.atan2(-passage.lx, -passage.lz)), 2e-3);
        // and out again the same way
        s.front = false;
        Passage out = new Passage();
        out.enter(s, 0, -passage.lx, 0, -passage.lz);
        assertTrue(out.through(new float[] {0, 0, 1}, -passage.lz));
        assertEquals(incident, Math.toDegrees(Math.atan2(-out.lx, -out.lz)), 2e-2);
    }

    /**
     * Fresnel's equations at an index of 1.5 where they have closed forms: head-on ((n - 1) / (n + 1)) squared, at Brewster's angle
     * arctan n half of ((n n - 1) / (n n + 1)) squared, along the surface 1, within glass beyond arcsin(1 / n) 1.
     */
    @Test
    void fresnelWhereItHasClosedForms() {
        assertEquals(0.04, Fresnel.dielectric(1, 1.5f), 1e-6);
        assertEquals(0.04, Fresnel.headOn(1.5f), 1e-6);
        double brewster = Math.cos(Math.atan(1.5));
        assertEquals(0.5 * Math.pow(1.25 / 3.25, 2), Fresnel.dielectric((float) brewster, 1.5f), 1e-5);
        assertEquals(1, Fresnel.dielectric(0, 1.5f), 1e-6);
        double critical = Math.asin(1 / 1.5);
        assertEquals(1, Fresnel.dielectric((float) Math.cos(critical + 0.01), 1 / 1.5f), 0);
        assertTrue(Fresnel.dielectric((float) Math.cos(critical - 0.01), 1 / 1.5f) < 0.8);
        // the same boundary from both sides, at angles that belong together by Snell's law
        double inside = Math.asin(Math.sin(Math.toRadians(50)) / 1.5);
        assertEquals(
                Fresnel.dielectric((float) Math.cos(Math.toRadians(50)), 1.5f),
                Fresnel.dielectric((float) Math.cos(inside), 1 / 1.5f),
                1e-5);
    }

    /** A distribution of normals covers the flat surface once: the integral of D cos over the hemisphere is 1 (Walter et al. 2007). */
    @ParameterizedTest
    @CsvSource({"0.1", "0.3", "0.7", "1"})
    void fibresCoverTheSurfaceOnce(float alpha) {
        int n = 20_000;
        double sum = 0;
        for (int i = 0; i < n; i++) {
            double theta = (i + 0.5) / n * Math.PI / 2;
            sum += Sheen.distribution((float) Math.cos(theta), alpha) * Math.cos(theta) * Math.sin(theta);
        }
        assertEquals(1, sum * 2 * Math.PI * Math.PI / 2 / n, 2e-3);
    }

    /**
     * Shadowing by Smith's condition, that what is visible of all facets is what is visible of the flat surface:
     * {@code 1 + lambda = integral of D (v m)+ / cos}. The paper publishes a fit of it; it is meant to lie near.
     */
    @ParameterizedTest
    @CsvSource({"0.09, 0.3", "0.25, 0.3", "0.25, 0.6", "0.5, 0.2", "0.5, 0.4", "1, 0.3"})
    void fibresShadowEachOtherAsSmithAsks(float alpha, float mu) {
        int n = 600;
        double sin = Math.sqrt(1 - mu * mu);
        double sum = 0;
        for (int i = 0; i < n; i++) {
            double theta = (i + 0.5) / n * Math.PI / 2;
            double d = Sheen.distribution((float) Math.cos(theta), alpha) * Math.sin(theta);
            for (int k = 0; k < n; k++) {
                double phi = (k + 0.5) / n * 2 * Math.PI;
                sum += d * Math.max(0, sin * Math.sin(theta) * Math.cos(phi) + mu * Math.cos(theta));
            }
        }
        double visible = sum * (Math.PI / 2 / n) * (2 * Math.PI / n) / mu;
        assertEquals(1, (1 + Sheen.lambda(mu, alpha)) / visible, 0.12);
    }

    /** The albedo of the fibres by another sum than the table's, uniform in solid angle. */
    @Tag("long")
    @ParameterizedTest
    @CsvSource({"0.3, 0.2", "0.5, 0.5", "0.8, 0.9", "1, 0.3"})
    void albedoOfFibres(float roughness, float mu) {
        int n = 1500;
        double sin = Math.sqrt(1 - mu * mu);
        double sum = 0;
        for (int i = 0; i < n; i++) {
            double lz = (i + 0.5) / n;
            double across = Math.sqrt(1 - lz * lz);
            for (int k = 0; k < n; k++) {
                double phi = (k + 0.5) / n * 2 * Math.PI;
                double hx = sin + across * Math.cos(phi);
                double hy = across * Math.sin(phi);
                double hz = (mu + lz) / Math.sqrt(hx * hx + hy * hy + (mu + lz) * (mu + lz));
                sum += Sheen.value(mu, (float) lz, (float) hz, roughness) * lz;
            }
        }
        assertEquals(sum * 2 * Math.PI / n / n, Sheen.albedo(mu, roughness), 0.01);
    }

    /**
     * A thin film against a sum over the spectrum of two beams and all that follow, Airy's formula (Born and Wolf, Principles of
     * Optics, 7.6), with the CIE 1931 curves by the published fits of Wyman, Sloan and Shirley (JCGT 2(2), 2013) and the matrix of
     * IEC 61966-2-1. The fast form stops at the second order and uses coarser fits of the curves.
     */
    @ParameterizedTest
    @CsvSource({"1.3, 300, 1", "1.3, 400, 1", "1.5, 350, 0.8", "1.33, 550, 0.9", "1.8, 250, 0.7"})
    void filmsAgainstTheSpectrum(float film, float nanometres, float cos) {
        float[] base = {0.04f, 0.04f, 0.04f};
        float[] seen = new float[3];
        new ThinFilm().reflectance(cos, film, nanometres, base, seen);
        double[] expected = spectrum(film, nanometres, cos, 0.04);
        for (int c = 0; c < 3; c++) {
            assertEquals(Math.max(0, Math.min(1, expected[c])), seen[c], 0.02, "channel " + c);
        }
    }

    private static double[] spectrum(double film, double nanometres, double cos, double f0) {
        double n3 = (1 + Math.sqrt(f0)) / (1 - Math.sqrt(f0));
        double inside = Math.sqrt(1 - (1 - cos * cos) / film / film);
        double r12 = schlick((film - 1) / (film + 1), cos);
        double r23 = schlick((n3 - film) / (n3 + film), inside);
        boolean turned = n3 < film;
        double[] xyz = new double[3];
        double white = 0;
        for (int w = 380; w <= 780; w++) {
            // one half wave is lost at each boundary to a denser medium
            double phase = 4 * Math.PI * film * nanometres * inside / w + (turned ? Math.PI : 0);
            double a = Math.sqrt(r12);
            double b = Math.sqrt(r23);
            double airy = (r12 + r23 + 2 * a * b * Math.cos(phase)) / (1 + r12 * r23 + 2 * a * b * Math.cos(phase));
            double x = 1.056 * lobe(w, 599.8, 37.9, 31.0)
                    + 0.362 * lobe(w, 442.0, 16.0, 26.7)
                    - 0.065 * lobe(w, 501.1, 20.4, 26.2);
            double y = 0.821 * lobe(w, 568.8, 46.9, 40.5) + 0.286 * lobe(w, 530.9, 16.3, 31.1);
            double z = 1.217 * lobe(w, 437.0, 11.8, 36.0) + 0.681 * lobe(w, 459.0, 26.0, 13.8);
            xyz[0] += x * airy;
            xyz[1] += y * airy;
            xyz[2] += z * airy;
            white += y;
        }
        double x = xyz[0] / white;
        double y = xyz[1] / white;
        double z = xyz[2] / white;
        return new double[] {
            3.2404542 * x - 1.5371385 * y - 0.4985314 * z,
            -0.9692660 * x + 1.8760108 * y + 0.0415560 * z,
            0.0556434 * x - 0.2040259 * y + 1.0572252 * z
        };
    }

    private static double schlick(double amplitude, double cos) {
        double f = amplitude * amplitude;
        return f + (1 - f) * Math.pow(1 - cos, 5);
    }

    private static double lobe(double w, double mean, double left, double right) {
        double t = (w - mean) / (w < mean ? left : right);
        return Math.exp(-t * t / 2);
    }
}
