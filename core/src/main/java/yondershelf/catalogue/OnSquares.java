package yondershelf.catalogue;

import java.nio.file.Path;
import java.util.EnumMap;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.references.Squares;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.sorting.Sorter;

/** Pictures of an asset that lie on several UV squares, found out by their names. */
final class OnSquares {
    private OnSquares() {}

    /** The picture in a file, or in it and all others of the asset that are like it on other squares. */
    static ImageSource of(Source source, SortedFile file) {
        Path path = source.root().resolve(file.path());
        int square = Sorter.tile(file.path());
        if (square > 0) {
            String all = Squares.reference(file.path(), square);
            boolean more = source.files().stream()
                    .filter(f -> f.role() == file.role() && !f.path().equals(file.path()))
                    .anyMatch(f -> Sorter.tile(f.path()) > 0
                            && Squares.reference(f.path(), Sorter.tile(f.path()))
                                    .equals(all));
            if (more) {
                return new ImageSource(all, path, null);
            }
        }
        return ImageSource.at(path);
    }

    /** The material as the swatch form wears it: what lies on several squares is shown whole on the first. */
    static Material together(Material material) {
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
        material.maps()
                .forEach((role, use) ->
                        maps.put(role, Squares.areMeant(use.image().reference()) ? TextureUse.of(use.image()) : use));
        return material.withMaps(maps);
    }
}
