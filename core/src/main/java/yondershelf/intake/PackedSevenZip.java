package yondershelf.intake;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import org.apache.commons.compress.PasswordRequiredException;
import org.apache.commons.compress.archivers.sevenz.SevenZArchiveEntry;
import org.apache.commons.compress.archivers.sevenz.SevenZFile;
import org.apache.commons.compress.archivers.sevenz.SevenZMethod;
import org.apache.commons.compress.archivers.sevenz.SevenZMethodConfiguration;
import org.jspecify.annotations.Nullable;
import yondershelf.words.Phrase;

/** A 7z archive (format description 7zFormat.txt of its public-domain kit). */
final class PackedSevenZip implements Packed {
    private static final int MOST_KIBIBYTES = 256 << 10;
    /** Where Unix file modes stand in the attributes, and what is a link there. */
    private static final int UNIX_SHIFT = 16;

    private static final int KIND = 0xF000;
    private static final int LINK = 0xA000;

    private final SevenZFile file;
    private final boolean given;
    private int count;
    private @Nullable SevenZArchiveEntry entry;

    PackedSevenZip(Path archive, String password) throws IOException {
        given = !password.isEmpty();
        try {
            SevenZFile.Builder builder = SevenZFile.builder().setPath(archive).setMaxMemoryLimitKiB(MOST_KIBIBYTES);
            if (given) {
                builder.setPassword(password);
            }
            file = builder.get();
        } catch (PasswordRequiredException e) {
            throw new Locked(Locked.NONE);
        } catch (IOException | RuntimeException e) {
            // a directory that was decrypted by another password is no directory
            if (given) {
                throw new Locked(Locked.WRONG);
            }
            throw e;
        }
        for (SevenZArchiveEntry _ : file.getEntries()) {
            count++;
        }
    }

    @Override
    public boolean next() throws IOException {
        entry = file.getNextEntry();
        return entry != null;
    }

    private SevenZArchiveEntry entry() {
        SevenZArchiveEntry now = entry;
        if (now == null) {
            throw new IllegalStateException("there is no entry");
        }
        return now;
    }

    @Override
    public String name() {
        String name = entry().getName();
        return name == null ? "" : name.replace('\\', '/');
    }

    @Override
    public boolean isDirectory() {
        return entry().isDirectory();
    }

    @Override
    public String refusal() {
        boolean link =
                entry().getHasWindowsAttributes() && (entry().getWindowsAttributes() >>> UNIX_SHIFT & KIND) == LINK;
        if (link) {
            return Phrase.of("intake.it-is-a-link-which");
        }
        return entry().isAntiItem() ? Phrase.of("intake.it-only-says-that-a") : "";
    }

    @Override
    public long packedBytes() {
        return 0;
    }

    /** The library compares it while it is unpacked. */
    @Override
    public long sum() {
        return entry().getHasCrc() ? entry().getCrcValue() & 0xffffffffL : -1;
    }

    @Override
    public InputStream open() throws IOException {
        try {
            return file.getInputStream(entry());
        } catch (PasswordRequiredException e) {
            throw new Locked(Locked.NONE);
        }
    }

    @Override
    public boolean isByPassword() {
        if (given) {
            for (SevenZMethodConfiguration method : entry().getContentMethods()) {
                if (method.getMethod() == SevenZMethod.AES256SHA256) {
                    return true;
                }
            }
        }
        return false;
    }

    @Override
    public int count() {
        return count;
    }

    @Override
    public void close() throws IOException {
        file.close();
    }
}
