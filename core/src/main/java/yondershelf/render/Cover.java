package yondershelf.render;

/**
 * What lies over a surface: fibres ({@link Sheen}) and over them a clear varnish, a smooth or rough dielectric of an index of 1.5
 * with a normal of its own (KHR_materials_clearcoat). Both take from what is below as much as they throw back, the larger share of
 * the two directions, so that light may be turned around.
 */
final class Cover {
    /** After {@link #over}: what is left of what the boundary reflects, and of what the base scatters. */
    float direct;

    float soft;
    /** After {@link #over}: value times cosine of fibres and varnish. */
    float red;

    float green;
    float blue;
    /** After {@link #over}: density of the varnish's directions. */
    float density;
    /** After {@link #sample}. */
    float x;

    float y;
    float z;

    private final Frame frame = new Frame();
    private final float[] half = new float[3];
    private float coat;
    private float coatRoughness;
    private float alpha;
    private float vx;
    private float vy;
    /** Cosines of the view to the varnish's normal and to the surface's. */
    private float vc;

    private float vz;
    private float kept;
    private float sheen;
    private float sheenR;
    private float sheenG;
    private float sheenB;
    private float sheenRoughness;
    private float sheenKept;

    void enter(Surface s, float wx, float wy, float wz, float cos) {
        coat = s.coat;
        sheen = s.sheen;
        vz = cos;
        if (coat > 0) {
            frame.around(s.coatX, s.coatY, s.coatZ);
            if (frame.localZ(wx, wy, wz) <= 0.001f) {
                frame.around(s.gx, s.gy, s.gz);
            }
            vx = frame.localX(wx, wy, wz);
            vy = frame.localY(wx, wy, wz);
            vc = Math.max(1e-4f, frame.localZ(wx, wy, wz));
            coatRoughness = s.coatRoughness;
            alpha = Ggx.alpha(coatRoughness);
            kept = coat * GgxTables.coat(vc, coatRoughness);
        }
        if (sheen > 0) {
            sheenR = s.sheenR;
            sheenG = s.sheenG;
            sheenB = s.sheenB;
            sheenRoughness = s.sheenRoughness;
            sheenKept = sheen * Sheen.albedo(vz, sheenRoughness);
        }
    }

    boolean isNone() {
        return coat <= 0 && sheen <= 0;
    }

    float coatShare() {
        return coat > 0 ? kept : 0;
    }

    float sheenShare() {
        return sheen > 0 ? sheenKept : 0;
    }

    /** What is left, by the viewer's direction alone, of light that passes through the whole surface. */
    float leaves() {
        return (coat > 0 ? 1 - kept : 1) * (sheen > 0 ? 1 - sheenKept : 1);
    }

    /**
     * @param lz cosine of the light to the surface's normal
     * @param hz cosine of the half vector to it
     * @param wx the light's direction in the world
     */
    void over(float lz, float hz, float wx, float wy, float wz) {
        red = green = blue = density = 0;
        direct = soft = 1;
        if (sheen > 0) {
            float value = Sheen.value(vz, lz, hz, sheenRoughness) * lz;
            red = sheenR * value;
            green = sheenG * value;
            blue = sheenB * value;
            direct = soft = 1 - Math.max(sheenKept, sheen * Sheen.albedo(lz, sheenRoughness));
        }
        if (coat > 0) {
            varnish(wx, wy, wz);
        }
    }

    private void varnish(float wx, float wy, float wz) {
        float lz = frame.localZ(wx, wy, wz);
        if (lz <= 1e-5f) {
            red = green = blue = direct = soft = 0;
            return;
        }
        float other = coat * GgxTables.coat(lz, coatRoughness);
        float left = 1 - Math.max(kept, other);
        float mean = coat * GgxTables.wholeMean(GgxTables.DIELECTRIC, 1, coatRoughness);
        direct *= left;
        soft *= (1 - kept) * (1 - other) / (1 - mean);
        float lx = frame.localX(wx, wy, wz);
        float ly = frame.localY(wx, wy, wz);
        float hx = vx + lx;
        float hy = vy + ly;
        float hz = vc + lz;
        float l = 1 / (float) Math.sqrt(hx * hx + hy * hy + hz * hz);
        hx *= l;
        hy *= l;
        hz *= l;
        float d = Ggx.distribution(hx, hy, hz, alpha, alpha);
        float fresnel = Fresnel.schlick(vx * hx + vy * hy + vc * hz);
        float value = d * Ggx.smithG2(vx, vy, vc, lx, ly, lz, alpha, alpha) / (4 * vc);
        value *= GgxTables.DIELECTRIC + (1 - GgxTables.DIELECTRIC) * fresnel;
        red = red * left + coat * value;
        green = green * left + coat * value;
        blue = blue * left + coat * value;
        density = d * Ggx.smithG1(vx, vy, vc, alpha, alpha) / (4 * vc);
    }

    /** A direction the varnish reflects to. */
    boolean sample(float u1, float u2) {
        Ggx.sampleVisibleNormal(vx, vy, vc, alpha, alpha, u1, u2, half);
        float vh = 2 * (vx * half[0] + vy * half[1] + vc * half[2]);
        float lx = vh * half[0] - vx;
        float ly = vh * half[1] - vy;
        float lz = vh * half[2] - vc;
        if (lz <= 1e-5f) {
            return false;
        }
        x = frame.worldX(lx, ly, lz);
        y = frame.worldY(lx, ly, lz);
        z = frame.worldZ(lx, ly, lz);
        return true;
    }
}
