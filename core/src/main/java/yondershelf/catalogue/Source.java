package yondershelf.catalogue;

import java.nio.file.Path;
import java.util.ArrayList;
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
        return of(library, asset, library.shownName(asset));
    }

    /** @param name as content and facts are to bear it */
    static Source of(Library library, Asset asset, String name) {
        return new Source(library.root(), name, meant(asset), asset.space(), asset.excerpt());
    }

    /** Its files, the one first that is meant: one of those that are kept with it, when somebody said so. */
    private static List<SortedItem.SortedFile> meant(Asset asset) {
        String other = asset.excerpt().other();
        List<SortedItem.SortedFile> files = new ArrayList<>(asset.files());
        for (int i = 1; i < files.size() && !other.isEmpty(); i++) {
            if (files.get(i).variant().equals(other)) {
                files.add(0, files.remove(i));
                break;
            }
        }
        return files;
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
