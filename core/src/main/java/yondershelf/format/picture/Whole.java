package yondershelf.format.picture;

import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteOrder;
import java.util.zip.CRC32;
import javax.imageio.stream.ImageInputStream;
import yondershelf.format.reading.FileType;

/**
 * Tells whether a picture's file is whole without decoding it. PNG: its closing chunk, that there is data before it, and each chunk's CRC (W3C PNG, third
 * edition, 5.3, 5.5, 5.6 and 11.2.5). JPEG: its end-of-image marker (ITU-T T.81, B.1.1.3); it carries no sums.
 */
final class Whole {
    private static final int IEND = 0x49454E44;
    private static final int IDAT = 0x49444154;
    private static final int PNG_SIGNATURE = 8;
    private static final int CRC = 4;
    private static final int START_OF_SCAN = 0xDA;
    private static final int END_OF_IMAGE = 0xD9;

    private Whole() {}

    /**
     * Finds the end of a PNG or JPEG by walking over lengths, so a large picture costs little more than its header.
     *
     * @throws EOFException when the file ends before the picture does
     */
    static void reachesItsEnd(ImageInputStream in, FileType type) throws IOException {
        in.setByteOrder(ByteOrder.BIG_ENDIAN);
        switch (type) {
            case PNG -> png(in, false);
            case JPEG -> jpeg(in);
            default -> {}
        }
    }

    /**
     * The same, and compares the sums of a PNG with its bytes.
     *
     * @throws EOFException when the file ends before the picture does
     * @throws IOException when a sum is another
     */
    static void isUnharmed(ImageInputStream in, FileType type) throws IOException {
        if (type == FileType.PNG) {
            in.setByteOrder(ByteOrder.BIG_ENDIAN);
            png(in, true);
        } else {
            reachesItsEnd(in, type);
        }
    }

    private static void png(ImageInputStream in, boolean sums) throws IOException {
        long at = PNG_SIGNATURE;
        boolean pixels = false;
        while (true) {
            in.seek(at);
            long length = in.readUnsignedInt();
            int name = in.readInt();
            if (sums) {
                in.seek(at + 4);
                compare(in, 4 + length);
            }
            if (name == IEND) {
                if (!pixels) {
                    throw new IOException("there are no pixels in it");
                }
                return;
            }
            pixels |= name == IDAT;
            at += 4 + 4 + length + CRC;
        }
    }

    private static void compare(ImageInputStream in, long bytes) throws IOException {
        CRC32 sum = new CRC32();
        byte[] block = new byte[1 << 14];
        for (long left = bytes; left > 0; ) {
            int read = in.read(block, 0, (int) Math.min(left, block.length));
            if (read < 0) {
                throw new EOFException();
            }
            sum.update(block, 0, read);
            left -= read;
        }
        if (in.readUnsignedInt() != sum.getValue()) {
            throw new IOException("some of its bytes have changed");
        }
    }

    private static void jpeg(ImageInputStream in) throws IOException {
        in.seek(2);
        int marker = marker(in);
        while (marker != START_OF_SCAN && marker != END_OF_IMAGE) {
            long at = in.getStreamPosition();
            in.seek(at + in.readUnsignedShort());
            marker = marker(in);
        }
        // Within a scan, 0xFF is followed by zero or a restart marker, so the end cannot be mistaken.
        byte[] block = new byte[1 << 14];
        boolean escaped = false;
        while (marker != END_OF_IMAGE) {
            int read = in.read(block);
            if (read < 0) {
                throw new EOFException();
            }
            for (int i = 0; i < read; i++) {
                int value = block[i] & 0xFF;
                if (escaped && value == END_OF_IMAGE) {
                    return;
                }
                escaped = value == 0xFF;
            }
        }
    }

    /** The next marker's code; any number of 0xFF may stand before it (T.81, B.1.1.2). */
    private static int marker(ImageInputStream in) throws IOException {
        int value = in.readUnsignedByte();
        while (value != 0xFF) {
            value = in.readUnsignedByte();
        }
        while (value == 0xFF) {
            value = in.readUnsignedByte();
        }
        return value;
    }
}
