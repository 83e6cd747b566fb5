package yondershelf.catalogue;

import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Texture;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.facts.Panorama;
import yondershelf.format.ContentReader;
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
    public Facts measure(Source source) {
        return meter.texture(source.main());
    }

    @Override
    public @Nullable Picture preview(Source source, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        return booth.preview(reader.readColours(picture(source)), size);
    }

    /** The picture, or all of those on several UV squares. */
    private static ImageSource picture(Source source) {
        return OnSquares.of(source, source.files().get(0));
    }

    @Override
    public Texture read(Source source) throws ProblemException {
        Picture picture = reader.readColours(picture(source));
        return new Texture(
                picture,
                Panorama.isShaped(picture.width(), picture.height())
                        && Panorama.of(picture).isOne());
    }

    @Override
    public long weight(Object content) {
        return content instanceof Texture texture ? bytes(texture.picture()) : 0;
    }

    static long bytes(Picture picture) {
        long values = (long) picture.width() * picture.height() * picture.channels();
        return values * (picture.isFloat() ? Float.BYTES : 1);
    }
}
