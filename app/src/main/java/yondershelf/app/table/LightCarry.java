package yondershelf.app.table;

import yondershelf.app.model.Workspace;
import yondershelf.content.Environment;
import yondershelf.library.Asset;
import yondershelf.table.Light;
import yondershelf.table.Scene;

/** HDRIs light everything, wherever they are let go. */
final class LightCarry implements KindCarry {
    private final Workspace workspace;

    LightCarry(Workspace workspace) {
        this.workspace = workspace;
    }

    @Override
    public Carrying.Preview letGo(Asset asset, Object content, Carrying.Place at, Carrying.Way way) {
        Environment environment = (Environment) content;
        Scene scene = workspace.table().scene();
        Light before = scene.light();
        boolean keep = way == Carrying.Way.OTHER && before.turn() != 0;
        Light light = new Light(asset.id(), asset.path(), environment, keep ? before.turn() : 0, before.exposure());
        return new Carrying.Preview(
                "lights everything, in place of " + before.environment().name() + (keep ? ", turned as it is" : ""),
                scene.lit(light),
                "light with " + environment.name(),
                keep || before.turn() == 0 ? "" : "Shift keeps the turn");
    }

    @Override
    public Carrying.Preview put(Asset asset, Object content, Carrying.Place middle) {
        return letGo(asset, content, middle, Carrying.Way.USUAL);
    }

    @Override
    public String command() {
        return "Light the table with it";
    }
}
