package yondershelf.render;

/**
 * The GGX microfacet lobe (Walter et al. 2007) with height-correlated Smith shadowing and sampling of visible normals
 * (Heitz, JCGT 7(4), 2018). Vectors are in the shading frame, z along the normal.
 */
final class Ggx {
    /** Below this the lobe is narrower than single precision can follow. */
    private static final float LEAST_ALPHA = 0.002f;

    private Ggx() {}

    /** glTF 2.0, appendix B.2.3: alpha is roughness squared. */
    static float alpha(float roughness) {
        float a = roughness * roughness;
        return a > LEAST_ALPHA ? a : LEAST_ALPHA;
    }

    /** Density of normals; with one roughness that of Walter 2007, eq. 33, with two that of Heitz 2018, eq. 1. */
    static float distribution(float hx, float hy, float hz, float alphaX, float alphaY) {
        float x = hx / alphaX;
        float y = hy / alphaY;
        float d = x * x + y * y + hz * hz;
        return 1 / ((float) Math.PI * alphaX * alphaY * d * d);
    }

    /** Heitz 2018, eq. 2. */
    private static float lambda(float x, float y, float z, float alphaX, float alphaY) {
        float ax = alphaX * x;
        float ay = alphaY * y;
        return ((float) Math.sqrt(1 + (ax * ax + ay * ay) / (z * z)) - 1) * 0.5f;
    }

    static float smithG1(float x, float y, float z, float alphaX, float alphaY) {
        return 1 / (1 + lambda(x, y, z, alphaX, alphaY));
    }

    /** Height-correlated; for light that passes through the surface both directions count by their own sides. */
    static float smithG2(float vx, float vy, float vz, float lx, float ly, float lz, float alphaX, float alphaY) {
        return 1 / (1 + lambda(vx, vy, vz, alphaX, alphaY) + lambda(lx, ly, lz, alphaX, alphaY));
    }

    /** A half vector from those visible from v (Heitz 2018, listing 1). */
    static void sampleVisibleNormal(
            float vx, float vy, float vz, float alphaX, float alphaY, float u1, float u2, float[] h) {
        float x = alphaX * vx;
        float y = alphaY * vy;
        float z = vz;
        float length = (float) Math.sqrt(x * x + y * y + z * z);
        x /= length;
        y /= length;
        z /= length;
        float across = x * x + y * y;
        float t1x = 1;
        float t1y = 0;
        if (across > 0) {
            float i = 1 / (float) Math.sqrt(across);
            t1x = -y * i;
            t1y = x * i;
        }
        float t2x = -z * t1y;
        float t2y = z * t1x;
        float t2z = x * t1y - y * t1x;
        float r = (float) Math.sqrt(u1);
        float p1 = r * (float) Turns.cos(u2);
        float p2 = r * (float) Turns.sin(u2);
        float s = 0.5f * (1 + z);
        p2 = (1 - s) * (float) Math.sqrt(Math.max(0, 1 - p1 * p1)) + s * p2;
        float p3 = (float) Math.sqrt(Math.max(0, 1 - p1 * p1 - p2 * p2));
        float hx = alphaX * (p1 * t1x + p2 * t2x + p3 * x);
        float hy = alphaY * (p1 * t1y + p2 * t2y + p3 * y);
        float hz = Math.max(1e-6f, p2 * t2z + p3 * z);
        float l = (float) Math.sqrt(hx * hx + hy * hy + hz * hz);
        h[0] = hx / l;
        h[1] = hy / l;
        h[2] = hz / l;
    }
}
