package yondershelf.catalogue;

import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Environment;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.ContentReader;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.render.Booth;

/** HDRIs: pictures of radiance, shown as what they light. */
final class HdriWork implements KindWork {
    private final ContentReader reader;
    private final FactsMeter meter;
    private final Booth booth;

    HdriWork(ContentReader reader, FactsMeter meter, Booth booth) {
        this.reader = reader;
        this.meter = meter;
        this.booth = booth;
    }

    @Override
    public Facts measure(Library library, Asset asset) {
        return meter.hdri(library.resolve(asset.path()));
    }

    @Override
    public @Nullable Picture preview(Library library, Asset asset, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        return booth.preview(read(library, asset), size, size);
    }

    @Override
    public Environment read(Library library, Asset asset) throws ProblemException {
        Picture picture = reader.readPicture(ImageSource.at(library.resolve(asset.path())));
        return new Environment(library.shownName(asset), picture);
    }

    @Override
    public long weight(Object content) {
        return content instanceof Environment environment ? TextureWork.bytes(environment.radiance()) : 0;
    }
}
