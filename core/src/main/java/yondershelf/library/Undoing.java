package yondershelf.library;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.disk.Lock;
import yondershelf.words.Phrase;
import yondershelf.work.ProgramLog;
import yondershelf.work.Work;

/** Takes groups of file changes back: bytes, times, permissions, and the folders that were made for them. */
public final class Undoing {
    private Undoing() {}

    /**
     * What an undo did.
     *
     * @param files how many files have their old bytes again
     * @param skipped what was left as it is, and why
     */
    public record Undone(int files, List<Problem> skipped) {
        public Undone {
            skipped = List.copyOf(skipped);
        }
    }

    static Undone undo(Library library, String run, boolean skip, Work work) throws ProblemException {
        try (Lock _ = library.writing().lock("undoing", work)) {
            UndoRun kept = UndoRun.open(library, run)
                    .filter(r -> !r.manifest().isUndone())
                    .orElseThrow(() -> Problem.of(library.root(), Phrase.of("library.there-is-nothing-to-undo", run))
                            .raise());
            if (kept.manifest().damaged() > 0 && !skip) {
                throw new Problem(
                                library.root().toString(),
                                Phrase.of(
                                        "library.of-the-record-of-lines",
                                        kept.manifest().what(),
                                        kept.manifest().damaged()),
                                Phrase.of("library.undo-what-can-still-be"))
                        .raise();
            }
            List<Manifest.FileChange> wanted = new ArrayList<>();
            List<Problem> skipped = new ArrayList<>();
            Set<String> left = new HashSet<>();
            for (Manifest.FileChange change : kept.manifest().changes(0)) {
                Problem conflict = conflict(library, kept, change);
                if (conflict == null) {
                    wanted.add(change);
                } else if (skip) {
                    skipped.add(conflict);
                    left.add(change.path());
                } else {
                    throw conflict.raise();
                }
            }
            noteUndoing(library, run);
            Map<String, Problem> stuck = Origins.restore(library, run, left);
            if (!stuck.isEmpty() && !skip) {
                throw stuck.values().iterator().next().raise();
            }
            skipped.addAll(stuck.values());
            wanted.removeIf(change -> stuck.containsKey(change.path()));
            int files = restore(library, kept, wanted, work);
            kept.manifest().markUndone();
            Unfinished.forget(library, run);
            library.records().forget(run, MachineRecords.Subject.ORIGINS);
            return new Undone(files, skipped);
        } catch (IOException e) {
            throw Problem.of(library.root(), Phrase.of("library.undoing-failed", Refused.reason(e)))
                    .raise(e);
        }
    }

    /** Cut off, it can be begun again all the same: on a full drive it is not refused for want of this note. */
    private static void noteUndoing(Library library, String run) {
        try {
            Unfinished.note(library, run, Unfinished.UNDOING);
        } catch (IOException e) {
            ProgramLog.note("undoing " + run, e);
        }
    }

    /** What speaks against taking one change back; null when the file is as the run left it, or back already. */
    private static @org.jspecify.annotations.Nullable Problem conflict(
            Library library, UndoRun kept, Manifest.FileChange change) throws IOException, ProblemException {
        if (change.from() != null) {
            return Shifting.conflict(library, kept, change, change.from());
        }
        Path target = library.writing().inside(change.path());
        if (!kept.isWhole(change, target)) {
            return new Problem(
                    target.toString(),
                    Phrase.of("library.the-old-bytes-that-were"),
                    Phrase.of("library.it-stays-as-it-is"));
        }
        boolean there = Files.exists(target, LinkOption.NOFOLLOW_LINKS);
        if (there && !Files.isRegularFile(target, LinkOption.NOFOLLOW_LINKS)) {
            return new Problem(
                    target.toString(),
                    Phrase.of("library.it-is-no-plain-file-any"),
                    Phrase.of("library.it-is-left-as-it"));
        }
        String now = there ? ContentHash.of(target) : "";
        if (kept.manifest().states(change.path()).contains(now) || isBack(kept, change, now)) {
            return null;
        }
        return new Problem(
                target.toString(),
                Phrase.of("library.the-file-was-changed-since-so"),
                Phrase.of("library.put-it-back-as-it"));
    }

    private static boolean isBack(UndoRun kept, Manifest.FileChange change, String now) throws IOException {
        Path before = kept.before(change);
        if (before == null) {
            return now.isEmpty();
        }
        return now.equals(change.old().isEmpty() ? ContentHash.of(before) : change.old());
    }

    /** Takes changes back, in the order given; of files that move back their assets keep what was said of them. */
    static int restore(Library library, UndoRun kept, List<Manifest.FileChange> changes, Work work)
            throws IOException, ProblemException {
        Map<String, String> shifted = new LinkedHashMap<>();
        changes.stream().filter(c -> c.from() != null).forEach(c -> shifted.put(c.path(), String.valueOf(c.from())));
        if (shifted.isEmpty()) {
            return each(library, kept, changes, work);
        }
        int[] files = new int[1];
        library.undisturbed(() -> {
            files[0] = each(library, kept, changes, work);
            Shifting.follow(library, shifted);
        });
        return files[0];
    }

    private static int each(Library library, UndoRun kept, List<Manifest.FileChange> changes, Work work)
            throws IOException, ProblemException {
        int files = 0;
        for (Manifest.FileChange change : changes) {
            work.progress(files, changes.size(), change.path());
            if (restore(library, kept, change)) {
                files++;
            }
        }
        return files;
    }

    /**
     * Takes one change back.
     *
     * @return false when it was back already
     */
    static boolean restore(Library library, UndoRun kept, Manifest.FileChange change)
            throws IOException, ProblemException {
        if (change.from() != null) {
            return Shifting.back(library, change, change.from());
        }
        Path target = library.writing().inside(change.path());
        Path before = kept.before(change);
        Disk disk = library.disk();
        boolean there = Files.exists(target, LinkOption.NOFOLLOW_LINKS);
        if (before == null) {
            disk.delete(target);
            for (String folder : change.made().reversed()) {
                removeIfEmpty(library, folder);
            }
            return there;
        }
        boolean back = there && isBack(kept, change, ContentHash.of(target));
        if (!back && there && UndoRun.links(target) > 1) {
            disk.overwrite(target, out -> Files.copy(before, out));
        } else if (!back) {
            // what was kept becomes the file again: on a full drive there is no room for a second one
            disk.makeFolders(library.folderOf(target));
            permit(before, change.mode());
            disk.transfer(before, target);
        }
        permit(target, change.mode());
        if (!change.time().isEmpty()) {
            try {
                Files.setLastModifiedTime(target, FileTime.from(Instant.parse(change.time())));
            } catch (DateTimeParseException e) {
                // a forged or strange time: the bytes are what matters
                return !back;
            }
        }
        return !back;
    }

    private static void permit(Path file, String mode) throws IOException {
        if (mode.isEmpty()) {
            return;
        }
        try {
            Files.setPosixFilePermissions(file, PosixFilePermissions.fromString(mode));
        } catch (UnsupportedOperationException | IllegalArgumentException e) {
            // a drive that knows no such permissions has none to bring back
            return;
        }
    }

    static void removeIfEmpty(Library library, String folder) throws IOException, ProblemException {
        Path path = library.writing().inside(folder);
        if (!Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        try (var list = Files.list(path)) {
            if (list.findAny().isPresent()) {
                return;
            }
        }
        library.disk().delete(path);
    }
}
