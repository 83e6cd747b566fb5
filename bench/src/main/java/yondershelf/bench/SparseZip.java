package yondershelf.bench;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.zip.CRC32;

/** A ZIP of large files that hold nothing but zeros, stored as they are, of which the file system keeps no bytes (APPNOTE 6.3.10). */
final class SparseZip {
    private static final int VERSION = 45;
    private static final int LOCAL = 30;
    private static final int CENTRAL = 46;
    private static final int LARGE = 12;
    private static final short LARGE_FIELD = 1;
    private static final int END = 56 + 20 + 22;
    private static final int ASKED_ELSEWHERE = -1;
    private static final short SO_MANY = -1;

    private SparseZip() {}

    /** @param each bytes of each file */
    static void write(Path zip, List<String> names, int each) throws IOException {
        CRC32 sum = new CRC32();
        sum.update(new byte[each]);
        ByteBuffer list = ByteBuffer.allocate(names.stream()
                                .mapToInt(n -> CENTRAL + n.length() + LARGE)
                                .sum()
                        + END)
                .order(ByteOrder.LITTLE_ENDIAN);
        try (FileChannel out = FileChannel.open(
                zip, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE, StandardOpenOption.SPARSE)) {
            long at = 0;
            for (String name : names) {
                byte[] bytes = name.getBytes(StandardCharsets.UTF_8);
                ByteBuffer head = ByteBuffer.allocate(LOCAL + bytes.length).order(ByteOrder.LITTLE_ENDIAN);
                head.putInt(0x04034b50);
                entry(head, (int) sum.getValue(), each, bytes.length);
                head.putShort((short) 0).put(bytes).flip();
                out.write(head, at);
                list.putInt(0x02014b50).putShort((short) VERSION);
                entry(list, (int) sum.getValue(), each, bytes.length);
                list.putShort((short) LARGE)
                        .put(new byte[10])
                        .putInt(ASKED_ELSEWHERE)
                        .put(bytes);
                list.putShort(LARGE_FIELD).putShort((short) 8).putLong(at);
                at += LOCAL + bytes.length + (long) each;
            }
            int size = list.position();
            list.putInt(0x06064b50).putLong(44).putShort((short) VERSION).putShort((short) VERSION);
            list.putInt(0)
                    .putInt(0)
                    .putLong(names.size())
                    .putLong(names.size())
                    .putLong(size)
                    .putLong(at);
            list.putInt(0x07064b50).putInt(0).putLong(at + size).putInt(1);
            list.putInt(0x06054b50).putInt(0).putShort(SO_MANY).putShort(SO_MANY);
            list.putInt(ASKED_ELSEWHERE).putInt(ASKED_ELSEWHERE).putShort((short) 0);
            list.flip();
            out.write(list, at);
        }
    }

    /** What both headers say of an entry: stored, of the first of January 1980. */
    private static void entry(ByteBuffer out, int sum, int size, int name) {
        out.putShort((short) VERSION)
                .putShort((short) 0x800)
                .putShort((short) 0)
                .putInt(0x00210000);
        out.putInt(sum).putInt(size).putInt(size).putShort((short) name);
    }
}
