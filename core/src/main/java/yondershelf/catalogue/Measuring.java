package yondershelf.catalogue;

import java.io.IOException;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;
import yondershelf.content.Role;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.ContentHash;
import yondershelf.library.Library;
import yondershelf.sorting.SortedItem;
import yondershelf.work.ProgramLog;

/** Measures assets of libraries, and knows whether their content changed. */
final class Measuring {
    private final FactsMeter meter;

    Measuring(FactsMeter meter) {
        this.meter = meter;
    }

    /** Reading has an edge of its own; what a strange model does to measuring is that model's trouble too. */
    Facts measure(Library library, Asset asset) {
        try {
            return measured(library, asset);
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            ProgramLog.note("measuring " + asset.path(), e);
            return Facts.unreadable(
                    asset.kind(), "it cannot be measured (" + e.getClass().getSimpleName() + ")", 0);
        }
    }

    private Facts measured(Library library, Asset asset) {
        Path file = library.resolve(asset.path());
        return switch (asset.kind()) {
            case MODEL ->
                meter.model(
                        file,
                        asset.files().stream()
                                .map(f -> library.resolve(f.path()))
                                .toList());
            case MATERIAL -> meter.material(asset.name(), mapFiles(library, asset));
            case HDRI -> meter.hdri(file);
            case TEXTURE -> meter.texture(file);
            case RECIPE -> Facts.unreadable(Kind.RECIPE, "recipes are not read yet", 0);
        };
    }

    static Map<Role, Path> mapFiles(Library library, Asset asset) {
        EnumMap<Role, Path> maps = new EnumMap<>(Role.class);
        for (SortedItem.SortedFile file : asset.files()) {
            Role role = file.role();
            if (role != null) {
                maps.put(role, library.resolve(file.path()));
            }
        }
        return maps;
    }

    /** Over the bytes of all its files; null when one of them cannot be read now. */
    static @Nullable String contentHash(Library library, Asset asset) {
        StringBuilder all = new StringBuilder();
        for (SortedItem.SortedFile file : asset.files()) {
            try {
                all.append(ContentHash.of(library.resolve(file.path()), Formats.MOST_BYTES));
            } catch (IOException e) {
                return null;
            }
        }
        return ContentHash.ofText(all.toString());
    }
}
