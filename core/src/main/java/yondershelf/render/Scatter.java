package yondershelf.render;

/**
 * How a surface scatters light: a GGX coat over a diffuse base, and metal, as in glTF 2.0 appendix B. The coat's lost
 * multiple scattering is made up for by a scale (Turquin, "Practical multiple scattering compensation", 2019); the base
 * gets what the coat lets through, coupled reciprocally (Kelemen and Szirmay-Kalos 2001). One per worker.
 */
final class Scatter {
    private static final float INV_PI = (float) (1 / Math.PI);

    /** The scattered direction. */
    float x;

    float y;
    float z;
    /** After {@link #evaluate}: value times cosine. After {@link #sample}: value times cosine over density. */
    float weightR;

    float weightG;
    float weightB;
    /** Solid-angle density of choosing the direction. */
    float density;

    private float nx;
    private float ny;
    private float nz;
    private float t1x;
    private float t1y;
    private float t1z;
    private float t2x;
    private float t2y;
    private float t2z;
    private float gx;
    private float gy;
    private float gz;
    /** Towards the viewer, in the shading frame. */
    private float vx;

    private float vy;
    private float vz;
    private float alpha;
    private float f0r;
    private float f0g;
    private float f0b;
    private float madeUpR;
    private float madeUpG;
    private float madeUpB;
    private float diffuseR;
    private float diffuseG;
    private float diffuseB;
    private float roughness;
    private float specularShare;
    private final float[] half = new float[3];

    /** Takes over a surface seen from a unit direction. */
    void enter(Surface s, float wx, float wy, float wz) {
        nx = s.nx;
        ny = s.ny;
        nz = s.nz;
        gx = s.gx;
        gy = s.gy;
        gz = s.gz;
        if (nx * wx + ny * wy + nz * wz <= 0.001f) {
            nx = gx;
            ny = gy;
            nz = gz;
        }
        // Duff et al., "Building an orthonormal basis, revisited", JCGT 6(1), 2017
        float sign = nz < 0 ? -1 : 1;
        float a = -1 / (sign + nz);
        float b = nx * ny * a;
        t1x = 1 + sign * nx * nx * a;
        t1y = sign * b;
        t1z = -sign * nx;
        t2x = b;
        t2y = sign + ny * ny * a;
        t2z = -ny;
        vx = wx * t1x + wy * t1y + wz * t1z;
        vy = wx * t2x + wy * t2y + wz * t2z;
        vz = Math.max(1e-4f, wx * nx + wy * ny + wz * nz);
        roughness = s.roughness;
        alpha = Ggx.alpha(roughness);
        float metal = s.metallic;
        f0r = GgxTables.DIELECTRIC * (1 - metal) + s.baseR * metal;
        f0g = GgxTables.DIELECTRIC * (1 - metal) + s.baseG * metal;
        f0b = GgxTables.DIELECTRIC * (1 - metal) + s.baseB * metal;
        float lost = 1 / GgxTables.white(vz, roughness) - 1;
        madeUpR = 1 + f0r * lost;
        madeUpG = 1 + f0g * lost;
        madeUpB = 1 + f0b * lost;
        float through = (1 - GgxTables.coat(vz, roughness)) / (1 - GgxTables.coatMean(roughness));
        float k = (1 - metal) * through * INV_PI;
        diffuseR = s.baseR * k;
        diffuseG = s.baseG * k;
        diffuseB = s.baseB * k;
        float coat = GgxTables.whole(0.2126f * f0r + 0.7152f * f0g + 0.0722f * f0b, vz, roughness);
        float base = (1 - metal)
                * (1 - GgxTables.coat(vz, roughness))
                * (0.2126f * s.baseR + 0.7152f * s.baseG + 0.0722f * s.baseB);
        float share = coat + base > 0 ? coat / (coat + base) : 1;
        specularShare = base <= 0 ? 1 : Math.max(0.1f, Math.min(0.9f, share));
    }

    /** Values for a given unit direction; false when no light goes there. */
    boolean evaluate(float wx, float wy, float wz) {
        float lx = wx * t1x + wy * t1y + wz * t1z;
        float ly = wx * t2x + wy * t2y + wz * t2z;
        float lz = wx * nx + wy * ny + wz * nz;
        if (lz <= 1e-5f || wx * gx + wy * gy + wz * gz <= 0) {
            return false;
        }
        values(lx, ly, lz);
        return true;
    }

    private void values(float lx, float ly, float lz) {
        float hx = vx + lx;
        float hy = vy + ly;
        float hz = vz + lz;
        float l = 1 / (float) Math.sqrt(hx * hx + hy * hy + hz * hz);
        hz *= l;
        float vh = (vx * hx + vy * hy) * l + vz * hz;
        float d = Ggx.distribution(hz, alpha);
        float g2 = Ggx.smithG2(vz, lz, alpha);
        float common = d * g2 / (4 * vz);
        float m = 1 - vh;
        float fresnel = m * m * m * m * m;
        float through = lz * (1 - GgxTables.coat(lz, roughness));
        weightR = common * (f0r + (1 - f0r) * fresnel) * madeUpR + diffuseR * through;
        weightG = common * (f0g + (1 - f0g) * fresnel) * madeUpG + diffuseG * through;
        weightB = common * (f0b + (1 - f0b) * fresnel) * madeUpB + diffuseB * through;
        float visible = d * Ggx.smithG1(vz, alpha) / (4 * vz);
        density = specularShare * visible + (1 - specularShare) * lz * INV_PI;
    }

    /** Chooses a direction; false when the path ends here. */
    boolean sample(float choice, float u1, float u2) {
        float lx;
        float ly;
        float lz;
        if (choice < specularShare) {
            Ggx.sampleVisibleNormal(vx, vy, vz, alpha, u1, u2, half);
            float vh = 2 * (vx * half[0] + vy * half[1] + vz * half[2]);
            lx = vh * half[0] - vx;
            ly = vh * half[1] - vy;
            lz = vh * half[2] - vz;
        } else {
            float r = (float) Math.sqrt(u1);
            lx = r * (float) Turns.cos(u2);
            ly = r * (float) Turns.sin(u2);
            lz = (float) Math.sqrt(Math.max(0, 1 - u1));
        }
        if (lz <= 1e-5f) {
            return false;
        }
        x = lx * t1x + ly * t2x + lz * nx;
        y = lx * t1y + ly * t2y + lz * ny;
        z = lx * t1z + ly * t2z + lz * nz;
        if (x * gx + y * gy + z * gz <= 0) {
            return false;
        }
        values(lx, ly, lz);
        if (!(density > 0)) {
            return false;
        }
        weightR /= density;
        weightG /= density;
        weightB /= density;
        return true;
    }
}
