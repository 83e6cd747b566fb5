package yondershelf.render;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import yondershelf.content.Picture;

/** What is gathered of every pixel, in named buffers. Pixels are written by one thread each. */
public final class Film {
    /** What a film can hold of a pixel. */
    public enum Buffer {
        /** Red, green, blue premultiplied by coverage, and coverage: sums over samples. */
        LIGHT(4),
        /** The same of every second sample, from which how much the light varies can be told. */
        HALF(4),
        /** Base color of what is seen first, linear: sums over samples. */
        ALBEDO(3),
        /** The way that faces, a unit vector: sums over samples. */
        NORMAL(3),
        /** The least distance at which anything was seen, in the scene's units; infinite for the sky. */
        DEPTH(1),
        /** The number of the item that was seen last, in the scene's order; -1 for ground and sky. */
        ITEM(1);

        private final int floats;

        Buffer(int floats) {
            this.floats = floats;
        }
    }

    /** What is gathered unless more is wanted. */
    private static final Set<Buffer> USUAL = Set.of(Buffer.LIGHT, Buffer.ALBEDO, Buffer.NORMAL);

    final int width;
    final int height;
    private final Map<Buffer, float[]> buffers = new EnumMap<>(Buffer.class);
    private final float[] light;
    private final float[] albedo;
    private final float[] normal;

    int samples;

    public Film(int width, int height) {
        this(width, height, Set.of());
    }

    /** @param more to be gathered besides light, albedo and normal */
    public Film(int width, int height, Set<Buffer> more) {
        this.width = width;
        this.height = height;
        for (Buffer buffer : Buffer.values()) {
            if (USUAL.contains(buffer) || more.contains(buffer)) {
                buffers.put(buffer, new float[width * height * buffer.floats]);
            }
        }
        this.light = of(Buffer.LIGHT);
        this.albedo = of(Buffer.ALBEDO);
        this.normal = of(Buffer.NORMAL);
        float[] depth = buffers.get(Buffer.DEPTH);
        if (depth != null) {
            Arrays.fill(depth, Float.POSITIVE_INFINITY);
        }
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

    /**
     * What was gathered, row by row; changes while samples are added.
     *
     * @throws NullPointerException when the film does not hold it
     */
    public float[] of(Buffer buffer) {
        return Objects.requireNonNull(buffers.get(buffer), buffer::name);
    }

    /** Adds what a path found. */
    void add(int pixel, int sample, LightPath path) {
        sum(light, pixel, path);
        albedo[pixel * 3] += path.albedoR;
        albedo[pixel * 3 + 1] += path.albedoG;
        albedo[pixel * 3 + 2] += path.albedoB;
        normal[pixel * 3] += path.normalX;
        normal[pixel * 3 + 1] += path.normalY;
        normal[pixel * 3 + 2] += path.normalZ;
        if (buffers.size() > USUAL.size()) {
            addMore(pixel, sample, path);
        }
    }

    private void addMore(int pixel, int sample, LightPath path) {
        float[] half = buffers.get(Buffer.HALF);
        if (half != null && sample % 2 == 1) {
            sum(half, pixel, path);
        }
        float[] depth = buffers.get(Buffer.DEPTH);
        if (depth != null) {
            depth[pixel] = Math.min(depth[pixel], path.depth);
        }
        float[] item = buffers.get(Buffer.ITEM);
        if (item != null) {
            item[pixel] = path.item;
        }
    }

    private static void sum(float[] to, int pixel, LightPath path) {
        to[pixel * 4] += path.r;
        to[pixel * 4 + 1] += path.g;
        to[pixel * 4 + 2] += path.b;
        to[pixel * 4 + 3] += path.a;
    }

    /** The mean of a pixel: red, green, blue (premultiplied) and coverage. */
    public float[] mean(int x, int y) {
        int i = (y * width + x) * 4;
        float n = Math.max(1, samples);
        return new float[] {light[i] / n, light[i + 1] / n, light[i + 2] / n, light[i + 3] / n};
    }

    /** The means of all pixels, four floats each. */
    float[] means() {
        float[] out = new float[light.length];
        float n = Math.max(1, samples);
        for (int i = 0; i < out.length; i++) {
            out[i] = light[i] / n;
        }
        return out;
    }

    /** The picture for the screen: tone-mapped, sRGB, alpha not premultiplied, four channels. */
    public Picture developed(Reconstruction reconstruction) {
        float[] seen = reconstruction.light(this);
        byte[] out = new byte[seen.length];
        double[] scratch = new double[3];
        for (int i = 0; i < seen.length; i += 4) {
            float a = seen[i + 3];
            float d = a > 1e-4f ? 1 / a : 0;
            int argb = ToneMap.pixel(seen[i] * d, seen[i + 1] * d, seen[i + 2] * d, a, scratch);
            out[i] = (byte) (argb >> 16);
            out[i + 1] = (byte) (argb >> 8);
            out[i + 2] = (byte) argb;
            out[i + 3] = (byte) (argb >>> 24);
        }
        return Picture.ofBytes(width, height, 4, out);
    }
}
