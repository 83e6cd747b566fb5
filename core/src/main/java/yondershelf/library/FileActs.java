package yondershelf.library;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.disk.Lock;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/**
 * Changes to a library's files that can be taken back byte for byte. What is replaced is kept in {@code undo/<run>/}
 * with a manifest before anything is touched. Nothing outside the library is ever written, but what {@link #release}
 * removes and undoing puts back. From {@link Writing#begin} to
 * {@link #close} no other process and no other thread changes files of this library. Used from one thread.
 */
public final class FileActs implements AutoCloseable {
    /** Is told how far something is. */
    public interface Progress {
        void at(long done, long all, String what);
    }

    private final Library library;
    private final UndoRun kept;
    private final Lock lock;
    private final Disk disk;

    private FileActs(Library library, UndoRun kept, Lock lock) {
        this.library = library;
        this.kept = kept;
        this.lock = lock;
        this.disk = library.disk();
    }

    /** @param note what a later start must know when this one does not end, or empty */
    static FileActs begin(Library library, String what, String note, Work work) throws ProblemException {
        Lock lock = library.writing().lock(what, work);
        UndoRun kept = UndoRun.begin(library, what);
        library.actNotes().begun(kept.run(), what);
        try {
            Unfinished.note(library, kept.run(), note);
        } catch (IOException e) {
            library.actNotes().empty(kept.run());
            lock.close();
            throw Refused.notWritten(library.own(), e);
        }
        return new FileActs(library, kept, lock);
    }

    /** Names this group of changes, for undoing it later. */
    public String run() {
        return kept.run();
    }

    /** How many changes were made so far, for {@link #takeBackTo}. */
    public int made() {
        return kept.made();
    }

    /** Several changes. */
    public interface Changes<T> {
        T make() throws ProblemException;
    }

    /** Makes several changes, all or none: whatever ends them early, lack of memory too, those made are taken back. */
    public <T> T wholly(Changes<T> changes) throws ProblemException {
        int before = made();
        boolean whole = false;
        try {
            T out = changes.make();
            whole = true;
            return out;
        } finally {
            if (!whole) {
                takeBackTo(before);
            }
        }
    }

    /** Replaces a file's bytes, or makes the file. */
    public void write(Path file, byte[] bytes) throws ProblemException {
        change(file, false, out -> out.write(bytes));
    }

    /**
     * Brings many files that are not in the library into it; none that is there already is written over. All come, or none.
     *
     * @param last those that are given their names when all the others have theirs
     * @param progress is told how many of them are written
     * @return false when it was cancelled, and nothing came
     */
    public boolean bring(List<Arrival> first, List<Arrival> last, Work work, Progress progress)
            throws ProblemException {
        return wholly(() -> Bringing.bring(library, kept, first, last, work, progress));
    }

    /** Brings a file of any size that is not in the library into it; one that is there already is not written over. */
    public void copyIn(Path from, Path to) throws ProblemException {
        Arrival.copy(from, to).check();
        change(to, true, out -> Files.copy(from, out));
    }

    /** Puts a file of any size from elsewhere in the place of one that is there; its bytes are kept. */
    public void copyOver(Path from, Path to) throws ProblemException {
        change(to, false, out -> Files.copy(from, out));
    }

    /**
     * Removes files that were brought from where they came from, as somebody said who moves them; undoing this group puts them
     * back there. One that could not be removed is told, and is no failure.
     *
     * @param came files in the library, by where they came from
     */
    public void release(Map<Path, Path> came, Work work) throws ProblemException {
        try {
            Origins.release(library, kept, came, work);
        } catch (IOException e) {
            throw Refused.notWritten(library.own(), e);
        }
    }

    /**
     * Moves files within the library, none over another one, and lets the assets that bear their names keep what was said of them.
     *
     * @param wanted where each goes, by where it is, both below the root
     */
    public void move(Map<String, String> wanted, Work work) throws ProblemException {
        wholly(() -> {
            Shifting.shift(library, kept, wanted, work);
            return true;
        });
    }

    /** Deletes a file; its bytes are kept until the undo store is emptied. */
    public void delete(Path file) throws ProblemException {
        Path target = library.writing().inside(file);
        try {
            if (!Files.isRegularFile(target, LinkOption.NOFOLLOW_LINKS)) {
                throw Problem.of(target, Phrase.of("library.it-is-not-there-any-more"))
                        .raise();
            }
            kept.putAway(library.relative(target), target);
        } catch (IOException e) {
            throw Refused.notWritten(file, e);
        }
    }

