package yondershelf.intake;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveInputStream;

/** A ZIP archive that was cut off, by what stands before each entry: what is whole can be had. */
final class PackedZipStream extends PackedStream<ZipArchiveEntry> {
    private boolean ahead;

    PackedZipStream(Path archive) throws IOException {
        super(new ZipArchiveInputStream(new BufferedInputStream(Files.newInputStream(archive))));
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
        return super.next();
    }

    @Override
    public String name() {
        return super.name().replace('\\', '/');
    }

    @Override
    String kept() {
        return PackedZip.refusal(entry());
    }

    @Override
    public long packedBytes() {
        return Math.max(0, entry().getCompressedSize());
    }
}
