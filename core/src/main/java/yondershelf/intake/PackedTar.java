package yondershelf.intake;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.compressors.CompressorException;
import org.apache.commons.compress.compressors.CompressorStreamFactory;
import org.apache.commons.io.input.CloseShieldInputStream;
import org.jspecify.annotations.Nullable;

/** A tar archive (POSIX.1-2001, pax, with what GNU added), as it is or in gzip, bzip2 or xz, which its first bytes tell. */
final class PackedTar implements Packed {
    /** A dictionary of more is never needed. */
    private static final int MOST_KIBIBYTES = 256 << 10;

    private final TarArchiveInputStream in;
    private @Nullable TarArchiveEntry entry;

    PackedTar(Path archive) throws IOException {
        InputStream file = new BufferedInputStream(Files.newInputStream(archive));
        try {
            in = new TarArchiveInputStream(unpacked(file), StandardCharsets.UTF_8.name());
        } catch (IOException | RuntimeException e) {
            file.close();
            throw e;
        }
    }

    private static InputStream unpacked(InputStream file) throws IOException {
        String packing;
        try {
            packing = CompressorStreamFactory.detect(file);
        } catch (CompressorException e) {
            // not packed at all
            return file;
        }
        try {
            return new BufferedInputStream(
                    new CompressorStreamFactory(true, MOST_KIBIBYTES).createCompressorInputStream(packing, file));
        } catch (CompressorException e) {
            throw new IOException("it is packed in a way that is not read (" + packing + ")", e);
        }
    }

    @Override
    public boolean next() throws IOException {
        try {
            entry = in.getNextEntry();
        } catch (IllegalArgumentException e) {
            throw new IOException(e.getMessage(), e);
        }
        return entry != null;
    }

    private TarArchiveEntry entry() {
        TarArchiveEntry now = entry;
        if (now == null) {
            throw new IllegalStateException("there is no entry");
        }
        return now;
    }

    @Override
    public String name() {
        String name = entry().getName();
        return name.startsWith("./") ? name.substring(2) : name;
    }

    @Override
    public boolean isDirectory() {
        return entry().isDirectory();
    }

    @Override
    public String refusal() {
        if (entry().isSymbolicLink() || entry().isLink()) {
            return "it is a link, which is not followed";
        }
        boolean device = entry().isBlockDevice() || entry().isCharacterDevice() || entry().isFIFO();
        return !device && entry().isFile() && in.canReadEntryData(entry()) ? "" : "it is no plain file";
    }

    @Override
    public long packedBytes() {
        return 0;
    }

    @Override
    public long sum() {
        return -1;
    }

    @Override
    public InputStream open() {
        return CloseShieldInputStream.wrap(in);
    }

    @Override
    public int count() {
        return 0;
    }

    @Override
    public void close() throws IOException {
        in.close();
    }
}
