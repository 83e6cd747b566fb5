package yondershelf.intake;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.sorting.SortedItem;

/** A library's assets by the sizes of their files, to find those with the same bytes. */
final class Duplicates {
    private final Library library;
    private final Brought brought;
    private final Map<Long, List<Asset>> bySize = new HashMap<>();

    Duplicates(Library library, Brought brought) {
        this.library = library;
        this.brought = brought;
        for (Asset asset : library.assets()) {
            for (long size : Set.copyOf(asset.sizes())) {
                bySize.computeIfAbsent(size, k -> new ArrayList<>()).add(asset);
            }
        }
    }

    /**
     * The path of an asset that has the same bytes in all its files, or null: one of which only some are there is not had.
     *
     * @param root the folder the item's files lie below
     */
    @Nullable
    String of(Path root, SortedItem item) {
        Path naming = root.resolve(item.files().get(0).path());
        for (Asset asset : bySize.getOrDefault(brought.size(naming), List.of())) {
            if (asset.kind() == item.kind()
                    // what lies in the library itself is not twice there
                    && !library.resolve(asset.path()).equals(naming)
                    && !asset.isApart()
                    && item.files().stream().allMatch(f -> has(asset, root.resolve(f.path())))) {
                return asset.path();
            }
        }
        return null;
    }

    private boolean has(Asset asset, Path file) {
        return asset.files().stream()
                .map(f -> library.resolve(f.path()))
                .anyMatch(there -> brought.isSame(there, file));
    }
}
