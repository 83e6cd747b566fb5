package yondershelf.intake;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.jspecify.annotations.Nullable;
import yondershelf.words.Phrase;

/** A ZIP archive by its directory (APPNOTE 6.3.10). One whose directory is gone is read from its beginning instead. */
final class PackedZip implements Packed {
    private final ZipFile zip;
    private final List<ZipArchiveEntry> entries;
    private final Set<ZipArchiveEntry> overlapping;
    private final EntryNames names;
    private final @Nullable ProtectedZip protectedOnes;
    private int at = -1;

    private PackedZip(Path archive, String password) throws IOException {
        zip = ZipFile.builder().setPath(archive).get();
        try {
            entries = Collections.list(zip.getEntries());
            names = EntryNames.of(entries);
            overlapping = overlapping();
            protectedOnes = password.isEmpty() ? null : ProtectedZip.of(archive, password, entries.size());
        } catch (IOException | RuntimeException e) {
            zip.close();
            throw e;
        }
    }

    static Packed of(Path archive, String password) throws IOException {
        IOException reason;
        try {
            return new PackedZip(archive, password);
        } catch (IOException e) {
            reason = e;
        }
        PackedZipStream rest = new PackedZipStream(archive);
        if (rest.hasFirst()) {
            return rest;
        }
        rest.close();
        throw reason;
    }

    /** Entries whose packed bytes another entry claims too: sound archives have none. */
    private Set<ZipArchiveEntry> overlapping() throws IOException {
        List<ZipArchiveEntry> inOrder = new ArrayList<>(entries);
        inOrder.sort(Comparator.comparingLong(ZipArchiveEntry::getLocalHeaderOffset));
        Set<ZipArchiveEntry> out = Collections.newSetFromMap(new IdentityHashMap<>());
        long end = 0;
        for (ZipArchiveEntry entry : inOrder) {
            if (entry.getLocalHeaderOffset() < end) {
                out.add(entry);
            }
            // where the packed bytes begin is known once the entry's own header is read
            try (InputStream _ = zip.getRawInputStream(entry)) {
                long from = Math.max(entry.getDataOffset(), entry.getLocalHeaderOffset());
                end = Math.max(end, from + Math.max(0, entry.getCompressedSize()));
            }
        }
        return out;
    }

    private ZipArchiveEntry entry() {
        return entries.get(at);
    }

    @Override
    public boolean next() {
        return ++at < entries.size();
    }

    @Override
    public String name() {
        return names.name(entry()).replace('\\', '/');
    }

    @Override
    public boolean isDirectory() {
        return entry().isDirectory();
    }

    @Override
    public String refusal() {
        if (overlapping.contains(entry())) {
            return Phrase.of("intake.its-bytes-are-another-file");
        }
        if (isProtected() && protectedOnes != null) {
            return protectedOnes.refusal(at);
        }
        String refusal = refusal(entry());
        return refusal.isEmpty() && !zip.canReadEntryData(entry()) ? Phrase.of("intake.it-is-packed-in-a") : refusal;
    }

    static String refusal(ZipArchiveEntry entry) {
        if (entry.isUnixSymlink()) {
            return Phrase.of("intake.it-is-a-link-which");
        }
        return entry.getGeneralPurposeBit().usesEncryption() ? Locked.NONE : "";
    }

    @Override
    public long packedBytes() {
        return entry().getCompressedSize();
    }

    @Override
    public long sum() {
        return isProtected() ? -1 : entry().getCrc();
    }

    private boolean isProtected() {
        return entry().getGeneralPurposeBit().usesEncryption();
    }

    @Override
    public boolean isByPassword() {
        return isProtected() && protectedOnes != null;
    }

    @Override
    public InputStream open() throws IOException {
        return isProtected() && protectedOnes != null ? protectedOnes.open(at) : zip.getInputStream(entry());
    }

    @Override
    public @Nullable Later later() {
        ZipArchiveEntry entry = entry();
        // what is protected is unpacked at once: whether the password is right shows only then
        return entry.getSize() < 0 || isProtected() ? null : new InZip(zip, entry);
    }

    private record InZip(ZipFile zip, ZipArchiveEntry entry) implements Later {
        @Override
        public long size() {
            return entry.getSize();
        }

        @Override
        public long packedBytes() {
            return entry.getCompressedSize();
        }

        @Override
        public long sum() {
            return entry.getCrc();
        }

        @Override
        public InputStream open() throws IOException {
            return zip.getInputStream(entry);
        }
    }

    @Override
    public int count() {
        return entries.size();
    }

    @Override
    public void close() throws IOException {
        zip.close();
        if (protectedOnes != null) {
            protectedOnes.close();
        }
    }
}
