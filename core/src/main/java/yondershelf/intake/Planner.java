package yondershelf.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Stream;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.credits.Credit;
import yondershelf.credits.Credits;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.library.Library;
import yondershelf.sorting.FolderFiles;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;
import yondershelf.sorting.Sorter;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** Makes one plan: looks at what was brought, sorts it, and finds each thing its place in the library. */
final class Planner {
    private static final String READ = Phrase.of("intake.it-says-who-made-these");

    private final Library library;
    private final String folder;
    private final ContentReader reader;
    private final Work work;
    private final Brought brought;
    private final Duplicates duplicates;
    private final FreeNames targets;
    private final List<PlanItem> items = new ArrayList<>();
    private final List<Sorted.Skipped> skipped = new ArrayList<>();
    private final Map<Path, List<String>> loose = new HashMap<>();
    private final Wishes wishes;
    private final Set<Path> locked = new HashSet<>();
    private final Room room;

    /** @param folder below the library's root, where things go that are not in the library yet */
    Planner(
            Library library,
            String folder,
            ContentReader reader,
            Work work,
            Brought brought,
            Wishes wishes,
            Room room) {
        this.room = room;
        this.wishes = wishes;
        this.library = library;
        this.folder = folder;
        this.reader = reader;
        this.work = work;
        this.brought = brought;
        this.duplicates = new Duplicates(library, brought);
        this.targets = new FreeNames(library, brought, wishes.replacing());
    }

    /** Where an archive may be unpacked. */
    interface Room {
        Path of(Path archive) throws ProblemException;
    }

    /** Adds an archive, as if it were unpacked into an empty folder. */
    void addArchive(Path archive) throws ProblemException {
        addArchive(archive, EntryNames.stem(name(archive)));
    }

    private void addArchive(Path archive, String base) throws ProblemException {
        Path unpacked = room.of(archive);
        String password = wishes.passwords().getOrDefault(archive, "");
        if (!Archive.stage(archive, unpacked, skipped, work, brought, password)) {
            locked.add(archive);
        }
        addFolder(unpacked, base);
    }

    void addFolder(Path root) throws ProblemException {
        addFolder(root, name(root));
    }

    private void addFolder(Path root, String base) throws ProblemException {
        boolean inside = root.startsWith(library.root());
        if (library.root().startsWith(root) && !root.equals(library.root())) {
            throw new Problem(
                            root.toString(),
                            Phrase.of("intake.the-library-itself-is-in"),
                            Phrase.of("intake.take-in-what-is-beside"))
                    .raise();
        }
        FolderFiles files;
        try {
            files = Sorter.filesBelow(root);
        } catch (IOException e) {
            throw Problem.of(root, Phrase.of("intake.the-folder-cannot-be-read", e.getMessage()))
                    .raise(e);
        }
        skipped.addAll(files.closed());
        List<String> packed = brought.packedBelow(root).stream()
                .map(p -> FolderFiles.relative(root, p))
                .filter(p -> !FolderFiles.isHidden(p))
                .toList();
        if (inside) {
            String below = FolderFiles.relative(library.root(), root);
            stay(files.paths().stream().map(p -> IntakePlan.joined(below, p)).toList(), item -> true);
            return;
        }
        // an archive often holds one folder of its own name: not kept twice
        String inner = Sorter.fileName(base) + "/";
        List<String> archives = files.paths().stream()
                .filter(p -> Archive.isArchive(root.resolve(p)))
                .toList();
        List<String> paths = Stream.concat(files.paths().stream(), packed.stream())
                .filter(p -> !Archive.isArchive(root.resolve(p)))
                .toList();
        boolean doubled = !paths.isEmpty() && paths.stream().allMatch(f -> f.startsWith(inner));
        if (doubled) {
            paths = paths.stream().map(f -> f.substring(inner.length())).toList();
        }
        add(doubled ? root.resolve(Sorter.fileName(base)) : root, base, paths, item -> true);
        for (String archive : archives) {
            archiveIn(root.resolve(archive), IntakePlan.joined(base, EntryNames.stem(archive)));
        }
    }

