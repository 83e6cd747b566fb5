package yondershelf.app.shelf;

import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Tooltip;
import yondershelf.app.model.Labelling;
import yondershelf.content.Space;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.words.Phrase;

/** Tells the units and the upright of model files that do not say them: of one file, its folder, or the whole library. */
final class SpaceMenu extends MenuButton {
    private final Labelling labelling;

    /** @param assumed what was taken for granted; empty when all of it was told */
    SpaceMenu(Labelling labelling, Asset asset, List<String> assumed) {
        this.labelling = labelling;
        setId("space");
        getStyleClass().add("told");
        Space told = asset.space();
        String said = String.join(
                ", ",
                List.of(told.units(), told.up().isEmpty() ? "" : Phrase.of("shelf.up", told.up())).stream()
                        .filter(word -> !word.isEmpty())
                        .toList());
        setText(
                assumed.isEmpty()
                        ? said
                        : String.join(", ", assumed) + (said.isEmpty() ? "" : Phrase.of("shelf.told-2", said)));
        setWrapText(true);
        setAccessibleText(Phrase.of("shelf.units-and-upright-of-this", getText()));
        setTooltip(new Tooltip(Phrase.of("shelf.the-file-does-not-say")));
        getItems().add(scope(Phrase.of("shelf.this-file"), asset, asset.id()));
        String folder = asset.folder();
        if (!folder.isEmpty()) {
            getItems().add(scope(Phrase.of("shelf.folder", folder), asset, Edit.ofFolder(folder)));
        }
        getItems().add(scope(Phrase.of("shelf.whole-library"), asset, Edit.ofFolder("")));
    }

    private Menu scope(String title, Asset asset, String subject) {
        Menu menu = new Menu(title);
        for (String unit : Formats.unitsOfLength()) {
            menu.getItems()
                    .add(item(Phrase.of("shelf.units-are", unit), v -> tell(asset, subject, Edit.Field.UNITS, unit)));
        }
        menu.getItems().add(new SeparatorMenuItem());
        for (String up : List.of("+Y", "+Z")) {
            menu.getItems().add(item(Phrase.of("shelf.is-up", up), v -> tell(asset, subject, Edit.Field.UP, up)));
        }
        menu.getItems().add(new SeparatorMenuItem());
        menu.getItems().add(item(Phrase.of("shelf.units-as-assumed"), v -> tell(asset, subject, Edit.Field.UNITS, "")));
        menu.getItems().add(item(Phrase.of("shelf.upright-as-assumed"), v -> tell(asset, subject, Edit.Field.UP, "")));
        return menu;
    }

    private static MenuItem item(String title, Consumer<String> act) {
        MenuItem item = new MenuItem(title);
        item.setOnAction(e -> act.accept(title));
        return item;
    }

    private void tell(Asset asset, String subject, Edit.Field field, String value) {
        labelling.tellSpace(asset, subject, field, value);
    }
}
