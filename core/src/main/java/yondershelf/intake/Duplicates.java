package yondershelf.intake;

import java.io.IOException;
import java.nio.file.Files;
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
    private final Map<Long, List<Asset>> bySize = new HashMap<>();

    Duplicates(Library library) {
        this.library = library;
        for (Asset asset : library.assets()) {
            for (long size : Set.copyOf(asset.sizes())) {
                bySize.computeIfAbsent(size, k -> new ArrayList<>()).add(asset);
            }
        }
    }

    /** Bytes of a file; -1 when it is gone or closed, and so no duplicate of anything. */
    private static long size(Path file) {
        try {
            return Files.size(file);
        } catch (IOException e) {
            return -1;
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
        for (Asset asset : bySize.getOrDefault(size(naming), List.of())) {
            if (asset.kind() == item.kind()
                    && item.files().stream().allMatch(f -> has(asset, root.resolve(f.path())))) {
                return asset.path();
            }
        }
        return null;
    }

    private boolean has(Asset asset, Path file) {
        long size = size(file);
        return asset.files().stream()
                .map(f -> library.resolve(f.path()))
                .anyMatch(there -> size(there) == size && same(there, file));
    }

    static boolean same(Path a, Path b) {
        try {
            return Files.isRegularFile(a) && Files.isRegularFile(b) && Files.mismatch(a, b) < 0;
        } catch (IOException e) {
            return false;
        }
    }
}
