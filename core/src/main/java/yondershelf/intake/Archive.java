package yondershelf.intake;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.LongSupplier;
import java.util.zip.CRC32;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.sorting.Sorted;
import yondershelf.work.Work;

/**
 * Unpacks a ZIP archive into a folder of its own; entries that are not safe or not whole stay packed and are told, each
 * costing itself only. Ends when the archive turns out to be a bomb (Fifield, "A better zip bomb", WOOT 2019) or the drive
 * runs full.
 */
final class Archive {
    /** More than deflate can make of the whole archive (its limit is about 1032 times) is never meant well. */
    private static final int MOST_RATIO = 100;

    /** An entry that swells more than this many times over is taken for a bomb by itself... */
    private static final int MOST_ENTRY_RATIO = 200;
    /** ...once it is at least this large. */
    private static final long ENTRY_RATIO_FROM = 16L << 20;

    /** Small archives may hold plain things that pack very well. */
    private static final long RATIO_FROM = 64L << 20;

    private static final long MOST_BYTES = 16L << 30;
    /** Left free on the drive for everybody else. */
    private static final long SPARE_BYTES = 1L << 30;

    private static final int LONGEST_NAME_BYTES = 255;
    private static final int MOST_ENTRIES = 1_000_000;

    private final Path archive;
    private final Path folder;
    private final List<Sorted.Skipped> skipped;
    private final Set<String> taken = new HashSet<>();
    private final LongSupplier free;
    private long written;
    private long mostWritten = MOST_BYTES;

    /** Unpacking cannot go on. */
    private static final class Stop extends IOException {
        private static final long serialVersionUID = 1L;

        Stop(String reason) {
            super(reason);
        }
    }

    private Archive(Path archive, Path folder, List<Sorted.Skipped> skipped, LongSupplier free) {
        this.free = free;
        this.archive = archive;
        this.folder = folder;
        this.skipped = skipped;
    }

    /** @param skipped takes the entries left packed, with reasons */
    static void unpack(Path archive, Path folder, List<Sorted.Skipped> skipped, Work work) throws ProblemException {
        unpack(archive, folder, skipped, work, folder.toFile()::getUsableSpace);
    }

    /** @param free bytes left on the folder's drive */
    static void unpack(Path archive, Path folder, List<Sorted.Skipped> skipped, Work work, LongSupplier free)
            throws ProblemException {
        new Archive(archive, folder, skipped, free).unpack(work);
    }

    private void unpack(Work work) throws ProblemException {
        try (ZipFile zip = ZipFile.builder().setPath(archive).get()) {
            List<ZipArchiveEntry> entries = Collections.list(zip.getEntries());
            if (entries.size() > MOST_ENTRIES) {
                throw new Stop("it lists more than " + MOST_ENTRIES + " files");
            }
            mostWritten = Math.min(MOST_BYTES, Math.max(RATIO_FROM, Files.size(archive) * MOST_RATIO));
            EntryNames names = EntryNames.of(entries);
            Set<ZipArchiveEntry> overlapping = overlapping(zip, entries);
            long done = 0;
            for (ZipArchiveEntry entry : entries) {
                if (work.isCancelled()) {
                    return;
                }
                String name = names.name(entry);
                work.progress(done++, entries.size(), name);
                if (!entry.isDirectory()) {
                    unpack(zip, entry, name.replace('\\', '/'), overlapping.contains(entry));
                }
            }
        } catch (Stop e) {
            throw new Problem(
                            archive.toString(),
                            "unpacking was stopped: " + e.getMessage(),
                            "Unpack it yourself where there is room, and bring the folder")
                    .raise(e);
        } catch (IOException | RuntimeException | OutOfMemoryError e) {
            throw Problem.of(archive, "the archive is broken (" + e.getMessage() + ")")
                    .raise(e);
        }
    }

