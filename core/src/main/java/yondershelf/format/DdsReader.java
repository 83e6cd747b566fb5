package yondershelf.format;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/**
 * DDS textures (by the published programming guide of the format): the largest level of the first picture, plain pixels of 24 and 32
 * bits or blocks of BC1 to BC5. BC6H, BC7 and other layouts are refused by their name.
 */
final class DdsReader {
    private static final int MAGIC = 0x20534444;
    private static final int HEADER = 128;
    private static final int HEADER_10 = 148;
    private static final int HEIGHT_AT = 12;
    private static final int WIDTH_AT = 16;
    private static final int FLAGS_AT = 80;
    private static final int FOUR_CC_AT = 84;
    private static final int BITS_AT = 88;
    private static final int MASKS_AT = 92;
    private static final int HAS_FOUR_CC = 4;
    private static final int HAS_ALPHA = 1;

    private DdsReader() {}

    /** How pixels are stored. */
    private enum Layout {
        BC1,
        BC2,
        BC3,
        BC4,
        BC5,
        PLAIN
    }

    static ContentReader.PictureSize measure(ImageSource source, byte[] head) throws ProblemException {
        ByteBuffer header = header(source, head);
        return new ContentReader.PictureSize(header.getInt(WIDTH_AT), header.getInt(HEIGHT_AT));
    }

    private static ByteBuffer header(ImageSource source, byte[] bytes) throws ProblemException {
        ByteBuffer header = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        if (bytes.length < HEADER || header.getInt(0) != MAGIC) {
            throw Problem.of(source.shownName(), Phrase.of("format.the-file-is-cut-short"))
                    .raise();
        }
        return header;
    }

    static Picture read(ImageSource source, byte[] bytes) throws ProblemException {
        ByteBuffer in = header(source, bytes);
        ContentReader.PictureSize size = measure(source, bytes);
        Pictures.checkSize(source, size.width(), size.height());
        boolean named = (in.getInt(FLAGS_AT) & HAS_FOUR_CC) != 0;
        String name = named ? fourCc(in) : "";
        boolean later = name.equals("DX10");
        Masks masks = later ? Masks.ofDxgi(dxgi(source, in)) : Masks.of(in);
        Layout layout = later ? ofDxgi(source, dxgi(source, in)) : named ? ofName(source, name) : Layout.PLAIN;
        int from = later ? HEADER_10 : HEADER;
        int w = size.width();
        int h = size.height();
        if (layout == Layout.PLAIN) {
            return plain(source, in, from, w, h, masks);
        }
        int block = layout == Layout.BC1 || layout == Layout.BC4 ? 8 : 16;
        long needed = (long) ((w + 3) / 4) * ((h + 3) / 4) * block;
        if (from + needed > bytes.length) {
            throw Problem.of(source.shownName(), Phrase.of("format.the-file-is-cut-short"))
                    .raise();
        }
        int channels = layout == Layout.BC4 ? 1 : layout == Layout.BC5 ? 3 : 4;
        byte[] out = new byte[w * h * channels];
        byte[] texels = new byte[16 * 4];
        for (int y = 0; y < h; y += 4) {
            for (int x = 0; x < w; x += 4) {
                decode(layout, in, from, texels);
                from += block;
                for (int i = 0; i < 16; i++) {
                    int px = x + i % 4;
                    int py = y + i / 4;
                    if (px < w && py < h) {
                        System.arraycopy(texels, i * 4, out, (py * w + px) * channels, channels);
                    }
                }
            }
        }
        return Picture.ofBytes(w, h, channels, out);
    }

    private static String fourCc(ByteBuffer in) {
        StringBuilder name = new StringBuilder();
        for (int i = 0; i < 4; i++) {
            name.append((char) (in.get(FOUR_CC_AT + i) & 0xff));
        }
        return name.toString();
    }

    private static int dxgi(ImageSource source, ByteBuffer in) throws ProblemException {
        if (in.capacity() < HEADER_10) {
            throw Problem.of(source.shownName(), Phrase.of("format.the-file-is-cut-short"))
                    .raise();
        }
        return in.getInt(HEADER);
    }

    private static Layout ofName(ImageSource source, String name) throws ProblemException {
        return switch (name) {
            case "DXT1" -> Layout.BC1;
            case "DXT2", "DXT3" -> Layout.BC2;
            case "DXT4", "DXT5" -> Layout.BC3;
            case "ATI1", "BC4U" -> Layout.BC4;
            case "ATI2", "BC5U" -> Layout.BC5;
            default -> throw refused(source, Phrase.of("format.the-layout", name.replaceAll("[^A-Za-z0-9]", "?")));
        };
    }

    /** By the numbers of the enumeration DXGI_FORMAT. */
    private static Layout ofDxgi(ImageSource source, int format) throws ProblemException {
        return switch (format) {
            case 71, 72 -> Layout.BC1;
            case 74, 75 -> Layout.BC2;
            case 77, 78 -> Layout.BC3;
            case 80 -> Layout.BC4;
            case 83 -> Layout.BC5;
            case 28, 29, 87, 88, 91, 93 -> Layout.PLAIN;
            case 95, 96 -> throw refused(source, "BC6H");
            case 98, 99 -> throw refused(source, "BC7");
            default -> throw refused(source, Phrase.of("format.the-layout-of-number", format));
        };
    }

    private static ProblemException refused(ImageSource source, String what) {
        return new Problem(
                        source.shownName(),
                        Phrase.of("format.its-pixels-are-stored-as", what),
                        Phrase.of("format.save-it-again-as-png"))
                .raise();
    }

