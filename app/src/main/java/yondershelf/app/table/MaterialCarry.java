package yondershelf.app.table;

import org.jspecify.annotations.Nullable;
import yondershelf.content.Material;
import yondershelf.library.Asset;
import yondershelf.table.BuiltScene;
import yondershelf.table.PartRef;
import yondershelf.table.Placement;
import yondershelf.table.Scene;
import yondershelf.table.Table;
import yondershelf.words.Phrase;

/** Materials are worn by the part under the pointer, or by the whole thing. */
final class MaterialCarry implements KindCarry {
    private final Table table;
    private final Outline outline;
    private final TablePicture picture;

    MaterialCarry(Table table, Outline outline, TablePicture picture) {
        this.table = table;
        this.picture = picture;
        this.outline = outline;
    }

    @Override
    public Carrying.Promise letGo(Asset asset, Carrying.Ready ready, Carrying.Place at, Carrying.Way way) {
        Material material = (Material) ready.content();
        Scene scene = table.scene();
        BuiltScene.Pick pick = ready.base().pick(at.camera(), at.x(), at.y(), at.aspect());
        Placement hit = pick == null ? null : pick.placement();
        PartRef part = pick == null ? null : pick.part();
        if (hit == null || part == null) {
            outline.clear();
            return Carrying.Promise.nothing(Phrase.of("table.carry-it-over-the-part"), scene);
        }
        if (hit.locked()) {
            outline.clear();
            return Carrying.Promise.nothing(Phrase.of("table.is-locked", hit.name()), scene);
        }
        int parts = hit.parts().size();
        boolean whole = way == Carrying.Way.SHIFTED || parts == 1;
        outline.show(ready.base(), at.camera(), hit.id(), whole ? null : part, true);
        String which = parts == 1
                ? hit.name()
                : (whole ? Phrase.of("table.all-parts-of", parts) : Phrase.of("table.this-one-of-parts-of", parts))
                        + hit.name();
        return new Carrying.Promise(
                Phrase.of("table.will-wear", which, material.name()),
                scene.change(hit.id(), p -> whole ? p.dressAll(material) : p.dress(part, material)),
                Phrase.of("table.dress-in", hit.name(), material.name()),
                whole ? "" : Phrase.of("table.shift-dresses-all-of-it"));
    }

    /** The chosen part of the chosen object wears it, or all of that. */
    @Override
    public Carrying.@Nullable Promise put(Asset asset, Carrying.Ready ready, Carrying.Place middle) {
        Material material = (Material) ready.content();
        Scene scene = table.scene();
        String chosen = picture.chosen();
        Placement on = chosen == null ? null : scene.placement(chosen).orElse(null);
        if (on == null) {
            return Carrying.Promise.nothing(Phrase.of("table.choose-the-object-on-the"), scene);
        }
        if (on.locked()) {
            return Carrying.Promise.nothing(Phrase.of("table.is-locked", on.name()), scene);
        }
        PartRef part = picture.chosenPart();
        return new Carrying.Promise(
                Phrase.of("table.will-wear", on.name(), material.name()),
                scene.change(on.id(), p -> part == null ? p.dressAll(material) : p.dress(part, material)),
                Phrase.of("table.dress-in", on.name(), material.name()),
                "");
    }

    @Override
    public String command() {
        return Phrase.of("table.dress-the-chosen-object-in");
    }
}
