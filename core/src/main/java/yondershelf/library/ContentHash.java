package yondershelf.library;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import net.openhft.hashing.LongTupleHashFunction;

/**
 * 128-bit XXH3 of contents as 32 hex digits. From 64 MiB on it is the XXH3 of the digits of the pieces of that size, so that
 * files of any size are hashed in little memory.
 */
public final class ContentHash {
    private static final int PIECE = 64 << 20;

    private ContentHash() {}

    public static String of(byte[] bytes) {
        if (bytes.length < PIECE) {
            return digits(bytes);
        }
        StringBuilder pieces = new StringBuilder();
        for (int at = 0; at < bytes.length; at += PIECE) {
            pieces.append(digits(Arrays.copyOfRange(bytes, at, (int) Math.min(bytes.length, (long) at + PIECE))));
        }
        return ofText(pieces.toString());
    }

    public static String of(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            byte[] piece = in.readNBytes(PIECE);
            if (piece.length < PIECE) {
                return digits(piece);
            }
            StringBuilder pieces = new StringBuilder();
            for (; piece.length > 0; piece = in.readNBytes(PIECE)) {
                pieces.append(digits(piece));
            }
            return ofText(pieces.toString());
        }
    }

    /** Copies a file and gives the hash of what was copied: read once, for both. */
    static String copy(Path file, OutputStream out) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            long size = Files.size(file);
            byte[] piece = piece(in, out, size);
            if (piece.length < PIECE) {
                return digits(piece);
            }
            StringBuilder pieces = new StringBuilder();
            for (; piece.length > 0; piece = piece(in, out, PIECE)) {
                pieces.append(digits(piece));
            }
            return ofText(pieces.toString());
        }
    }

    /** The next piece, of which so many bytes are expected. */
    private static byte[] piece(InputStream in, OutputStream out, long expected) throws IOException {
        byte[] all = new byte[(int) Math.min(PIECE, expected)];
        int read = in.readNBytes(all, 0, all.length);
        byte[] piece = read < all.length ? Arrays.copyOf(all, read) : all;
        byte[] more = read == all.length && read < PIECE ? in.readNBytes(PIECE - read) : new byte[0];
        if (more.length > 0) {
            // it grows while it is read
            piece = Arrays.copyOf(piece, read + more.length);
            System.arraycopy(more, 0, piece, read, more.length);
        }
        out.write(piece);
        return piece;
    }

    /**
     * Of a file's bytes; above a size only of some of them, and of the size: what is too large to be opened is not read whole.
     *
     * @param most bytes read whole
     */
    public static String of(Path file, long most) throws IOException {
        return Files.size(file) <= most ? of(file) : ofText(Fingerprint.of(file));
    }

    /** Of a text's characters, for keys made of other hashes. */
    public static String ofText(String text) {
        long[] out = new long[2];
        LongTupleHashFunction.xx128().hashChars(text, out);
        return hex(out);
    }

    private static String digits(byte[] bytes) {
        long[] out = new long[2];
        LongTupleHashFunction.xx128().hashBytes(bytes, out);
        return hex(out);
    }

    private static String hex(long[] digest) {
        return String.format("%016x%016x", digest[1], digest[0]);
    }
}
