package yondershelf.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.ContentReader;
import yondershelf.format.FileType;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.sorting.SortedItem;
import yondershelf.work.Work;

/**
 * One bringing-in of files: first {@link #plan}, then {@link #take}. Archives are unpacked into a temporary folder,
 * which {@link #close} removes.
 */
public final class Intake implements AutoCloseable {
    private final Library library;
    private final String folder;
    private final ContentReader reader;
    private final List<Path> temporary = new ArrayList<>();

    /** @param folder below the library's root, where things go; empty for the root */
    public Intake(Library library, String folder, ContentReader reader) {
        this.library = library;
        this.folder = folder.replaceAll("^/+|/+$", "");
        this.reader = reader;
    }

    /** Looks at folders, files and archives and says what would be taken. Nothing in the library is touched. */
    public IntakePlan plan(List<Path> sources, Work work) throws ProblemException {
        Planner planner = new Planner(library, folder, reader, work);
        for (Path source : sources) {
            if (work.isCancelled()) {
                break;
            }
            Path path = source.toAbsolutePath().normalize();
            if (Files.isDirectory(path)) {
                planner.addFolder(path);
            } else if (!Files.isRegularFile(path)) {
                planner.skip(path, "there is no such file or folder");
            } else if (FileType.byName(Planner.name(path))
                    .filter(FileType.ZIP::equals)
                    .isPresent()) {
                planner.addArchive(path, temporaryFolder(path));
            } else {
                planner.addFile(path);
            }
        }
        return planner.plan();
    }

    private Path temporaryFolder(Path archive) throws ProblemException {
        try {
            Path made = Files.createTempDirectory("yonder-intake");
            temporary.add(made);
            return made;
        } catch (IOException e) {
            throw Problem.of(archive, "there is no place to unpack it (" + e.getMessage() + ")")
                    .raise(e);
        }
    }

    /**
     * What taking did.
     *
     * @param run the group of changes to undo it by; null when nothing was written
     * @param paths of the assets that came in, below the library's root
     */
    public record Taken(@Nullable String run, int assets, List<String> paths) {
        public Taken {
            paths = List.copyOf(paths);
        }
    }

    /** Copies the given items into the library, sub-folders kept. A file that fails costs its item only, and that wholly. */
    public Taken take(List<IntakePlan.Item> items, Work work) {
        FileActs acts = library.begin("take in " + items.size() + (items.size() == 1 ? " asset" : " assets"));
        List<String> paths = new ArrayList<>();
        for (IntakePlan.Item item : items) {
            if (work.isCancelled()) {
                break;
            }
            work.progress(paths.size(), items.size(), item.name());
            try {
                take(item, acts);
                paths.add(IntakePlan.joined(item.base(), item.files().get(0).path()));
            } catch (ProblemException e) {
                work.problem(e.problem());
            }
        }
        work.progress(paths.size(), items.size(), "");
        return new Taken(acts.made() > 0 ? acts.run() : null, paths.size(), paths);
    }

    private void take(IntakePlan.Item item, FileActs acts) throws ProblemException {
        int before = acts.made();
        try {
            for (SortedItem.SortedFile file : item.files()) {
                Path target = library.resolve(IntakePlan.joined(item.base(), file.path()));
                Path from = item.root().resolve(file.path());
                if (!Files.exists(target) || !Duplicates.same(target, from)) {
                    acts.copyIn(from, target);
                }
            }
        } catch (ProblemException e) {
            acts.takeBackTo(before);
            throw e;
        }
    }

    @Override
    public void close() throws ProblemException {
        for (Path made : temporary) {
            try (Stream<Path> walk = Files.walk(made)) {
                for (Path path : walk.sorted(Comparator.reverseOrder()).toList()) {
                    Files.deleteIfExists(path);
                }
            } catch (IOException e) {
                throw Problem.of(made, "the temporary folder could not be removed (" + e.getMessage() + ")")
                        .raise(e);
            }
        }
        temporary.clear();
    }
}
