package yondershelf.sorting;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import yondershelf.format.ContentReader;

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

    static String name(String path) {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    static String folder(String path) {
        int slash = path.lastIndexOf('/');
        return slash < 0 ? "" : path.substring(0, slash);
    }
}
