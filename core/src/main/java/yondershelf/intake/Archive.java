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
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.function.LongSupplier;
import java.util.zip.CRC32;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.FileType;
import yondershelf.format.worker.RarReader;
import yondershelf.sorting.Sorted;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/**
 * Unpacks an archive into a folder of its own, archives in it into folders in it; entries that are not safe or not whole stay packed and are told, each
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
    private static final int DEEPEST = 5;

    private final Path archive;
    private final Path folder;
    private final List<Sorted.Skipped> skipped;
    private final Set<String> taken = new HashSet<>();
    private final LongSupplier free;
    private final @Nullable Brought later;
    private final String password;
    private boolean locked;
    private long promised;
    private long mostPromised = MOST_BYTES;
    private long written;
    private long mostWritten = MOST_BYTES;

    /** Unpacking cannot go on. */
    private static final class Stop extends IOException {
        private static final long serialVersionUID = 1L;

        Stop(String reason) {
            super(reason);
        }
    }

    /** @param later is promised what can be unpacked when it is needed; null to unpack all at once */
    private Archive(
            Path archive,
            Path folder,
            List<Sorted.Skipped> skipped,
            LongSupplier free,
            @Nullable Brought later,
            String password) {
        this.password = password;
        this.later = later;
        this.free = free;
        this.archive = archive;
        this.folder = folder;
        this.skipped = skipped;
    }

    /** @param skipped takes the entries left packed, with reasons */
    static void unpack(Path archive, Path folder, List<Sorted.Skipped> skipped, Work work) throws ProblemException {
        unpack(archive, folder, skipped, work, folder.toFile()::getUsableSpace);
    }

    /**
     * The same of an archive that has to be read from its beginning to its end; of another, its files are promised.
     *
     * @param password that opens it, or empty
     * @return false when something of it stays packed because nobody gave the right password
     */
    static boolean stage(
            Path archive, Path folder, List<Sorted.Skipped> skipped, Work work, Brought brought, String password)
            throws ProblemException {
        Archive staged = new Archive(archive, folder, skipped, folder.toFile()::getUsableSpace, brought, password);
        staged.unpack(work);
        return !staged.locked;
    }

    /** @param free bytes left on the folder's drive */
    static void unpack(Path archive, Path folder, List<Sorted.Skipped> skipped, Work work, LongSupplier free)
            throws ProblemException {
        new Archive(archive, folder, skipped, free, null, "").unpack(work);
    }

    private void unpack(Work work) throws ProblemException {
        unpack(archive, folder, work, 0);
    }

    /** @param depth how many archives this one lies in */
    private void unpack(Path from, Path into, Work work, int depth) throws ProblemException {
        Packed packed = null;
        if (RarReader.isLaterPart(from)) {
            skipped.add(new Sorted.Skipped(name(from), Phrase.of("intake.it-is-a-part-of")));
            return;
        }
        try {
            packed = Packed.of(from, FileType.of(from).orElse(FileType.ZIP), password);
            if (packed.count() > MOST_ENTRIES) {
                throw new Stop(Phrase.of("intake.it-lists-more-than-files", MOST_ENTRIES));
            }
            if (depth == 0) {
                mostPromised = Math.max(RATIO_FROM, packed.size(from) * MOST_RATIO);
                mostWritten = Math.min(MOST_BYTES, mostPromised);
            }
            entries(packed, into, work, depth);
        } catch (Stop e) {
            throw new Problem(
                            archive.toString(),
                            Phrase.of("intake.unpacking-was-stopped", e.getMessage()),
                            Phrase.of("intake.unpack-it-yourself-where-there"))
                    .raise(e);
        } catch (Locked e) {
            locked = true;
            skipped.add(new Sorted.Skipped(name(from), Objects.requireNonNull(e.getMessage())));
        } catch (IOException | RuntimeException | OutOfMemoryError e) {
            throw Problem.of(archive, Phrase.of("intake.the-archive-is-broken", e.getMessage()))
                    .raise(e);
        } finally {
            close(packed, depth);
        }
    }

    private void close(@Nullable Packed packed, int depth) throws ProblemException {
        if (packed != null && later != null && depth == 0) {
            later.keep(packed);
        } else if (packed != null) {
            try {
                packed.close();
            } catch (IOException e) {
                throw Problem.of(archive, Phrase.of("intake.the-archive-could-not-be", e.getMessage()))
                        .raise(e);
            }
        }
    }

    private void entries(Packed packed, Path into, Work work, int depth) throws IOException, ProblemException {
        long done = 0;
        while (!work.isCancelled()) {
            try {
                if (!packed.next()) {
                    return;
                }
            } catch (IOException | RuntimeException e) {
                if (done == 0) {
                    throw e;
                }
                // what came before is whole
                skipped.add(
                        new Sorted.Skipped(name(archive), Phrase.of("intake.it-is-damaged-from-here", e.getMessage())));
                return;
            }
            if (done >= MOST_ENTRIES) {
                throw new Stop(Phrase.of("intake.it-holds-more-than-files", MOST_ENTRIES));
            }
            work.progress(done++, packed.count(), packed.name());
            if (!packed.isDirectory()) {
                entry(packed, into, work, depth);
            }
        }
    }

    private void entry(Packed packed, Path into, Work work, int depth) throws IOException, ProblemException {
        String name = packed.name();
        String refusal = refusal(name);
        refusal = refusal.isEmpty() ? packed.refusal() : refusal;
        if (!refusal.isEmpty()) {
            locked |= refusal.equals(Locked.NONE) || refusal.equals(Locked.WRONG);
            skipped.add(new Sorted.Skipped(name, refusal));
            return;
        }
        Path target = null;
        try {
            target = place(into, name);
            Packed.Later promise = later == null || depth > 0 || isArchive(target) ? null : packed.later();
            refusal = promise == null ? unpack(packed, target) : promise(promise, target);
        } catch (Stop e) {
            throw e;
        } catch (Locked e) {
            locked = true;
            refusal = Objects.requireNonNull(e.getMessage());
        } catch (InvalidPathException e) {
            refusal = Phrase.of("intake.its-name-cannot-be-a");
        } catch (FileSystemException e) {
            refusal = Phrase.of(
                    "intake.it-cannot-be-unpacked",
                    e.getReason() == null ? e.getClass().getSimpleName() : e.getReason());
        } catch (IOException | RuntimeException e) {
            locked |= packed.isByPassword();
            refusal = packed.isByPassword() ? Locked.WRONG : Phrase.of("intake.it-is-damaged", e.getMessage());
        }
        if (!refusal.isEmpty()) {
            skipped.add(new Sorted.Skipped(name, refusal));
        } else if (target != null && isArchive(target)) {
            inner(target, name, work, depth);
        }
    }

    /** By its name. */
    static boolean isArchive(Path file) {
        return FileType.byName(name(file))
                .filter(type -> type.group() == FileType.Group.ARCHIVE)
                .isPresent();
    }

    private static String name(Path file) {
        return String.valueOf(file.getFileName());
    }

    /** An archive in the archive becomes a folder. What all of them swell to is counted together. */
    private void inner(Path file, String name, Work work, int depth) throws IOException, ProblemException {
        if (depth + 1 >= DEEPEST) {
            skipped.add(new Sorted.Skipped(name, Phrase.of("intake.it-is-an-archive-in", DEEPEST)));
            Files.delete(file);
            return;
        }
        Path into = file.resolveSibling(EntryNames.stem(name(file)));
        try {
            // what is in it may have its name
            for (int n = 2; Files.exists(into); n++) {
                into = file.resolveSibling(EntryNames.stem(name(file)) + " " + n);
            }
            Files.createDirectories(into);
            unpack(file, into, work, depth + 1);
        } catch (ProblemException e) {
            if (e.getCause() instanceof Stop) {
                throw e;
            }
            skipped.add(new Sorted.Skipped(name, e.problem().cause()));
        }
        Files.delete(file);
    }

    /** Where an entry goes: under a number where another one has its name, which is told. */
    private Path place(Path into, String name) throws IOException {
        Path target = into.resolve(name).normalize();
        if (!target.startsWith(into) || target.equals(into)) {
            throw new FileSystemException(name, null, Phrase.of("intake.its-name-points-outside-the"));
        }
        String wanted = name;
        int dot = name.lastIndexOf('.') > name.lastIndexOf('/') ? name.lastIndexOf('.') : name.length();
        for (int n = 2; !taken.add(folded(into.resolve(wanted).toString())) || Files.exists(target); n++) {
            wanted = name.substring(0, dot) + " " + n + name.substring(dot);
            target = into.resolve(wanted).normalize();
        }
        if (!wanted.equals(name)) {
            skipped.add(new Sorted.Skipped(name, Phrase.of("intake.another-file-has-the-same", wanted)));
        }
        return target;
    }

    private static String folded(String name) {
        return Normalizer.normalize(name, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
    }

    /** What its directory says of sizes is held to when it is unpacked. */
    private String promise(Packed.Later promise, Path target) throws IOException {
        if (promise.size() > ENTRY_RATIO_FROM && promise.size() > promise.packedBytes() * MOST_ENTRY_RATIO) {
            return Phrase.of("intake.it-swells-to-more-than", MOST_ENTRY_RATIO);
        }
        promised += promise.size();
        if (promised > mostPromised) {
            throw new Stop(Phrase.of("intake.it-swells-to-more-than-times", MOST_RATIO));
        }
        Objects.requireNonNull(later).promise(target, promise);
        return "";
    }

    private String unpack(Packed packed, Path target) throws IOException {
        Files.createDirectories(target.getParent());
        String refusal;
        try (InputStream in = packed.open();
                OutputStream out = Files.newOutputStream(target, StandardOpenOption.CREATE_NEW)) {
            refusal = copy(in, out, packed);
        } catch (IOException | RuntimeException e) {
            Files.deleteIfExists(target);
            throw e;
        }
        if (!refusal.isEmpty()) {
            Files.deleteIfExists(target);
        }
        return refusal;
    }

    private static String refusal(String name) {
        if (name.startsWith("/") || name.matches("(?s)[A-Za-z]:.*")) {
            return Phrase.of("intake.its-name-is-an-absolute");
        }
        for (String step : name.split("/")) {
            if (step.equals("..")) {
                return Phrase.of("intake.its-name-points-outside-the");
            }
            if (step.getBytes(java.nio.charset.StandardCharsets.UTF_8).length > LONGEST_NAME_BYTES) {
                return Phrase.of("intake.its-name-is-longer-than");
            }
        }
        return "";
    }

    /** Counts what really comes out, and sums it up: sizes in the archive's directory may lie, bytes may have changed. */
    private String copy(InputStream in, OutputStream out, Packed packed) throws IOException {
        byte[] buffer = new byte[1 << 16];
        CRC32 sum = new CRC32();
        long before = packed.packedBytes();
        long size = 0;
        long unasked = 0;
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
            size += n;
            written += n;
            unasked += n;
            if (before > 0 && size > ENTRY_RATIO_FROM && size > before * MOST_ENTRY_RATIO) {
                return Phrase.of("intake.it-swells-to-more-than", MOST_ENTRY_RATIO);
            }
            if (written > mostWritten) {
                throw new Stop(
                        mostWritten == MOST_BYTES
                                ? Phrase.of("intake.it-holds-more-than-gib", MOST_BYTES >> 30)
                                : Phrase.of("intake.it-swells-to-more-than-times", MOST_RATIO));
            }
            if (unasked > RATIO_FROM || written == n) {
                unasked = 0;
                if (free.getAsLong() < SPARE_BYTES) {
                    throw new Stop(Phrase.of("intake.the-drive-of-the-temporary"));
                }
            }
            sum.update(buffer, 0, n);
            out.write(buffer, 0, n);
        }
        if (packed.sum() < 0 || sum.getValue() == packed.sum()) {
            return "";
        }
        locked |= packed.isByPassword();
        return packed.isByPassword() ? Locked.WRONG : Phrase.of("intake.it-is-damaged-its-checksum");
    }
}
