package yondershelf.render;

/**
 * How a surface scatters light (its bidirectional scattering distribution function): a GGX boundary over a diffuse base, and metal, as in glTF 2.0 appendix B; what the boundary lets
 * through goes on below ({@link Passage}), and fibres and varnish lie over all of it ({@link Cover}). What is scattered more than once
 * is a lobe of its own ({@link GgxTables}); the base gets what the boundary lets through, coupled reciprocally (Kelemen and
 * Szirmay-Kalos 2001). One per worker.
 */
final class Bsdf {
    private static final float INV_PI = (float) (1 / Math.PI);
    private static final float LEAST_SHARE = 0.1f;

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

    private final Frame frame = new Frame();
    private final Cover cover = new Cover();
    private final Passage passage = new Passage();
    private final ThinFilm thinFilm = new ThinFilm();
    private final float[] f0 = new float[3];
    private final float[] fresnel = new float[3];
    private final float[] filmed = new float[3];
    private final float[] more = new float[3];
    private final float[] half = new float[3];
    private float f90;
    private float gx;
    private float gy;
    private float gz;
    /** Towards the viewer, in the shading frame. */
    private float vx;

    private float vy;
    private float vz;
    private float alphaX;
    private float alphaY;
    private float roughness;
    private float diffuseR;
    private float diffuseG;
    private float diffuseB;
    /** The dielectric's own reflectance, without metal: what keeps light from the base. */
    private float coatF0;

    private float coatF90;
    private float film;
    private float filmIor;
    private float filmThickness;
    /** 1 less the albedo towards the viewer, over the mean of 1 less the albedo, over pi. */
    private float lost;

    private float microShare;
    private float upShare;
    private float downShare;
    private float coverShare;

    /** Takes over a surface seen from a unit direction. */
    void enter(Surface s, float wx, float wy, float wz) {
        gx = s.gx;
        gy = s.gy;
        gz = s.gz;
        if (s.nx * wx + s.ny * wy + s.nz * wz <= 0.001f) {
            frame.around(gx, gy, gz);
        } else {
            frame.around(s.nx, s.ny, s.nz);
        }
        roughness = s.roughness;
        alphaY = Ggx.alpha(roughness);
        alphaX = alphaY;
        if (s.anisotropy > 0) {
            frame.align(s.tangentX, s.tangentY, s.tangentZ);
            // KHR_materials_anisotropy: along the direction the lobe grows to the roughest
            alphaX += (1 - alphaY) * s.anisotropy * s.anisotropy;
            // the tables know one roughness: that of a lobe as wide
            roughness = (float) Math.sqrt(Math.sqrt((alphaX * alphaX + alphaY * alphaY) / 2));
        }
        vx = frame.localX(wx, wy, wz);
        vy = frame.localY(wx, wy, wz);
        vz = Math.max(1e-4f, frame.localZ(wx, wy, wz));
        passage.enter(s, roughness, vx, vy, vz);
        boundary(s);
        cover.enter(s, wx, wy, wz, vz);
        shares(s);
    }

    private void boundary(Surface s) {
        float metal = s.metallic;
        f0[0] = s.f0R + (s.baseR - s.f0R) * metal;
        f0[1] = s.f0G + (s.baseG - s.f0G) * metal;
        f0[2] = s.f0B + (s.baseB - s.f0B) * metal;
        f90 = s.f90 + (1 - s.f90) * metal;
        film = s.film;
        filmIor = s.filmIor;
        filmThickness = s.filmThickness;
        coatF0 = Math.max(s.f0R, Math.max(s.f0G, s.f0B));
        coatF90 = s.f90;
        float lostMean = 1 - GgxTables.whiteMean(roughness);
        lost = lostMean < 1e-4f ? 0 : (1 - GgxTables.white(vz, roughness)) / lostMean * INV_PI;
        for (int c = 0; c < 3; c++) {
            // a body that lets light through has lobes of its own for it
            more[c] = GgxTables.more(f0[c], f90, roughness) * (passage.isBody() ? 1 - s.transmission : 1);
        }
        float k = (1 - metal) * (1 - s.transmission) * letIn(vz) * INV_PI / (1 - coatMean());
        diffuseR = s.baseR * k;
        diffuseG = s.baseG * k;
        diffuseB = s.baseB * k;
    }

    /** Share of light from or to a direction that the boundary lets through to the base. */
    private float letIn(float cos) {
        float kept = GgxTables.whole(coatF0, coatF90, cos, roughness);
        return 1 - (film > 0 ? kept + (filmReflectance(cos) - kept) * film : kept);
    }

