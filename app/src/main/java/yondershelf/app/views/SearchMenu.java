package yondershelf.app.views;

import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.KeptSearch;

/** What can be done with a search that is kept. */
public final class SearchMenu extends ContextMenu {
    SearchMenu(Workspace workspace, KeptSearch search) {
        MenuItem rename = new MenuItem("Rename");
        rename.setOnAction(e -> workspace
                .questions()
                .ask(
                        "Another name for the search " + search.name() + ":",
                        new Questions.Typed(
                                "Rename it",
                                "A name (Enter)",
                                search.name(),
                                typed -> workspace.searches().rename(search, typed)),
                        new Questions.Choice("Cancel", "Change nothing", () -> {})));
        MenuItem delete = new MenuItem("Delete the search, not what it finds");
        delete.setOnAction(e -> workspace.searches().delete(search));
        getItems().addAll(rename, delete);
    }

    /** Asks for a name and keeps what is looked for now. */
    public static void keep(Workspace workspace) {
        var query = workspace.query().get();
        KeptSearch found = KeptSearch.of("", query, workspace.catalogue());
        if (found.text().isEmpty()) {
            return;
        }
        workspace
                .questions()
                .ask(
                        "Keep this search on the left under which name?",
                        new Questions.Typed(
                                "Keep it",
                                "A name; it goes on finding what fits (Enter)",
                                found.text(),
                                typed -> workspace.searches().keep(typed, query)),
                        new Questions.Choice("Cancel", "Change nothing", () -> {}));
    }
}
