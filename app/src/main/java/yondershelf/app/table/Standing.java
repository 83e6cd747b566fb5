package yondershelf.app.table;

import java.util.concurrent.CompletableFuture;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.table.BuiltScene;
import yondershelf.table.Scene;
import yondershelf.words.Phrase;

/**
 * The table as it stands, built, to be picked from and placed into: as it was drawn, or built beside the interface thread when it
 * was not drawn yet. Used from the interface thread.
 */
final class Standing {
    private final Workspace workspace;
    private @Nullable BuiltScene known;
    private @Nullable Scene awaited;
    private CompletableFuture<BuiltScene> coming = new CompletableFuture<>();

    Standing(Workspace workspace) {
        this.workspace = workspace;
    }

    /** Told of whatever was drawn, which may also be what a carried asset would make of the table. */
    void drawn(BuiltScene built) {
        if (built.scene() == workspace.table().scene()) {
            known = built;
        }
    }

    /** Null until it is there. */
    @Nullable
    BuiltScene now() {
        BuiltScene built = known;
        return built != null && built.scene() == workspace.table().scene() ? built : null;
    }

    /** Comes on the interface thread: at once when it is there, and of no scene but the one on the table then. */
    CompletableFuture<BuiltScene> soon() {
        BuiltScene now = now();
        if (now != null) {
            return CompletableFuture.completedFuture(now);
        }
        Scene scene = workspace.table().scene();
        if (awaited != scene) {
            awaited = scene;
            coming = workspace
                    .background()
                    .quietly(
                            Phrase.of("table.building-the-table"),
                            work -> workspace.builder().build(scene),
                            built -> {})
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
