package yondershelf.library;

import java.util.List;
import yondershelf.content.Kind;
import yondershelf.sorting.SortedItem;

/**
 * One asset of a library.
 *
 * @param id the same on every machine that finds the same file in the same library
 * @param name made from the file's name; labels may give another
 * @param folder below the library's root, {@code /}-separated, empty for the root
 * @param path of the file that names it, below the root
 * @param files all its files, that one first
 * @param key changes when any of its files changes: sizes and times of all of them
 */
public record Asset(
        String id, Kind kind, String name, String folder, String path, List<SortedItem.SortedFile> files, String key) {
    public Asset {
        files = List.copyOf(files);
    }
}
