package yondershelf.intake;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import yondershelf.format.reading.FileType;

/** An archive's entries, one after the other. */
interface Packed extends Closeable {
    /**
     * Goes on to the next entry.
     *
     * @return false after the last one
     * @throws IOException when what follows cannot be read
     */
    boolean next() throws IOException;

    /** The entry's path as it is written, {@code /}-separated. */
    String name();

    boolean isDirectory();

    /** Why the entry stays packed, as a clause; empty for one that can be unpacked. */
    String refusal();

    /** The entry's bytes while packed; 0 when that is not known of it alone. */
    long packedBytes();

    /** CRC-32 of the entry's bytes; -1 when the archive does not say, or checks it itself. */
    long sum();

    /** The entry's bytes. */
    InputStream open() throws IOException;

    /** True for an entry that was opened by a password: if it seems damaged, that is another one. */
    default boolean isByPassword() {
        return false;
    }

    /** Bytes of the archive, which may lie in several files. */
    default long size(Path archive) throws IOException {
        return Files.size(archive);
    }

    /** How many entries there are; 0 when that is not known before. */
    int count();

    /** The present entry to be read at any time while the archive is open; null where entries only come one after the other. */
    default @Nullable Later later() {
        return null;
    }

    /** An entry that can be read at any time. */
    interface Later {
        /** Its bytes, as the archive's directory says. */
        long size();

        /** Its bytes while packed. */
        long packedBytes();

        /** CRC-32 of its bytes; -1 when the archive does not say. */
        long sum();

        InputStream open() throws IOException;
    }

    /** @param password empty when none is known */
    static Packed of(Path archive, FileType type, String password) throws IOException {
        return switch (type) {
            case SEVEN_ZIP -> new PackedSevenZip(archive, password);
            case TAR -> new PackedTar(archive);
            case RAR -> new PackedRar(archive);
            default -> PackedZip.of(archive, password);
        };
    }
}
