package yondershelf.app.model;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.table.SceneBuilder;
import yondershelf.work.Jobs;

/**
 * What assets hold, each read once in the background and shared by all who ask. The least recently asked for are let go; a
 * file that changed is read again.
 */
public final class Loaded {
    private static final int MOST_MODELS = 48;
    private static final int MOST_MATERIALS = 96;
    private static final int MOST_ENVIRONMENTS = 6;

    private final Kept<Model> models;
    private final Kept<Material> materials;
    private final Kept<Environment> environments;

    Loaded(Catalogue catalogue, SceneBuilder builder, Runner runner) {
        this.models = new Kept<>(MOST_MODELS, runner, asset -> {
            Model model = catalogue.contents().model(asset);
            builder.prepareAhead(model);
            return model;
        });
        this.materials = new Kept<>(MOST_MATERIALS, runner, catalogue::material);
        this.environments = new Kept<>(MOST_ENVIRONMENTS, runner, catalogue::environment);
    }

    /** A model; all its placements share it. */
    public CompletableFuture<Model> model(Asset asset) {
        return models.of(asset);
    }

    public CompletableFuture<Material> material(Asset asset) {
        return materials.of(asset);
    }

    public CompletableFuture<Environment> environment(Asset asset) {
        return environments.of(asset);
    }

    /** Lets everything go, what failed above all, so that it is tried again. */
    void forget() {
        models.forget();
        materials.forget();
        environments.forget();
    }

    /** Starts a job whose failure is shown. */
    interface Runner {
        <T> CompletableFuture<T> run(String title, Jobs.Body<T> body);
    }

    private interface Read<T> {
        T of(Asset asset) throws ProblemException;
    }

    private static final class Kept<T> {
        private final Runner runner;
        private final Read<T> read;
        private final Map<String, CompletableFuture<T>> byState;

        Kept(int most, Runner runner, Read<T> read) {
            this.runner = runner;
            this.read = read;
            this.byState = new LinkedHashMap<>(16, 0.75f, true) {
                private static final long serialVersionUID = 1L;

                @Override
                protected boolean removeEldestEntry(Map.Entry<String, CompletableFuture<T>> eldest) {
                    return size() > most;
                }
            };
        }

        synchronized CompletableFuture<T> of(Asset asset) {
            String state = asset.id() + " " + asset.key();
            CompletableFuture<T> known = byState.get(state);
            if (known == null) {
                known = runner.run("Reading " + asset.name(), work -> read.of(asset));
                byState.put(state, known);
            }
            return known;
        }

        synchronized void forget() {
            byState.clear();
        }
    }
}
