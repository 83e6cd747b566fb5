package yondershelf.intake;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import yondershelf.format.worker.RarReader;
import yondershelf.words.Phrase;

/** A RAR archive of version 4 or 5, which a library of the system reads in another process. */
final class PackedRar implements Packed {
    private final RarReader reader;

    PackedRar(Path archive) throws IOException {
        reader = new RarReader(archive);
    }

    @Override
    public boolean next() throws IOException {
        return reader.next();
    }

    @Override
    public String name() {
        return reader.name().replace('\\', '/');
    }

    @Override
    public boolean isDirectory() {
        return reader.isFolder();
    }

    @Override
    public String refusal() {
        if (reader.isLocked()) {
            return Phrase.of("intake.it-is-encrypted-in-a");
        }
        if (reader.isLink()) {
            return Phrase.of("intake.it-is-a-link-which");
        }
        return reader.isPlain() ? "" : Phrase.of("intake.it-is-no-file");
    }

    @Override
    public long packedBytes() {
        return 0;
    }

    /** The library compares it while it unpacks. */
    @Override
    public long sum() {
        return -1;
    }

    @Override
    public InputStream open() {
        return reader.open();
    }

    @Override
    public long size(Path archive) {
        return reader.size();
    }

    @Override
    public int count() {
        return 0;
    }

    @Override
    public void close() {
        reader.close();
    }
}
