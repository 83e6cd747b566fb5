package yondershelf.library;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.words.Phrase;

/**
 * A group of file changes whose process ended before it did. While a group is under way, {@code running/<run>} says so; when
 * nobody holds the library's lock, whatever is left there was cut off. That file is only a mark: what was noted for this case is
 * among {@link MachineRecords this machine's own records}, as it names places outside the library.
 *
 * @param run the group's name
 * @param note what was noted on this machine; empty for a group that can only be taken back
 */
public record Unfinished(String run, String note) {
    static final String UNDOING = "undoing";
    /** Says that the machine of this group may know how to finish it. */
    private static final String NOTED = "noted";

    private static final long MOST_BYTES = 64;

    private static Path folder(Library library) {
        return library.own().resolve("running");
    }

    static void note(Library library, String run, String note) throws IOException {
        boolean marks = note.isEmpty() || note.equals(UNDOING);
        if (!marks) {
            library.records().put(run, MachineRecords.Subject.NOTE, note.getBytes(StandardCharsets.UTF_8));
        }
        String mark = marks ? note : NOTED;
        library.disk().makeFolders(folder(library));
        library.disk().write(folder(library).resolve(run), out -> out.write(mark.getBytes(StandardCharsets.UTF_8)));
    }

    /** The group is whole, or what is left of it was dealt with. */
    static void forget(Library library, String run) {
        try {
            library.disk().delete(folder(library).resolve(run));
            library.records().forget(run, MachineRecords.Subject.NOTE);
        } catch (IOException e) {
            // then the next start offers a group that is whole: harmless
            return;
        }
    }

    private static List<Path> left(Library library) throws IOException {
        if (!Files.isDirectory(folder(library), LinkOption.NOFOLLOW_LINKS)) {
            return List.of();
        }
        try (var list = Files.list(folder(library))) {
            return list.filter(f -> !String.valueOf(f.getFileName()).startsWith(Disk.TEMPORARY))
                    .sorted()
                    .toList();
        }
    }

    /** Those this machine noted something about. */
    static List<Unfinished> all(Library library) throws IOException {
        List<Unfinished> out = new ArrayList<>();
        for (Path file : left(library)) {
            String run = String.valueOf(file.getFileName());
            library.records()
                    .get(run, MachineRecords.Subject.NOTE)
                    .ifPresent(note -> out.add(new Unfinished(run, new String(note, StandardCharsets.UTF_8))));
        }
        return out;
    }

    /**
     * Brings order into what was cut off: a file that was being written into gets its old bytes back whole. Groups that only
     * can be taken back are then among the library's runs and no longer unfinished; those with a note stay for whoever wrote it.
     *
     * @return what could not be brought into order, and was left as it is
     */
    static List<Problem> settle(Library library) throws IOException {
        List<Problem> troubles = new ArrayList<>();
        for (Path file : left(library)) {
            try {
                settle(library, file);
            } catch (ProblemException e) {
                troubles.add(told(file, e.problem().sentence()));
            } catch (IOException e) {
                troubles.add(told(file, Refused.reason(e)));
            }
        }
        return troubles;
    }

    private static Problem told(Path file, String cause) {
        return new Problem(
                file.toString(),
                Phrase.of("library.what-was-cut-off-cannot", cause),
                Phrase.of("library.its-files-stay-as-they"));
    }

    private static void settle(Library library, Path file) throws IOException, ProblemException {
        String name = String.valueOf(file.getFileName());
        Optional<UndoRun> run = UndoRun.open(library, name);
        if (run.isPresent()) {
            for (Manifest.FileChange act : run.get().manifest().changes(0)) {
                repair(library, run.get(), act);
            }
        }
        if (run.isEmpty() || !mark(file).equals(NOTED)) {
            forget(library, name);
        }
    }

    private static String mark(Path file) {
        try {
            return new String(Disk.read(file, MOST_BYTES), StandardCharsets.UTF_8);
        } catch (IOException e) {
            // as long as an older version's note, or nothing this program wrote
            return "";
        }
    }

    private static void repair(Library library, UndoRun run, Manifest.FileChange act)
            throws IOException, ProblemException {
        if (!act.inPlace()) {
            return;
        }
        Path target = library.writing().inside(act.path());
        if (!Files.isRegularFile(target, LinkOption.NOFOLLOW_LINKS) || !run.isWhole(act, target)) {
            return;
        }
        String now = ContentHash.of(target);
        if (!now.equals(act.after()) && !now.equals(act.old())) {
            Undoing.restore(library, run, act);
        }
    }
}
