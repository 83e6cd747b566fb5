package yondershelf.intake;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveInputStream;
import org.apache.commons.io.input.CloseShieldInputStream;
import org.jspecify.annotations.Nullable;

/** A ZIP archive that was cut off, by what stands before each entry: what is whole can be had. */
final class PackedZipStream implements Packed {
    private final ZipArchiveInputStream in;
    private @Nullable ZipArchiveEntry entry;
    private boolean ahead;

    PackedZipStream(Path archive) throws IOException {
        in = new ZipArchiveInputStream(new BufferedInputStream(Files.newInputStream(archive)));
    }

    /** True when there is anything at all. */
    boolean hasFirst() throws IOException {
        ahead = next();
        return ahead;
    }

    @Override
    public boolean next() throws IOException {
        if (ahead) {
            ahead = false;
            return true;
        }
        entry = in.getNextEntry();
        return entry != null;
    }

    private ZipArchiveEntry entry() {
        ZipArchiveEntry now = entry;
        if (now == null) {
            throw new IllegalStateException("there is no entry");
        }
        return now;
    }

    @Override
    public String name() {
        return entry().getName().replace('\\', '/');
    }

    @Override
    public boolean isDirectory() {
        return entry().isDirectory();
    }

    @Override
    public String refusal() {
        String refusal = PackedZip.refusal(entry());
        return refusal.isEmpty() && !in.canReadEntryData(entry()) ? "it is packed in a way that is not read" : refusal;
    }

    @Override
    public long packedBytes() {
        return Math.max(0, entry().getCompressedSize());
    }

    /** Read while it is unpacked, and compared by the library. */
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
