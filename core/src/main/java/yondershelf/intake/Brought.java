package yondershelf.intake;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.CRC32;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.library.ContentHash;
import yondershelf.sorting.FileLore;
import yondershelf.sorting.Lore;
import yondershelf.words.Phrase;

/**
 * Files that were brought. Those of an archive that can be entered anywhere stay packed until somebody needs them: then they are
 * where they were said to be. Safe for several threads.
 */
final class Brought implements AutoCloseable {
    /** What may lie unpacked although nobody needs it at the moment. */
    private static final long ROOM = 1L << 30;
    /** Left free on the drive for everybody else. */
    private static final long SPARE = 1L << 30;

    private final Map<Path, Packed.Later> packed = new HashMap<>();
    private final Map<Path, Packed.Later> present = new HashMap<>();
    /** How often what lies unpacked is held. */
    private final Map<Path, Integer> held = new HashMap<>();

    private final List<Packed> archives = new ArrayList<>();
    private final long room;
    private long unpacked;

    Brought() {
        this(ROOM);
    }

    /** @param room bytes that may lie unpacked although nobody needs them */
    Brought(long room) {
        this.room = room;
    }

    /** Promises a file that is still packed. */
    synchronized void promise(Path file, Packed.Later later) {
        packed.put(file, later);
    }

    /** Closes an archive with this. */
    synchronized void keep(Packed archive) {
        archives.add(archive);
    }

    /** Promised files below a folder that are still packed. */
    synchronized List<Path> packedBelow(Path root) {
        return packed.keySet().stream().filter(p -> p.startsWith(root)).toList();
    }

    synchronized boolean isPacked(Path file) {
        return packed.containsKey(file);
    }

    /** Bytes of a file; -1 when it is gone or closed. */
    long size(Path file) {
        Packed.Later later;
        synchronized (this) {
            later = packed.get(file);
        }
        try {
            return later == null ? Files.size(file) : later.size();
        } catch (IOException e) {
            return -1;
        }
    }

    /** True when a file has the bytes of one that was brought. */
    boolean isSame(Path there, Path file) {
        try {
            if (!Files.isRegularFile(there) || Files.size(there) != size(file)) {
                return false;
            }
            present(file);
            return Files.isRegularFile(file) && Files.mismatch(there, file) < 0;
        } catch (IOException | ProblemException e) {
            return false;
        }
    }

    /** The first bytes of a file that is packed; none of one that is not. */
    byte[] head(Path file, int bytes) throws IOException {
        Packed.Later later;
        synchronized (this) {
            later = packed.get(file);
        }
        if (later == null) {
            return new byte[0];
        }
        try (InputStream in = later.open()) {
            return in.readNBytes(bytes);
        }
    }

    /**
     * Different for files with different bytes: of one that is packed its size and the checksum its archive tells, which two
     * files of one archive share only when they are the same; empty for one that cannot be read.
     */
    String sum(Path file) {
        Packed.Later later;
        synchronized (this) {
            later = packed.get(file);
        }
        if (later != null && later.sum() >= 0) {
            return later.size() + "-" + later.sum();
        }
        try {
            present(file);
            return ContentHash.of(file, Formats.MOST_BYTES);
        } catch (IOException | ProblemException e) {
            return "";
        }
    }

    /** Keeps an item's files where it says they are. */
    Hold hold(PlanItem item) throws ProblemException {
        List<Path> files =
                item.files().stream().map(f -> item.root().resolve(f.path())).toList();
        synchronized (this) {
            files.forEach(f -> held.merge(f, 1, Integer::sum));
        }
        try {
            for (Path file : files) {
                present(file);
            }
        } catch (ProblemException e) {
            letGo(files);
            throw e;
        }
        return () -> letGo(files);
    }

    synchronized void present(Path file) throws ProblemException {
        Packed.Later later = packed.get(file);
        if (later == null) {
            return;
        }
        try {
            Files.createDirectories(file.getParent());
            unpack(later, file);
        } catch (IOException | RuntimeException e) {
            try {
                Files.deleteIfExists(file);
            } catch (IOException again) {
                e.addSuppressed(again);
            }
            throw Problem.of(
                            String.valueOf(file.getFileName()),
                            Phrase.of("intake.it-cannot-be-unpacked", e.getMessage()))
                    .raise(e);
        }
        packed.remove(file);
        present.put(file, later);
        unpacked += later.size();
    }

    /** What the archive's directory says of it is not believed. */
    private static void unpack(Packed.Later later, Path file) throws IOException {
        if (file.toFile().getParentFile().getUsableSpace() < SPARE + later.size()) {
            throw new IOException("the drive of the temporary folder is almost full");
        }
        CRC32 sum = new CRC32();
        long size = 0;
        byte[] buffer = new byte[1 << 16];
        try (InputStream in = later.open();
                OutputStream out = Files.newOutputStream(file)) {
            for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                size += n;
                if (size > later.size()) {
                    throw new IOException("it is larger than its archive says");
                }
                sum.update(buffer, 0, n);
                out.write(buffer, 0, n);
            }
        }
        if (size != later.size() || later.sum() >= 0 && sum.getValue() != later.sum()) {
            throw new IOException("it is damaged: its checksum does not fit");
        }
    }

    /** When much lies unpacked, what nobody else holds goes, and comes again at need. */
    private synchronized void letGo(List<Path> files) {
        for (Path file : files) {
            boolean free = held.computeIfPresent(file, (f, n) -> n > 1 ? n - 1 : null) == null;
            Packed.Later later = free && unpacked > room ? present.remove(file) : null;
            if (later == null) {
                continue;
            }
            try {
                Files.deleteIfExists(file);
                unpacked -= later.size();
                packed.put(file, later);
            } catch (IOException e) {
                // it stays unpacked, until the whole folder goes
                present.put(file, later);
            }
        }
    }

    /** What sorting asks of files below a folder, which are unpacked for it. */
    Lore lore(Path root, ContentReader reader) {
        return new BroughtLore(this, root, new FileLore(root, reader), reader);
    }

    @Override
    public synchronized void close() throws ProblemException {
        packed.clear();
        for (Packed archive : archives) {
            try {
                archive.close();
            } catch (IOException e) {
                throw Problem.of("archive", Phrase.of("intake.it-could-not-be-closed", e.getMessage()))
                        .raise(e);
            }
        }
        archives.clear();
    }
}
