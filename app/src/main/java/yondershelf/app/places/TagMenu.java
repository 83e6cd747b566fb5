package yondershelf.app.places;

import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Workspace;
import yondershelf.library.Relabel;
import yondershelf.words.Phrase;

/** What can be done with a tag wherever it is given, with those nested below it; each is one act. */
final class TagMenu extends ContextMenu {
    private final Workspace workspace;
    private final String tag;

    TagMenu(Workspace workspace, String tag) {
        this.workspace = workspace;
        this.tag = tag;
        MenuItem rename = new MenuItem(Phrase.of("views.rename-or-nest-elsewhere"));
        rename.setId("rename-tag");
        rename.setOnAction(e -> askForName());
        MenuItem delete = new MenuItem(Phrase.of("views.delete-it-everywhere"));
        delete.setId("delete-tag");
        delete.setOnAction(e -> workspace.chosen().retag(tag, "", true));
        getItems().addAll(rename, delete);
    }

    private void askForName() {
        workspace
                .questions()
                .ask(
                        Phrase.of("views.another-name-for-the-tag", tag),
                        new Questions.Typed(
                                Phrase.of("views.rename-it"),
                                Phrase.of("views.a-name-stone-wet-nests"),
                                tag,
                                typed -> rename(workspace, tag, Relabel.tag(typed))),
                        new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {}));
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
                        Phrase.of("views.the-tag-is-there-already", to),
                        new Questions.Choice(
                                Phrase.of("views.put-them-together"),
                                Phrase.of("views.everything-with-the-tag-gets", tag, to),
                                () -> workspace.chosen().retag(tag, to, true)),
                        new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {}));
    }
}
