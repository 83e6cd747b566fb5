package yondershelf.format.picture;

import java.awt.color.CMMException;
import java.awt.color.ICC_Profile;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.TreeMap;
import java.util.zip.InflaterInputStream;
import org.jspecify.annotations.Nullable;
import yondershelf.format.reading.FileType;

/**
 * Where PNG (third edition, 11.3.2), JPEG (ICC.1, annex B.4) and WebP (RFC 9649) keep what their colours mean. Of PNG's ways the one that counts is
 * taken: {@code cICP}, {@code iCCP}, {@code sRGB}, then {@code gAMA} and {@code cHRM}.
 */
public final class ColourChunks {
    private static final int PNG_HEAD = 8;
    private static final int MOST_BYTES = 16 << 20;
    private static final double PARTS = 100_000;
    /** The power closest to the curve of sRGB, and by how much less than that nobody sees (PNG, 11.3.2.2). */
    private static final double USUAL = 0.45455;

    private static final double NEAR = 0.005;

    private static final int RIFF_HEAD = 12;
    private static final int HAS_PROFILE = 0x20;

    private static final int START_OF_SCAN = 0xda;
    private static final int APP2 = 0xe2;
    private static final byte[] ICC_MARK = "ICC_PROFILE\0".getBytes(StandardCharsets.ISO_8859_1);

    private ColourChunks() {}

    /**
     * What a PNG, JPEG or WebP says.
     *
     * @return null when it says nothing, or that its colours are sRGB
     * @throws IOException when what it says is broken
     */
    public static @Nullable ColourProfile of(byte[] file, FileType type) throws IOException {
        return switch (type) {
            case PNG -> ofPng(file);
            case JPEG -> ofJpeg(file);
            case WEBP -> ofWebp(file);
            default -> null;
        };
    }

    /** True when a file says, in a way that can be read, that its colours are not sRGB. */
    public static boolean tellsOthers(byte[] file, @Nullable FileType type) {
        try {
            return type != null && of(file, type) != null;
        } catch (IOException e) {
            return false;
        }
    }

    private static @Nullable ColourProfile ofPng(byte[] file) throws IOException {
        ByteBuffer in = ByteBuffer.wrap(file);
        double gamma = 0;
        double[] primaries = null;
        ColourProfile icc = null;
        for (int at = PNG_HEAD; at + 12 <= file.length; ) {
            int length = in.getInt(at);
            String name = new String(file, at + 4, 4, StandardCharsets.ISO_8859_1);
            int data = at + 8;
            if (length < 0 || length > file.length - data || name.equals("IDAT")) {
                break;
            }
            switch (name) {
                // code points of ITU-T H.273: those of sRGB are taken for all
                case "cICP" -> {
                    return null;
                }
                case "sRGB" -> {
                    return icc;
                }
                case "iCCP" -> icc = profile(inflated(file, data, length));
                case "gAMA" -> gamma = length == 4 ? in.getInt(data) / PARTS : 0;
                case "cHRM" -> primaries = length == 32 ? chromaticities(in, data) : null;
                default -> {
                    // says nothing of colours
                }
            }
            at = data + length + 4;
        }
        if (icc != null || gamma <= 0) {
            return icc;
        }
        double[] toSrgb = primaries == null ? new double[0] : Primaries.toSrgb(primaries);
        return toSrgb.length == 0 && Math.abs(gamma - USUAL) < NEAR ? null : new ColourProfile.Curve(gamma, toSrgb);
    }

    /** White, red, green and blue, x and y each. */
    private static double[] chromaticities(ByteBuffer in, int at) {
        double[] out = new double[8];
        for (int i = 0; i < out.length; i++) {
            out[i] = in.getInt(at + i * 4) / PARTS;
        }
        return out;
    }

    private static byte[] inflated(byte[] file, int at, int length) throws IOException {
        int name = at;
        while (name < at + length && file[name] != 0) {
            name++;
        }
        int packed = name + 2;
        if (packed >= at + length) {
            throw new IOException("the colour profile is cut short");
        }
        try (InflaterInputStream in =
                new InflaterInputStream(new ByteArrayInputStream(file, packed, at + length - packed))) {
            return in.readNBytes(MOST_BYTES);
        }
    }

