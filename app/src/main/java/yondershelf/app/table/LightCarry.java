package yondershelf.app.table;

import yondershelf.content.Environment;
import yondershelf.library.Asset;
import yondershelf.table.Light;
import yondershelf.table.Scene;
import yondershelf.table.SceneBuilder;
import yondershelf.table.Table;
import yondershelf.words.Phrase;

/** HDRIs light everything, wherever they are let go. */
final class LightCarry implements KindCarry {
    private final Table table;
    private final SceneBuilder builder;

    LightCarry(Table table, SceneBuilder builder) {
        this.table = table;
        this.builder = builder;
    }

    @Override
    public Carrying.Promise letGo(Asset asset, Carrying.Ready ready, Carrying.Place at, Carrying.Way way) {
        Environment environment = (Environment) ready.content();
        Scene scene = table.scene();
        Light before = scene.light();
        boolean keep = way == Carrying.Way.SHIFTED;
        // made ready when it was read: nothing is measured here
        double fitted = builder.prepareAhead(environment);
        double exposure = keep ? before.exposure() : fitted;
        Light light = new Light(asset.id(), asset.path(), environment, keep ? before.turn() : 0, exposure);
        return new Carrying.Promise(
                Phrase.of(
                        "table.lights-everything-in-place-of",
                        before.environment().name(),
                        keep
                                ? Phrase.of("table.turned-and-exposed-as-it")
                                : String.format(Phrase.language(), Phrase.of("table.exposed-by-1f-ev"), exposure)),
                scene.lit(light),
                Phrase.of("table.light-with", environment.name()),
                keep || before.turn() == 0 && before.exposure() == fitted
                        ? ""
                        : Phrase.of("table.shift-keeps-turn-and-exposure"));
    }

    @Override
    public Carrying.Promise put(Asset asset, Carrying.Ready ready, Carrying.Place middle) {
        return letGo(asset, ready, middle, Carrying.Way.USUAL);
    }

    @Override
    public String command() {
        return Phrase.of("table.light-the-table-with-it");
    }
}
