package yondershelf.intake;

import java.io.IOException;
import java.io.InputStream;
import org.apache.commons.compress.archivers.ArchiveEntry;
import org.apache.commons.compress.archivers.ArchiveInputStream;
import org.apache.commons.io.input.CloseShieldInputStream;
import org.jspecify.annotations.Nullable;
import yondershelf.words.Phrase;

/** An archive that is read from its beginning to its end. Whether bytes are whole is told while they are read. */
abstract class PackedStream<E extends ArchiveEntry> implements Packed {
    private final ArchiveInputStream<E> in;
    private @Nullable E entry;

    PackedStream(ArchiveInputStream<E> in) {
        this.in = in;
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

    E entry() {
        E now = entry;
        if (now == null) {
            throw new IllegalStateException("there is no entry");
        }
        return now;
    }

    /** Why an entry stays packed by what it is; empty when nothing speaks against it. */
    abstract String kept();

    @Override
    public String refusal() {
        String kept = kept();
        return kept.isEmpty() && !in.canReadEntryData(entry()) ? Phrase.of("intake.it-is-packed-in-a") : kept;
    }

    @Override
    public String name() {
        return entry().getName();
    }

    @Override
    public boolean isDirectory() {
        return entry().isDirectory();
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
