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
    public Facts measure(Source source) {
        return meter.hdri(source.main());
    }

    @Override
    public @Nullable Picture preview(Source source, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        return booth.preview(read(source), size, size);
    }

    @Override
    public Environment read(Source source) throws ProblemException {
        Picture picture = reader.readPicture(ImageSource.at(source.main()));
        return new Environment(source.name(), picture);
    }

    @Override
    public long weight(Object content) {
        return content instanceof Environment environment ? TextureWork.bytes(environment.radiance()) : 0;
    }
}
