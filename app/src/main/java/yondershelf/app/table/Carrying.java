package yondershelf.app.table;

import java.util.EnumMap;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.function.Function;
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
    private final Standing standing;
    private @Nullable Asset named;
    private CompletableFuture<String> name = new CompletableFuture<>();

    /** A place of the picture, as shares of it from the top left, and how the picture is seen. */
    record Place(Camera camera, double x, double y, double aspect) {}

    /**
     * What letting an asset go is worked out from.
     *
     * @param content what the asset holds
     * @param base the table as it is, without what is carried
     * @param name what the asset is called
     */
    record Ready(Object content, BuiltScene base, String name) {}

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

    Carrying(Workspace workspace, Standing standing, Outline outline, TablePicture picture) {
        this.workspace = workspace;
        this.standing = standing;
        kinds.put(Kind.MODEL, new ModelCarry(workspace.table()));
        kinds.put(Kind.MATERIAL, new MaterialCarry(workspace.table(), outline, picture));
        kinds.put(Kind.HDRI, new LightCarry(workspace.table(), workspace.builder()));
        kinds.put(Kind.TEXTURE, new BackdropCarry(workspace.table()));
    }

    /** Null for a kind that has no place on the table. */
    @Nullable
    KindCarry of(Kind kind) {
        return kinds.get(kind);
    }

    /** What letting go now would do; asked for at each movement of the mouse. */
    Promise promise(Asset asset, Place at, Way way) {
        KindCarry kind = of(asset.kind());
        if (kind == null) {
            return placeless(asset);
        }
        CompletableFuture<Object> content = workspace.loaded().any(asset);
        if (content.isCompletedExceptionally()) {
            return Promise.nothing(Phrase.of("table.cannot-be-read", asset.name()), null);
        }
        if (!asset.equals(named)) {
            named = asset;
            name = name(asset);
        }
        CompletableFuture<BuiltScene> base = standing.soon();
        if (!content.isDone() || !name.isDone() || !base.isDone()) {
            return Promise.nothing(Phrase.of("table.reading", asset.name()), null);
        }
        return kind.letGo(asset, new Ready(content.join(), base.join(), name.join()), at, way);
    }

    /** What letting go does once everything it needs is there, worked out on the interface thread. */
    CompletableFuture<Promise> onceRead(Asset asset, Place at, Way way) {
        KindCarry kind = of(asset.kind());
        return kind == null
                ? CompletableFuture.completedFuture(placeless(asset))
                : ready(asset).thenApply(ready -> kind.letGo(asset, ready, at, way));
    }

    /** The same without the mouse; nothing for a kind that must be carried to its place. */
    CompletableFuture<Promise> put(Asset asset, Place middle) {
        KindCarry kind = of(asset.kind());
        if (kind == null || kind.command() == null) {
            return CompletableFuture.completedFuture(
                    Promise.nothing(Phrase.of("table.only-models-materials-hdris-and"), null));
        }
        return ready(asset).thenApply(ready -> {
            Promise put = kind.put(asset, ready, middle);
            return put == null ? placeless(asset) : put;
        });
    }

    /** Comes on the interface thread. The table is built last, as it is by then. */
    private CompletableFuture<Ready> ready(Asset asset) {
        return workspace
                .loaded()
                .any(asset)
                .thenCombine(name(asset), (content, called) ->
                        (Function<BuiltScene, Ready>) base -> new Ready(content, base, called))
                .thenComposeAsync(all -> standing.soon().thenApply(all), Platform::runLater);
    }

    private CompletableFuture<String> name(Asset asset) {
        return workspace
                .background()
                .quietly(
                        Phrase.of("table.looking-what-it-is-called"),
                        work -> {
                            String labelled =
                                    workspace.catalogue().shelf().labels(asset).name();
                            return labelled.isEmpty() ? asset.name() : labelled;
                        },
                        called -> {})
                .result();
    }

    private Promise placeless(Asset asset) {
        return Promise.nothing(
                Phrase.of("table.a-has-no-place-on", asset.kind().title()),
                workspace.table().scene());
    }
}
