package yondershelf.format.picture;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import yondershelf.content.Picture;

/**
 * Colours that were multiplied by their alpha, as OpenEXR has them (its technical introduction, "Premultiplied vs. Un-Premultiplied
 * Color Channels") and TIFF may (6.0, ExtraSamples 1), without it: materials keep the two apart (glTF 2.0, 3.9.4).
 */
final class Straight {
    private static final int ALPHA = 3;

    private static final int EXTRA_SAMPLES = 338;
    private static final int ASSOCIATED = 1;

    private Straight() {}

    /** True when a TIFF's first directory says that colours were multiplied by alpha (6.0, ExtraSamples). */
    static boolean isAssociated(byte[] tiff) {
        if (tiff.length < 8) {
            return false;
        }
        ByteBuffer in = ByteBuffer.wrap(tiff).order(tiff[0] == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
        long at = in.getInt(4) & 0xffffffffL;
        int entries = at + 2 <= tiff.length ? in.getShort((int) at) & 0xffff : 0;
        for (int i = 0; i < entries && at + 2 + (i + 1) * 12L <= tiff.length; i++) {
            int entry = (int) at + 2 + i * 12;
            if ((in.getShort(entry) & 0xffff) == EXTRA_SAMPLES) {
                return in.getShort(entry + 8) == ASSOCIATED;
            }
        }
        return false;
    }

    /** The same picture, its colours divided by its alpha; where nothing covers they stay as they are. */
    static Picture of(Picture picture) {
        if (picture.channels() != ALPHA + 1) {
            return picture;
        }
        if (picture.isFloat()) {
            float[] out = picture.floats().clone();
            for (int i = 0; i < out.length; i += ALPHA + 1) {
                float alpha = out[i + ALPHA];
                for (int c = 0; c < ALPHA && alpha > 0 && alpha < 1; c++) {
                    out[i + c] /= alpha;
                }
            }
            return Picture.ofFloats(picture.width(), picture.height(), ALPHA + 1, out);
        }
        byte[] out = picture.bytes().clone();
        for (int i = 0; i < out.length; i += ALPHA + 1) {
            int alpha = out[i + ALPHA] & 0xff;
            for (int c = 0; c < ALPHA && alpha > 0 && alpha < 255; c++) {
                out[i + c] = (byte) Math.min(255, ((out[i + c] & 0xff) * 255 + alpha / 2) / alpha);
            }
        }
        return Picture.ofBytes(picture.width(), picture.height(), ALPHA + 1, out);
    }
}
