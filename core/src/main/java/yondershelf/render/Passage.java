package yondershelf.render;

/**
 * Light through a surface of small facets: refracted into a body and out of it (Walter et al. 2007), or straight on through a sheet
 * without thickness, whose lobe is that of the reflection seen from behind (KHR_materials_transmission).
 */
final class Passage {
    private static final float SAME = 0.005f;
    private static final float LEAST_BACK = 0.3f;
    private static final float LEAST_ROUGH = 0.1f;
    private static final float INV_PI = (float) (1 / Math.PI);

    /** What passes is multiplied by these. */
    float tintR;

    float tintG;
    float tintB;
    /** After {@link #through}: where the light goes, in the shading frame. */
    float lx;

    float ly;
    float lz;

    private boolean open;
    private boolean thin;
    private float eta;
    private float headOn;
    private float vx;
    private float vy;
    private float vz;
    private float roughness;
    /** Of the denser body over that of the other. */
    private float dense;
    /** What meets a second facet: of it, what comes back and what passes, each over the mean of its own side and pi. */
    private float upAgain;

    private float downAgain;
    /** Their shares of all light. */
    private float upMore;

    private float downMore;

    /** @param rough of the boundary, 0 to 1 */
    void enter(Surface s, float rough, float x, float y, float z) {
        open = s.transmission > 0;
        if (!open) {
            upAgain = 0;
            downAgain = 0;
            upMore = 0;
            downMore = 0;
            return;
        }
        // what bends light too little to be worked out goes on straight
        thin = s.thin || Math.abs(s.ior - 1) < SAME;
        eta = eta(s);
        headOn = Fresnel.headOn(s.ior);
        vx = x;
        vy = y;
        vz = z;
        tintR = s.transmission * s.baseR;
        tintG = s.transmission * s.baseG;
        tintB = s.transmission * s.baseB;
        roughness = rough;
        again(s.transmission);
    }

    /**
     * A path turned around carries the same when what passes from outside, over what passes from within, is as the square of the index times
     * what is missing within over what is missing outside (Kulla and Conty 2017).
     */
    private void again(float transmission) {
        upAgain = 0;
        downAgain = 0;
        upMore = 0;
        downMore = 0;
        if (thin || roughness < LEAST_ROUGH) {
            return;
        }
        dense = Math.max(eta, 1 / eta);
        boolean within = eta < 1;
        float own = GlassTables.meanMissing(roughness, dense, within);
        float other = GlassTables.meanMissing(roughness, dense, !within);
        float ratio = dense * dense * (within ? own / other : other / own);
        float fromOutside = Math.min(1, ratio);
        float passes = within ? fromOutside / ratio : fromOutside;
        float missing = GlassTables.missing(vz, roughness, dense, within);
        upMore = transmission * (1 - passes) * missing;
        downMore = passes * missing;
        upAgain = upMore / own * INV_PI;
        // radiance shrinks as in narrowing()
        downAgain = downMore / other * INV_PI / (eta * eta);
    }

    /** What comes back after several facets, times the cosine. */
    float above(float lz) {
        return upAgain > 0 ? upAgain * lz * GlassTables.missing(lz, roughness, dense, eta < 1) : 0;
    }

    /** What passes after several facets, times the cosine, before its tint. */
    float below(float lz) {
        return downAgain > 0 ? downAgain * -lz * GlassTables.missing(-lz, roughness, dense, eta > 1) : 0;
    }

    /** Share of all light that comes back after several facets. */
    float upMore() {
        return upMore;
    }

    /** Share that passes after several, before its tint. */
    float downMore() {
        return downMore;
    }

    /** Index of refraction of the other side over that of the viewer's; a thin sheet has the same on both. */
    static float eta(Surface s) {
        return s.front || s.thin ? s.ior : 1 / s.ior;
    }

    boolean isOpen() {
        return open;
    }

    /** True for a boundary between two bodies. */
    boolean isBody() {
        return open && !thin;
    }

    boolean isThin() {
        return open && thin;
    }

    /** Fresnel's equations at a cosine. */
    float reflected(float cos) {
        return Fresnel.dielectric(cos, eta);
    }

    /** Fresnel's equations as a weight between what is reflected head-on and at grazing angles. */
    float grazing(float cos) {
        return headOn >= 1 ? 1 : (reflected(cos) - headOn) / (1 - headOn);
    }

    /** Of the light that meets a facet, how often reflection is looked at instead of what passes. */
    float reflectedShare(float[] fresnel) {
        if (!open) {
            return 1;
        }
        float back = Bsdf.luminance(fresnel[0], fresnel[1], fresnel[2]);
        float on = (1 - back) * Bsdf.luminance(tintR, tintG, tintB);
        if (!(back > 0)) {
            return on > 0 ? 0 : 1;
        }
        // a lamp in clear glass is bright though little is reflected: looked for more often than its share
        return on > 0 ? Math.max(LEAST_BACK, back / (back + on)) : 1;
    }

    /** The facet that sends the viewer's direction to one below the surface; false when there is none. */
    boolean facet(float x, float y, float z, float[] half) {
        float k = thin ? 1 : eta;
        float hx = vx + x * k;
        float hy = vy + y * k;
        float hz = vz + (thin ? -z : z * k);
        float l = (float) Math.sqrt(hx * hx + hy * hy + hz * hz);
        if (!(l > 1e-6f)) {
            return false;
        }
        l = hz < 0 ? -l : l;
        half[0] = hx / l;
        half[1] = hy / l;
        half[2] = hz / l;
        float vh = vx * half[0] + vy * half[1] + vz * half[2];
        float lh = x * half[0] + y * half[1] + z * half[2];
        return vh > 0 && (thin || lh < 0);
    }

    /** Solid angle of facets over that of directions, times the cosine to the facet (Walter 2007, eq. 14 and 17). */
    float jacobian(float x, float y, float z, float[] half) {
        if (thin) {
            return 0.25f;
        }
        float vh = vx * half[0] + vy * half[1] + vz * half[2];
        float lh = x * half[0] + y * half[1] + z * half[2];
        float d = vh + eta * lh;
        return vh * eta * eta * -lh / (d * d);
    }

    /** Radiance shrinks with the square of the index on its way into a body, seen from where the path comes from. */
    float narrowing(float jacobian) {
        return thin ? jacobian : jacobian / (eta * eta);
    }

    /** The direction that passes a facet; false where everything is reflected (Snell's law). */
    boolean through(float[] half, float vh) {
        if (thin) {
            lx = 2 * vh * half[0] - vx;
            ly = 2 * vh * half[1] - vy;
            lz = vz - 2 * vh * half[2];
            return true;
        }
        float inside = 1 - (1 - vh * vh) / (eta * eta);
        if (inside <= 0) {
            return false;
        }
        float k = vh / eta - (float) Math.sqrt(inside);
        lx = k * half[0] - vx / eta;
        ly = k * half[1] - vy / eta;
        lz = k * half[2] - vz / eta;
        return true;
    }
}