    /** One that cannot be opened costs itself only. */
    private void archiveIn(Path archive, String base) {
        try {
            addArchive(archive, base);
        } catch (ProblemException e) {
            skip(archive, e.problem().cause());
        }
    }

    /** Adds a single file; those of one folder are sorted together by {@link #plan}. */
    void addFile(Path file) {
        loose.computeIfAbsent(parent(file), k -> new ArrayList<>()).add(name(file));
    }

    void skip(Path path, String reason) {
        skipped.add(new Sorted.Skipped(path.toString(), reason));
    }

    IntakePlan plan() {
        for (Map.Entry<Path, List<String>> files : loose.entrySet()) {
            Set<String> brought = new HashSet<>(files.getValue());
            Predicate<SortedItem> wanted = item -> item.files().stream().anyMatch(f -> brought.contains(f.path()));
            List<String> names = withCompanions(files.getKey(), files.getValue());
            if (files.getKey().startsWith(library.root())) {
                String below = FolderFiles.relative(library.root(), files.getKey());
                stay(
                        names.stream().map(n -> IntakePlan.joined(below, n)).toList(),
                        item -> item.files().stream().anyMatch(f -> brought.contains(Sorter.fileName(f.path()))));
            } else {
                add(files.getKey(), "", names, wanted);
            }
        }
        TagProposals proposals = new TagProposals(wishes.known());
        IntakePlan plan = new HabitSorting(wishes.habits())
                .of(new IntakePlan(Twins.told(IntakePlan.numbered(items), brought), skipped, locked));
        Siblings siblings = new Siblings(plan.items());
        return plan.each(item -> {
            SortedSet<String> tags = new TreeSet<>(wishes.tags());
            if (wishes.proposing()) {
                tags.addAll(proposals.of(item));
                siblings.of(item).ifPresent(shared -> tags.add(proposals.known(shared)));
            }
            int size = item.isSet()
                    ? item.files().stream()
                            .mapToInt(f -> Sorter.size(f.path()))
                            .max()
                            .orElse(0)
                    : 0;
            return item.tagged(tags).styled(wishes.names().of(item.name(), size));
        });
    }

    /** What lies in the library already stays where it is. */
    private void stay(List<String> paths, Predicate<SortedItem> wanted) {
        Sorted sorted = Sorter.sort(paths, brought.lore(library.root(), reader));
        skipped.addAll(sorted.skipped());
        plan(
                sorted.items().stream().filter(wanted).toList(),
                new Destination(library.root(), ""),
                credits(library.root(), paths));
    }

    /** A model brought alone still brings the files beside it that it mentions: sorting tells them from the rest. */
    private static List<String> withCompanions(Path root, List<String> names) {
        boolean model = names.stream()
                .anyMatch(n -> FileType.byName(n).map(FileType::hasCompanions).orElse(false));
        if (!model) {
            return names;
        }
        Set<String> all = new LinkedHashSet<>(names);
        try (Stream<Path> list = Files.list(root)) {
            list.filter(Files::isRegularFile)
                    .map(Planner::name)
                    .filter(n -> FileType.byName(n)
                            .map(FileType::isPicture)
                            .orElse(n.endsWith(".mtl") || n.endsWith(".bin")))
                    .forEach(all::add);
        } catch (IOException e) {
            return names;
        }
        return List.copyOf(all);
    }

    private void add(Path root, String base, List<String> files, Predicate<SortedItem> wanted) {
        Sorted sorted = Sorter.sort(files, brought.lore(root, reader));
        List<SortedItem> found = sorted.items().stream().filter(wanted).toList();
        skipped.addAll(sorted.skipped());
        Destination flat = new Destination(root, "", wishes.flat() ? Flattening.levels(found) : List.of());
        Map<String, Path> coming = new LinkedHashMap<>();
        found.forEach(i -> i.files().forEach(f -> coming.put(flat.below(f.path()), root.resolve(f.path()))));
        String target = targets.free(into(base), coming);
        plan(found, new Destination(root, target, flat.dropped()), credits(root, files));
    }

