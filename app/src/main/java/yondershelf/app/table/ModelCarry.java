package yondershelf.app.table;

import java.util.Map;
import yondershelf.content.Bounds;
import yondershelf.content.Model;
import yondershelf.library.Asset;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Scene;
import yondershelf.table.Table;
import yondershelf.words.Phrase;

/** Models stand on what is under the pointer, or are seated on its face. */
final class ModelCarry implements KindCarry {
    private final Table table;

    ModelCarry(Table table) {
        this.table = table;
    }

    static String rests(Placing.Rest rest) {
        return rest.on().isEmpty() ? Phrase.of("table.stands-on-the-ground") : Phrase.of("table.rests-on", rest.on());
    }

    @Override
    public Carrying.Promise letGo(Asset asset, Carrying.Ready ready, Carrying.Place at, Carrying.Way way) {
        Bounds box = ((Model) ready.content()).bounds();
        Placing.Rest rest = way == Carrying.Way.USUAL
                ? Placing.under(ready.base(), at.camera(), at.x(), at.y(), at.aspect(), box, 0)
                : Placing.seated(ready.base(), at.camera(), at.x(), at.y(), at.aspect(), box, 0);
        if (rest == null) {
            return Carrying.Promise.nothing(Phrase.of("table.nothing-to-stand-on-here"), table.scene());
        }
        String how = way == Carrying.Way.USUAL
                ? rests(rest)
                : Phrase.of(
                        "table.is-seated-on-turned-to",
                        rest.on().isEmpty() ? Phrase.of("table.the-ground") : rest.on());
        return put(asset, ready, rest, how, way == Carrying.Way.USUAL ? Phrase.of("table.shift-seats-it-on-the") : "");
    }

    private Carrying.Promise put(Asset asset, Carrying.Ready ready, Placing.Rest rest, String how, String hint) {
        Model model = (Model) ready.content();
        Scene scene = table.scene();
        boolean again = scene.placements().stream().anyMatch(p -> p.model() == model);
        String title = scene.freshName(ready.name());
        Placement placement = new Placement(scene.freshId(), title, asset.id(), model, rest.toWorld(), Map.of());
        return new Carrying.Promise(
                how + (again ? Phrase.of("table.shared-geometry") : ""),
                scene.with(placement),
                Phrase.of("table.put-on-the-table", title),
                hint);
    }

    /** In the middle of what is seen, or at the origin when that is sky. */
    @Override
    public Carrying.Promise put(Asset asset, Carrying.Ready ready, Carrying.Place middle) {
        Bounds box = ((Model) ready.content()).bounds();
        Placing.Rest rest = Placing.under(ready.base(), middle.camera(), 0.5, 0.62, middle.aspect(), box, 0);
        Placing.Rest sure = rest != null ? rest : new Placing.Rest(Placing.stand(box, 0, 0, 0, 0), "");
        return put(asset, ready, sure, rests(sure), "");
    }

    @Override
    public String command() {
        return Phrase.of("table.put-on-the-table-2");
    }
}
