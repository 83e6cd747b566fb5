package yondershelf.library;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.List;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Lock;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** Changing files of a library: in groups that can be taken back, under its one lock, and nowhere outside of it. */
public final class Writing {
    private final Library library;

    Writing(Library library) {
        this.library = library;
    }

    /** Begins a group of changes to files that can be undone together. */
    public FileActs begin(String what) throws ProblemException {
        return FileActs.begin(library, what, "", Work.SILENT);
    }

    /**
     * The same, for work that says who it waits for, and can be cancelled while it does.
     *
     * @param note kept until the group ends, and given back by {@link #unfinished} when it never did
     */
    public FileActs begin(String what, String note, Work work) throws ProblemException {
        return FileActs.begin(library, what, note, work);
    }

    /** Groups of changes that a killed process left half done, with the notes they began with. Empty while one is under way. */
    public List<Unfinished> unfinished() throws ProblemException {
        if (library.isNewer()) {
            return List.of();
        }
        try (Lock _ = Lock.take(library.own().resolve("lock"), "looking", Lock.Waiting.NOT)) {
            return Unfinished.all(library);
        } catch (java.io.InterruptedIOException e) {
            return List.of();
        } catch (AccessDeniedException e) {
            return List.of();
        } catch (IOException e) {
            throw Problem.of(library.own(), Phrase.of("library.what-was-left-half-done", Refused.reason(e)))
                    .raise(e);
        }
    }

    /** Says that a group left half done was dealt with. */
    public void settle(Unfinished cut) {
        Unfinished.forget(library, cut.run());
    }

    /**
     * Makes a folder, or removes one in which there is nothing.
     *
     * @param folder below the root
     */
    public void setFolder(String folder, boolean there) throws ProblemException {
        library.requireWritable();
        Path path = inside(library.resolve(folder));
        try {
            if (there) {
                List<Path> made = library.disk().makeFolders(path);
                if (made.isEmpty()) {
                    throw Problem.of(path, Phrase.of("library.there-is-a-folder-of"))
                            .raise();
                }
            } else {
                Undoing.removeIfEmpty(library, folder);
            }
        } catch (IOException e) {
            throw Refused.notWritten(path, e);
        }
    }

    /** The library's one lock for writing acts. */
    Lock lock(String what, Work work) throws ProblemException {
        library.requireWritable();
        try {
            return Lock.take(library.own().resolve("lock"), what, (holder, millis) -> {
                work.progress(0, 0, Phrase.of("library.waiting-for", holder));
                return !work.isCancelled() && Lock.Waiting.USUAL.goOn(holder, millis);
            });
        } catch (java.io.InterruptedIOException e) {
            throw new Problem(
                            library.root().toString(),
                            Phrase.of("library.somebody-else-is-writing-there", e.getMessage()),
                            Phrase.of("library.try-again-later"))
                    .raise(e);
        } catch (IOException e) {
            throw Refused.notWritten(library.root(), e);
        }
    }

    /** The place meant by a path, which must lie in the library, links followed, and not among the program's own data. */
    Path inside(Path file) throws ProblemException {
        return Presence.inside(library, file);
    }

    /** The same of a path as a record says it, which may be no path at all. */
    Path inside(String path) throws ProblemException {
        try {
            return inside(Path.of(path));
        } catch (InvalidPathException e) {
            throw Problem.of(library.own(), Phrase.of("library.its-records-name-what-is-no", e.getReason()))
                    .raise(e);
        }
    }

    /** An existing folder on the library's volume for files while they are being written. */
    Path temporary() throws IOException {
        Path folder = library.own().resolve("tmp");
        library.disk().makeFolders(folder);
        return folder;
    }
}
