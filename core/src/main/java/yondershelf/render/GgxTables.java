package yondershelf.render;

/**
 * Directional albedo of the GGX lobe as A and B with albedo = F0 A + B (Karis 2013), by quadrature over the visible
 * normals, and from it the energy of a rough dielectric's coat. Computed once, the same everywhere.
 */
final class GgxTables {
    static final int SIZE = 32;
    private static final int STEPS = 24;
    private static final float[] A = new float[SIZE * SIZE];
    private static final float[] B = new float[SIZE * SIZE];
    /** Cosine-weighted mean albedo of the dielectric coat (F0 0.04), by roughness. */
    private static final float[] COAT_MEAN = new float[SIZE];

    static final float DIELECTRIC = 0.04f;

    static {
        for (int r = 0; r < SIZE; r++) {
            double roughness = r / (SIZE - 1.0);
            double mean = 0;
            double weight = 0;
            for (int m = 0; m < SIZE; m++) {
                double mu = Math.max(m / (SIZE - 1.0), 0.004);
                fill(r * SIZE + m, mu, Ggx.alpha((float) roughness));
                mean += albedo(r * SIZE + m, DIELECTRIC) * mu;
                weight += mu;
            }
            COAT_MEAN[r] = (float) (mean / weight);
        }
    }

    private GgxTables() {}

    private static void fill(int at, double mu, float alpha) {
        double sin = Math.sqrt(1 - mu * mu);
        double a = 0;
        double b = 0;
        float[] h = new float[3];
        for (int i = 0; i < STEPS; i++) {
            for (int k = 0; k < STEPS; k++) {
                float u1 = (float) ((i + 0.5) / STEPS);
                float u2 = (float) ((k + 0.5) / STEPS);
                Ggx.sampleVisibleNormal((float) sin, 0, (float) mu, alpha, u1, u2, h);
                double vh = sin * h[0] + mu * h[2];
                double lz = 2 * vh * h[2] - mu;
                if (lz <= 0) {
                    continue;
                }
                // weight of a visible-normal sample: G2 / G1 (Heitz 2018, eq. 18)
                double g = Ggx.smithG2((float) mu, (float) lz, alpha) / Ggx.smithG1((float) mu, alpha);
                double fresnel = Math.pow(1 - vh, 5);
                a += g * (1 - fresnel);
                b += g * fresnel;
            }
        }
        A[at] = (float) (a / (STEPS * STEPS));
        B[at] = (float) (b / (STEPS * STEPS));
    }

    private static double albedo(int at, double f0) {
        double single = f0 * A[at] + B[at];
        double whole = A[at] + B[at];
        return single * (1 + f0 * (1 / whole - 1));
    }

    /** Albedo of the lobe with F = 1, before making up for multiple scattering. */
    static float white(float mu, float roughness) {
        return table(A, mu, roughness) + table(B, mu, roughness);
    }

    /** Albedo of the dielectric coat towards a direction, multiple scattering included. */
    static float coat(float mu, float roughness) {
        float a = table(A, mu, roughness);
        float b = table(B, mu, roughness);
        return (DIELECTRIC * a + b) * (1 + DIELECTRIC * (1 / (a + b) - 1));
    }

    static float coatMean(float roughness) {
        float r = Math.max(0, Math.min(1, roughness)) * (SIZE - 1);
        int r0 = Math.min((int) r, SIZE - 2);
        return COAT_MEAN[r0] + (COAT_MEAN[r0 + 1] - COAT_MEAN[r0]) * (r - r0);
    }

    /** Albedo for any F0, multiple scattering included; for prefiltered light. */
    static float whole(float f0, float mu, float roughness) {
        float a = table(A, mu, roughness);
        float b = table(B, mu, roughness);
        return (f0 * a + b) * (1 + f0 * (1 / (a + b) - 1));
    }

    private static float table(float[] t, float mu, float roughness) {
        float r = (roughness < 0 ? 0 : roughness > 1 ? 1 : roughness) * (SIZE - 1);
        float m = (mu < 0 ? 0 : mu > 1 ? 1 : mu) * (SIZE - 1);
        int r0 = Math.min((int) r, SIZE - 2);
        int m0 = Math.min((int) m, SIZE - 2);
        float fr = r - r0;
        float fm = m - m0;
        int i = r0 * SIZE + m0;
        float low = t[i] + (t[i + 1] - t[i]) * fm;
        float high = t[i + SIZE] + (t[i + SIZE + 1] - t[i + SIZE]) * fm;
        return low + (high - low) * fr;
    }
}
