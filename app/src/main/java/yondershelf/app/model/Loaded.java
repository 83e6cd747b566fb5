package yondershelf.app.model;

import java.util.concurrent.CompletableFuture;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Environment;
import yondershelf.content.Model;
import yondershelf.library.Asset;
import yondershelf.table.SceneBuilder;
import yondershelf.words.Phrase;
import yondershelf.work.Jobs;

/**
 * What assets hold, each read once in the background and shared by all who ask, as long as there is room. A file that changed
 * is read again.
 */
public final class Loaded {
    private final Catalogue catalogue;
    private final SceneBuilder builder;
    private final Runner runner;

    Loaded(Catalogue catalogue, SceneBuilder builder, Runner runner) {
        this.catalogue = catalogue;
        this.builder = builder;
        this.runner = runner;
    }

    /** Starts a job whose failure is shown. */
    interface Runner {
        <T> CompletableFuture<T> run(String title, Jobs.Body<T> body);
    }

    /** Whatever it holds; all placements of a model share it. */
    public CompletableFuture<Object> any(Asset asset) {
        return catalogue
                .contents()
                .loaded(
                        asset,
                        reading -> runner.run(Phrase.of("model.reading", asset.name()), work -> {
                            Object content = reading.read();
                            if (content instanceof Model model) {
                                builder.prepareAhead(model);
                            } else if (content instanceof Environment environment) {
                                builder.prepareAhead(environment);
                            }
                            return content;
                        }));
    }

    /** Lets everything go. */
    void forget() {
        catalogue.contents().forget();
    }
}
