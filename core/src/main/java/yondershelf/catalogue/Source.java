package yondershelf.catalogue;

import java.nio.file.Path;
import java.util.List;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.sorting.SortedItem;

/**
 * The files of one thing: of an asset, or of something that has not been taken in yet.
 *
 * @param root what the files' paths are relative to
 * @param name to show
 * @param files the one that names it first
 */
public record Source(Path root, String name, List<SortedItem.SortedFile> files) {
    public Source {
        files = List.copyOf(files);
    }

    static Source of(Library library, Asset asset) {
        return new Source(library.root(), library.shownName(asset), asset.files());
    }

    /** The file that names it. */
    Path main() {
        return root.resolve(files.get(0).path());
    }
}
