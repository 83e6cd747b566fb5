package yondershelf.render;

/**
 * Fibres that stand up from cloth: Estevez and Kulla, "Production friendly microfacet sheen BRDF", 2017, as KHR_materials_sheen
 * prescribes it. Angles are given by their cosines to the normal.
 */
final class Sheen {
    /** Below this the lobe is a hair along the horizon. */
    private static final float LEAST_ROUGHNESS = 0.07f;

    private static final int SIZE = 32;
    private static final int STEPS = 48;
    private static final float[] ALBEDO = new float[SIZE * SIZE];

    /** The paper's fit of its shadowing term, table 1: a, b, c, d, e for the smoothest and for the roughest. */
    private static final float[] SMOOTH = {25.3245f, 3.32435f, 0.16801f, -1.27393f, -4.85967f};

    private static final float[] ROUGH = {21.5473f, 3.82987f, 0.19823f, -1.97760f, -4.32054f};

    static {
        for (int r = 0; r < SIZE; r++) {
            for (int m = 0; m < SIZE; m++) {
                ALBEDO[r * SIZE + m] =
                        (float) integral(Math.max(0.01f, m / (SIZE - 1f)), Math.max(LEAST_ROUGHNESS, r / (SIZE - 1f)));
            }
        }
    }

    private Sheen() {}

    private static float alpha(float roughness) {
        float r = Math.max(roughness, LEAST_ROUGHNESS);
        return r * r;
    }

    /** Equation 2: density of normals of an inverted Gaussian-like slope, by the half vector's cosine. */
    static float distribution(float hz, float alpha) {
        double sin = Math.sqrt(Math.max(0, 1 - hz * hz));
        return (float) ((2 + 1 / alpha) * Math.pow(sin, 1 / alpha) / (2 * Math.PI));
    }

    /** Equation 3 and its mirrored other half beyond 60 degrees. */
    static float lambda(float cos, float alpha) {
        return (float) Math.exp(cos < 0.5f ? fit(cos, alpha) : 2 * fit(0.5f, alpha) - fit(1 - cos, alpha));
    }

    private static float fit(float x, float alpha) {
        float t = (1 - alpha) * (1 - alpha);
        float a = SMOOTH[0] * t + ROUGH[0] * (1 - t);
        float b = SMOOTH[1] * t + ROUGH[1] * (1 - t);
        float c = SMOOTH[2] * t + ROUGH[2] * (1 - t);
        float d = SMOOTH[3] * t + ROUGH[3] * (1 - t);
        float e = SMOOTH[4] * t + ROUGH[4] * (1 - t);
        return a / (1 + b * (float) Math.pow(x, c)) + d * x + e;
    }

    /** The lobe's value for white fibres, without the cosine of the light. */
    static float value(float vz, float lz, float hz, float roughness) {
        float alpha = alpha(roughness);
        return distribution(hz, alpha) / ((1 + lambda(vz, alpha) + lambda(lz, alpha)) * 4 * vz * lz);
    }

    /** How much of the light white fibres throw back; what is under them gets the rest. At most 1. */
    static float albedo(float mu, float roughness) {
        float r = Math.max(0, Math.min(1, roughness)) * (SIZE - 1);
        float m = Math.max(0, Math.min(1, mu)) * (SIZE - 1);
        int r0 = Math.min((int) r, SIZE - 2);
        int m0 = Math.min((int) m, SIZE - 2);
        int i = r0 * SIZE + m0;
        float low = ALBEDO[i] + (ALBEDO[i + 1] - ALBEDO[i]) * (m - m0);
        float high = ALBEDO[i + SIZE] + (ALBEDO[i + SIZE + 1] - ALBEDO[i + SIZE]) * (m - m0);
        return Math.min(1, low + (high - low) * (r - r0));
    }

    private static double integral(float mu, float roughness) {
        double sin = Math.sqrt(1 - mu * mu);
        double sum = 0;
        for (int i = 0; i < STEPS; i++) {
            // even in the cosine, squared towards the horizon where the lobe stands
            double u = (i + 0.5) / STEPS;
            double lz = u * u;
            double across = Math.sqrt(1 - lz * lz);
            for (int k = 0; k < STEPS; k++) {
                double phi = (k + 0.5) / STEPS * Math.PI;
                double hx = sin + across * Math.cos(phi);
                double hy = across * Math.sin(phi);
                double hz = mu + lz;
                double h = hz / Math.sqrt(hx * hx + hy * hy + hz * hz);
                sum += value(mu, (float) lz, (float) h, roughness) * lz * 2 * u;
            }
        }
        return sum * 2 * Math.PI / (STEPS * STEPS);
    }
}
