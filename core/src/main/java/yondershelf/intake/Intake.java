package yondershelf.intake;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.library.Unfinished;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/**
 * One bringing-in of files: first {@link #plan}, then {@link #take}. Archives are unpacked into a temporary folder,
 * which {@link #close} removes; those that can be entered anywhere only as far as somebody looks at what is in them.
 */
public final class Intake implements AutoCloseable {
    private static final String UNPACKED = "yonder-intake-";

    private final Library library;
    private final String folder;
    private final ContentReader usual;
    private ContentReader reader;
    private final List<Path> temporary = new ArrayList<>();
    private final Brought brought = new Brought();
    private List<Path> sources = List.of();
    private Wishes wishes = Wishes.NONE;

    /** @param folder below the library's root, where things go; empty for the root */
    public Intake(Library library, String folder, ContentReader reader) {
        this.library = library;
        this.folder = folder.replaceAll("^/+|/+$", "");
        this.usual = reader;
        this.reader = reader;
    }

    /** The same as nobody wishes anything of it. */
    public IntakePlan plan(List<Path> came, Work work) throws ProblemException {
        return plan(came, Wishes.NONE, work);
    }

    /**
     * Looks at folders, files and archives and says what would be taken. What lies in the library already stays where it is.
     * Nothing in the library is touched.
     */
    public IntakePlan plan(List<Path> came, Wishes wished, Work work) throws ProblemException {
        wishes = wished;
        letReaderGo();
        reader = wished.seconds() > 0 ? usual.patient(wished.seconds()) : usual;
        Planner planner = new Planner(library, folder, reader, work, brought, wished, this::temporaryFolder);
        sources = came.stream().map(s -> s.toAbsolutePath().normalize()).toList();
        for (Path source : sources) {
            if (work.isCancelled()) {
                break;
            }
            Path path = source.toAbsolutePath().normalize();
            if (Files.isDirectory(path)) {
                planner.addFolder(path);
            } else if (!Files.isRegularFile(path)) {
                planner.skip(path, Phrase.of("intake.there-is-no-such-file"));
            } else if (Archive.isArchive(path)) {
                archive(planner, path);
            } else {
                planner.addFile(path);
            }
        }
        return planner.plan();
    }

    /** One that cannot be opened costs itself only, when others came with it. */
    private void archive(Planner planner, Path path) throws ProblemException {
        try {
            planner.addArchive(path);
        } catch (ProblemException e) {
            if (sources.size() == 1) {
                throw e;
            }
            planner.skip(path, e.problem().cause());
        }
    }

    /**
     * Looks into everything that is wanted: what cannot be read is not taken unless somebody asks for it, and what the pictures of
     * materials show corrects what their names told, as that a grey normal map is a height. Reads all of it, each file within the
     * reader's limits: for work in the background.
     */
    public IntakePlan examine(IntakePlan plan, Work work) {
        return new BatchReader(brought, reader, work, wishes.names()).at(plan);
    }

    /** Keeps an item's files where it says they are, to be read: those of archives may still be packed. */
    public Hold hold(PlanItem item) throws ProblemException {
        return brought.hold(item);
    }

    private Path temporaryFolder(Path archive) throws ProblemException {
        try {
            Path made =
                    Files.createTempDirectory(UNPACKED + ProcessHandle.current().pid() + "-");
            temporary.add(made);
            return made;
        } catch (IOException e) {
            throw Problem.of(archive, Phrase.of("intake.there-is-no-place-to", e.getMessage()))
                    .raise(e);
        }
    }

    /**
     * Copies the given items into the library, sub-folders kept. A file that fails costs its item only, and that wholly. Names
     * taken meanwhile are not written over: the items then go to a folder beside the planned one.
     *
     * @throws ProblemException when nothing could be begun
     */
    public Taken take(List<PlanItem> items, Work work) throws ProblemException {
        return take(items, Set.of(), false, work);
    }

    /**
     * Takes what is ticked and removes it from where it came from; undoing puts it back there. What came in an archive, what lies
     * in the library already and what something needs that is not ticked stays.
     *
     * @throws ProblemException when nothing could be begun
     */
    public Taken move(IntakePlan plan, Work work) throws ProblemException {
        Set<Path> needed = new HashSet<>();
        plan.items().stream().filter(i -> !i.isTicked()).forEach(i -> i.files().forEach(f -> needed.add(i.at(f))));
        return take(plan.ticked(), needed, true, work);
    }

    private Taken take(List<PlanItem> items, Set<Path> needed, boolean moving, Work work) throws ProblemException {
        long since = System.currentTimeMillis() / 1000;
        String what = Phrase.of("intake.take-in-4", Phrase.count(items.size(), "asset"));
        try (FileActs acts = library.writing()
                .begin(
                        what,
                        CutTake.of(sources, folder, wishes.flat(), wishes.replacing(), items)
                                .text(),
                        work)) {
            return acts.wholly(() -> taken(acts, items, needed, moving, since, work));
        }
    }

