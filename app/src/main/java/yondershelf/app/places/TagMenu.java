package yondershelf.app.places;

import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import yondershelf.app.model.Chosen;
import yondershelf.app.model.Questions;
import yondershelf.app.model.ShelfModel;
import yondershelf.library.Relabel;
import yondershelf.words.Phrase;

/** What can be done with a tag wherever it is given, with those nested below it; each is one act. */
final class TagMenu extends ContextMenu {
    private final Chosen chosen;
    private final Questions questions;
    private final ShelfModel shelf;
    private final String tag;

    TagMenu(Chosen chosen, Questions questions, ShelfModel shelf, String tag) {
        this.chosen = chosen;
        this.questions = questions;
        this.shelf = shelf;
        this.tag = tag;
        MenuItem rename = new MenuItem(Phrase.of("views.rename-or-nest-elsewhere"));
        rename.setId("rename-tag");
        rename.setOnAction(e -> askForName());
        MenuItem delete = new MenuItem(Phrase.of("views.delete-it-everywhere"));
        delete.setId("delete-tag");
        delete.setOnAction(e -> chosen.retag(tag, "", true));
        getItems().addAll(rename, delete);
    }

    private void askForName() {
        questions.ask(
                Phrase.of("views.another-name-for-the-tag", tag),
                new Questions.Typed(
                        Phrase.of("views.rename-it"),
                        Phrase.of("views.a-name-stone-wet-nests"),
                        tag,
                        typed -> rename(chosen, questions, shelf, tag, Relabel.tag(typed))),
                new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {}));
    }

    /** Asks where both are there. */
    static void rename(Chosen chosen, Questions questions, ShelfModel shelf, String tag, String to) {
        if (to.isEmpty() || to.equals(tag)) {
            return;
        }
        if (!shelf.counts().get().tags().containsKey(to)) {
            chosen.retag(tag, to, false);
            return;
        }
        questions.ask(
                Phrase.of("views.the-tag-is-there-already", to),
                new Questions.Choice(
                        Phrase.of("views.put-them-together"),
                        Phrase.of("views.everything-with-the-tag-gets", tag, to),
                        () -> chosen.retag(tag, to, true)),
                new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {}));
    }
}
