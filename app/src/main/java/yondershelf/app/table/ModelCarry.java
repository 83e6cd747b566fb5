package yondershelf.app.table;

import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.content.Bounds;
import yondershelf.content.Model;
import yondershelf.library.Asset;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Scene;
import yondershelf.words.Phrase;

/** Models stand on what is under the pointer, or are seated on its face. */
final class ModelCarry implements KindCarry {
    private final Workspace workspace;
    private final Carrying carrying;
    private @Nullable Model measured;
    private @Nullable Bounds box;
    private @Nullable Asset named;
    private @Nullable String label;

    ModelCarry(Workspace workspace, Carrying carrying) {
        this.workspace = workspace;
        this.carrying = carrying;
    }

    static String rests(Placing.Rest rest) {
        return rest.on().isEmpty() ? Phrase.of("table.stands-on-the-ground") : Phrase.of("table.rests-on", rest.on());
    }

    @Override
    public Carrying.Promise letGo(Asset asset, Object content, Carrying.Place at, Carrying.Way way) {
        Model model = (Model) content;
        Bounds box = bounds(model);
        Placing.Rest rest = way == Carrying.Way.USUAL
                ? Placing.under(carrying.base(), at.camera(), at.x(), at.y(), at.aspect(), box, 0)
                : Placing.seated(carrying.base(), at.camera(), at.x(), at.y(), at.aspect(), box, 0);
        if (rest == null) {
            return Carrying.Promise.nothing(
                    Phrase.of("table.nothing-to-stand-on-here"),
                    workspace.table().scene());
        }
        String how = way == Carrying.Way.USUAL
                ? rests(rest)
                : Phrase.of(
                        "table.is-seated-on-turned-to",
                        rest.on().isEmpty() ? Phrase.of("table.the-ground") : rest.on());
        return put(asset, model, rest, how, way == Carrying.Way.USUAL ? Phrase.of("table.shift-seats-it-on-the") : "");
    }

    private Carrying.Promise put(Asset asset, Model model, Placing.Rest rest, String how, String hint) {
        Scene scene = workspace.table().scene();
        boolean again = scene.placements().stream().anyMatch(p -> p.model() == model);
        String title = scene.freshName(name(asset));
        Placement placement = new Placement(scene.freshId(), title, asset.id(), model, rest.toWorld(), Map.of());
        return new Carrying.Promise(
                how + (again ? Phrase.of("table.shared-geometry") : ""),
                scene.with(placement),
                Phrase.of("table.put-on-the-table", title),
                hint);
    }

    /** Its box walks over all its vertices, and is asked for at each movement of the mouse. */
    private Bounds bounds(Model model) {
        Bounds known = box;
        if (known == null || measured != model) {
            known = model.bounds();
            box = known;
            measured = model;
        }
        return known;
    }

    /** As labelled when it was picked up: nobody gives it another name while it is carried. */
    private String name(Asset asset) {
        String known = label;
        if (known == null || !asset.equals(named)) {
            known = workspace.catalogue().labels(asset).name();
            label = known;
            named = asset;
        }
        return known.isEmpty() ? asset.name() : known;
    }

    /** In the middle of what is seen, or at the origin when that is sky. */
    @Override
    public Carrying.Promise put(Asset asset, Object content, Carrying.Place middle) {
        Model model = (Model) content;
        Bounds box = bounds(model);
        Placing.Rest rest = Placing.under(carrying.base(), middle.camera(), 0.5, 0.62, middle.aspect(), box, 0);
        Placing.Rest sure = rest != null ? rest : new Placing.Rest(Placing.stand(box, 0, 0, 0, 0), "");
        return put(asset, model, sure, rests(sure), "");
    }

    @Override
    public String command() {
        return Phrase.of("table.put-on-the-table-2");
    }
}
