package yondershelf.library;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;

/**
 * A group of file changes whose process ended before it did. While a group is under way, {@code running/<run>} says so; when
 * nobody holds the library's lock, whatever is left there was cut off.
 *
 * @param run the group's name
 * @param note what was noted for this case; empty for a group that can only be taken back
 */
public record Unfinished(String run, String note) {
    static final String UNDOING = "undoing";

    private static final long MOST_BYTES = 64 << 20;

    private static Path folder(Library library) {
        return library.own().resolve("running");
    }

    static void note(Library library, String run, String note) throws IOException {
        library.disk().makeFolders(folder(library));
        library.disk().write(folder(library).resolve(run), out -> out.write(note.getBytes(StandardCharsets.UTF_8)));
    }

    /** The group is whole, or what is left of it was dealt with. */
    static void forget(Library library, String run) {
        try {
            library.disk().delete(folder(library).resolve(run));
        } catch (IOException e) {
            // then the next start offers a group that is whole: harmless
            return;
        }
    }

    static List<Unfinished> all(Library library) throws IOException {
        List<Unfinished> out = new ArrayList<>();
        if (!Files.isDirectory(folder(library), LinkOption.NOFOLLOW_LINKS)) {
            return out;
        }
        List<Path> left;
        try (var list = Files.list(folder(library))) {
            left = list.filter(f -> !String.valueOf(f.getFileName()).startsWith(Disk.TEMPORARY))
                    .sorted()
                    .toList();
        }
        for (Path file : left) {
            String note = new String(Disk.read(file, MOST_BYTES), StandardCharsets.UTF_8);
            out.add(new Unfinished(String.valueOf(file.getFileName()), note));
        }
        return out;
    }

    /**
     * Brings order into what was cut off: a file that was being written into gets its old bytes back whole. Groups that only
     * can be taken back are then among the library's runs and no longer unfinished; those with a note stay for whoever wrote it.
     */
    static void settle(Library library) throws IOException, ProblemException {
        for (Unfinished cut : all(library)) {
            Optional<UndoRun> run = UndoRun.open(library, cut.run);
            if (run.isPresent()) {
                for (Manifest.FileChange act : run.get().manifest().changes(0)) {
                    repair(library, run.get(), act);
                }
            }
            if (run.isEmpty() || cut.note.isEmpty() || cut.note.equals(UNDOING)) {
                forget(library, cut.run);
            }
        }
    }

    private static void repair(Library library, UndoRun run, Manifest.FileChange act)
            throws IOException, ProblemException {
        Path target = library.inside(Path.of(act.path()));
        if (!act.inPlace() || !Files.isRegularFile(target, LinkOption.NOFOLLOW_LINKS) || !run.isWhole(act)) {
            return;
        }
        String now = ContentHash.of(target);
        if (!now.equals(act.after()) && !now.equals(act.old())) {
            Undoing.restore(library, run, act);
        }
    }
}
