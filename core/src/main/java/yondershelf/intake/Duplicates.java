package yondershelf.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.library.Asset;
import yondershelf.library.Library;

/** A library's assets by the size of the file that names them, to find those with the same bytes. */
final class Duplicates {
    private final Library library;
    private final Map<Long, List<Asset>> bySize = new HashMap<>();

    Duplicates(Library library) {
        this.library = library;
        for (Asset asset : library.assets()) {
            long size = size(library.resolve(asset.path()));
            if (size >= 0) {
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

    /** The path of an asset with the same bytes, or null. */
    @Nullable
    String of(Path file) {
        for (Asset asset : bySize.getOrDefault(size(file), List.of())) {
            if (same(library.resolve(asset.path()), file)) {
                return asset.path();
            }
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
