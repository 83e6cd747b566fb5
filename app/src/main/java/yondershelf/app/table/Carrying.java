package yondershelf.app.table;

import java.util.EnumMap;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.content.Kind;
import yondershelf.library.Asset;
import yondershelf.render.Camera;
import yondershelf.table.BuiltScene;
import yondershelf.table.Scene;
import yondershelf.words.Phrase;

/** What a carried asset would do to the table where it is now, before it is let go. */
final class Carrying {
    private final Workspace workspace;
    private final Map<Kind, KindCarry> kinds = new EnumMap<>(Kind.class);
    private @Nullable BuiltScene base;

    /** A place of the picture, as shares of it from the top left, and how the picture is seen. */
    record Place(Camera camera, double x, double y, double aspect) {}

    /** How an asset is let go: the usual way, or with Shift held, which asks for something else. */
    enum Way {
        USUAL,
        SHIFTED
    }

    /**
     * What letting go would do.
     *
     * @param sentence for the person carrying
     * @param scene as it would be, or null while that is not known
     * @param act what the history calls it; empty when letting go does nothing
     * @param hint what the modifier key would change, or empty
     */
    record Promise(String sentence, @Nullable Scene scene, String act, String hint) {
        static Promise nothing(String sentence, @Nullable Scene scene) {
            return new Promise(sentence, scene, "", "");
        }
    }

    Carrying(Workspace workspace, Outline outline, TablePicture picture) {
        this.workspace = workspace;
        kinds.put(Kind.MODEL, new ModelCarry(workspace, this));
        kinds.put(Kind.MATERIAL, new MaterialCarry(workspace, this, outline, picture));
        kinds.put(Kind.HDRI, new LightCarry(workspace));
        kinds.put(Kind.TEXTURE, new BackdropCarry(workspace));
    }

    /** The table as it is, without what is carried. */
    BuiltScene base() {
        BuiltScene known = base;
        if (known == null || known.scene() != workspace.table().scene()) {
            known = workspace.builder().build(workspace.table().scene());
            base = known;
        }
        return known;
    }

    /** Null for a kind that has no place on the table. */
    @Nullable
    KindCarry of(Kind kind) {
        return kinds.get(kind);
    }

    /** What letting go now would do. */
    Promise promise(Asset asset, Place at, Way way) {
        KindCarry kind = of(asset.kind());
        if (kind == null) {
            return placeless(asset);
        }
        CompletableFuture<Object> content = workspace.loaded().any(asset);
        if (content.isCompletedExceptionally()) {
            return Promise.nothing(Phrase.of("table.cannot-be-read", asset.name()), null);
        }
        Object there = content.getNow(null);
        return there == null
                ? Promise.nothing(Phrase.of("table.reading", asset.name()), null)
                : kind.letGo(asset, there, at, way);
    }

    /** What letting go does once the asset is read, worked out on the interface thread. */
    CompletableFuture<Promise> onceRead(Asset asset, Place at, Way way) {
        KindCarry kind = of(asset.kind());
        return kind == null
                ? CompletableFuture.completedFuture(placeless(asset))
                : workspace
                        .loaded()
                        .any(asset)
                        .thenApplyAsync(content -> kind.letGo(asset, content, at, way), Platform::runLater);
    }

    /** The same without the mouse; nothing for a kind that must be carried to its place. */
    CompletableFuture<Promise> put(Asset asset, Place middle) {
        KindCarry kind = of(asset.kind());
        if (kind == null || kind.command() == null) {
            return CompletableFuture.completedFuture(
                    Promise.nothing(Phrase.of("table.only-models-materials-hdris-and"), null));
        }
        return workspace
                .loaded()
                .any(asset)
                .thenApplyAsync(
                        content -> {
                            Promise put = kind.put(asset, content, middle);
                            return put == null ? placeless(asset) : put;
                        },
                        Platform::runLater);
    }

    private Promise placeless(Asset asset) {
        return Promise.nothing(
                Phrase.of("table.a-has-no-place-on", asset.kind().title()),
                workspace.table().scene());
    }
}
