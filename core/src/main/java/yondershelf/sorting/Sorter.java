package yondershelf.sorting;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import yondershelf.format.reading.ContentReader;

/** Decides what each file is and which files belong together. */
public final class Sorter {
    private Sorter() {}

    /**
     * Sorts files below a root.
     *
     * @param files paths relative to the root, {@code /}-separated
     */
    public static Sorted sort(Path root, List<String> files, ContentReader reader) {
        return sort(files, List.of(), new FileLore(root, reader));
    }

    /** The same of files that are known otherwise. */
    public static Sorted sort(List<String> files, Lore lore) {
        return sort(files, List.of(), lore);
    }

    /** Sorts everything below a folder; what is closed there counts as skipped. */
    public static Sorted sort(Path root, FolderFiles files, ContentReader reader) {
        return sort(files.paths(), files.closed(), new FileLore(root, reader));
    }

    private static Sorted sort(List<String> files, List<Sorted.Skipped> closed, Lore lore) {
        Map<String, List<String>> byFolder = new TreeMap<>();
        for (String path : files) {
            byFolder.computeIfAbsent(MapFolders.unit(folder(path)), k -> new ArrayList<>())
                    .add(path);
        }
        Companions companions = Companions.among(files, lore);
        List<SortedItem> items = new ArrayList<>();
        List<Sorted.Skipped> skipped = new ArrayList<>(closed);
        for (List<String> together : byFolder.values()) {
            Sorted sorted = FolderSorter.sort(together, companions, lore);
            items.addAll(sorted.items());
            skipped.addAll(sorted.skipped());
        }
        items.sort(Comparator.comparing(SortedItem::kind)
                .thenComparing(SortedItem::folder)
                .thenComparing(SortedItem::name));
        skipped.sort(Comparator.comparing(Sorted.Skipped::path));
        return new Sorted(items, skipped);
    }

    /**
     * Looks through a folder; a folder in it that cannot be entered, or vanishes meanwhile, costs only itself.
     *
     * @throws IOException when the folder itself cannot be read
     */
    public static FolderFiles filesBelow(Path root) throws IOException {
        return FolderWalk.below(root);
    }

    /** A picture in the role its name tells, if any. */
    public static SortedItem.SortedFile map(String path) {
        MapName name = MapName.of(name(path));
        return new SortedItem.SortedFile(path, name.role(), name.coding(), "");
    }

    /** The size of pictures a file's name tells, in pixels; 0 when it tells none. */
    public static int size(String path) {
        return FamilyName.of(path).size();
    }

    /** The UV square a picture's name tells, 1001 and on; 0 when it tells none. */
    public static int tile(String path) {
        return MapName.of(name(path)).tile();
    }

    /** The last step of a path. */
    public static String fileName(String path) {
        return name(path);
    }

    /** The words of a file's name, lower case, without those that tell sizes. */
    public static List<String> words(String path) {
        String name = name(path);
        int dot = name.lastIndexOf('.');
        return NameWords.of(dot > 0 ? name.substring(0, dot) : name).words().stream()
                .map(NameWords::plain)
                .filter(w -> MapSize.of(w) == 0)
                .toList();
    }

    /** What a file is called when nobody says otherwise. */
    public static String title(String path) {
        return FolderSorter.title(path);
    }

    static String name(String path) {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    static String folder(String path) {
        int slash = path.lastIndexOf('/');
        return slash < 0 ? "" : path.substring(0, slash);
    }
}