    private float coatMean() {
        float kept = GgxTables.wholeMean(coatF0, coatF90, roughness);
        // the mean by the cosine over the hemisphere lies near a cosine of two thirds
        return film > 0 ? kept + (filmReflectance(2 / 3f) - kept) * film : kept;
    }

    private float filmReflectance(float cos) {
        thinFilm.reflectance(cos, filmIor, filmThickness, f0, filmed);
        return Math.min(0.99f, Math.max(filmed[0], Math.max(filmed[1], filmed[2])));
    }

    private void shares(Surface s) {
        float micro = GgxTables.single(luminance(f0[0], f0[1], f0[2]), f90, vz, roughness);
        float base = luminance(s.baseR, s.baseG, s.baseB);
        float through = 0;
        if (s.transmission > 0) {
            micro = passage.reflected(vz);
            through = (1 - micro) * s.transmission * base;
        }
        float up = (1 - s.metallic) * (1 - s.transmission) * letIn(vz) * base
                + luminance(more[0], more[1], more[2]) * lost
                + passage.upMore()
                + cover.sheenShare();
        microShare = micro + through;
        upShare = up > 0 ? Math.max(up, LEAST_SHARE * (microShare + up)) : 0;
        microShare = Math.max(microShare, LEAST_SHARE * (microShare + upShare));
        downShare = passage.isThin() ? through * lost : s.transmission * base * passage.downMore();
        coverShare = cover.coatShare() > 0 ? Math.max(cover.coatShare(), LEAST_SHARE * (microShare + upShare)) : 0;
        float k = 1 / (microShare + upShare + downShare + coverShare);
        microShare *= k;
        upShare *= k;
        downShare *= k;
        coverShare *= k;
    }

    /** Values for a given unit direction; false when no light goes there. */
    boolean evaluate(float wx, float wy, float wz) {
        float lz = frame.localZ(wx, wy, wz);
        float side = wx * gx + wy * gy + wz * gz;
        if (lz > 1e-5f && side > 0) {
            above(frame.localX(wx, wy, wz), frame.localY(wx, wy, wz), lz, wx, wy, wz);
            return true;
        }
        if (lz < -1e-5f && side < 0 && passage.isOpen()) {
            return below(frame.localX(wx, wy, wz), frame.localY(wx, wy, wz), lz);
        }
        return false;
    }

    private void above(float lx, float ly, float lz, float wx, float wy, float wz) {
        float hx = vx + lx;
        float hy = vy + ly;
        float hz = vz + lz;
        float l = 1 / (float) Math.sqrt(hx * hx + hy * hy + hz * hz);
        hx *= l;
        hy *= l;
        hz *= l;
        float vh = vx * hx + vy * hy + vz * hz;
        float d = Ggx.distribution(hx, hy, hz, alphaX, alphaY);
        float common = d * Ggx.smithG2(vx, vy, vz, lx, ly, lz, alphaX, alphaY) / (4 * vz);
        reflectance(vh);
        float through = lz * letIn(lz);
        float again = lost > 0 ? lost * lz * (1 - GgxTables.white(lz, roughness)) : 0;
        float glass = passage.above(lz);
        weightR = common * fresnel[0] + again * more[0] + glass;
        weightG = common * fresnel[1] + again * more[1] + glass;
        weightB = common * fresnel[2] + again * more[2] + glass;
        float visible = d * Ggx.smithG1(vx, vy, vz, alphaX, alphaY) / (4 * vz);
        density = microShare * passage.reflectedShare(fresnel) * visible + upShare * lz * INV_PI;
        if (cover.isNone()) {
            weightR += diffuseR * through;
            weightG += diffuseG * through;
            weightB += diffuseB * through;
            return;
        }
        cover.over(lz, hz, wx, wy, wz);
        weightR = weightR * cover.direct + diffuseR * through * cover.soft + cover.red;
        weightG = weightG * cover.direct + diffuseG * through * cover.soft + cover.green;
        weightB = weightB * cover.direct + diffuseB * through * cover.soft + cover.blue;
        density += coverShare * cover.density;
    }

    /** What the boundary reflects where the view meets its small facets at an angle. */
    private void reflectance(float vh) {
        float m = passage.isOpen() ? passage.grazing(vh) : Fresnel.schlick(vh);
        for (int c = 0; c < 3; c++) {
            fresnel[c] = f0[c] + (f90 - f0[c]) * m;
        }
        if (film > 0) {
            thinFilm.reflectance(vh, filmIor, filmThickness, f0, filmed);
            for (int c = 0; c < 3; c++) {
                fresnel[c] += (filmed[c] - fresnel[c]) * film;
            }
        }
    }

