package yondershelf.content;

import org.jspecify.annotations.Nullable;

/**
 * A picture in memory, rows from the top. Eight-bit pictures keep their bytes (encoded as in the file, usually with the
 * sRGB curve); all others are floats, linear for radiance pictures.
 */
public final class Picture {
    private final int width;
    private final int height;
    private final int channels;
    private final byte @Nullable [] bytes;
    private final float @Nullable [] floats;

    private Picture(int width, int height, int channels, byte @Nullable [] bytes, float @Nullable [] floats) {
        int length = bytes != null ? bytes.length : floats != null ? floats.length : 0;
        if (width <= 0 || height <= 0 || channels <= 0 || length != (long) width * height * channels) {
            throw new IllegalArgumentException(
                    "picture of " + width + " x " + height + " x " + channels + " with " + length + " values");
        }
        this.width = width;
        this.height = height;
        this.channels = channels;
        this.bytes = bytes;
        this.floats = floats;
    }

    /** A picture of 8-bit values. The array is kept, not copied: the caller gives it away. */
    public static Picture ofBytes(int width, int height, int channels, byte[] values) {
        return new Picture(width, height, channels, values, null);
    }

    /** A picture of floats. The array is kept, not copied: the caller gives it away. */
    public static Picture ofFloats(int width, int height, int channels, float[] values) {
        return new Picture(width, height, channels, null, values);
    }

    public int width() {
        return width;
    }

    public int height() {
        return height;
    }

    /** 1 grey, 2 grey and alpha, 3 RGB, 4 RGB and alpha. */
    public int channels() {
        return channels;
    }

    public boolean isFloat() {
        return floats != null;
    }

    /** One value: 0 to 1 for 8-bit pictures, as stored for floats. */
    public float value(int x, int y, int channel) {
        int i = (y * width + x) * channels + channel;
        if (bytes != null) {
            return (bytes[i] & 0xff) / 255f;
        }
        return floats == null ? 0 : floats[i];
    }

    /** The stored 8-bit values; only for pictures that are not {@link #isFloat()}. Not to be written to. */
    public byte[] bytes() {
        if (bytes == null) {
            throw new IllegalStateException("a float picture has no bytes");
        }
        return bytes;
    }

    /** The stored floats; only for pictures that are {@link #isFloat()}. Not to be written to. */
    public float[] floats() {
        if (floats == null) {
            throw new IllegalStateException("an 8-bit picture has no floats");
        }
        return floats;
    }
}
