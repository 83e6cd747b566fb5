package yondershelf.format.picture;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.ColorConvertOp;
import java.awt.image.DataBuffer;
import java.awt.image.PixelInterleavedSampleModel;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Picture;
import yondershelf.content.Srgb;

/**
 * What a picture file says its numbers mean as colours: an ICC profile (ISO 15076-1), or PNG's {@code gAMA} and {@code cHRM} (PNG
 * specification, third edition, 11.3.2).
 */
sealed interface ColourProfile {

    /** Null for a profile that changes nothing. */
    static @Nullable ColourProfile of(ICC_Profile profile) {
        Icc icc = new Icc(profile);
        return icc.isSrgb() ? null : icc;
    }

    /** The picture in sRGB; alpha stays. A picture the profile is not for stays as it is. */
    Picture toSrgb(Picture picture);

    /** By the JDK's colour management. */
    record Icc(ICC_Profile profile) implements ColourProfile {
        private static final int MOST = 65535;
        /** Values a cube of colours is probed at, each way. */
        private static final int[] PROBES = {0, 20, 70, 128, 190, 240, 255};

        /** True when it changes no colour by more than a step of 255: most profiles of pictures are sRGB's own. */
        private boolean isSrgb() {
            int n = PROBES.length;
            byte[] cube = new byte[n * n * n * 3];
            for (int i = 0; i < cube.length / 3; i++) {
                cube[i * 3] = (byte) PROBES[i % n];
                cube[i * 3 + 1] = (byte) PROBES[i / n % n];
                cube[i * 3 + 2] = (byte) PROBES[i / n / n];
            }
            if (profile.getNumComponents() != 3) {
                return false;
            }
            byte[] seen = toSrgb(Picture.ofBytes(n * n, n, 3, cube)).bytes();
            for (int i = 0; i < cube.length; i++) {
                if (Math.abs((seen[i] & 0xff) - (cube[i] & 0xff)) > 1) {
                    return false;
                }
            }
            return true;
        }

        @Override
        public Picture toSrgb(Picture picture) {
            int channels = picture.channels();
            int colours = channels < 3 ? 1 : 3;
            if (profile.getNumComponents() != colours) {
                return picture;
            }
            int type = picture.isFloat() ? DataBuffer.TYPE_USHORT : DataBuffer.TYPE_BYTE;
            int w = picture.width();
            WritableRaster row = raster(type, w, colours);
            WritableRaster converted = raster(type, w, 3);
            ColorConvertOp op =
                    new ColorConvertOp(new ICC_Profile[] {profile, ICC_Profile.getInstance(ColorSpace.CS_sRGB)}, null);
            double scale = picture.isFloat() ? MOST : 255;
            int[] in = new int[w * colours];
            int[] out = new int[w * 3];
            int made = channels - colours + 3;
            float[] floats = picture.isFloat() ? new float[w * picture.height() * made] : new float[0];
            byte[] bytes = picture.isFloat() ? new byte[0] : new byte[w * picture.height() * made];
            for (int y = 0; y < picture.height(); y++) {
                for (int i = 0; i < in.length; i++) {
                    in[i] = (int) (clamp(picture.value(i / colours, y, i % colours)) * scale + 0.5);
                }
                row.setPixels(0, 0, w, 1, in);
                op.filter(row, converted);
                converted.getPixels(0, 0, w, 1, out);
                for (int i = 0; i < w * made; i++) {
                    int at = y * w * made + i;
                    int x = i / made;
                    int c = i % made;
                    if (picture.isFloat()) {
                        floats[at] = c < 3 ? out[x * 3 + c] / (float) MOST : picture.value(x, y, channels - 1);
                    } else {
                        bytes[at] =
                                (byte) (c < 3 ? out[x * 3 + c] : (int) (picture.value(x, y, channels - 1) * 255 + 0.5));
                    }
                }
            }
            return picture.isFloat()
                    ? Picture.ofFloats(w, picture.height(), made, floats)
                    : Picture.ofBytes(w, picture.height(), made, bytes);
        }

        private static WritableRaster raster(int type, int width, int bands) {
            return Raster.createWritableRaster(
                    new PixelInterleavedSampleModel(
                            type,
                            width,
                            1,
                            bands,
                            width * bands,
                            IntStream.range(0, bands).toArray()),
                    null);
        }
    }

    /**
     * A power and a matrix.
     *
     * @param gamma of the file: what is stored is light to this power
     * @param toSrgb from the file's light to that of sRGB, by rows; empty when the primaries are those of sRGB
     */
    record Curve(double gamma, double[] toSrgb) implements ColourProfile {
        @Override
        public Picture toSrgb(Picture picture) {
            int channels = picture.channels();
            int colours = channels < 3 ? 1 : 3;
            int count = picture.width() * picture.height();
            float[] out = new float[count * channels];
            double[] light = new double[3];
            for (int i = 0; i < count; i++) {
                int x = i % picture.width();
                int y = i / picture.width();
                for (int c = 0; c < colours; c++) {
                    light[c] = Math.pow(clamp(picture.value(x, y, c)), 1 / gamma);
                }
                for (int c = 0; c < channels; c++) {
                    out[i * channels + c] = c < colours
                            ? (float) Srgb.fromLinear(clamp(colours == 1 ? light[0] : mixed(light, c)))
                            : picture.value(x, y, c);
                }
            }
            return picture.isFloat()
                    ? Picture.ofFloats(picture.width(), picture.height(), channels, out)
                    : Picture.ofBytes(picture.width(), picture.height(), channels, bytes(out));
        }

        private double mixed(double[] light, int row) {
            return toSrgb.length == 0
                    ? light[row]
                    : toSrgb[row * 3] * light[0] + toSrgb[row * 3 + 1] * light[1] + toSrgb[row * 3 + 2] * light[2];
        }

        private static byte[] bytes(float[] values) {
            byte[] out = new byte[values.length];
            for (int i = 0; i < out.length; i++) {
                out[i] = (byte) (int) (values[i] * 255 + 0.5f);
            }
            return out;
        }
    }

    private static double clamp(double value) {
        return value > 0 ? Math.min(value, 1) : 0;
    }
}
