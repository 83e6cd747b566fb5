package yondershelf.catalogue;

import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Excerpt;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.references.Squares;
import yondershelf.render.Booth;
import yondershelf.sorting.SortedItem;

/** Materials: told by a file, or made of their maps; shown on the swatch form. */
final class MaterialWork implements KindWork {
    private static final long WEIGHT = 4_000;

    private final ContentReader reader;
    private final FactsMeter meter;
    private final Booth booth;

    MaterialWork(ContentReader reader, FactsMeter meter, Booth booth) {
        this.reader = reader;
        this.meter = meter;
        this.booth = booth;
    }

    /** True when a file says what the material is, instead of its maps' names alone. */
    private static boolean isTold(Source source) {
        return FileType.byName(source.files().get(0).path())
                .filter(type -> type.group() == FileType.Group.MATERIAL)
                .isPresent();
    }

    private static Map<Role, ImageSource> maps(Source source) {
        EnumMap<Role, ImageSource> maps = new EnumMap<>(Role.class);
        for (SortedItem.SortedFile file : source.files()) {
            Role role = file.role();
            if (role != null && file.isUsed()) {
                maps.put(role, OnSquares.of(source, file).as(file.coding()));
            }
        }
        return maps;
    }

    @Override
    public Facts measure(Source source) {
        Optional<String> inside = Excerpt.material(source.excerpt().node());
        if (inside.isPresent()) {
            return meter.materialIn(source.main(), inside.get(), source.all());
        }
        return isTold(source)
                ? meter.materials(source.main(), source.all())
                : meter.material(source.name(), maps(source), source.all());
    }

    @Override
    public @Nullable Picture preview(
            Source source, int size, int samples, Consumer<Problem> told, BooleanSupplier cancelled)
            throws ProblemException {
        Booth.Stage stage = booth.stage(OnSquares.together(read(source)));
        stage.problems().forEach(told);
        return booth.preview(stage, size, size, samples, cancelled);
    }

    @Override
    public Material read(Source source) throws ProblemException {
        Optional<String> inside = Excerpt.material(source.excerpt().node());
        if (inside.isPresent()) {
            return reader.readMaterial(source.main(), inside.get()).withName(source.name());
        }
        if (isTold(source)) {
            return reader.readMaterials(source.main()).first().withName(source.name());
        }
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
        maps(source).forEach((role, image) -> maps.put(role, Squares.spread(TextureUse.of(image))));
        return Material.ofMaps(source.name(), maps);
    }

    @Override
    public boolean turns() {
        return true;
    }

    @Override
    public Optional<Booth.Stage> stage(Object content) {
        return content instanceof Material material
                ? Optional.of(booth.stage(OnSquares.together(material)))
                : Optional.empty();
    }

    /** Its pictures are kept with the renderer's. */
    @Override
    public long weight(Object content) {
        return WEIGHT;
    }
}
