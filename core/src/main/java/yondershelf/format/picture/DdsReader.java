package yondershelf.format.picture;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;
import yondershelf.words.Phrase;

/**
 * DDS textures (by the published programming guide of the format): the largest level of the first picture, or of all six faces of a
 * cube in a row, +X, -X, +Y, -Y, +Z, -Z; plain pixels of 24 and 32 bits or blocks of BC1 to BC5. BC6H, BC7 and other layouts are
 * refused by their name.
 */
final class DdsReader {
    private static final int MAGIC = 0x20534444;
    private static final int HEADER = 128;
    private static final int HEADER_10 = 148;
    private static final int HEIGHT_AT = 12;
    private static final int WIDTH_AT = 16;
    private static final int DEPTH_AT = 24;
    private static final int LEVELS_AT = 28;
    private static final int FLAGS_AT = 80;
    private static final int FOUR_CC_AT = 84;
    private static final int BITS_AT = 88;
    private static final int MASKS_AT = 92;
    private static final int CAPS_AT = 112;
    private static final int MISC_AT = 136;
    private static final int ARRAY_AT = 140;
    private static final int CUBE = 0x200;
    private static final int ALL_FACES = 0xFC00;
    private static final int VOLUME = 0x200000;
    private static final int MISC_CUBE = 4;
    /** "DX10" */
    private static final int LATER = 0x30315844;

    private static final int FACES = 6;
    private static final int MOST_LEVELS = 16;
    private static final int HAS_FOUR_CC = 4;
    private static final int HAS_ALPHA = 1;

    private DdsReader() {}

    /** Of a cube, of its six faces in a row. */
    static ContentReader.PictureSize measure(ImageSource source, byte[] head) throws ProblemException {
        ByteBuffer header = header(source, head);
        int faces = isCube(header) ? FACES : 1;
        int width = header.getInt(WIDTH_AT);
        int height = header.getInt(HEIGHT_AT);
        if (width <= 0 || height <= 0 || width > Integer.MAX_VALUE / FACES) {
            throw Problem.of(source.shownName(), Phrase.kept("format.its-size-is-zero"))
                    .raise();
        }
        return new ContentReader.PictureSize(width * faces, height);
    }

    /** True for one that holds all six faces of a cube. */
    private static boolean isCube(ByteBuffer header) {
        return (header.getInt(CAPS_AT) & CUBE) == CUBE && (header.getInt(CAPS_AT) & ALL_FACES) == ALL_FACES
                || header.getInt(FOUR_CC_AT) == LATER
                        && header.capacity() >= HEADER_10
                        && (header.getInt(MISC_AT) & MISC_CUBE) != 0;
    }

    static boolean isCube(ImageSource source, byte[] head) throws ProblemException {
        return isCube(header(source, head));
    }

    /** What of it is not in the picture that is read. */
    static List<String> notShown(ImageSource source, byte[] head) throws ProblemException {
        ByteBuffer header = header(source, head);
        List<String> out = new ArrayList<>();
        int depth = header.getInt(DEPTH_AT);
        if ((header.getInt(CAPS_AT) & VOLUME) != 0 && depth > 1) {
            out.add(Phrase.kept("format.all-of-its-layers-but-the-first", depth));
        }
        if ((header.getInt(CAPS_AT) & CUBE) != 0 && !isCube(header)) {
            out.add(Phrase.kept("format.faces-of-a-cube-that-is-not-whole"));
        }
        boolean later = header.getInt(FOUR_CC_AT) == LATER && header.capacity() >= HEADER_10;
        if (later && header.getInt(ARRAY_AT) > 1) {
            out.add(Phrase.kept("format.all-of-its-pictures-but-the-first", header.getInt(ARRAY_AT)));
        }
        return out;
    }

