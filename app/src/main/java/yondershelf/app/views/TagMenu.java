package yondershelf.app.views;

import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Workspace;
import yondershelf.library.Relabel;

/** What can be done with a tag wherever it is given, with those nested below it; each is one act. */
final class TagMenu extends ContextMenu {
    private final Workspace workspace;
    private final String tag;

    TagMenu(Workspace workspace, String tag) {
        this.workspace = workspace;
        this.tag = tag;
        MenuItem rename = new MenuItem("Rename or nest elsewhere");
        rename.setId("rename-tag");
        rename.setOnAction(e -> askForName());
        MenuItem delete = new MenuItem("Delete it everywhere");
        delete.setId("delete-tag");
        delete.setOnAction(e -> workspace.chosen().retag(tag, "", true));
        getItems().addAll(rename, delete);
    }

    private void askForName() {
        workspace
                .questions()
                .ask(
                        "Another name for the tag " + tag + ":",
                        new Questions.Typed(
                                "Rename it",
                                "A name; stone/wet nests it (Enter)",
                                tag,
                                typed -> rename(workspace, tag, Relabel.tag(typed))),
                        new Questions.Choice("Cancel", "Change nothing", () -> {}));
    }

    /** Asks where both are there. */
    static void rename(Workspace workspace, String tag, String to) {
        if (to.isEmpty() || to.equals(tag)) {
            return;
        }
        if (!workspace.counts().get().tags().containsKey(to)) {
            workspace.chosen().retag(tag, to, false);
            return;
        }
        workspace
                .questions()
                .ask(
                        "The tag " + to + " is there already.",
                        new Questions.Choice(
                                "Put them together",
                                "Everything with the tag " + tag + " gets " + to + " instead",
                                () -> workspace.chosen().retag(tag, to, true)),
                        new Questions.Choice("Cancel", "Change nothing", () -> {}));
    }
}
