package yondershelf.app.shelf;

import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import yondershelf.app.model.Workspace;
import yondershelf.search.Query;
import yondershelf.search.Selection;

/** What can be done where no asset is: with all that was found, or with what was looked for. */
final class GroundMenu extends ContextMenu {
    GroundMenu(Workspace workspace) {
        MenuItem all = new MenuItem("Choose all");
        all.setOnAction(e -> workspace.chosen().all());
        MenuItem none = new MenuItem("Choose none");
        none.setOnAction(e -> workspace.chosen().selection().set(Selection.NONE));
        MenuItem everything = new MenuItem("Show everything");
        everything.setOnAction(e -> workspace.query().set(Query.EVERYTHING));
        MenuItem again = new MenuItem("Look through the libraries again");
        again.setOnAction(e -> workspace.scan());
        getItems().addAll(all, none, new SeparatorMenuItem(), everything, again);
        setOnShowing(e -> {
            all.setDisable(workspace.hits().get().total() == 0);
            none.setDisable(workspace.chosen().selection().get().size() == 0);
            everything.setDisable(workspace.query().get().equals(Query.EVERYTHING));
        });
    }
}
