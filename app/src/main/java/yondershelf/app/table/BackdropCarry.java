package yondershelf.app.table;

import yondershelf.content.Texture;
import yondershelf.library.Asset;
import yondershelf.table.Backdrop;
import yondershelf.table.Scene;
import yondershelf.table.Table;
import yondershelf.words.Phrase;

/** Textures that show the world all around stand behind everything, wherever they are let go; others have no place by themselves. */
final class BackdropCarry implements KindCarry {
    private final Table table;

    BackdropCarry(Table table) {
        this.table = table;
    }

    @Override
    public Carrying.Promise letGo(Asset asset, Carrying.Ready ready, Carrying.Place at, Carrying.Way way) {
        Scene scene = table.scene();
        Texture texture = (Texture) ready.content();
        if (!texture.panorama()) {
            return Carrying.Promise.nothing(Phrase.of("table.a-texture-has-no-place"), scene);
        }
        Backdrop backdrop = new Backdrop(asset.id(), asset.path(), asset.name(), texture.picture());
        return new Carrying.Promise(
                Phrase.of(
                        "table.stands-behind-everything-the-light",
                        scene.light().environment().name()),
                scene.lit(scene.light().before(backdrop)),
                Phrase.of("table.as-backdrop", asset.name()),
                "");
    }

    @Override
    public Carrying.Promise put(Asset asset, Carrying.Ready ready, Carrying.Place middle) {
        return letGo(asset, ready, middle, Carrying.Way.USUAL);
    }

    @Override
    public String command() {
        return Phrase.of("table.put-it-behind-the-table");
    }
}
