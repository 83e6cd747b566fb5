package yondershelf.app.places;

import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import yondershelf.app.model.Filing;
import yondershelf.app.model.Questions;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.words.Phrase;

/** What can be done with a folder: each is one act. */
final class FolderMenu extends ContextMenu {
    private final Filing filing;
    private final Questions questions;
    private final KnownLibrary library;

    FolderMenu(Filing filing, Questions questions, KnownLibrary library, String folder) {
        this.filing = filing;
        this.questions = questions;
        this.library = library;
        getItems()
                .addAll(
                        item(
                                "new-folder",
                                Phrase.of("views.new-folder-in-it"),
                                () -> askForNew(filing, questions, library, folder)),
                        item("rename-folder", Phrase.of("views.rename-or-move-it"), () -> askForName(folder)),
                        item(
                                "delete-folder",
                                Phrase.of("views.delete-it-with-all-in"),
                                () -> filing.delete(library, folder)));
        getItems().forEach(i -> i.setDisable(library.isAway()));
    }

    private static MenuItem item(String id, String word, Runnable act) {
        MenuItem item = new MenuItem(word);
        item.setId(id);
        item.setOnAction(e -> act.run());
        return item;
    }

    /** @param in the folder it is to lie in; empty for the library itself */
    static void askForNew(Filing filing, Questions questions, KnownLibrary library, String in) {
        questions.ask(
                Phrase.of("views.a-new-folder-in", in.isEmpty() ? library.name() : in),
                new Questions.Typed(Phrase.of("views.make-it"), Phrase.of("views.a-name-a-b-makes"), "", typed -> {
                    String path = Filing.path(typed);
                    if (!path.isEmpty()) {
                        filing.make(library, in.isEmpty() ? path : in + "/" + path);
                    }
                }),
                new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {}));
    }

    private void askForName(String folder) {
        questions.ask(
                Phrase.of("views.another-name-or-place-for", folder),
                new Questions.Typed(
                        Phrase.of("views.rename-it"), Phrase.of("views.as-is-written-enter", folder), folder, typed -> {
                            String path = Filing.path(typed);
                            if (!path.isEmpty() && !path.equals(folder)) {
                                filing.rename(library, folder, path);
                            }
                        }),
                new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {}));
    }
}
