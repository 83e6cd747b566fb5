package yondershelf.library;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Set;
import yondershelf.words.Phrase;

/**
 * Knows a file again after it was moved, at little cost however large it is: its size, and the hash of all its bytes or,
 * above 256 KiB, of four pieces of 64 KiB spread evenly from its first to its last byte.
 */
final class Fingerprint {
    private static final int PIECE = 64 << 10;
    private static final int PIECES = 4;

    private Fingerprint() {}

    static String of(Path file) throws IOException {
        if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            throw new java.nio.file.FileSystemException(
                    file.toString(), null, Phrase.of("library.it-is-no-plain-file"));
        }
        try (SeekableByteChannel channel =
                Files.newByteChannel(file, Set.of(StandardOpenOption.READ, LinkOption.NOFOLLOW_LINKS))) {
            long size = channel.size();
            boolean whole = size <= (long) PIECE * PIECES;
            ByteBuffer bytes = ByteBuffer.allocate(whole ? (int) size : PIECE * PIECES);
            for (int i = 0; i < (whole ? 1 : PIECES); i++) {
                channel.position(whole ? 0 : (size - PIECE) * i / (PIECES - 1));
                bytes.limit(whole ? (int) size : (i + 1) * PIECE);
                int read = 0;
                while (bytes.hasRemaining() && read >= 0) {
                    read = channel.read(bytes);
                }
            }
            return size + "-" + ContentHash.of(java.util.Arrays.copyOf(bytes.array(), bytes.position()));
        }
    }

    /** The size that stands in a fingerprint. */
    static long size(String fingerprint) {
        int dash = fingerprint.indexOf('-');
        try {
            return dash < 0 ? -1 : Long.parseLong(fingerprint.substring(0, dash));
        } catch (NumberFormatException e) {
            return -1;
        }
    }
}
