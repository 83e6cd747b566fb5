package yondershelf.app.shelf;

import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import yondershelf.app.model.Workspace;
import yondershelf.search.Query;
import yondershelf.search.Selection;
import yondershelf.words.Phrase;

/** What can be done where no asset is: with all that was found, or with what was looked for. */
final class GroundMenu extends ContextMenu {
    GroundMenu(Workspace workspace) {
        MenuItem all = new MenuItem(Phrase.of("shelf.choose-all"));
        all.setOnAction(e -> workspace.chosen().all());
        MenuItem none = new MenuItem(Phrase.of("shelf.choose-none"));
        none.setOnAction(e -> workspace.chosen().selection().set(Selection.NONE));
        MenuItem everything = new MenuItem(Phrase.of("shelf.show-everything"));
        everything.setOnAction(e -> workspace.shelf().query().set(Query.EVERYTHING));
        MenuItem again = new MenuItem(Phrase.of("shelf.look-through-the-libraries-again"));
        again.setOnAction(e -> workspace.libraries().scan());
        getItems().addAll(all, none, new SeparatorMenuItem(), everything, again);
        setOnShowing(e -> {
            all.setDisable(workspace.shelf().hits().get().total() == 0);
            none.setDisable(workspace.chosen().selection().get().size() == 0);
            everything.setDisable(workspace.shelf().query().get().equals(Query.EVERYTHING));
        });
    }
}
