package yondershelf.sorting;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;
import yondershelf.content.Role;

/**
 * One asset found among files.
 *
 * @param name for people
 * @param folder its folder below the sorted root, {@code /}-separated, empty for the root itself
 * @param files the asset's files, the one that names it first
 */
public record SortedItem(Kind kind, String name, String folder, List<SortedFile> files) {

    /**
     * A file of an asset.
     *
     * @param path below the sorted root, {@code /}-separated
     * @param role the map's role in a material, else null
     */
    public record SortedFile(String path, @Nullable Role role) {}

    public SortedItem {
        files = List.copyOf(files);
    }
}