    /** Where what is called so goes; into a folder of its own name it goes as it is, not once more below it. */
    private String into(String base) {
        String last = folder.substring(folder.lastIndexOf('/') + 1);
        int slash = base.indexOf('/');
        String first = slash < 0 ? base : base.substring(0, slash);
        return !last.isEmpty() && first.equalsIgnoreCase(last)
                ? folder + base.substring(first.length())
                : IntakePlan.joined(folder, base);
    }

    private void plan(List<SortedItem> found, Destination placing, Map<String, Credit> credits) {
        Path root = placing.root();
        int done = 0;
        for (SortedItem item : found) {
            work.progress(done++, found.size(), item.name());
            String duplicate = duplicates.of(root, item);
            List<String> notes = replaced(item, placing);
            String reason = duplicate != null ? Phrase.of("intake.the-library-has-it-already") : unreadable(item, root);
            items.add(new PlanItem(
                    items.size(),
                    item.kind(),
                    item.name(),
                    placing,
                    IntakePlan.joined(placing.base(), placing.belowFolder(item.folder())),
                    item.files(),
                    duplicate,
                    reason,
                    notes,
                    null,
                    credit(credits, item.files().get(0).path()),
                    reason.isEmpty() ? Given.NOTHING : Given.NOTHING.withTick(false)));
            offer(items.get(items.size() - 1));
        }
    }

    private List<String> replaced(SortedItem item, Destination placing) {
        List<String> out = new ArrayList<>();
        for (SortedItem.SortedFile file : item.files()) {
            String path = IntakePlan.joined(placing.base(), placing.below(file.path()));
            if (targets.isReplaced(path, placing.root().resolve(file.path()))) {
                out.add(Phrase.of("intake.replaces-which-can-be-taken", path));
            }
        }
        return out;
    }

    /** What texts say of the folders they lie in, by the folder. */
    private Map<String, Credit> credits(Path root, List<String> files) {
        Map<String, Credit> out = new HashMap<>();
        for (String path : files) {
            int name = path.lastIndexOf('/') + 1;
            if (Credits.isText(path.substring(name))) {
                try {
                    brought.present(root.resolve(path));
                    Credit credit = Credits.ofText(root.resolve(path));
                    out.merge(path.substring(0, Math.max(0, name - 1)), credit, Credit::or);
                    if (!credit.isEmpty()) {
                        skipped.replaceAll(s -> s.path().equals(path) ? new Sorted.Skipped(path, READ) : s);
                    }
                } catch (ProblemException e) {
                    skipped.add(new Sorted.Skipped(path, e.problem().cause()));
                }
            }
        }
        return out;
    }

    /** The nearest one. */
    private static Credit credit(Map<String, Credit> credits, String path) {
        Credit out = Credit.NONE;
        for (String at = path; !at.isEmpty(); ) {
            at = at.substring(0, Math.max(0, at.lastIndexOf('/')));
            out = out.or(credits.getOrDefault(at, Credit.NONE));
        }
        return out;
    }

    private void offer(PlanItem item) {
        if (!LightProbes.mayBe(item)) {
            return;
        }
        try (Hold _ = brought.hold(item)) {
            LightProbes.offer(item, reader).ifPresent(items::add);
        } catch (ProblemException e) {
            work.problem(e.problem());
        }
    }

    /** Empty and forbidden files are told in the plan; deeper faults show after taking, on the card. */
    private String unreadable(SortedItem item, Path root) {
        for (SortedItem.SortedFile file : item.files()) {
            Path path = root.resolve(file.path());
            if (!brought.isPacked(path) && !Files.isReadable(path)) {
                return Phrase.of("intake.there-is-no-permission-to", file.path());
            }
            long size = brought.size(path);
            if (size <= 0) {
                return file.path()
                        + (size == 0 ? Phrase.of("intake.is-empty") : Phrase.of("intake.is-not-there-any-more"));
            }
        }
        return "";
    }

    private static Path parent(Path path) {
        Path parent = path.getParent();
        return parent == null ? path : parent;
    }

    static String name(Path path) {
        return String.valueOf(path.getFileName());
    }
}
