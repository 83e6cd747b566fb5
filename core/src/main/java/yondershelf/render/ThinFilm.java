package yondershelf.render;

/**
 * The colours of a thin film over a surface: Belcour and Barla, "A practical extension to microfacet theory for the modeling
 * of varying iridescence", 2017, in the form KHR_materials_iridescence gives it: Airy's sum with the spectral integration
 * done in the domain of the optical path, through Gaussian fits of the eye's curves.
 */
final class ThinFilm {
    /** Fits of the CIE 1931 curves in the Fourier domain: value, position and variance (supplement of the paper). */
    private static final double[] VALUE = {5.4856e-13, 4.4201e-13, 5.2481e-13};

    private static final double[] POSITION = {1.6810e+06, 1.7953e+06, 2.2084e+06};
    private static final double[] VARIANCE = {4.3278e+09, 9.3046e+09, 6.6121e+09};
    /** CIE XYZ to linear Rec. 709 (IEC 61966-2-1). */
    private static final double[] TO_RGB = {
        3.2404542, -1.5371385, -0.4985314, -0.9692660, 1.8760108, 0.0415560, 0.0556434, -0.2040259, 1.0572252
    };

    private static final double METRES = 1e-9;
    private static final int ORDERS = 2;

    private final double[] base = new double[3];
    private final double[] sensed = new double[3];

    /**
     * Reflectance.
     *
     * @param cos of the angle outside the film
     * @param film index of refraction of the film
     * @param nanometres its thickness
     * @param f0 reflectance head-on of the surface under the film when it lies in air, red, green and blue; not changed
     * @param out red, green and blue, 0 to 1
     */
    void reflectance(float cos, float film, float nanometres, float[] f0, float[] out) {
        // a film that grows thin becomes air
        double fade = Math.max(0, Math.min(1, nanometres / 30));
        double ior = 1 + (film - 1) * fade * fade * (3 - 2 * fade);
        double sin2 = (1 - cos * cos) / (ior * ior);
        if (1 - sin2 <= 0) {
            out[0] = out[1] = out[2] = 1;
            return;
        }
        double inside = Math.sqrt(1 - sin2);
        double r0 = (ior - 1) / (ior + 1) * ((ior - 1) / (ior + 1));
        double r12 = r0 + (1 - r0) * Fresnel.schlick(cos);
        double t121 = 1 - r12;
        double phase12 = ior < 1 ? Math.PI : 0;
        double phase21 = Math.PI - phase12;
        double way = 2 * ior * nanometres * METRES * inside;
        double[] r23 = base;
        double[] phase = new double[3];
        double[] step = new double[3];
        double[] c = new double[3];
        for (int i = 0; i < 3; i++) {
            double under = Math.min(0.9999, Math.max(0, f0[i]));
            double n3 = (1 + Math.sqrt(under)) / (1 - Math.sqrt(under));
            double r1 = (n3 - ior) / (n3 + ior) * ((n3 - ior) / (n3 + ior));
            r23[i] = r1 + (1 - r1) * Fresnel.schlick((float) inside);
            phase[i] = phase21 + (n3 < ior ? Math.PI : 0);
            step[i] = Math.sqrt(r12 * r23[i]);
            double rs = t121 * t121 * r23[i] / (1 - r12 * r23[i]);
            out[i] = (float) (r12 + rs);
            c[i] = rs - t121;
        }
        for (int m = 1; m <= ORDERS; m++) {
            for (int i = 0; i < 3; i++) {
                c[i] *= step[i];
            }
            interference(m * way, m, phase, c, out);
        }
        for (int i = 0; i < 3; i++) {
            out[i] = Math.max(0, Math.min(1, out[i]));
        }
    }

    /** Adds one order of interference. */
    private void interference(double way, int order, double[] phase, double[] c, float[] out) {
        double k = 2 * Math.PI * way;
        for (int i = 0; i < 3; i++) {
            // each of red, green and blue has its own phase under it, so each needs the three curves
            for (int x = 0; x < 3; x++) {
                double value = VALUE[x]
                        * Math.sqrt(2 * Math.PI * VARIANCE[x])
                        * Math.cos(POSITION[x] * k + order * phase[i])
                        * Math.exp(-k * k * VARIANCE[x]);
                if (x == 0) {
                    value += 9.7470e-14
                            * Math.sqrt(2 * Math.PI * 4.5282e+09)
                            * Math.cos(2.2399e+06 * k + order * phase[i])
                            * Math.exp(-4.5282e+09 * k * k);
                }
                sensed[x] = value / 1.0685e-7;
            }
            double rgb = TO_RGB[i * 3] * sensed[0] + TO_RGB[i * 3 + 1] * sensed[1] + TO_RGB[i * 3 + 2] * sensed[2];
            out[i] += (float) (2 * c[i] * rgb);
        }
    }
}
