package yondershelf.cli;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import yondershelf.content.Kind;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.ContentReader;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.Sorter;

/** What a single file given on the command line is. */
final class OneFile {
    private OneFile() {}

    static Kind kind(Path file, ContentReader reader) throws ProblemException {
        Path whole = file.toAbsolutePath().normalize();
        if (!Files.isRegularFile(whole) || whole.getParent() == null) {
            throw Problem.of(file, "there is no such file").raise();
        }
        Sorted sorted = Sorter.sort(whole.getParent(), List.of(String.valueOf(whole.getFileName())), reader);
        if (sorted.items().isEmpty()) {
            throw Problem.of(file, sorted.skipped().get(0).reason()).raise();
        }
        return sorted.items().get(0).kind();
    }
}
