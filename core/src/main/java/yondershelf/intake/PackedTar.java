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
import yondershelf.words.Phrase;

/** A tar archive (POSIX.1-2001, pax, with what GNU added), as it is or in gzip, bzip2 or xz, which its first bytes tell. */
final class PackedTar extends PackedStream<TarArchiveEntry> {
    /** A dictionary of more is never needed. */
    private static final int MOST_KIBIBYTES = 256 << 10;

    PackedTar(Path archive) throws IOException {
        super(stream(archive));
    }

    private static TarArchiveInputStream stream(Path archive) throws IOException {
        InputStream file = new BufferedInputStream(Files.newInputStream(archive));
        try {
            return new TarArchiveInputStream(unpacked(file), StandardCharsets.UTF_8.name());
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
    public String name() {
        return super.name().startsWith("./") ? super.name().substring(2) : super.name();
    }

    @Override
    String kept() {
        TarArchiveEntry entry = entry();
        if (entry.isSymbolicLink() || entry.isLink()) {
            return Phrase.of("intake.it-is-a-link-which");
        }
        boolean device = entry.isBlockDevice() || entry.isCharacterDevice() || entry.isFIFO();
        return device || !entry.isFile() ? Phrase.of("intake.it-is-no-plain-file") : "";
    }
}
