package yondershelf.app.table;

import java.util.concurrent.CompletableFuture;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Background;
import yondershelf.table.BuiltScene;
import yondershelf.table.Scene;
import yondershelf.table.SceneBuilder;
import yondershelf.table.Table;
import yondershelf.words.Phrase;

/**
 * The table as it stands, built, to be picked from and placed into: as it was drawn, or built beside the interface thread when it
 * was not drawn yet. Used from the interface thread.
 */
final class Standing {
    private final Table table;
    private final Background background;
    private final SceneBuilder builder;
    private @Nullable BuiltScene known;
    private @Nullable Scene awaited;
    private CompletableFuture<BuiltScene> coming = new CompletableFuture<>();

    Standing(Table table, Background background, SceneBuilder builder) {
        this.table = table;
        this.background = background;
        this.builder = builder;
    }

    /** Told of whatever was drawn, which may also be what a carried asset would make of the table. */
    void drawn(BuiltScene built) {
        if (built.scene() == table.scene()) {
            known = built;
        }
    }

    /** Null until it is there. */
    @Nullable
    BuiltScene now() {
        BuiltScene built = known;
        return built != null && built.scene() == table.scene() ? built : null;
    }

    /** Comes on the interface thread: at once when it is there, and of no scene but the one on the table then. */
    CompletableFuture<BuiltScene> soon() {
        BuiltScene now = now();
        if (now != null) {
            return CompletableFuture.completedFuture(now);
        }
        Scene scene = table.scene();
        if (awaited != scene) {
            awaited = scene;
            coming = background
                    .quietly(Phrase.of("table.building-the-table"), work -> builder.build(scene), built -> {})
                    .result()
                    .thenComposeAsync(
                            built -> {
                                drawn(built);
                                return soon();
                            },
                            Platform::runLater);
        }
        return coming;
    }
}
