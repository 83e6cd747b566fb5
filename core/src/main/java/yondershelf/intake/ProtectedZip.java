package yondershelf.intake;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.exception.ZipException;
import net.lingala.zip4j.model.FileHeader;
import org.jspecify.annotations.Nullable;
import yondershelf.words.Phrase;

/** Entries of a ZIP archive that are protected by a password: the old cipher (APPNOTE 6.1) and AES (APPNOTE 7.2, WinZip's AE-1 and AE-2). */
final class ProtectedZip implements Closeable {
    private final ZipFile zip;
    private final List<FileHeader> entries;

    private ProtectedZip(ZipFile zip, List<FileHeader> entries) {
        this.zip = zip;
        this.entries = entries;
    }

    /**
     * Null when it is protected in a way that is not read.
     *
     * @param count how many entries its directory lists, as another reader says
     */
    static @Nullable ProtectedZip of(Path archive, String password, int count) throws IOException {
        ZipFile zip = new ZipFile(archive.toFile(), password.toCharArray());
        try {
            List<FileHeader> entries = zip.getFileHeaders();
            if (entries.size() == count) {
                return new ProtectedZip(zip, entries);
            }
        } catch (ZipException e) {
            // of a packing it does not know it opens nothing at all
            zip.close();
            return null;
        }
        zip.close();
        return null;
    }

    /** Why an entry stays packed; empty when the password opens it. */
    String refusal(int entry) {
        try (InputStream in = open(entry)) {
            return in.read() < -1 ? Phrase.of("intake.it-cannot-be-read-2") : "";
        } catch (ZipException e) {
            return e.getType() == ZipException.Type.WRONG_PASSWORD
                    ? Locked.WRONG
                    : Phrase.of("intake.it-is-packed-in-a-way", e.getMessage());
        } catch (IOException e) {
            // of the old cipher one password in 256 seems right until the end
            return Locked.WRONG;
        }
    }

    InputStream open(int entry) throws IOException {
        return zip.getInputStream(entries.get(entry));
    }

    @Override
    public void close() throws IOException {
        zip.close();
    }
}
