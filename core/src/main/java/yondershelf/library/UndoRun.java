package yondershelf.library;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import yondershelf.disk.Disk;
import yondershelf.words.Phrase;

/** What one group of file changes keeps so that it can be taken back: old bytes, and a manifest. */
public final class UndoRun {
    /**
     * A group of changes.
     *
     * @param when in UTC, ISO 8601
     * @param files how many files it changed
     * @param undone true when it was taken back
     * @param damage what of its record is damaged, or empty
     */
    public record Summary(String run, String what, String when, int files, boolean undone, String damage) {}

    private final Path folder;
    private final String run;
    private final Manifest manifest;
    private final Disk disk;
    private int keptFiles;

    private UndoRun(Path folder, String run, Manifest manifest, Disk disk) {
        this.folder = folder;
        this.run = run;
        this.manifest = manifest;
        this.disk = disk;
    }

    static Path folderOf(Library library) {
        return library.own().resolve("undo");
    }

    static UndoRun begin(Library library, String what) {
        String run = Long.toString(System.currentTimeMillis(), 36)
                + Integer.toString(
                        1296 + java.util.concurrent.ThreadLocalRandom.current().nextInt(45360), 36);
        Path folder = folderOf(library).resolve(run);
        Manifest manifest =
                Manifest.fresh(folder, library.disk(), what, Instant.now().toString());
        return new UndoRun(folder, run, manifest, library.disk());
    }

    /** A group by its name, undone or not; empty when there is none. */
    static Optional<UndoRun> open(Library library, String run) throws IOException {
        Path folder = folderOf(library).resolve(run).normalize();
        boolean there = folderOf(library).equals(folder.getParent())
                && Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)
                && Files.isRegularFile(folder.resolve(Manifest.FILE), LinkOption.NOFOLLOW_LINKS);
        return there
                ? Optional.of(new UndoRun(folder, run, Manifest.read(folder, library.disk()), library.disk()))
                : Optional.empty();
    }

    /** All groups that changed something, newest first; one that cannot be read is named, and hides no other. */
    static List<Summary> all(Library library) throws IOException {
        List<Summary> out = new ArrayList<>();
        if (!Files.isDirectory(folderOf(library), LinkOption.NOFOLLOW_LINKS)) {
            return out;
        }
        List<Path> runs;
        try (var list = Files.list(folderOf(library))) {
            runs = list.toList();
        }
        for (Path folder : runs) {
            String name = String.valueOf(folder.getFileName());
            try {
                open(library, name)
                        .map(UndoRun::summary)
                        .filter(s -> s.files > 0 || !s.damage.isEmpty())
                        .ifPresent(out::add);
            } catch (IOException e) {
                out.add(new Summary(
                        name, "", "", 0, false, Phrase.of("library.its-record-cannot-be-read", Refused.reason(e))));
            }
        }
        out.sort(Comparator.comparing(Summary::when).thenComparing(Summary::run).reversed());
        return out;
    }

    Summary summary() {
        String damage = manifest.damaged() == 0
                ? ""
                : manifest.damaged() == 1
                        ? Phrase.of("library.1-line-of-its-record")
                        : Phrase.of("library.lines-of-its-record-are", manifest.damaged());
        return new Summary(
                run, manifest.what(), manifest.when(), manifest.changes(0).size(), manifest.isUndone(), damage);
    }

    String run() {
        return run;
    }

    Manifest manifest() {
        return manifest;
    }

    int made() {
        return manifest.acts().size();
    }

    /**
     * Keeps a file as it is and notes what it is about to become. When this returns, the old bytes, their folder and the note
     * are on the disk: only then may the file be touched.
     *
     * @param made folders that were made for it, below the root
     */
    Manifest.FileChange keep(String path, Path target, String after, List<String> made) throws IOException {
        disk.makeFolders(folder);
        Manifest.FileChange act;
        if (Files.exists(target, LinkOption.NOFOLLOW_LINKS)) {
            String before = "file" + ++keptFiles;
            Path kept = folder.resolve(before);
            disk.writeNew(kept, out -> Files.copy(target, out));
            disk.syncFolder(folder);
            act = new Manifest.FileChange(
                    path,
                    after,
                    before,
                    ContentHash.of(kept),
                    Files.getLastModifiedTime(target).toString(),
                    mode(target),
                    made,
                    links(target) > 1,
                    null);
        } else {
            act = new Manifest.FileChange(path, after, null, "", "", "", made, false, null);
        }
        manifest.add(act);
        return act;
    }

    /**
     * Takes a file out of the library whole: its bytes are not copied, which on a full drive could not be done. When the note is on
     * the disk and the file still in its place, as after a crash, nothing has happened to it yet.
     */
    void putAway(String path, Path target) throws IOException {
        disk.makeFolders(folder);
        String before = "file" + ++keptFiles;
        manifest.add(new Manifest.FileChange(
                path,
                "",
                before,
                ContentHash.of(target),
                Files.getLastModifiedTime(target).toString(),
                mode(target),
                List.of(),
                false,
                null));
        disk.transfer(target, folder.resolve(before));
    }

    /** True for a file that was never put away, or has gone back: what was to be kept of it is the file itself. */
    private static boolean isInPlace(Manifest.FileChange change, Path kept, Path target) throws IOException {
        return !change.old().isEmpty()
                && Files.notExists(kept, LinkOption.NOFOLLOW_LINKS)
                && Files.isRegularFile(target, LinkOption.NOFOLLOW_LINKS)
                && ContentHash.of(target).equals(change.old());
    }

    /** Notes what is about to happen and needs nothing kept: files that come, or move; on the disk when this returns. */
    void note(List<Manifest.FileChange> acts) throws IOException {
        disk.makeFolders(folder);
        manifest.add(acts);
    }

    private static String mode(Path file) throws IOException {
        try {
            return PosixFilePermissions.toString(Files.getPosixFilePermissions(file));
        } catch (UnsupportedOperationException e) {
            return "";
        }
    }

    /** How many names a file's bytes have. */
    static int links(Path file) throws IOException {
        try {
            return Files.getAttribute(file, "unix:nlink") instanceof Integer n ? n : 1;
        } catch (UnsupportedOperationException | IllegalArgumentException e) {
            return 1;
        }
    }

    /** The kept old bytes of a change; null for a file that did not exist. */
    @Nullable
    Path before(Manifest.FileChange change) {
        return change.before() == null ? null : folder.resolve(change.before());
    }

    /** False when the kept bytes are not those that were kept, and the file does not have them either. */
    boolean isWhole(Manifest.FileChange change, Path target) throws IOException {
        Path kept = before(change);
        if (kept == null || isInPlace(change, kept, target)) {
            return true;
        }
        return Files.isRegularFile(kept, LinkOption.NOFOLLOW_LINKS)
                && (change.old().isEmpty() || ContentHash.of(kept).equals(change.old()));
    }
}
