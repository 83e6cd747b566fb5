package yondershelf.render;

import yondershelf.work.Parallel;

/**
 * Edge-avoiding a-trous wavelet filter (Dammertz, Sewtz, Hanika and Lensch, HPG 2010) on light divided by base color,
 * guided by base color and normal; it fades out as samples grow.
 */
final class Denoiser {
    private static final int FADED_OUT = 128;
    private static final float[] KERNEL = {1 / 16f, 1 / 4f, 3 / 8f, 1 / 4f, 1 / 16f};

    private Denoiser() {}

    /**
     * @param light four a pixel, premultiplied; left as it is
     * @param albedos sums over the samples, three a pixel
     * @param normals the same
     */
    static float[] filter(float[] light, float[] albedos, float[] normals, int w, int h, int samples) {
        if (samples >= FADED_OUT || samples <= 0) {
            return light;
        }
        int levels = samples <= 4 ? 4 : samples <= 32 ? 3 : 2;
        float strength = (float) (3.0 / Math.sqrt(samples));
        float[] albedo = new float[w * h * 3];
        float[] normal = new float[w * h * 3];
        float[] from = light.clone();
        for (int i = 0; i < from.length; i++) {
            // not a number would spread to all its neighbours
            from[i] = Float.isFinite(from[i]) ? from[i] : 0;
        }
        for (int i = 0; i < w * h; i++) {
            for (int c = 0; c < 3; c++) {
                albedo[i * 3 + c] = albedos[i * 3 + c] / samples;
                normal[i * 3 + c] = normals[i * 3 + c] / samples;
                from[i * 4 + c] /= albedo[i * 3 + c] + 0.02f;
            }
        }
        float[] to = new float[from.length];
        for (int level = 0; level < levels; level++) {
            int step = 1 << level;
            float sigma = strength / (1 << level);
            float[] in = from;
            float[] out = to;
            Parallel.run(h, Parallel.threads(), () -> false, y -> row(in, out, albedo, normal, w, h, y, step, sigma));
            float[] swap = from;
            from = to;
            to = swap;
        }
        for (int i = 0; i < w * h; i++) {
            for (int c = 0; c < 3; c++) {
                from[i * 4 + c] *= albedo[i * 3 + c] + 0.02f;
            }
        }
        float keep = samples / (float) FADED_OUT;
        for (int i = 0; i < from.length; i++) {
            from[i] = from[i] * (1 - keep) + (Float.isFinite(light[i]) ? light[i] : 0) * keep;
        }
        return from;
    }

    private static void row(
            float[] in, float[] out, float[] albedo, float[] normal, int w, int h, int y, int step, float sigma) {
        for (int x = 0; x < w; x++) {
            int p = y * w + x;
            float r = in[p * 4];
            float g = in[p * 4 + 1];
            float b = in[p * 4 + 2];
            float coverage = in[p * 4 + 3];
            float sumR = 0;
            float sumG = 0;
            float sumB = 0;
            float sumA = 0;
            float weights = 0;
            float level = 0.2126f * r + 0.7152f * g + 0.0722f * b;
            for (int dy = -2; dy <= 2; dy++) {
                int qy = y + dy * step;
                if (qy < 0 || qy >= h) {
                    continue;
                }
                for (int dx = -2; dx <= 2; dx++) {
                    int qx = x + dx * step;
                    if (qx < 0 || qx >= w) {
                        continue;
                    }
                    int q = qy * w + qx;
                    float an = 0;
                    float nn = 0;
                    for (int c = 0; c < 3; c++) {
                        float da = albedo[p * 3 + c] - albedo[q * 3 + c];
                        float dn = normal[p * 3 + c] - normal[q * 3 + c];
                        an += da * da;
                        nn += dn * dn;
                    }
                    float other = 0.2126f * in[q * 4] + 0.7152f * in[q * 4 + 1] + 0.0722f * in[q * 4 + 2];
                    float dl = (level - other) / (0.15f + level);
                    float dc = coverage - in[q * 4 + 3];
                    float exponent = dl * dl / (sigma * sigma * 4) + an * 200 + nn * 12 + dc * dc * 60;
                    // a rational stand-in for exp(-x): the same on every machine
                    float weight = KERNEL[dx + 2] * KERNEL[dy + 2] / (1 + exponent + exponent * exponent * 0.5f);
                    sumR += in[q * 4] * weight;
                    sumG += in[q * 4 + 1] * weight;
                    sumB += in[q * 4 + 2] * weight;
                    sumA += in[q * 4 + 3] * weight;
                    weights += weight;
                }
            }
            out[p * 4] = sumR / weights;
            out[p * 4 + 1] = sumG / weights;
            out[p * 4 + 2] = sumB / weights;
            out[p * 4 + 3] = sumA / weights;
        }
    }
}