    /** Entries whose packed bytes another entry claims too: sound archives have none. */
    private static Set<ZipArchiveEntry> overlapping(ZipFile zip, List<ZipArchiveEntry> entries) throws IOException {
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

    private void unpack(ZipFile zip, ZipArchiveEntry entry, String name, boolean overlaps) throws IOException {
        String refusal =
                overlaps ? "its bytes are another file's too, as in an archive bomb" : refusal(zip, entry, name);
        if (!refusal.isEmpty()) {
            skipped.add(new Sorted.Skipped(name, refusal));
            return;
        }
        try {
            refusal = unpack(zip, entry, place(name));
        } catch (Stop e) {
            throw e;
        } catch (InvalidPathException e) {
            refusal = "its name cannot be a file name here";
        } catch (FileSystemException e) {
            refusal = "it cannot be unpacked ("
                    + (e.getReason() == null ? e.getClass().getSimpleName() : e.getReason()) + ")";
        } catch (IOException | RuntimeException e) {
            refusal = "it is damaged (" + e.getMessage() + ")";
        }
        if (!refusal.isEmpty()) {
            skipped.add(new Sorted.Skipped(name, refusal));
        }
    }

    /** Where an entry goes: under a number where another one has its name, which is told. */
    private Path place(String name) throws IOException {
        Path target = folder.resolve(name).normalize();
        if (!target.startsWith(folder) || target.equals(folder)) {
            throw new FileSystemException(name, null, "its name points outside the archive");
        }
        String wanted = name;
        int dot = name.lastIndexOf('.') > name.lastIndexOf('/') ? name.lastIndexOf('.') : name.length();
        for (int n = 2; !taken.add(folded(wanted)) || Files.exists(target); n++) {
            wanted = name.substring(0, dot) + " " + n + name.substring(dot);
            target = folder.resolve(wanted).normalize();
        }
        if (!wanted.equals(name)) {
            skipped.add(new Sorted.Skipped(name, "another file has the same name: it comes as " + wanted));
        }
        return target;
    }

    private static String folded(String name) {
        return Normalizer.normalize(name, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
    }

    private String unpack(ZipFile zip, ZipArchiveEntry entry, Path target) throws IOException {
        Files.createDirectories(target.getParent());
        String refusal;
        try (InputStream in = zip.getInputStream(entry);
                OutputStream out = Files.newOutputStream(target, StandardOpenOption.CREATE_NEW)) {
            refusal = copy(in, out, entry);
        } catch (IOException e) {
            Files.deleteIfExists(target);
            throw e;
        }
        if (!refusal.isEmpty()) {
            Files.deleteIfExists(target);
        }
        return refusal;
    }

    private static String refusal(ZipFile zip, ZipArchiveEntry entry, String name) {
        if (name.startsWith("/") || name.matches("(?s)[A-Za-z]:.*")) {
            return "its name is an absolute path";
        }
        for (String step : name.split("/")) {
            if (step.equals("..")) {
                return "its name points outside the archive";
            }
            if (step.getBytes(java.nio.charset.StandardCharsets.UTF_8).length > LONGEST_NAME_BYTES) {
                return "its name is longer than a file's name may be";
            }
        }
        if (entry.isUnixSymlink()) {
            return "it is a link, which is not followed";
        }
        if (entry.getGeneralPurposeBit().usesEncryption()) {
            return "it is protected by a password: unpack it yourself and bring the folder";
        }
        return zip.canReadEntryData(entry) ? "" : "it is packed in a way that is not read";
    }

    /** Counts what really comes out, and sums it up: sizes in the archive's directory may lie, bytes may have changed. */
    private String copy(InputStream in, OutputStream out, ZipArchiveEntry entry) throws IOException {
        byte[] buffer = new byte[1 << 16];
        CRC32 sum = new CRC32();
        long packed = Math.max(1, entry.getCompressedSize());
        long size = 0;
        long unasked = 0;
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
            size += n;
            written += n;
            unasked += n;
            if (size > ENTRY_RATIO_FROM && size > packed * MOST_ENTRY_RATIO) {
                return "it swells to more than " + MOST_ENTRY_RATIO + " times its packed size, like an archive bomb";
            }
            if (written > mostWritten) {
                throw new Stop(
                        mostWritten == MOST_BYTES
                                ? "it holds more than " + (MOST_BYTES >> 30) + " GiB"
                                : "it swells to more than " + MOST_RATIO + " times its size, like an archive bomb");
            }
            if (unasked > RATIO_FROM || written == n) {
                unasked = 0;
                if (free.getAsLong() < SPARE_BYTES) {
                    throw new Stop("the drive of the temporary folder is almost full");
                }
            }
            sum.update(buffer, 0, n);
            out.write(buffer, 0, n);
        }
        return entry.getCrc() >= 0 && sum.getValue() != entry.getCrc()
                ? "it is damaged: its checksum does not fit"
                : "";
    }
}