    /** Where red, green, blue and alpha lie in a pixel of so many bits; a mask of 0 has none. */
    private record Masks(int bits, int red, int green, int blue, int alpha) {
        static Masks of(ByteBuffer in) {
            int red = in.getInt(MASKS_AT);
            int green = in.getInt(MASKS_AT + 4);
            int blue = in.getInt(MASKS_AT + 8);
            boolean alpha = (in.getInt(FLAGS_AT) & HAS_ALPHA) != 0;
            return new Masks(
                    in.getInt(BITS_AT),
                    red,
                    green == 0 ? red : green,
                    blue == 0 ? red : blue,
                    alpha ? in.getInt(MASKS_AT + 12) : 0);
        }

        static Masks ofDxgi(int format) {
            boolean turned = format >= 87;
            boolean alpha = format != 88 && format != 93;
            return new Masks(32, turned ? 0xff0000 : 0xff, 0xff00, turned ? 0xff : 0xff0000, alpha ? 0xff000000 : 0);
        }
    }

    private static Picture plain(ImageSource source, ByteBuffer in, int from, int w, int h, Masks masks)
            throws ProblemException {
        int size = masks.bits / 8;
        if (masks.bits % 8 != 0 || size < 1 || size > 4 || masks.red == 0) {
            throw refused(source, Phrase.of("format.bits-a-pixel", masks.bits));
        }
        if (from + (long) w * h * size > in.capacity()) {
            throw Problem.of(source.shownName(), Phrase.of("format.the-file-is-cut-short"))
                    .raise();
        }
        int channels = masks.alpha != 0 ? 4 : 3;
        byte[] out = new byte[w * h * channels];
        for (int i = 0; i < w * h; i++) {
            int pixel = 0;
            for (int k = 0; k < size; k++) {
                pixel |= (in.get(from + i * size + k) & 0xff) << 8 * k;
            }
            out[i * channels] = part(pixel, masks.red);
            out[i * channels + 1] = part(pixel, masks.green);
            out[i * channels + 2] = part(pixel, masks.blue);
            if (channels == 4) {
                out[i * channels + 3] = part(pixel, masks.alpha);
            }
        }
        return Picture.ofBytes(w, h, channels, out);
    }

    private static byte part(int pixel, int mask) {
        int shift = Integer.numberOfTrailingZeros(mask);
        long most = Integer.toUnsignedLong(mask) >>> shift;
        long value = Integer.toUnsignedLong(pixel & mask) >>> shift;
        return (byte) ((value * 255 + most / 2) / most);
    }

    /** Sixteen texels of red, green, blue and alpha. */
    private static void decode(Layout layout, ByteBuffer in, int at, byte[] texels) {
        switch (layout) {
            case BC1 -> colours(in, at, texels, true);
            case BC2 -> {
                colours(in, at + 8, texels, false);
                for (int i = 0; i < 16; i++) {
                    int four = (in.get(at + i / 2) & 0xff) >> i % 2 * 4 & 15;
                    texels[i * 4 + 3] = (byte) (four * 17);
                }
            }
            case BC3 -> {
                colours(in, at + 8, texels, false);
                ramp(in, at, texels, 3);
            }
            case BC4 -> ramp(in, at, texels, 0);
            default -> {
                ramp(in, at, texels, 0);
                ramp(in, at + 8, texels, 1);
                blue(texels);
            }
        }
    }

    /** Two colours of 5, 6 and 5 bits, and two bits for each texel. */
    private static void colours(ByteBuffer in, int at, byte[] texels, boolean mayHaveHoles) {
        int a = in.getShort(at) & 0xffff;
        int b = in.getShort(at + 2) & 0xffff;
        int bits = in.getInt(at + 4);
        boolean four = a > b || !mayHaveHoles;
        for (int i = 0; i < 16; i++) {
            int code = bits >>> i * 2 & 3;
            for (int c = 0; c < 3; c++) {
                int x = widened(a, c);
                int y = widened(b, c);
                int value = switch (code) {
                    case 0 -> x;
                    case 1 -> y;
                    case 2 -> four ? (2 * x + y) / 3 : (x + y) / 2;
                    default -> four ? (x + 2 * y) / 3 : 0;
                };
                texels[i * 4 + c] = (byte) value;
            }
            texels[i * 4 + 3] = (byte) (code == 3 && !four ? 0 : 255);
        }
    }

    private static int widened(int colour, int channel) {
        return switch (channel) {
            case 0 -> (colour >> 11 & 31) << 3 | (colour >> 13 & 7);
            case 1 -> (colour >> 5 & 63) << 2 | (colour >> 9 & 3);
            default -> (colour & 31) << 3 | (colour >> 2 & 7);
        };
    }

    /** Two values, and three bits for each texel. */
    private static void ramp(ByteBuffer in, int at, byte[] texels, int channel) {
        int a = in.get(at) & 0xff;
        int b = in.get(at + 1) & 0xff;
        long bits = in.getLong(at) >>> 16;
        for (int i = 0; i < 16; i++) {
            int code = (int) (bits >>> i * 3) & 7;
            int value;
            if (code < 2) {
                value = code == 0 ? a : b;
            } else if (a > b) {
                value = ((8 - code) * a + (code - 1) * b) / 7;
            } else if (code < 6) {
                value = ((6 - code) * a + (code - 1) * b) / 5;
            } else {
                value = code == 6 ? 0 : 255;
            }
            texels[i * 4 + channel] = (byte) value;
        }
    }

    /** Two channels are those of a normal of unit length. */
    private static void blue(byte[] texels) {
        for (int i = 0; i < 16; i++) {
            double x = (texels[i * 4] & 0xff) / 127.5 - 1;
            double y = (texels[i * 4 + 1] & 0xff) / 127.5 - 1;
            double z = Math.sqrt(Math.max(0, 1 - x * x - y * y));
            texels[i * 4 + 2] = (byte) Math.round((z + 1) * 127.5);
        }
    }
}
