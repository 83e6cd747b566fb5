package yondershelf.app.views;

import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import yondershelf.app.model.Filing;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.KnownLibrary;

/** What can be done with a folder: each is one act. */
final class FolderMenu extends ContextMenu {
    private final Workspace workspace;
    private final KnownLibrary library;

    FolderMenu(Workspace workspace, KnownLibrary library, String folder) {
        this.workspace = workspace;
        this.library = library;
        getItems()
                .addAll(
                        item("new-folder", "New folder in it", () -> askForNew(workspace, library, folder)),
                        item("rename-folder", "Rename or move it", () -> askForName(folder)),
                        item(
                                "delete-folder",
                                "Delete it with all in it",
                                () -> workspace.filing().delete(library, folder)));
        getItems().forEach(i -> i.setDisable(library.isAway()));
    }

    private static MenuItem item(String id, String word, Runnable act) {
        MenuItem item = new MenuItem(word);
        item.setId(id);
        item.setOnAction(e -> act.run());
        return item;
    }

    /** @param in the folder it is to lie in; empty for the library itself */
    static void askForNew(Workspace workspace, KnownLibrary library, String in) {
        workspace
                .questions()
                .ask(
                        "A new folder in " + (in.isEmpty() ? library.name() : in) + ":",
                        new Questions.Typed("Make it", "A name; a/b makes one in another (Enter)", "", typed -> {
                            String path = Filing.path(typed);
                            if (!path.isEmpty()) {
                                workspace.filing().make(library, in.isEmpty() ? path : in + "/" + path);
                            }
                        }),
                        new Questions.Choice("Cancel", "Change nothing", () -> {}));
    }

    private void askForName(String folder) {
        workspace
                .questions()
                .ask(
                        "Another name or place for " + folder + ", from the library's root:",
                        new Questions.Typed("Rename it", "As " + folder + " is written (Enter)", folder, typed -> {
                            String path = Filing.path(typed);
                            if (!path.isEmpty() && !path.equals(folder)) {
                                workspace.filing().rename(library, folder, path);
                            }
                        }),
                        new Questions.Choice("Cancel", "Change nothing", () -> {}));
    }
}
