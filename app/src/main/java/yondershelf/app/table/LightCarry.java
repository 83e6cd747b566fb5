package yondershelf.app.table;

import java.util.Locale;
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
    public Carrying.Promise letGo(Asset asset, Object content, Carrying.Place at, Carrying.Way way) {
        Environment environment = (Environment) content;
        Scene scene = workspace.table().scene();
        Light before = scene.light();
        boolean keep = way == Carrying.Way.SHIFTED;
        // made ready when it was read: nothing is measured here
        double fitted = workspace.builder().prepareAhead(environment);
        double exposure = keep ? before.exposure() : fitted;
        Light light = new Light(asset.id(), asset.path(), environment, keep ? before.turn() : 0, exposure);
        return new Carrying.Promise(
                "lights everything, in place of " + before.environment().name()
                        + (keep
                                ? ", turned and exposed as it is"
                                : String.format(Locale.ROOT, ", exposed by %+.1f EV", exposure)),
                scene.lit(light),
                "light with " + environment.name(),
                keep || before.turn() == 0 && before.exposure() == fitted ? "" : "Shift keeps turn and exposure");
    }

    @Override
    public Carrying.Promise put(Asset asset, Object content, Carrying.Place middle) {
        return letGo(asset, content, middle, Carrying.Way.USUAL);
    }

    @Override
    public String command() {
        return "Light the table with it";
    }
}
