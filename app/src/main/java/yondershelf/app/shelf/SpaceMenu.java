package yondershelf.app.shelf;

import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Tooltip;
import yondershelf.app.model.Workspace;
import yondershelf.content.Space;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;

/** Tells the units and the upright of model files that do not say them: of one file, its folder, or the whole library. */
final class SpaceMenu extends MenuButton {
    private final Workspace workspace;

    /** @param assumed what was taken for granted; empty when all of it was told */
    SpaceMenu(Workspace workspace, Asset asset, List<String> assumed) {
        this.workspace = workspace;
        setId("space");
        getStyleClass().add("told");
        Space told = asset.space();
        String said = String.join(
                ", ",
                List.of(told.units(), told.up().isEmpty() ? "" : told.up() + " up").stream()
                        .filter(word -> !word.isEmpty())
                        .toList());
        setText(assumed.isEmpty() ? said : String.join(", ", assumed) + (said.isEmpty() ? "" : "; told: " + said));
        setWrapText(true);
        setAccessibleText("Units and upright of this file: " + getText());
        setTooltip(new Tooltip(
                "The file does not say its units or which way is up. Tell them here: the file stays as it is."));
        getItems().add(scope("This file", asset, asset.id()));
        String folder = asset.folder();
        if (!folder.isEmpty()) {
            getItems().add(scope("Folder " + folder, asset, Edit.ofFolder(folder)));
        }
        getItems().add(scope("Whole library", asset, Edit.ofFolder("")));
    }

    private Menu scope(String title, Asset asset, String subject) {
        Menu menu = new Menu(title);
        for (String unit : Formats.unitsOfLength()) {
            menu.getItems().add(item("Units are " + unit, v -> tell(asset, subject, Edit.Field.UNITS, unit)));
        }
        menu.getItems().add(new SeparatorMenuItem());
        for (String up : List.of("+Y", "+Z")) {
            menu.getItems().add(item(up + " is up", v -> tell(asset, subject, Edit.Field.UP, up)));
        }
        menu.getItems().add(new SeparatorMenuItem());
        menu.getItems().add(item("Units as assumed", v -> tell(asset, subject, Edit.Field.UNITS, "")));
        menu.getItems().add(item("Upright as assumed", v -> tell(asset, subject, Edit.Field.UP, "")));
        return menu;
    }

    private static MenuItem item(String title, Consumer<String> act) {
        MenuItem item = new MenuItem(title);
        item.setOnAction(e -> act.accept(title));
        return item;
    }

    private void tell(Asset asset, String subject, Edit.Field field, String value) {
        workspace.tellSpace(asset, subject, field, value);
    }
}
