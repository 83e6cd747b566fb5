package yondershelf.format.picture;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.zip.Deflater;
import yondershelf.content.Picture;

/** Linear RGB pictures to OpenEXR: half floats, scan lines in blocks of 16, ZIP compression (OpenEXR File Layout, 2.x). */
public final class ExrWriter {
    private static final int BLOCK = 16;
    private static final int HALF = 1;
    private static final int ZIP = 3;

    private ExrWriter() {}

    public static byte[] write(Picture p) {
        int w = p.width();
        int h = p.height();
        ByteArrayOutputStream head = new ByteArrayOutputStream();
        head.writeBytes(new byte[] {0x76, 0x2f, 0x31, 0x01, 2, 0, 0, 0});
        ByteBuffer channels = little(3 * 18 + 1);
        for (String channel : new String[] {"B", "G", "R"}) {
            channels.put(channel.getBytes(StandardCharsets.US_ASCII)).put((byte) 0);
            channels.putInt(HALF).putInt(0).putInt(1).putInt(1);
        }
        channels.put((byte) 0);
        attribute(head, "channels", "chlist", channels.array());
        attribute(head, "compression", "compression", new byte[] {ZIP});
        byte[] window =
                little(16).putInt(0).putInt(0).putInt(w - 1).putInt(h - 1).array();
        attribute(head, "dataWindow", "box2i", window);
        attribute(head, "displayWindow", "box2i", window);
        attribute(head, "lineOrder", "lineOrder", new byte[] {0});
        attribute(head, "pixelAspectRatio", "float", little(4).putFloat(1).array());
        attribute(head, "screenWindowCenter", "v2f", little(8).array());
        attribute(head, "screenWindowWidth", "float", little(4).putFloat(1).array());
        head.write(0);
        int blocks = (h + BLOCK - 1) / BLOCK;
        ByteBuffer offsets = little(blocks * 8);
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        long start = head.size() + blocks * 8L;
        for (int b = 0; b < blocks; b++) {
            offsets.putLong(start + body.size());
            int y0 = b * BLOCK;
            byte[] data = packed(lines(p, y0, Math.min(h, y0 + BLOCK)));
            body.writeBytes(little(8).putInt(y0).putInt(data.length).array());
            body.writeBytes(data);
        }
        head.writeBytes(offsets.array());
        head.writeBytes(body.toByteArray());
        return head.toByteArray();
    }

    private static byte[] lines(Picture p, int from, int to) {
        int w = p.width();
        ByteBuffer out = little(w * (to - from) * 6);
        for (int y = from; y < to; y++) {
            for (int c = 2; c >= 0; c--) {
                for (int x = 0; x < w; x++) {
                    float value = p.value(x, y, Math.min(c, p.channels() - 1));
                    out.putShort(Float.floatToFloat16(Math.min(value, 65504f)));
                }
            }
        }
        return out.array();
    }

    /** The two halves of the bytes apart, then differences, then deflate; raw when that does not help. */
    private static byte[] packed(byte[] raw) {
        byte[] split = new byte[raw.length];
        int half = (raw.length + 1) / 2;
        for (int i = 0; i < raw.length; i++) {
            split[(i & 1) == 0 ? i / 2 : half + i / 2] = raw[i];
        }
        for (int i = split.length - 1; i > 0; i--) {
            split[i] = (byte) (split[i] - split[i - 1] + 128);
        }
        Deflater deflater = new Deflater(6);
        try {
            deflater.setInput(split);
            deflater.finish();
            byte[] out = new byte[raw.length];
            int size = deflater.deflate(out);
            return deflater.finished() && size < raw.length ? java.util.Arrays.copyOf(out, size) : raw;
        } finally {
            deflater.end();
        }
    }

    private static void attribute(ByteArrayOutputStream out, String name, String type, byte[] value) {
        out.writeBytes(name.getBytes(StandardCharsets.US_ASCII));
        out.write(0);
        out.writeBytes(type.getBytes(StandardCharsets.US_ASCII));
        out.write(0);
        out.writeBytes(little(4).putInt(value.length).array());
        out.writeBytes(value);
    }

    private static ByteBuffer little(int size) {
        return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
    }
}
