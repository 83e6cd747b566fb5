package yondershelf.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.ContentReader;
import yondershelf.format.FileType;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;
import yondershelf.sorting.Sorter;
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
        List<IntakePlan.Item> items = new ArrayList<>();
        List<Sorted.Skipped> skipped = new ArrayList<>();
        Duplicates duplicates = new Duplicates(library);
        Map<Path, List<String>> loose = new HashMap<>();
        for (Path source : sources) {
            if (work.isCancelled()) {
                break;
            }
            Path path = source.toAbsolutePath().normalize();
            if (Files.isDirectory(path)) {
                addFolder(path, name(path), items, skipped, duplicates, work);
            } else if (isArchive(path)) {
                addArchive(path, items, skipped, duplicates, work);
            } else if (Files.isRegularFile(path)) {
                loose.computeIfAbsent(parent(path), k -> new ArrayList<>()).add(name(path));
            } else {
                skipped.add(new Sorted.Skipped(path.toString(), "there is no such file or folder"));
            }
        }
        for (Map.Entry<Path, List<String>> files : loose.entrySet()) {
            add(files.getKey(), "", withCompanions(files.getKey(), files.getValue()), items, skipped, duplicates, work);
        }
        return new IntakePlan(items, skipped);
    }

    private static Path parent(Path path) {
        Path parent = path.getParent();
        return parent == null ? path : parent;
    }

    /** A model dropped alone still brings the files beside it that it mentions: sorting picks them. */
    private static List<String> withCompanions(Path root, List<String> names) {
        boolean model = names.stream()
                .anyMatch(n -> FileType.byName(n).map(FileType::isModel).orElse(false));
        if (!model) {
            return names;
        }
        Set<String> all = new LinkedHashSet<>(names);
        try (Stream<Path> list = Files.list(root)) {
            list.filter(Files::isRegularFile)
                    .map(Intake::name)
                    .filter(n -> FileType.byName(n)
                            .map(FileType::isPicture)
                            .orElse(n.endsWith(".mtl") || n.endsWith(".bin")))
                    .forEach(all::add);
        } catch (IOException e) {
            return names;
        }
        return List.copyOf(all);
    }

    private static boolean isArchive(Path path) {
        return FileType.byName(name(path)).orElse(FileType.PNG) == FileType.ZIP;
    }

    private void addArchive(
            Path path, List<IntakePlan.Item> items, List<Sorted.Skipped> skipped, Duplicates duplicates, Work work)
            throws ProblemException {
        Path unpacked;
        try {
            unpacked = Files.createTempDirectory("yonder-intake");
        } catch (IOException e) {
            throw Problem.of(path, "there is no place to unpack it (" + e.getMessage() + ")")
                    .raise(e);
        }
        temporary.add(unpacked);
        Archive.unpack(path, unpacked, skipped, work);
        String name = name(path);
        addFolder(unpacked, name.substring(0, name.lastIndexOf('.')), items, skipped, duplicates, work);
    }

    private void addFolder(
            Path root,
            String base,
            List<IntakePlan.Item> items,
            List<Sorted.Skipped> skipped,
            Duplicates duplicates,
            Work work)
            throws ProblemException {
        if (root.startsWith(library.root()) || library.root().startsWith(root)) {
            throw new Problem(
                            root.toString(),
                            "it overlaps the library itself",
                            "Scan the library to see what is new in it")
                    .raise();
        }
        try {
            List<String> files = Sorter.filesBelow(root);
            // an archive often holds one folder of its own name: not kept twice
            String inner = base + "/";
            boolean doubled = !files.isEmpty() && files.stream().allMatch(f -> f.startsWith(inner));
            Path start = doubled ? root.resolve(base) : root;
            List<String> below = doubled
                    ? files.stream().map(f -> f.substring(inner.length())).toList()
                    : files;
            add(start, base, below, items, skipped, duplicates, work);
        } catch (IOException e) {
            throw Problem.of(root, "the folder cannot be read (" + e.getMessage() + ")")
                    .raise(e);
        }
    }

    private void add(
            Path root,
            String base,
            List<String> files,
            List<IntakePlan.Item> items,
            List<Sorted.Skipped> skipped,
            Duplicates duplicates,
            Work work) {
        Sorted sorted = Sorter.sort(root, files, reader);
        skipped.addAll(sorted.skipped());
        String target = free(joined(folder, base), sorted, root);
        int done = 0;
        for (SortedItem item : sorted.items()) {
            work.progress(done++, sorted.items().size(), item.name());
            Path main = root.resolve(item.files().get(0).path());
            String duplicate = duplicates.of(main);
            String reason = duplicate != null ? "the library has it already" : unreadable(item, root);
            items.add(new IntakePlan.Item(
                    item.kind(),
                    item.name(),
                    root,
                    target,
                    joined(target, item.folder()),
                    item.files(),
                    duplicate,
                    reason));
        }
    }

    /** Empty and forbidden files are told in the plan; deeper faults show after taking, on the card. */
    private static String unreadable(SortedItem item, Path root) {
        for (SortedItem.SortedFile file : item.files()) {
            Path path = root.resolve(file.path());
            if (!Files.isReadable(path)) {
                return "there is no permission to read " + file.path();
            }
            try {
                if (Files.size(path) == 0) {
                    return file.path() + " is empty";
                }
            } catch (IOException e) {
                return file.path() + " is not there any more";
            }
        }
        return "";
    }

    /** A folder name under which no file of the library would be written over. */
    private String free(String wanted, Sorted sorted, Path root) {
        String candidate = wanted;
        for (int n = 2; n < 1000; n++) {
            boolean clash = false;
            for (SortedItem item : sorted.items()) {
                for (SortedItem.SortedFile file : item.files()) {
                    Path target = library.resolve(joined(candidate, file.path()));
                    clash |= Files.exists(target) && !Duplicates.same(target, root.resolve(file.path()));
                }
            }
            if (!clash) {
                return candidate;
            }
            candidate = (wanted.isEmpty() ? "taken in" : wanted) + " " + n;
        }
        return candidate;
    }

    private static String joined(String a, String b) {
        return a.isEmpty() ? b : b.isEmpty() ? a : a + "/" + b;
    }

    private static String name(Path path) {
        return String.valueOf(path.getFileName());
    }

    /** What taking did: the group of changes to undo it by, and how many assets came in. */
    public record Taken(@Nullable String run, int assets, List<String> paths) {}

    /** Copies the given items into the library, sub-folders kept. A file that fails costs its item only. */
    public Taken take(List<IntakePlan.Item> items, Work work) {
        FileActs acts = library.begin("take in " + items.size() + (items.size() == 1 ? " asset" : " assets"));
        int taken = 0;
        List<String> paths = new ArrayList<>();
        boolean wrote = false;
        for (IntakePlan.Item item : items) {
            if (work.isCancelled()) {
                break;
            }
            work.progress(taken, items.size(), item.name());
            try {
                for (SortedItem.SortedFile file : item.files()) {
                    Path target = library.resolve(joined(item.base(), file.path()));
                    Path from = item.root().resolve(file.path());
                    if (!Files.exists(target) || !Duplicates.same(target, from)) {
                        acts.copyIn(from, target);
                        wrote = true;
                    }
                }
                paths.add(joined(item.base(), item.files().get(0).path()));
                taken++;
            } catch (ProblemException e) {
                work.problem(e.problem());
            }
        }
        work.progress(taken, items.size(), "");
        return new Taken(wrote ? acts.run() : null, taken, paths);
    }

    @Override
    public void close() throws ProblemException {
        for (Path folderToRemove : temporary) {
            try (Stream<Path> walk = Files.walk(folderToRemove)) {
                for (Path path : walk.sorted(Comparator.reverseOrder()).toList()) {
                    Files.deleteIfExists(path);
                }
            } catch (IOException e) {
                throw Problem.of(folderToRemove, "the temporary folder could not be removed (" + e.getMessage() + ")")
                        .raise(e);
            }
        }
        temporary.clear();
    }

    /** The library's assets by size and bytes. */
    private static final class Duplicates {
        private final Library library;
        private final Map<Long, List<Asset>> bySize = new HashMap<>();

        Duplicates(Library library) {
            this.library = library;
            for (Asset asset : library.assets()) {
                try {
                    long size = Files.size(library.resolve(asset.path()));
                    bySize.computeIfAbsent(size, k -> new ArrayList<>()).add(asset);
                } catch (IOException e) {
                    // gone since the scan: no duplicate of anything
                    bySize.remove(-1L);
                }
            }
        }

        @Nullable
        String of(Path file) {
            try {
                for (Asset asset : bySize.getOrDefault(Files.size(file), List.of())) {
                    if (same(library.resolve(asset.path()), file)) {
                        return asset.path();
                    }
                }
            } catch (IOException e) {
                return null;
            }
            return null;
        }

        static boolean same(Path a, Path b) {
            try {
                return Files.mismatch(a, b) < 0;
            } catch (IOException e) {
                return false;
            }
        }
    }
}