    private Taken taken(FileActs acts, List<PlanItem> items, Set<Path> needed, boolean moving, long since, Work work)
            throws ProblemException {
        List<PlanItem> coming = made(items, work);
        Take taking = new Take(
                library,
                acts,
                new FreeNames(library, brought, wishes.replacing()).free(coming),
                brought,
                work,
                wishes.replacing());
        Map<String, PlanItem> came = taking.all(coming);
        work.progress(came.size(), items.size(), "");
        if (moving && acts.made() > 0) {
            acts.release(movable(taking.brought(), needed), work);
        }
        return new Taken(acts.made() > 0 ? acts.run() : null, came, since);
    }

    private Map<Path, Path> movable(Map<Path, Path> came, Set<Path> needed) {
        Map<Path, Path> out = new LinkedHashMap<>();
        came.forEach((from, to) -> {
            boolean own = temporary.stream().noneMatch(from::startsWith) && !from.startsWith(library.root());
            if (own && !needed.contains(from) && Files.isRegularFile(from) && Files.isRegularFile(to)) {
                out.put(from, to);
            }
        });
        return out;
    }

    /** With what has to be made of what was brought. */
    private List<PlanItem> made(List<PlanItem> items, Work work) {
        List<PlanItem> out = new ArrayList<>();
        for (PlanItem item : items) {
            if (item.laidOut() == null) {
                out.add(item);
                continue;
            }
            if (work.isCancelled()) {
                break;
            }
            work.progress(out.size(), items.size(), item.name());
            try (Hold _ = brought.hold(item)) {
                out.add(LightProbes.made(item, item.laidOut(), temporaryFolder(item.root()), reader));
            } catch (ProblemException e) {
                work.problem(e.problem());
            }
        }
        return out;
    }

    /** Takes that a killed process left half done in a library. */
    public static List<CutTake> cutOff(Library library) throws ProblemException {
        List<CutTake> out = new ArrayList<>();
        for (Unfinished cut : library.writing().unfinished()) {
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
                                Phrase.of("intake.what-was-being-taken-in"),
                                Phrase.of("intake.bring-it-back-or-take"))
                        .raise();
            }
        }
        takeBack(library, cut, work);
        try (Intake again = new Intake(library, cut.folder(), reader)) {
            Wishes same = new Wishes(
                    NameStyle.USUAL,
                    cut.flat(),
                    false,
                    new TreeSet<>(),
                    new TreeSet<>(),
                    Habits.NONE,
                    0,
                    Map.of(),
                    cut.replacing());
            IntakePlan fresh = again.plan(cut.sources(), same, work);
            if (!fresh.locked().isEmpty()) {
                throw new Problem(
                                fresh.locked().iterator().next().toString(),
                                Phrase.of("intake.it-is-protected-by-a"),
                                Phrase.of("intake.bring-it-again-to-take"))
                        .raise();
            }
            return again.take(cut.in(fresh).ticked(), work);
        }
    }

    /** Takes back what came of a take that was cut off; files changed since stay. */
    public static void takeBack(Library library, CutTake cut, Work work) throws ProblemException {
        boolean came = FileActs.runs(library).stream()
                .anyMatch(r -> r.run().equals(cut.cut().run()));
        if (came) {
            FileActs.undo(library, cut.cut().run(), true, work).skipped().forEach(work::problem);
        }
        library.writing().settle(cut.cut());
    }

    /** Removes what killed processes left unpacked in the temporary folder. In the background. */
    public static void sweep() {
        Path temporaryFolder = Path.of(System.getProperty("java.io.tmpdir"));
        try (DirectoryStream<Path> left = Files.newDirectoryStream(temporaryFolder, UNPACKED + "*")) {
            for (Path folder : left) {
                String[] parts = String.valueOf(folder.getFileName()).split("-");
                // another name is somebody else's folder
                if (parts.length > 2
                        && parts[2].matches("[0-9]{1,18}")
                        && ProcessHandle.of(Long.parseLong(parts[2])).isEmpty()) {
                    removeAll(folder);
                }
            }
        } catch (IOException e) {
            // one that cannot be removed: the system empties its temporary folder itself
            return;
        }
    }

    private void letReaderGo() {
        if (reader != usual && reader instanceof IsolatedReader own) {
            own.close();
        }
        reader = usual;
    }

    @Override
    public void close() throws ProblemException {
        letReaderGo();
        brought.close();
        for (Path made : temporary) {
            try {
                removeAll(made);
            } catch (IOException e) {
                throw Problem.of(made, Phrase.of("intake.the-temporary-folder-could-not", e.getMessage()))
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
