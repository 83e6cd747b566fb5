package yondershelf.format.picture;

import java.nio.ByteBuffer;

/**
 * Blocks of sixteen texels, BC1 to BC5 (Khronos Data Format Specification 1.3, chapters 18 and 19).
 */
enum BlockTexels {
    BC1(8, 4),
    BC2(16, 4),
    BC3(16, 4),
    BC4(8, 1),
    BC5(16, 3);

    /** Bytes of a block. */
    final int bytes;
    /** Channels of a picture made of it. */
    final int channels;

    BlockTexels(int bytes, int channels) {
        this.bytes = bytes;
        this.channels = channels;
    }

    /** How many bytes a picture takes. */
    long size(int w, int h) {
        return (long) ((w + 3) / 4) * ((h + 3) / 4) * bytes;
    }

    /** Sixteen texels of red, green, blue and alpha. */
    void decode(ByteBuffer in, int at, byte[] texels) {
        switch (this) {
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
