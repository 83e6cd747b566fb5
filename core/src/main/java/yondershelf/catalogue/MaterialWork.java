package yondershelf.catalogue;

import java.nio.file.Path;
import java.util.EnumMap;
import java.util.Map;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.sorting.SortedItem;

/** Materials: made of their maps, shown on the swatch form. */
final class MaterialWork implements KindWork {
    private static final long WEIGHT = 4_000;

    private final FactsMeter meter;
    private final Booth booth;

    MaterialWork(FactsMeter meter, Booth booth) {
        this.meter = meter;
        this.booth = booth;
    }

    private static Map<Role, Path> mapFiles(Library library, Asset asset) {
        EnumMap<Role, Path> maps = new EnumMap<>(Role.class);
        for (SortedItem.SortedFile file : asset.files()) {
            Role role = file.role();
            if (role != null) {
                maps.put(role, library.resolve(file.path()));
            }
        }
        return maps;
    }

    @Override
    public Facts measure(Library library, Asset asset) {
        return meter.material(asset.name(), mapFiles(library, asset));
    }

    @Override
    public @Nullable Picture preview(Library library, Asset asset, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        return booth.preview(booth.stage(read(library, asset)), size, size, samples, cancelled);
    }

    @Override
    public Material read(Library library, Asset asset) {
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
        mapFiles(library, asset).forEach((role, file) -> maps.put(role, TextureUse.of(ImageSource.at(file))));
        return Material.ofMaps(library.shownName(asset), maps);
    }

    /** Its pictures are kept with the renderer's. */
    @Override
    public long weight(Object content) {
        return WEIGHT;
    }
}
