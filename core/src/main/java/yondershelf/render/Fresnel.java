package yondershelf.render;

/** How much of the light a smooth boundary reflects. */
final class Fresnel {
    private Fresnel() {}

    /** Schlick's weight of grazing light: {@code F = F0 + (F90 - F0) weight}. */
    static float schlick(float cos) {
        float m = cos < 0 ? 1 : cos > 1 ? 0 : 1 - cos;
        return m * m * m * m * m;
    }

    /** Reflectance head-on of a boundary between two indices of refraction. */
    static float headOn(float ior) {
        float r = (ior - 1) / (ior + 1);
        return r * r;
    }

    /**
     * Fresnel's equations for a dielectric, light without polarisation.
     *
     * @param cos of the angle on the side the light comes from, 0 to 1
     * @param eta index of refraction of the other side over that of this one
     * @return 1 beyond the critical angle
     */
    static float dielectric(float cos, float eta) {
        float inside = 1 - (1 - cos * cos) / (eta * eta);
        if (inside <= 0) {
            return 1;
        }
        float cosT = (float) Math.sqrt(inside);
        float s = (cos - eta * cosT) / (cos + eta * cosT);
        float p = (eta * cos - cosT) / (eta * cos + cosT);
        return (s * s + p * p) * 0.5f;
    }
}
