package yondershelf.catalogue;

import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.TextureUse;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.render.Booth;

/** Models: read from their file, measured and shown as they stand. */
final class ModelWork implements KindWork {
    private static final long LEAST = 10_000;

    private final ContentReader reader;
    private final FactsMeter meter;
    private final Booth booth;

    ModelWork(ContentReader reader, FactsMeter meter, Booth booth) {
        this.reader = reader;
        this.meter = meter;
        this.booth = booth;
    }

    @Override
    public Facts measure(Source source) {
        return meter.model(
                source.main(),
                source.space(),
                source.excerpt(),
                source.files().stream()
                        .map(f -> source.root().resolve(f.path()))
                        .toList());
    }

    @Override
    public @Nullable Picture preview(
            Source source, int size, int samples, Consumer<Problem> told, BooleanSupplier cancelled)
            throws ProblemException {
        Booth.Stage stage = booth.stage(read(source));
        stage.problems().forEach(told);
        return booth.preview(stage, size, size, samples, cancelled);
    }

    @Override
    public Model read(Source source) throws ProblemException {
        return Formats.inSpace(reader.readModel(source.main(), source.excerpt()), source.space());
    }

    @Override
    public boolean turns() {
        return true;
    }

    @Override
    public Optional<Booth.Stage> stage(Object content) {
        return content instanceof Model model ? Optional.of(booth.marked(model)) : Optional.empty();
    }

    @Override
    public long weight(Object content) {
        long bytes = LEAST;
        if (content instanceof Model model) {
            for (Mesh mesh : model.meshes()) {
                for (Part part : mesh.parts()) {
                    bytes += bytes(part);
                }
            }
            for (Material material : model.materials()) {
                for (TextureUse use : material.maps().values()) {
                    bytes += bytes(use.image());
                }
            }
        }
        return bytes;
    }

    private static long bytes(Part part) {
        long values = (long) part.positions().length + part.indices().length;
        for (float[] more :
                new float[][] {part.normals(), part.uvs(), part.secondUvs(), part.colors(), part.tangents()}) {
            values += more == null ? 0 : more.length;
        }
        return values * Float.BYTES;
    }

    private static long bytes(ImageSource embedded) {
        byte[] bytes = embedded.bytes();
        return bytes == null ? 0 : bytes.length;
    }
}
