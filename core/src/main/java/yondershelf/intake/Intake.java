package yondershelf.intake;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.credits.Credit;
import yondershelf.format.ContentReader;
import yondershelf.format.FileType;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Labels;
import yondershelf.library.Library;
import yondershelf.library.Unfinished;
import yondershelf.work.Work;

/**
 * One bringing-in of files: first {@link #plan}, then {@link #take}. Archives are unpacked into a temporary folder,
 * which {@link #close} removes; those that can be entered anywhere only as far as somebody looks at what is in them.
 */
public final class Intake implements AutoCloseable {
    private static final String UNPACKED = "yonder-intake-";

    private final Library library;
    private final String folder;
    private final ContentReader reader;
    private final List<Path> temporary = new ArrayList<>();
    private final Brought brought = new Brought();
    private List<Path> sources = List.of();

    /** @param folder below the library's root, where things go; empty for the root */
    public Intake(Library library, String folder, ContentReader reader) {
        this.library = library;
        this.folder = folder.replaceAll("^/+|/+$", "");
        this.reader = reader;
    }

    /** Looks at folders, files and archives and says what would be taken. Nothing in the library is touched. */
    public IntakePlan plan(List<Path> came, Work work) throws ProblemException {
        Planner planner = new Planner(library, folder, reader, work, brought);
        sources = came.stream().map(s -> s.toAbsolutePath().normalize()).toList();
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
                    .filter(type -> type.group() == FileType.Group.ARCHIVE)
                    .isPresent()) {
                planner.addArchive(path, temporaryFolder(path));
            } else {
                planner.addFile(path);
            }
        }
        return planner.plan();
    }

    /**
     * Looks into everything that is wanted: what cannot be read is not taken unless somebody asks for it, and what the pictures of
     * materials show corrects what their names told, as that a grey normal map is a height. Reads all of it, each file within the
     * reader's limits: for work in the background.
     */
    public IntakePlan examine(IntakePlan plan, Work work) {
        return new Looking(brought, reader, work).at(plan);
    }

    /** Keeps an item's files where it says they are, to be read: those of archives may still be packed. */
    public Hold hold(IntakePlan.Item item) throws ProblemException {
        return brought.hold(item);
    }

    private Path temporaryFolder(Path archive) throws ProblemException {
        try {
            Path made =
                    Files.createTempDirectory(UNPACKED + ProcessHandle.current().pid() + "-");
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
     * @param credits who made them, by their paths
     */
    public record Taken(@Nullable String run, int assets, List<String> paths, Map<String, Credit> credits) {
        public Taken {
            paths = List.copyOf(paths);
            credits = Map.copyOf(credits);
        }

        /** True when of some of them it is known who made them. */
        public boolean isCredited() {
            return credits.values().stream().anyMatch(c -> !c.isEmpty());
        }

        /** Labels that say so, of those assets that have none yet. The library must have seen what came. */
        public List<Edit> labels(Library library) {
            List<Edit> out = new ArrayList<>();
            credits.forEach((path, credit) -> library.store().named(path).ifPresent(asset -> {
                Labels there = library.labels(asset.id());
                if (there.author().isEmpty() && !credit.author().isEmpty()) {
                    out.add(Edit.set(asset.id(), Edit.Field.AUTHOR, credit.author()));
                }
                if (there.licence().isEmpty() && !credit.licence().isEmpty()) {
                    out.add(Edit.set(asset.id(), Edit.Field.LICENCE, credit.licence()));
                }
            }));
            return out;
        }
    }

    /**
     * Copies the given items into the library, sub-folders kept. A file that fails costs its item only, and that wholly. Names
     * taken meanwhile are not written over: the items then go to a folder beside the planned one.
     *
     * @throws ProblemException when nothing could be begun
     */
    public Taken take(List<IntakePlan.Item> items, Work work) throws ProblemException {
        String what = "take in " + items.size() + (items.size() == 1 ? " asset" : " assets");
        try (FileActs acts =
                library.begin(what, CutTake.of(sources, folder, items).text(), work)) {
            List<IntakePlan.Item> coming = made(items, work);
            Take taking = new Take(library, acts, new Targets(library, brought).free(coming), brought, work);
            Map<String, Credit> came = taking.all(coming);
            work.progress(came.size(), items.size(), "");
            return new Taken(acts.made() > 0 ? acts.run() : null, came.size(), List.copyOf(came.keySet()), came);
        }
    }

    /** With what has to be made of what was brought. */
    private List<IntakePlan.Item> made(List<IntakePlan.Item> items, Work work) {
        List<IntakePlan.Item> out = new ArrayList<>();
        for (IntakePlan.Item item : items) {
            if (item.laidOut() == null) {
                out.add(item);
                continue;
            }
            if (work.isCancelled()) {
                break;
            }
            work.progress(out.size(), items.size(), item.name());
            try (Hold _ = brought.hold(item)) {
                out.add(Surroundings.made(item, item.laidOut(), temporaryFolder(item.root()), reader));
            } catch (ProblemException e) {
                work.problem(e.problem());
            }
        }
        return out;
    }

    /** Takes that a killed process left half done in a library. */
    public static List<CutTake> cutOff(Library library) throws ProblemException {
        List<CutTake> out = new ArrayList<>();
        for (Unfinished cut : library.unfinished()) {
            CutTake.parse(cut).ifPresent(out::add);
        }
        return out;
    }

    /**
     * Finishes a take that was cut off: what came is taken back, then all of it is taken again from where it was brought.
     *
     * @throws ProblemException when what was brought is not there any more; then what came stays, and can be taken back
     */
    public static Taken finish(Library library, CutTake cut, ContentReader reader, Work work) throws ProblemException {
        for (Path source : cut.sources()) {
            if (!Files.exists(source)) {
                throw new Problem(
                                source.toString(),
                                "what was being taken in is not there any more",
                                "Bring it back, or take back what came")
                        .raise();
            }
        }
        takeBack(library, cut, work);
        try (Intake again = new Intake(library, cut.folder(), reader)) {
            IntakePlan plan = again.examine(again.plan(cut.sources(), work), work);
            return again.take(
                    plan.items().stream()
                            .filter(i -> (i.isWanted() || i.laidOut() != null) && cut.wants(i))
                            .toList(),
                    work);
        }
    }

    /** Takes back what came of a take that was cut off; files changed since stay. */
    public static void takeBack(Library library, CutTake cut, Work work) throws ProblemException {
        boolean came = FileActs.runs(library).stream()
                .anyMatch(r -> r.run().equals(cut.cut().run()));
        if (came) {
            FileActs.undo(library, cut.cut().run(), true, work).skipped().forEach(work::problem);
        }
        library.settle(cut.cut());
    }

    /** Removes what killed processes left unpacked in the temporary folder. */
    public static void sweep() {
        Path temporaryFolder = Path.of(System.getProperty("java.io.tmpdir"));
        try (DirectoryStream<Path> left = Files.newDirectoryStream(temporaryFolder, UNPACKED + "*")) {
            for (Path folder : left) {
                String[] parts = String.valueOf(folder.getFileName()).split("-");
                long process = Long.parseLong(parts[2]);
                if (ProcessHandle.of(process).isEmpty()) {
                    removeAll(folder);
                }
            }
        } catch (IOException | NumberFormatException | ArrayIndexOutOfBoundsException e) {
            // somebody else's folder, or one that cannot be removed: the system empties its temporary folder itself
            return;
        }
    }

    @Override
    public void close() throws ProblemException {
        brought.close();
        for (Path made : temporary) {
            try {
                removeAll(made);
            } catch (IOException e) {
                throw Problem.of(made, "the temporary folder could not be removed (" + e.getMessage() + ")")
                        .raise(e);
            }
        }
        temporary.clear();
    }

    private static void removeAll(Path folder) throws IOException {
        try (Stream<Path> walk = Files.walk(folder)) {
            for (Path path : walk.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(path);
            }
        }
    }
}
