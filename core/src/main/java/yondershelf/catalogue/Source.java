package yondershelf.catalogue;

import java.nio.file.Path;
import java.util.List;
import yondershelf.content.Excerpt;
import yondershelf.content.Space;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.sorting.SortedItem;

/**
 * The files of one thing: of an asset, or of something that has not been taken in yet.
 *
 * @param root what the files' paths are relative to
 * @param name to show
 * @param files the one that names it first
 * @param space what was told of a model file that does not say it
 * @param excerpt what of a model file is meant
 */
public record Source(Path root, String name, List<SortedItem.SortedFile> files, Space space, Excerpt excerpt) {
    public Source {
        files = List.copyOf(files);
    }

    /** Something nothing was told of. */
    public Source(Path root, String name, List<SortedItem.SortedFile> files) {
        this(root, name, files, Space.NONE, Excerpt.WHOLE);
    }

    static Source of(Library library, Asset asset) {
        return new Source(library.root(), library.shownName(asset), asset.files(), asset.space(), asset.excerpt());
    }

    /** All its files, those that are not used too. */
    List<Path> all() {
        return files.stream().map(f -> root.resolve(f.path())).toList();
    }

    /** The file that names it. */
    Path main() {
        return root.resolve(files.get(0).path());
    }
}
