package yondershelf.render;

/**
 * What one scattering at a rough boundary between two clear bodies, reflection and refraction together, leaves out: light that meets
 * a second facet. By quadrature over the visible normals (Heitz 2018) with Fresnel's equations; it goes on as two lobes that look the same from
 * both ends, one on either side (Kulla and Conty 2017, the dielectric case). Computed once, when the first such body is seen.
 */
final class GlassTables {
    private static final int SIZE = 16;
    private static final int IORS = 8;
    private static final float LEAST_IOR = 1.02f;
    private static final float MOST_IOR = 2.8f;
    private static final int STEPS = 16;
    private static final float LEAST = 1e-4f;

    /** By side, index of refraction, roughness and cosine. */
    private static final float[] MISSING = new float[2 * IORS * SIZE * SIZE];
    /** Cosine-weighted means over the hemisphere. */
    private static final float[] MEANS = new float[2 * IORS * SIZE];

    static {
        for (int side = 0; side < 2; side++) {
            for (int i = 0; i < IORS; i++) {
                float ior = LEAST_IOR + (MOST_IOR - LEAST_IOR) * i / (IORS - 1);
                for (int r = 0; r < SIZE; r++) {
                    int row = (side * IORS + i) * SIZE + r;
                    float alpha = Ggx.alpha(r / (SIZE - 1f));
                    for (int m = 0; m < SIZE; m++) {
                        double mu = Math.max(m / (SIZE - 1.0), 0.01);
                        MISSING[row * SIZE + m] = missing(mu, alpha, side == 0 ? ior : 1 / ior);
                    }
                    MEANS[row] = GgxTables.mean(MISSING, row * SIZE, SIZE);
                }
            }
        }
    }

    private GlassTables() {}

    private static float missing(double mu, float alpha, float eta) {
        float sin = (float) Math.sqrt(1 - mu * mu);
        float z = (float) mu;
        double sum = 0;
        float[] h = new float[3];
        for (int i = 0; i < STEPS * STEPS; i++) {
            float u1 = (i / STEPS + 0.5f) / STEPS;
            float u2 = (i % STEPS + 0.5f) / STEPS;
            Ggx.sampleVisibleNormal(sin, 0, z, alpha, alpha, u1, u2, h);
            float vh = sin * h[0] + z * h[2];
            float back = Fresnel.dielectric(vh, eta);
            double g1 = Ggx.smithG1(sin, 0, z, alpha, alpha);
            float lz = 2 * vh * h[2] - z;
            if (lz > 0) {
                sum += back * Ggx.smithG2(sin, 0, z, 2 * vh * h[0] - sin, 2 * vh * h[1], lz, alpha, alpha) / g1;
            }
            float inside = 1 - (1 - vh * vh) / (eta * eta);
            float k = inside > 0 ? vh / eta - (float) Math.sqrt(inside) : 0;
            float tz = k * h[2] - z / eta;
            if (inside > 0 && tz < 0) {
                sum += (1 - back) * Ggx.smithG2(sin, 0, z, k * h[0] - sin / eta, k * h[1], tz, alpha, alpha) / g1;
            }
        }
        return (float) Math.max(0, 1 - sum / (STEPS * STEPS));
    }

    /**
     * Share of the light from or to a direction that one scattering leaves out.
     *
     * @param ior of the denser body over that of the other
     * @param within true on the denser body's side
     */
    static float missing(float mu, float roughness, float ior, boolean within) {
        float m = clamped(mu) * (SIZE - 1);
        int m0 = Math.min((int) m, SIZE - 2);
        return blended(MISSING, SIZE, m0, roughness, ior, within) * (1 - m + m0)
                + blended(MISSING, SIZE, m0 + 1, roughness, ior, within) * (m - m0);
    }

    /** Its mean over the hemisphere, by the cosine. */
    static float meanMissing(float roughness, float ior, boolean within) {
        return Math.max(LEAST, blended(MEANS, 1, 0, roughness, ior, within));
    }

    private static float blended(float[] table, int stride, int at, float roughness, float ior, boolean within) {
        float r = clamped(roughness) * (SIZE - 1);
        int r0 = Math.min((int) r, SIZE - 2);
        float i = clamped((ior - LEAST_IOR) / (MOST_IOR - LEAST_IOR)) * (IORS - 1);
        int i0 = Math.min((int) i, IORS - 2);
        int row = ((within ? IORS : 0) + i0) * SIZE + r0;
        float low = table[row * stride + at] * (1 - r + r0) + table[(row + 1) * stride + at] * (r - r0);
        row += SIZE;
        float high = table[row * stride + at] * (1 - r + r0) + table[(row + 1) * stride + at] * (r - r0);
        return low + (high - low) * (i - i0);
    }

    private static float clamped(float t) {
        return t < 0 ? 0 : t > 1 ? 1 : t;
    }
}
