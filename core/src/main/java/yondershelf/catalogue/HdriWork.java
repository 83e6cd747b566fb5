package yondershelf.catalogue;

import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Environment;
import yondershelf.content.Excerpt;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Staging;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.reading.ContentReader;
import yondershelf.render.Booth;
import yondershelf.render.StagedLight;
import yondershelf.words.Phrase;

/** Surroundings that give light: pictures of radiance, and the lights of scene files; shown as what they light. */
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
        return light(source).isEmpty()
                ? meter.hdri(source.main())
                : meter.surroundings(() -> read(source).radiance(), source.all());
    }

    private static Optional<String> light(Source source) {
        return Excerpt.light(source.excerpt().node());
    }

    @Override
    public @Nullable Picture preview(
            Source source, int size, int samples, Consumer<Problem> told, BooleanSupplier cancelled)
            throws ProblemException {
        return booth.preview(read(source), size, size);
    }

    @Override
    public Environment read(Source source) throws ProblemException {
        Optional<String> light = light(source);
        if (light.isPresent()) {
            return lit(source, light.get());
        }
        Picture picture = reader.readPicture(ImageSource.at(source.main()));
        return new Environment(source.name(), picture);
    }

    private Environment lit(Source source, String name) throws ProblemException {
        Model model = reader.readModel(source.main());
        List<Staging.Light> lights = model.staging().lights().stream()
                .filter(l -> name.isEmpty() || l.name().equals(name))
                .toList();
        if (lights.isEmpty()) {
            throw Problem.of(
                            source.main(),
                            name.isEmpty()
                                    ? Phrase.kept("catalogue.it-holds-no-light")
                                    : Phrase.kept("catalogue.it-holds-no-light-called", name))
                    .raise();
        }
        return StagedLight.of(source.name(), model, lights, reader::readPicture);
    }

    @Override
    public long weight(Object content) {
        return content instanceof Environment environment ? TextureWork.bytes(environment.radiance()) : 0;
    }
}
