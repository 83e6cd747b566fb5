package yondershelf.render;

import yondershelf.content.Picture;

/** Sums of samples per pixel, and the guides the filter needs. Pixels are written by one thread each. */
public final class Film {
    final int width;
    final int height;
    /** Red, green, blue premultiplied by coverage, and coverage: sums over samples. */
    final float[] sum;
    /** First-hit base color and normal: sums over samples, six a pixel. */
    final float[] guides;

    int samples;

    public Film(int width, int height) {
        this.width = width;
        this.height = height;
        this.sum = new float[width * height * 4];
        this.guides = new float[width * height * 6];
    }

    public int width() {
        return width;
    }

    public int height() {
        return height;
    }

    /** Samples gathered in every pixel so far. */
    public int samples() {
        return samples;
    }

    /** The mean of a pixel: red, green, blue (premultiplied) and coverage. */
    public float[] mean(int x, int y) {
        int i = (y * width + x) * 4;
        float n = Math.max(1, samples);
        return new float[] {sum[i] / n, sum[i + 1] / n, sum[i + 2] / n, sum[i + 3] / n};
    }

    /** The picture for the screen: tone-mapped, sRGB, alpha not premultiplied, four channels. */
    public Picture developed(boolean filtered) {
        float[] light = new float[sum.length];
        float n = Math.max(1, samples);
        for (int i = 0; i < sum.length; i++) {
            light[i] = sum[i] / n;
        }
        if (filtered) {
            light = Denoiser.filter(light, guides, width, height, samples);
        }
        byte[] out = new byte[light.length];
        double[] scratch = new double[3];
        for (int i = 0; i < light.length; i += 4) {
            float a = light[i + 3];
            float d = a > 1e-4f ? 1 / a : 0;
            int argb = ToneMap.pixel(light[i] * d, light[i + 1] * d, light[i + 2] * d, a, scratch);
            out[i] = (byte) (argb >> 16);
            out[i + 1] = (byte) (argb >> 8);
            out[i + 2] = (byte) argb;
            out[i + 3] = (byte) (argb >>> 24);
        }
        return Picture.ofBytes(width, height, 4, out);
    }
}
