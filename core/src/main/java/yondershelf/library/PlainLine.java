package yondershelf.library;

import java.nio.charset.StandardCharsets;
import java.util.zip.CRC32;
import org.jspecify.annotations.Nullable;

/**
 * Reads a journal's line without a parser when it stands exactly as this program writes it and holds no escapes: the checksum
 * is over the very bytes that stand there. Any other line, damaged or not, is left to the parser.
 */
final class PlainLine {
    private static final byte[] STAMP = "{\"t\":\"".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] ASSET = "\",\"a\":\"".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] FIELD = "\",\"f\":\"".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] VALUE = "\",\"v\":\"".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] GONE = "\",\"p\":false,\"c\":\"".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] CHECK = "\",\"c\":\"".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] END = "\"}".getBytes(StandardCharsets.US_ASCII);
    private static final int SUM = 8;

    private PlainLine() {}

    /** Null for a line that has to be parsed. */
    static @Nullable JournalLine parse(byte[] b, int from, int to) {
        if (!isAt(b, from, to, STAMP)) {
            return null;
        }
        int stamp = from + STAMP.length;
        int stampEnd = end(b, stamp, to);
        int asset = stampEnd + ASSET.length;
        int assetEnd = isAt(b, stampEnd, to, ASSET) ? end(b, asset, to) : to;
        int field = assetEnd + FIELD.length;
        int fieldEnd = isAt(b, assetEnd, to, FIELD) ? end(b, field, to) : to;
        int value = fieldEnd + VALUE.length;
        int valueEnd = isAt(b, fieldEnd, to, VALUE) ? end(b, value, to) : to;
        boolean gone = isAt(b, valueEnd, to, GONE);
        if (!gone && !isAt(b, valueEnd, to, CHECK)) {
            return null;
        }
        int sum = valueEnd + (gone ? GONE.length : CHECK.length);
        if (sum + SUM + END.length != to || !isAt(b, sum + SUM, to, END)) {
            return null;
        }
        CRC32 crc = new CRC32();
        update(crc, b, stamp, stampEnd);
        update(crc, b, asset, assetEnd);
        update(crc, b, field, fieldEnd);
        update(crc, b, value, valueEnd);
        crc.update((gone ? "false" : "true").getBytes(StandardCharsets.US_ASCII));
        if (crc.getValue() != hex(b, sum)) {
            return null;
        }
        try {
            return new JournalLine(
                    Stamp.parse(text(b, stamp, stampEnd)),
                    text(b, asset, assetEnd),
                    JournalLine.known(text(b, field, fieldEnd)),
                    text(b, value, valueEnd),
                    !gone);
        } catch (IllegalArgumentException e) {
            return null;
        }
    }

    private static void update(CRC32 crc, byte[] b, int from, int to) {
        crc.update(b, from, to - from);
        crc.update(0);
    }

    private static boolean isAt(byte[] b, int at, int to, byte[] wanted) {
        return at + wanted.length <= to && java.util.Arrays.equals(b, at, at + wanted.length, wanted, 0, wanted.length);
    }

    /** Where a text without escapes ends; the line's end when there are any, or bytes that may be no UTF-8. */
    private static int end(byte[] b, int from, int to) {
        for (int i = from; i < to; i++) {
            if (b[i] == '"') {
                return i;
            }
            if (b[i] == '\\' || b[i] < ' ') {
                return to;
            }
        }
        return to;
    }

    private static String text(byte[] b, int from, int to) {
        return new String(b, from, to - from, StandardCharsets.US_ASCII);
    }

    /** -1 for what is no number of eight digits. */
    private static long hex(byte[] b, int from) {
        long out = 0;
        for (int i = from; i < from + SUM; i++) {
            int digit = Character.digit(b[i], 16);
            if (digit < 0 || b[i] >= 'A' && b[i] <= 'F') {
                return -1;
            }
            out = out << 4 | digit;
        }
        return out;
    }
}