    private static ByteBuffer header(ImageSource source, byte[] bytes) throws ProblemException {
        ByteBuffer header = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        if (bytes.length < HEADER || header.getInt(0) != MAGIC) {
            throw Problem.of(source.shownName(), Phrase.kept("format.the-file-is-cut-short"))
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
        BlockTexels blocks = later ? ofDxgi(source, dxgi(source, in)) : named ? ofName(source, name) : null;
        int from = later ? HEADER_10 : HEADER;
        boolean cube = isCube(in);
        int w = cube ? size.width() / FACES : size.width();
        int h = size.height();
        if (!cube) {
            return one(source, in, from, w, h, blocks, masks);
        }
        List<Picture> faces = new ArrayList<>();
        long step = levels(in, w, h, blocks, masks);
        for (int face = 0; face < FACES; face++) {
            long at = from + face * step;
            faces.add(one(source, in, (int) Math.min(at, in.capacity()), w, h, blocks, masks));
        }
        return row(faces);
    }

    /** Bytes of all levels of a face. */
    private static long levels(ByteBuffer in, int w, int h, @Nullable BlockTexels blocks, Masks masks) {
        int count = Math.clamp(in.getInt(LEVELS_AT), 1, MOST_LEVELS);
        long sum = 0;
        for (int level = 0; level < count; level++) {
            int across = Math.max(1, w >> level);
            int down = Math.max(1, h >> level);
            sum += blocks == null ? (long) across * down * (masks.bits / 8) : blocks.size(across, down);
        }
        return sum;
    }

    private static Picture row(List<Picture> faces) {
        Picture first = faces.get(0);
        int w = first.width();
        int h = first.height();
        int channels = first.channels();
        byte[] out = new byte[w * FACES * h * channels];
        for (int face = 0; face < FACES; face++) {
            byte[] pixels = faces.get(face).bytes();
            for (int y = 0; y < h; y++) {
                System.arraycopy(pixels, y * w * channels, out, (y * FACES + face) * w * channels, w * channels);
            }
        }
        return Picture.ofBytes(w * FACES, h, channels, out);
    }

    private static Picture one(
            ImageSource source, ByteBuffer in, int start, int w, int h, @Nullable BlockTexels blocks, Masks masks)
            throws ProblemException {
        if (blocks == null) {
            return plain(source, in, start, w, h, masks);
        }
        if (start + blocks.size(w, h) > in.capacity()) {
            throw Problem.of(source.shownName(), Phrase.kept("format.the-file-is-cut-short"))
                    .raise();
        }
        int from = start;
        int channels = blocks.channels;
        byte[] out = new byte[w * h * channels];
        byte[] texels = new byte[16 * 4];
        for (int y = 0; y < h; y += 4) {
            for (int x = 0; x < w; x += 4) {
                blocks.decode(in, from, texels);
                from += blocks.bytes;
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
            throw Problem.of(source.shownName(), Phrase.kept("format.the-file-is-cut-short"))
                    .raise();
        }
        return in.getInt(HEADER);
    }

    private static BlockTexels ofName(ImageSource source, String name) throws ProblemException {
        return switch (name) {
            case "DXT1" -> BlockTexels.BC1;
            case "DXT2", "DXT3" -> BlockTexels.BC2;
            case "DXT4", "DXT5" -> BlockTexels.BC3;
            case "ATI1", "BC4U" -> BlockTexels.BC4;
            case "ATI2", "BC5U" -> BlockTexels.BC5;
            default -> throw refused(source, Phrase.kept("format.the-layout", name.replaceAll("[^A-Za-z0-9]", "?")));
        };
    }

    /** By the numbers of the enumeration DXGI_FORMAT. */
    private static @Nullable BlockTexels ofDxgi(ImageSource source, int format) throws ProblemException {
        return switch (format) {
            case 71, 72 -> BlockTexels.BC1;
            case 74, 75 -> BlockTexels.BC2;
            case 77, 78 -> BlockTexels.BC3;
            case 80 -> BlockTexels.BC4;
            case 83 -> BlockTexels.BC5;
            case 28, 29, 87, 88, 91, 93 -> null;
            case 95, 96 -> throw refused(source, "BC6H");
            case 98, 99 -> throw refused(source, "BC7");
            default -> throw refused(source, Phrase.kept("format.the-layout-of-number", format));
        };
    }

    private static ProblemException refused(ImageSource source, String what) {
        return new Problem(
                        source.shownName(),
                        Phrase.kept("format.its-pixels-are-stored-as", what),
                        Phrase.kept("format.save-it-again-as-png"))
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
            throw refused(source, Phrase.kept("format.bits-a-pixel", masks.bits));
        }
        if (from + (long) w * h * size > in.capacity()) {
            throw Problem.of(source.shownName(), Phrase.kept("format.the-file-is-cut-short"))
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
}
