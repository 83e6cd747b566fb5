package yondershelf.library;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;

/**
 * Changes to a library's files that can be taken back byte for byte. What is replaced is kept in {@code undo/<run>/}
 * with a manifest before anything is touched. Nothing outside the library is ever written. Used from one thread.
 */
public final class FileActs {
    private final Library library;
    private final UndoRun kept;

    private FileActs(Library library, UndoRun kept) {
        this.library = library;
        this.kept = kept;
    }

    static FileActs begin(Library library, String what) {
        return new FileActs(library, UndoRun.begin(library, what));
    }

    /** Names this group of changes, for undoing it later. */
    public String run() {
        return kept.run();
    }

    /** How many changes were made so far, for {@link #takeBackTo}. */
    public int made() {
        return kept.made();
    }

    /** Replaces a file's bytes, or makes the file. */
    public void write(Path file, byte[] bytes) throws ProblemException {
        change(file, fresh -> Files.write(fresh, bytes));
    }

    /** Brings a file of any size that is not in the library into it. */
    public void copyIn(Path from, Path to) throws ProblemException {
        if (!Files.isReadable(from)) {
            String cause = Files.exists(from) ? "there is no permission to read it" : "it is not there any more";
            throw Problem.of(from, "the file could not be taken in: " + cause).raise();
        }
        change(to, fresh -> Files.copy(from, fresh, StandardCopyOption.REPLACE_EXISTING));
    }

    private interface Fill {
        void into(Path fresh) throws IOException;
    }

    private void change(Path file, Fill fill) throws ProblemException {
        Path target = inside(library, file);
        Path fresh = fresh(target);
        try {
            Files.createDirectories(target.getParent());
            fill.into(fresh);
            kept.keep(library.root().relativize(target).toString().replace('\\', '/'), target, ContentHash.of(fresh));
            Files.move(fresh, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            discard(fresh, e);
            throw new Problem(
                            file.toString(),
                            "the file could not be changed (" + cause(e) + ")",
                            "Is the library writable and the drive not full")
                    .raise(e);
        }
    }

    private static void discard(Path fresh, IOException origin) {
        try {
            Files.deleteIfExists(fresh);
        } catch (IOException e) {
            origin.addSuppressed(e);
        }
    }

    /** Takes the latest changes back until so many are left, as {@link #made} counted them. */
    public void takeBackTo(int made) throws ProblemException {
        try {
            restore(library, kept, made);
            kept.forgetFrom(made);
        } catch (IOException e) {
            throw undoingFailed(library, e);
        }
    }

    /** Groups of changes that can still be undone, newest first. */
    public static List<UndoRun.Summary> runs(Library library) throws ProblemException {
        try {
            return UndoRun.all(library);
        } catch (IOException e) {
            throw Problem.of(library.own(), "its kept changes cannot be listed (" + cause(e) + ")")
                    .raise(e);
        }
    }

    /**
     * Takes a group of changes back.
     *
     * @return how many files have their old bytes again
     * @throws ProblemException when a file was changed since by something else; then nothing is touched
     */
    public static int undo(Library library, String run) throws ProblemException {
        try {
            UndoRun kept = UndoRun.open(library, run)
                    .orElseThrow(() -> Problem.of(library.root(), "there is nothing to undo under " + run)
                            .raise());
            for (UndoRun.Change change : kept.changes(0)) {
                checkUntouched(library, kept, change);
            }
            int files = restore(library, kept, 0);
            kept.markUndone();
            return files;
        } catch (IOException e) {
            throw undoingFailed(library, e);
        }
    }

    private static int restore(Library library, UndoRun kept, int from) throws IOException, ProblemException {
        List<UndoRun.Change> changes = kept.changes(from);
        for (UndoRun.Change change : changes) {
            Path target = inside(library, Path.of(change.path()));
            Path before = kept.before(change);
            if (before != null) {
                Path fresh = fresh(target);
                Files.copy(before, fresh, StandardCopyOption.REPLACE_EXISTING);
                Files.move(fresh, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            } else {
                Files.deleteIfExists(target);
                removeEmptyFolders(library.root(), target.getParent());
            }
        }
        return changes.size();
    }

    /** As this run left it, or back already because an earlier undoing was interrupted. */
    private static void checkUntouched(Library library, UndoRun kept, UndoRun.Change change)
            throws IOException, ProblemException {
        Path target = inside(library, Path.of(change.path()));
        Path before = kept.before(change);
        boolean there = Files.exists(target);
        String now = there ? ContentHash.of(target) : "";
        boolean back = before == null ? !there : now.equals(ContentHash.of(before));
        if (!now.equals(change.after()) && !back) {
            throw new Problem(
                            target.toString(),
                            "the file was changed since, so undoing would lose that",
                            "Put it back as it was, or leave the change")
                    .raise();
        }
    }

    /** The place meant by a path, which must lie in the library, links followed, and not among the program's own data. */
    private static Path inside(Library library, Path file) throws ProblemException {
        Path root = library.root();
        Path target = root.resolve(file).normalize();
        boolean within = target.startsWith(root) && !target.equals(root) && !target.startsWith(library.own());
        try {
            Path there = target.getParent();
            while (within && there != null && !Files.exists(there)) {
                there = there.getParent();
            }
            within = within && there != null && there.toRealPath().startsWith(root.toRealPath());
        } catch (IOException e) {
            within = false;
        }
        if (!within) {
            throw Problem.of(file, "it lies outside the library and is not touched")
                    .raise();
        }
        return target;
    }

    private static Path fresh(Path target) {
        return target.resolveSibling(target.getFileName() + ".yonder-new");
    }

    private static void removeEmptyFolders(Path root, @Nullable Path from) throws IOException {
        for (Path at = from; at != null && at.startsWith(root) && !at.equals(root); at = at.getParent()) {
            if (Files.exists(at)) {
                try (var list = Files.list(at)) {
                    if (list.findAny().isPresent()) {
                        return;
                    }
                }
                Files.delete(at);
            }
        }
    }

    private static ProblemException undoingFailed(Library library, IOException e) {
        return Problem.of(library.root(), "undoing failed (" + cause(e) + ")").raise(e);
    }

    private static String cause(IOException e) {
        return e instanceof AccessDeniedException
                ? "no permission to write there"
                : e.getClass().getSimpleName() + ": " + e.getMessage();
    }
}
