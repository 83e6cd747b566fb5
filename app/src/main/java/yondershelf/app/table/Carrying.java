package yondershelf.app.table;

import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.function.Function;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.content.Bounds;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.library.Asset;
import yondershelf.render.Camera;
import yondershelf.table.BuiltScene;
import yondershelf.table.Light;
import yondershelf.table.PartRef;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Scene;

/** What a carried asset would do to the table where it is now, before it is let go. */
final class Carrying {
    private final Workspace workspace;
    private final Outline outline;
    private @Nullable BuiltScene base;

    /** A place of the picture, as shares of it from the top left, and how the picture is seen. */
    record Place(Camera camera, double x, double y, double aspect) {}

    /** The usual way of letting go, or the other one, which a modifier key asks for. */
    enum Way {
        USUAL,
        OTHER
    }

    /**
     * What letting go would do.
     *
     * @param sentence for the person carrying
     * @param scene as it would be, or null while that is not known
     * @param act what the history calls it; empty when letting go does nothing
     * @param hint what the modifier key would change, or empty
     */
    record Preview(String sentence, @Nullable Scene scene, String act, String hint) {
        static Preview nothing(String sentence, @Nullable Scene scene) {
            return new Preview(sentence, scene, "", "");
        }
    }

    Carrying(Workspace workspace, Outline outline) {
        this.workspace = workspace;
        this.outline = outline;
    }

    static String rests(Placing.Rest rest) {
        return rest.on().isEmpty() ? "stands on the ground" : "rests on " + rest.on();
    }

    private BuiltScene base() {
        BuiltScene known = base;
        if (known == null || known.scene() != workspace.table().scene()) {
            known = workspace.builder().build(workspace.table().scene());
            base = known;
        }
        return known;
    }

    /** What letting go now would do. */
    Preview preview(Asset asset, Place at, Way way) {
        Carried<?> carried = carried(asset, at, way);
        return carried == null ? placeless(asset) : carried.now(asset);
    }

    /** What letting go does once the asset is read, worked out on the interface thread. */
    CompletableFuture<Preview> onceRead(Asset asset, Place at, Way way) {
        Carried<?> carried = carried(asset, at, way);
        return carried == null ? CompletableFuture.completedFuture(placeless(asset)) : carried.onceRead();
    }

    /** What an asset holds, and what letting that go would do. */
    private record Carried<T>(CompletableFuture<T> content, Function<T, Preview> letGo) {
        Preview now(Asset asset) {
            if (content.isCompletedExceptionally()) {
                return Preview.nothing(asset.name() + " cannot be read", null);
            }
            T there = content.getNow(null);
            return there == null ? Preview.nothing("reading " + asset.name(), null) : letGo.apply(there);
        }

        CompletableFuture<Preview> onceRead() {
            return content.thenApplyAsync(letGo, Platform::runLater);
        }
    }

    /** Null for a kind that has no place on the table. */
    private @Nullable Carried<?> carried(Asset asset, Place at, Way way) {
        return switch (asset.kind()) {
            case MODEL -> new Carried<>(workspace.loaded().model(asset), m -> carryModel(asset, m, at, way));
            case MATERIAL -> new Carried<>(workspace.loaded().material(asset), m -> carryMaterial(m, at, way));
            case HDRI -> new Carried<>(workspace.loaded().environment(asset), e -> carryLight(asset, e, way));
            default -> null;
        };
    }

    private Preview placeless(Asset asset) {
        return Preview.nothing(
                "a " + asset.kind().word() + " has no place on the table by itself",
                workspace.table().scene());
    }

    private Preview carryModel(Asset asset, Model model, Place at, Way way) {
        Bounds box = model.bounds();
        Placing.Rest rest = way == Way.USUAL
                ? Placing.under(base(), at.camera, at.x, at.y, at.aspect, box, 0)
                : Placing.fitted(base(), at.camera, at.x, at.y, at.aspect, box, 0);
        if (rest == null) {
            return Preview.nothing("nothing to stand on here", workspace.table().scene());
        }
        String how = way == Way.USUAL
                ? rests(rest)
                : "fits onto " + (rest.on().isEmpty() ? "the ground" : rest.on()) + ", turned to its face";
        return put(asset, model, rest, how, way == Way.USUAL ? "Shift fits it to the face" : "");
    }

    private Preview put(Asset asset, Model model, Placing.Rest rest, String how, String hint) {
        Scene scene = workspace.table().scene();
        boolean again = scene.placements().stream().anyMatch(p -> p.model() == model);
        String label = workspace.catalogue().labels(asset).name();
        String title = scene.freshName(label.isEmpty() ? asset.name() : label);
        Placement placement = new Placement(scene.freshId(), title, asset.id(), model, rest.toWorld(), Map.of());
        return new Preview(
                how + (again ? ", shared geometry" : ""),
                scene.with(placement),
                "put " + title + " on the table",
                hint);
    }

    /** A model put down without the mouse: in the middle of what is seen, or at the origin when that is sky. */
    Preview putInMiddle(Asset asset, Model model, Camera camera, double aspect) {
        Bounds box = model.bounds();
        Placing.Rest rest = Placing.under(base(), camera, 0.5, 0.62, aspect, box, 0);
        Placing.Rest sure = rest != null ? rest : new Placing.Rest(Placing.stand(box, 0, 0, 0, 0), "");
        return put(asset, model, sure, rests(sure), "");
    }

    private Preview carryMaterial(Material material, Place at, Way way) {
        Scene scene = workspace.table().scene();
        BuiltScene.Pick pick = base().pick(at.camera, at.x, at.y, at.aspect);
        Placement hit = pick == null ? null : pick.placement();
        PartRef part = pick == null ? null : pick.part();
        if (hit == null || part == null) {
            outline.clear();
            return Preview.nothing("carry it over the part that should wear it", scene);
        }
        int parts = hit.parts().size();
        boolean whole = way == Way.OTHER || parts == 1;
        outline.show(base(), at.camera, hit.id(), whole ? null : part, true);
        String which = parts == 1
                ? hit.name()
                : (whole ? "all " + parts + " parts of " : "this one of " + parts + " parts of ") + hit.name();
        return new Preview(
                which + " will wear " + material.name(),
                scene.change(hit.id(), p -> whole ? p.dressAll(material) : p.dress(part, material)),
                "dress " + hit.name() + " in " + material.name(),
                whole ? "" : "Shift dresses all of it");
    }

    private Preview carryLight(Asset asset, Environment environment, Way way) {
        Scene scene = workspace.table().scene();
        Light before = scene.light();
        boolean keep = way == Way.OTHER && before.turn() != 0;
        Light light = new Light(asset.id(), asset.path(), environment, keep ? before.turn() : 0, before.exposure());
        return new Preview(
                "lights everything, in place of " + before.environment().name() + (keep ? ", turned as it is" : ""),
                scene.lit(light),
                "light with " + environment.name(),
                keep || before.turn() == 0 ? "" : "Shift keeps the turn");
    }
}
