package yondershelf.render;

/**
 * Directional albedo of the GGX lobe as A and B with albedo = F0 A + F90 B (Karis 2013), by quadrature over the visible
 * normals, and their means. What a rough surface scatters more than once is added as a lobe of its own that looks the same from
 * both ends (Kulla and Conty 2017). Computed once, the same everywhere.
 */
final class GgxTables {
    static final int SIZE = 32;
    private static final int STEPS = 24;
    private static final float[] A = new float[SIZE * SIZE];
    private static final float[] B = new float[SIZE * SIZE];
    /** Cosine-weighted means of A and B over the hemisphere, by roughness. */
    private static final float[] A_MEAN = new float[SIZE];

    private static final float[] B_MEAN = new float[SIZE];

    /** Reflectance head-on of an index of refraction of 1.5. */
    static final float DIELECTRIC = 0.04f;

    static {
        for (int r = 0; r < SIZE; r++) {
            double roughness = r / (SIZE - 1.0);
            for (int m = 0; m < SIZE; m++) {
                fill(r * SIZE + m, Math.max(m / (SIZE - 1.0), 0.004), Ggx.alpha((float) roughness));
            }
            A_MEAN[r] = mean(A, r * SIZE, SIZE);
            B_MEAN[r] = mean(B, r * SIZE, SIZE);
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
                Ggx.sampleVisibleNormal((float) sin, 0, (float) mu, alpha, alpha, u1, u2, h);
                double vh = sin * h[0] + mu * h[2];
                double lz = 2 * vh * h[2] - mu;
                if (lz <= 0) {
                    continue;
                }
                // weight of a visible-normal sample: G2 / G1 (Heitz 2018, eq. 18); with one roughness only z counts
                double across = Math.sqrt(1 - lz * lz);
                double g = Ggx.smithG2((float) sin, 0, (float) mu, (float) across, 0, (float) lz, alpha, alpha)
                        / Ggx.smithG1((float) sin, 0, (float) mu, alpha, alpha);
                double fresnel = Math.pow(1 - vh, 5);
                a += g * (1 - fresnel);
                b += g * fresnel;
            }
        }
        A[at] = (float) (a / (STEPS * STEPS));
        B[at] = (float) (b / (STEPS * STEPS));
    }

    /** 2 times the integral of a row of a table over the cosine, linear between its entries, times the cosine. */
    static float mean(float[] table, int from, int size) {
        double step = 1 / (size - 1.0);
        double sum = 0;
        for (int m = 0; m < size - 1; m++) {
            double mu0 = m * step;
            double mu1 = mu0 + step;
            double t0 = table[from + m];
            double t1 = table[from + m + 1];
            sum += (2 * (mu0 * t0 + mu1 * t1) + mu0 * t1 + mu1 * t0) * step / 6;
        }
        return (float) (2 * sum);
    }

    /** Albedo of the lobe with F = 1, one scattering only. */
    static float white(float mu, float roughness) {
        return table(A, mu, roughness) + table(B, mu, roughness);
    }

    /** The mean of {@link #white} over the hemisphere. */
    static float whiteMean(float roughness) {
        return row(A_MEAN, roughness) + row(B_MEAN, roughness);
    }

    /** What scatters more than once, as a share of what a perfect mirror of the same roughness would scatter so. */
    static float more(float f0, float f90, float roughness) {
        float whole = whiteMean(roughness);
        // the mean of Schlick's term over the hemisphere is 1/21
        float fresnel = f0 + (f90 - f0) / 21;
        return fresnel * fresnel * whole / (1 - fresnel * (1 - whole));
    }

    /** Albedo towards a direction, one scattering only. */
    static float single(float f0, float f90, float mu, float roughness) {
        return f0 * table(A, mu, roughness) + f90 * table(B, mu, roughness);
    }

    /** Albedo towards a direction, multiple scattering included. */
    static float whole(float f0, float f90, float mu, float roughness) {
        float a = table(A, mu, roughness);
        float b = table(B, mu, roughness);
        return f0 * a + f90 * b + more(f0, f90, roughness) * (1 - a - b);
    }

    /** The mean of {@link #whole} over the hemisphere. */
    static float wholeMean(float f0, float f90, float roughness) {
        float a = row(A_MEAN, roughness);
        float b = row(B_MEAN, roughness);
        return f0 * a + f90 * b + more(f0, f90, roughness) * (1 - a - b);
    }

    /** Albedo of a plain dielectric's coat. */
    static float coat(float mu, float roughness) {
        return whole(DIELECTRIC, 1, mu, roughness);
    }

    private static float row(float[] t, float roughness) {
        float r = (roughness < 0 ? 0 : roughness > 1 ? 1 : roughness) * (SIZE - 1);
        int r0 = Math.min((int) r, SIZE - 2);
        return t[r0] + (t[r0 + 1] - t[r0]) * (r - r0);
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