    private boolean below(float lx, float ly, float lz) {
        // varnish and fibres lie on the side that is looked at only
        float k = cover.isNone() ? 1 : cover.leaves();
        float soft = passage.below(lz);
        density = downShare * -lz * INV_PI;
        weightR = passage.tintR * k * soft;
        weightG = passage.tintG * k * soft;
        weightB = passage.tintB * k * soft;
        if (!passage.facet(lx, ly, lz, half)) {
            return density > 0;
        }
        reflectance(vx * half[0] + vy * half[1] + vz * half[2]);
        float d = Ggx.distribution(half[0], half[1], half[2], alphaX, alphaY);
        float g2 = Ggx.smithG2(vx, vy, vz, lx, ly, lz, alphaX, alphaY);
        float g1 = Ggx.smithG1(vx, vy, vz, alphaX, alphaY);
        float jacobian = passage.jacobian(lx, ly, lz, half);
        float common = d * g2 * passage.narrowing(jacobian) / vz;
        float again = 0;
        if (passage.isThin() && lost > 0) {
            again = -lz * lost * (1 - GgxTables.white(-lz, roughness));
        }
        weightR += passage.tintR * k * (common * (1 - fresnel[0]) + again * (1 - more[0]));
        weightG += passage.tintG * k * (common * (1 - fresnel[1]) + again * (1 - more[1]));
        weightB += passage.tintB * k * (common * (1 - fresnel[2]) + again * (1 - more[2]));
        density += microShare * (1 - passage.reflectedShare(fresnel)) * d * g1 * jacobian / vz;
        return density > 0;
    }

    /** Chooses a direction; false when the path ends here. */
    boolean sample(float choice, float u1, float u2) {
        float lx;
        float ly;
        float lz;
        if (choice < microShare) {
            Ggx.sampleVisibleNormal(vx, vy, vz, alphaX, alphaY, u1, u2, half);
            float vh = vx * half[0] + vy * half[1] + vz * half[2];
            boolean back = true;
            if (passage.isOpen()) {
                reflectance(vh);
                back = choice < microShare * passage.reflectedShare(fresnel);
            }
            if (back) {
                lx = 2 * vh * half[0] - vx;
                ly = 2 * vh * half[1] - vy;
                lz = 2 * vh * half[2] - vz;
            } else if (passage.through(half, vh)) {
                lx = passage.lx;
                ly = passage.ly;
                lz = passage.lz;
            } else {
                return false;
            }
            if (back != lz > 0) {
                return false;
            }
        } else if (choice < microShare + upShare + downShare) {
            float r = (float) Math.sqrt(u1);
            lx = r * (float) Turns.cos(u2);
            ly = r * (float) Turns.sin(u2);
            lz = (float) Math.sqrt(Math.max(0, 1 - u1));
            lz = choice < microShare + upShare ? lz : -lz;
        } else {
            return cover.sample(u1, u2) && keep(cover.x, cover.y, cover.z);
        }
        return keep(frame.worldX(lx, ly, lz), frame.worldY(lx, ly, lz), frame.worldZ(lx, ly, lz));
    }

    private boolean keep(float wx, float wy, float wz) {
        x = wx;
        y = wy;
        z = wz;
        if (!evaluate(wx, wy, wz) || !(density > 0)) {
            return false;
        }
        weightR /= density;
        weightG /= density;
        weightB /= density;
        return true;
    }

    /**
     * Prepares a look straight through the surface, as light that needs no more detail takes it: the share that passes, red, green
     * and blue, and leaves the rest to be scattered without it.
     */
    static void straight(Surface s, float cos, float[] out) {
        float reflected = Fresnel.dielectric(cos, Passage.eta(s));
        float m = (reflected - Fresnel.headOn(s.ior)) / (1 - Fresnel.headOn(s.ior));
        float k = s.transmission * (1 - s.coat * GgxTables.coat(cos, s.coatRoughness));
        out[0] = k * s.baseR * (1 - s.f0R - (s.f90 - s.f0R) * m);
        out[1] = k * s.baseG * (1 - s.f0G - (s.f90 - s.f0G) * m);
        out[2] = k * s.baseB * (1 - s.f0B - (s.f90 - s.f0B) * m);
    }

    static float luminance(float r, float g, float b) {
        return 0.2126f * r + 0.7152f * g + 0.0722f * b;
    }
}
