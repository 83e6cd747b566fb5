package yondershelf.library;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Lock;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** The old files a library keeps so that changes can be taken back, and the act that lets them go. */
public final class UndoStore {
    private UndoStore() {}

    /**
     * What is kept.
     *
     * @param runs groups of changes that could be taken back
     * @param bytes what emptying the store would free
     */
    public record Space(int runs, long bytes) {}

    public static Space space(Library library) throws ProblemException {
        try {
            return new Space(FileActs.runs(library).size(), bytes(UndoRun.folderOf(library)));
        } catch (IOException e) {
            throw Problem.of(library.own(), Phrase.of("library.what-is-kept-cannot-be", Refused.reason(e)))
                    .raise(e);
        }
    }

    private static long bytes(Path folder) throws IOException {
        if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
            return 0;
        }
        long out = 0;
        for (Path file : below(folder)) {
            if (Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
                out += Files.size(file);
            }
        }
        return out;
    }

    private static List<Path> below(Path folder) throws IOException {
        try (Stream<Path> walk = Files.walk(folder)) {
            return walk.sorted(Comparator.reverseOrder()).toList();
        }
    }

    /**
     * Lets everything go that is kept: no earlier change can be taken back after it.
     *
     * @return what was there
     */
    public static Space empty(Library library, Work work) throws ProblemException {
        Space before = space(library);
        try (Lock _ = library.writing().lock(Phrase.of("library.emptying-the-undo-store"), work)) {
            Path folder = UndoRun.folderOf(library);
            if (Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
                for (Path file : below(folder)) {
                    if (!file.equals(folder)) {
                        Files.delete(file);
                    }
                    if (folder.equals(file.getParent())) {
                        library.records().forget(String.valueOf(file.getFileName()), MachineRecords.Subject.ORIGINS);
                    }
                }
            }
            return before;
        } catch (IOException e) {
            throw Refused.notWritten(library.own(), e);
        }
    }
}