    private static @Nullable ColourProfile ofJpeg(byte[] file) throws IOException {
        TreeMap<Integer, byte[]> pieces = new TreeMap<>();
        segments(file, (at, length) -> {
            byte[] piece = new byte[length - ICC_MARK.length - 4];
            System.arraycopy(file, at + 2 + ICC_MARK.length + 4, piece, 0, piece.length);
            pieces.put(file[at + 4 + ICC_MARK.length] & 0xff, piece);
        });
        if (pieces.isEmpty()) {
            return null;
        }
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        pieces.values().forEach(all::writeBytes);
        return profile(all.toByteArray());
    }

    private static @Nullable ColourProfile ofWebp(byte[] file) throws IOException {
        int at = webpProfile(file);
        return at < 0
                ? null
                : profile(Arrays.copyOfRange(
                        file, at + 8, Math.min(file.length, at + 8 + Math.max(0, webpLength(file, at)))));
    }

    /** Where the chunk with the profile begins, or -1 (RFC 9649, 2.7.1.4). */
    private static int webpProfile(byte[] file) {
        for (int at = RIFF_HEAD; at + 8 <= file.length; ) {
            if (new String(file, at, 4, StandardCharsets.ISO_8859_1).equals("ICCP")) {
                return at;
            }
            int length = webpLength(file, at);
            if (length < 0 || length > file.length - at - 8) {
                return -1;
            }
            at += 8 + length + (length & 1);
        }
        return -1;
    }

    private static int webpLength(byte[] file, int at) {
        return ByteBuffer.wrap(file).order(ByteOrder.LITTLE_ENDIAN).getInt(at + 4);
    }

    /** A JPEG or WebP without its profile, so that its decoder does not go by it; others as they are. */
    static byte[] withoutProfile(byte[] file, FileType type) {
        return switch (type) {
            case JPEG -> jpegWithout(file);
            case WEBP -> webpWithout(file);
            default -> file;
        };
    }

    private static byte[] webpWithout(byte[] webp) {
        int at = webpProfile(webp);
        if (at < 0) {
            return webp;
        }
        byte[] out = webp.clone();
        // chunks nobody knows are passed over
        out[at] = 'X';
        out[RIFF_HEAD + 8] &= (byte) ~HAS_PROFILE;
        return out;
    }

    private static byte[] jpegWithout(byte[] jpeg) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(jpeg.length);
        int[] copied = {0};
        segments(jpeg, (at, length) -> {
            out.write(jpeg, copied[0], at - copied[0]);
            copied[0] = at + 2 + length;
        });
        if (copied[0] == 0) {
            return jpeg;
        }
        out.write(jpeg, copied[0], jpeg.length - copied[0]);
        return out.toByteArray();
    }

    private interface Segment {
        /** @param length of the segment without its marker */
        void at(int at, int length);
    }

    /** Calls for each segment that holds a piece of a profile. */
    private static void segments(byte[] file, Segment found) {
        for (int at = 2; at + 4 <= file.length && (file[at] & 0xff) == 0xff; ) {
            int marker = file[at + 1] & 0xff;
            int length = (file[at + 2] & 0xff) << 8 | file[at + 3] & 0xff;
            if (marker == START_OF_SCAN || length < 2 || at + 2 + length > file.length) {
                return;
            }
            if (marker == APP2 && length > ICC_MARK.length + 4 && isMarked(file, at + 4)) {
                found.at(at, length);
            }
            at += 2 + length;
        }
    }

    private static boolean isMarked(byte[] file, int at) {
        for (int i = 0; i < ICC_MARK.length; i++) {
            if (file[at + i] != ICC_MARK[i]) {
                return false;
            }
        }
        return true;
    }

    private static @Nullable ColourProfile profile(byte[] bytes) throws IOException {
        try {
            return ColourProfile.of(ICC_Profile.getInstance(bytes));
        } catch (IllegalArgumentException | CMMException e) {
            throw new IOException("the colour profile is broken", e);
        }
    }
}
