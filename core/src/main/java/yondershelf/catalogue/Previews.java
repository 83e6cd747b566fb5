package yondershelf.catalogue;

import java.nio.file.Path;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.work.ProgramLog;

/** Takes previews of one library's assets and keeps the final ones. */
final class Previews {
    private final Catalogue catalogue;
    private final Library library;
    private final PreviewStore store;

    Previews(Catalogue catalogue, Library library, Path cache) {
        this.catalogue = catalogue;
        this.library = library;
        this.store = new PreviewStore(library, cache);
    }

    @Nullable
    Picture kept(FactsCache.Known known, int size) {
        String key = key(known, size);
        return key == null ? null : store.load(key);
    }

    /** Null for an asset whose content is not known: its picture may belong to other bytes tomorrow. */
    private static @Nullable String key(FactsCache.Known known, int size) {
        return known.content() == null ? null : known.content() + "-" + Booth.VERSION + "-" + size;
    }

    @Nullable
    Picture take(Asset asset, FactsCache.Known known, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        if (!known.facts().readable()) {
            throw Problem.of(asset.path(), known.facts().reason()).raise();
        }
        Picture picture = drawn(asset, size, samples, cancelled);
        String key = key(known, size);
        if (picture != null && samples >= Booth.FINAL_SAMPLES && key != null) {
            store.save(key, picture);
        }
        return picture;
    }

    /** Reading has an edge of its own; what a strange asset does to drawing is that asset's trouble too. */
    private @Nullable Picture drawn(Asset asset, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        try {
            return draw(asset, size, samples, cancelled);
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            ProgramLog.note("preview of " + asset.path(), e);
            throw Problem.of(
                            asset.path(),
                            "its preview cannot be drawn (" + e.getClass().getSimpleName() + ")")
                    .raise(e);
        }
    }

    private @Nullable Picture draw(Asset asset, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        Booth booth = catalogue.booth();
        return switch (asset.kind()) {
            case MODEL -> booth.preview(booth.stage(catalogue.model(asset)), size, size, samples, cancelled);
            case MATERIAL -> booth.preview(booth.stage(catalogue.material(asset)), size, size, samples, cancelled);
            case HDRI -> booth.preview(catalogue.environment(asset), size, size);
            case TEXTURE ->
                booth.preview(catalogue.reader().readPicture(ImageSource.at(library.resolve(asset.path()))), size);
            case RECIPE -> null;
        };
    }
}
