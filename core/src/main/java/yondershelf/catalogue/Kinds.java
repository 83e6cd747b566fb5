package yondershelf.catalogue;

import java.util.EnumMap;
import java.util.Map;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.reading.ContentReader;
import yondershelf.render.Booth;
import yondershelf.words.Phrase;

/** Which work goes with which kind: the one place where kinds are told apart by what they need. */
public final class Kinds {
    private final Map<Kind, KindWork> byKind = new EnumMap<>(Kind.class);

    private final Booth booth;

    public Kinds(ContentReader reader, Booth booth) {
        this.booth = booth;
        FactsMeter meter = new FactsMeter(reader);
        byKind.put(Kind.MODEL, new ModelWork(reader, meter, booth));
        byKind.put(Kind.MATERIAL, new MaterialWork(reader, meter, booth));
        byKind.put(Kind.HDRI, new HdriWork(reader, meter, booth));
        byKind.put(Kind.TEXTURE, new TextureWork(reader, meter, booth));
    }

    /** The work of a kind; one that says so for a kind nothing is done with. */
    public KindWork of(Kind kind) {
        return byKind.getOrDefault(kind, NOT_READ);
    }

    int finalSamples() {
        return booth.finalSamples();
    }

    /** How many pictures could not be read for previews so far, for reasons of the moment. */
    long passingFailures() {
        return booth.passingFailures();
    }

    private static final KindWork NOT_READ = new KindWork() {
        @Override
        public Facts measure(Source source) {
            return Facts.unreadable(Kind.RECIPE, Phrase.of("catalogue.things-of-this-kind-are"), 0);
        }

        @Override
        public @Nullable Picture preview(
                Source source, int size, int samples, Consumer<Problem> told, BooleanSupplier cancelled) {
            return null;
        }

        @Override
        public Object read(Source source) throws ProblemException {
            throw Problem.of(source.main(), Phrase.of("catalogue.things-of-this-kind-are"))
                    .raise();
        }

        @Override
        public long weight(Object content) {
            return 0;
        }
    };
}
