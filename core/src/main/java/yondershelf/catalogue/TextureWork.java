package yondershelf.catalogue;

import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Texture;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.facts.Panorama;
import yondershelf.format.reading.ContentReader;
import yondershelf.render.Booth;
import yondershelf.sorting.SortedItem;

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
    public @Nullable Picture preview(
            Source source, int size, int samples, Consumer<Problem> told, BooleanSupplier cancelled)
            throws ProblemException {
        return booth.preview(reader.readColours(picture(source)), size);
    }

    @Override
    public int frames(List<SortedItem.SortedFile> files) {
        return 1 + (int) files.stream().filter(SortedItem.SortedFile::isFrame).count();
    }

    @Override
    public @Nullable Picture frame(Source source, int number, int size) throws ProblemException {
        List<SortedItem.SortedFile> frames = source.files().stream()
                .filter(f -> f.variant().isEmpty() || f.isFrame())
                .toList();
        return booth.preview(
                reader.readColours(
                        ImageSource.at(source.root().resolve(frames.get(number).path()))),
                size);
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
