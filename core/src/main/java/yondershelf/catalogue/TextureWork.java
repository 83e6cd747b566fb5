package yondershelf.catalogue;

import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.ContentReader;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.render.Booth;

/** Textures: pictures shown as they are. */
final class TextureWork implements KindWork {
    private final ContentReader reader;
    private final FactsMeter meter;
    private final Booth booth;

    TextureWork(ContentReader reader, FactsMeter meter, Booth booth) {
        this.reader = reader;
        this.meter = meter;
        this.booth = booth;
    }

    @Override
    public Facts measure(Library library, Asset asset) {
        return meter.texture(library.resolve(asset.path()));
    }

    @Override
    public @Nullable Picture preview(Library library, Asset asset, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        return booth.preview(read(library, asset), size);
    }

    @Override
    public Picture read(Library library, Asset asset) throws ProblemException {
        return reader.readPicture(ImageSource.at(library.resolve(asset.path())));
    }

    @Override
    public long weight(Object content) {
        return content instanceof Picture picture ? bytes(picture) : 0;
    }

    static long bytes(Picture picture) {
        long values = (long) picture.width() * picture.height() * picture.channels();
        return values * (picture.isFloat() ? Float.BYTES : 1);
    }
}
