package yondershelf.intake;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.List;
import java.util.zip.ZipException;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.sorting.Sorted;
import yondershelf.work.Work;

/** Unpacks a ZIP archive into a folder of its own; entries that are not safe stay packed and are told. */
final class Archive {
    /** An entry that swells more than this many times over is taken for a bomb... */
    private static final int MOST_RATIO = 200;
    /** ...once it is at least this large. */
    private static final long RATIO_FROM = 16L << 20;

    private static final long MOST_BYTES = 16L << 30;

    private final Path archive;
    private final Path folder;
    private final List<Sorted.Skipped> skipped;
    private long written;

    private Archive(Path archive, Path folder, List<Sorted.Skipped> skipped) {
        this.archive = archive;
        this.folder = folder;
        this.skipped = skipped;
    }

    /** @param skipped takes the entries left packed, with reasons */
    static void unpack(Path archive, Path folder, List<Sorted.Skipped> skipped, Work work) throws ProblemException {
        new Archive(archive, folder, skipped).unpack(work);
    }

    private void unpack(Work work) throws ProblemException {
        try (ZipFile zip = ZipFile.builder().setPath(archive).get()) {
            Enumeration<ZipArchiveEntry> entries = zip.getEntries();
            long done = 0;
            while (entries.hasMoreElements() && !work.isCancelled()) {
                ZipArchiveEntry entry = entries.nextElement();
                work.progress(done++, 0, entry.getName());
                if (!entry.isDirectory()) {
                    unpack(zip, entry);
                }
            }
        } catch (ZipException e) {
            throw Problem.of(archive, "the archive is broken (" + e.getMessage() + ")")
                    .raise(e);
        } catch (IOException e) {
            throw Problem.of(archive, "the archive cannot be read (" + e.getMessage() + ")")
                    .raise(e);
        }
    }

    private void unpack(ZipFile zip, ZipArchiveEntry entry) throws IOException {
        String name = entry.getName().replace('\\', '/');
        String refusal = refusal(zip, entry, name);
        Path target = null;
        if (refusal.isEmpty()) {
            try {
                target = folder.resolve(name).normalize();
                if (!target.startsWith(folder) || target.equals(folder)) {
                    refusal = "its name points outside the archive";
                }
            } catch (InvalidPathException e) {
                refusal = "its name cannot be a file name here";
            }
        }
        if (!refusal.isEmpty() || target == null) {
            skipped.add(new Sorted.Skipped(name, refusal));
            return;
        }
        Files.createDirectories(target.getParent());
        try (InputStream in = zip.getInputStream(entry);
                OutputStream out = Files.newOutputStream(target)) {
            refusal = copy(in, out, entry.getCompressedSize());
        } catch (IOException e) {
            refusal = "it is damaged (" + e.getMessage() + ")";
        }
        if (!refusal.isEmpty()) {
            Files.deleteIfExists(target);
            skipped.add(new Sorted.Skipped(name, refusal));
        }
    }

    private static String refusal(ZipFile zip, ZipArchiveEntry entry, String name) {
        if (name.startsWith("/") || name.matches("[A-Za-z]:.*")) {
            return "its name is an absolute path";
        }
        for (String step : name.split("/")) {
            if (step.equals("..")) {
                return "its name points outside the archive";
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

    /** Counts what really comes out: sizes in the archive's directory may lie. */
    private String copy(InputStream in, OutputStream out, long packed) throws IOException {
        byte[] buffer = new byte[1 << 16];
        long size = 0;
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
            size += n;
            written += n;
            if (size > RATIO_FROM && size > Math.max(packed, 1) * MOST_RATIO) {
                return "it swells to more than " + MOST_RATIO + " times its packed size, like an archive bomb";
            }
            if (written > MOST_BYTES) {
                return "the archive holds more than " + (MOST_BYTES >> 30) + " GiB";
            }
            out.write(buffer, 0, n);
        }
        return "";
    }
}