    /** Deletes everything in a folder, as {@link #delete} does, and the folder. */
    public void deleteFolder(Path folder, Work work) throws ProblemException {
        Path target = library.writing().inside(folder);
        List<Path> files;
        try (var walk = Files.walk(target)) {
            files = walk.filter(f -> Files.isRegularFile(f, LinkOption.NOFOLLOW_LINKS))
                    .toList();
        } catch (IOException | UncheckedIOException e) {
            throw Problem.of(target, Phrase.of("library.it-cannot-be-listed")).raise(e);
        }
        for (int i = 0; i < files.size(); i++) {
            work.progress(i, files.size(), String.valueOf(files.get(i).getFileName()));
            delete(files.get(i));
        }
        removeEmptied(target);
    }

    /** Removes a folder and those below it in which no file is left. Undoing makes again those it needs. */
    public void removeEmptied(Path folder) throws ProblemException {
        Path target = library.writing().inside(folder);
        try (var walk = Files.walk(target)) {
            for (Path each : walk.filter(f -> Files.isDirectory(f, LinkOption.NOFOLLOW_LINKS))
                    .sorted(Comparator.reverseOrder())
                    .toList()) {
                Undoing.removeIfEmpty(library, library.relative(each));
            }
        } catch (IOException | UncheckedIOException e) {
            throw Problem.of(target, Phrase.of("library.what-is-empty-in-it")).raise(e);
        }
    }

    private void change(Path file, boolean onlyNew, Disk.Fill fill) throws ProblemException {
        Path target = library.writing().inside(file);
        Path fresh = null;
        try {
            if (onlyNew && Files.exists(target, LinkOption.NOFOLLOW_LINKS)) {
                throw Problem.of(target, Phrase.of("library.another-file-has-that-name"))
                        .raise();
            }
            if (Files.exists(target, LinkOption.NOFOLLOW_LINKS)
                    && !Files.isRegularFile(target, LinkOption.NOFOLLOW_LINKS)) {
                throw Problem.of(target, Phrase.of("library.it-is-no-plain-file-and"))
                        .raise();
            }
            Path temporary = library.writing().temporary();
            List<String> missing = Disk.missingFolders(library.folderOf(target)).stream()
                    .map(library::relative)
                    .toList();
            fresh = Disk.temporaryIn(temporary);
            disk.writeNew(fresh, fill);
            Manifest.FileChange act = kept.keep(library.relative(target), target, ContentHash.of(fresh), missing);
            disk.makeFolders(library.folderOf(target));
            put(fresh, target, act);
        } catch (IOException e) {
            throw Refused.notWritten(file, e);
        } finally {
            discard(fresh);
        }
    }

    /** A file with several names is written into, so that all of them go on meaning the same bytes. */
    private void put(Path fresh, Path target, Manifest.FileChange act) throws IOException {
        if (act.inPlace()) {
            disk.overwrite(target, out -> Files.copy(fresh, out));
            return;
        }
        if (!act.mode().isEmpty()) {
            Files.setPosixFilePermissions(fresh, PosixFilePermissions.fromString(act.mode()));
        }
        disk.replace(fresh, target);
    }

    static void discard(@org.jspecify.annotations.Nullable Path fresh) {
        if (fresh != null) {
            try {
                Files.deleteIfExists(fresh);
            } catch (IOException e) {
                // swept with other debris when the library is opened next
                return;
            }
        }
    }

    /** Takes the latest changes back until so many are left, as {@link #made} counted them. */
    public void takeBackTo(int made) throws ProblemException {
        try {
            Undoing.restore(library, kept, kept.manifest().changes(made), Work.SILENT);
            kept.manifest().forgetFrom(made);
        } catch (IOException e) {
            throw Refused.notWritten(library.root(), e);
        }
    }

    /** Ends the group: it is whole, and others may write. */
    @Override
    public void close() {
        try {
            Unfinished.forget(library, kept.run());
            if (made() == 0) {
                library.actNotes().empty(kept.run());
            }
        } finally {
            lock.close();
        }
    }

    /** Groups of changes that can still be undone, newest first. */
    public static List<UndoRun.Summary> runs(Library library) throws ProblemException {
        return allRuns(library).stream().filter(r -> !r.undone()).toList();
    }

    /** All groups of changes, those that were taken back too, newest first. */
    public static List<UndoRun.Summary> allRuns(Library library) throws ProblemException {
        try {
            return UndoRun.all(library);
        } catch (IOException e) {
            throw Problem.of(library.own(), Phrase.of("library.its-kept-changes-cannot-be", Refused.reason(e)))
                    .raise(e);
        }
    }

    /**
     * Takes a group of changes back.
     *
     * @return how many files have their old bytes again
     * @throws ProblemException when a file was changed since by something else, or what was kept is damaged; then nothing
     *     is touched
     */
    public static int undo(Library library, String run) throws ProblemException {
        return Undoing.undo(library, run, false, Work.SILENT).files();
    }

    /**
     * The same; with {@code skip}, files that were changed since, or whose kept bytes are damaged, stay as they are and the
     * rest is taken back.
     */
    public static Undoing.Undone undo(Library library, String run, boolean skip, Work work) throws ProblemException {
        return Undoing.undo(library, run, skip, work);
    }
}
