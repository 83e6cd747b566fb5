package yondershelf.app.places;

import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Searches;
import yondershelf.app.model.ShelfModel;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptSearch;
import yondershelf.words.Phrase;

/** What can be done with a search that is kept. */
public final class SearchMenu extends ContextMenu {
    SearchMenu(Questions questions, Searches searches, ShelfModel shelf, Catalogue catalogue, KeptSearch search) {
        MenuItem rename = new MenuItem(Phrase.of("views.rename"));
        rename.setOnAction(e -> questions.ask(
                Phrase.of("views.another-name-for-the-search", search.name()),
                new Questions.Typed(
                        Phrase.of("views.rename-it"),
                        Phrase.of("views.a-name-enter"),
                        search.name(),
                        typed -> searches.rename(search, typed)),
                new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {})));
        MenuItem delete = new MenuItem(Phrase.of("views.delete-the-search-not-what"));
        delete.setOnAction(e -> searches.delete(search));
        getItems().addAll(rename, delete);
    }

    /** Asks for a name and keeps what is looked for now. */
    public static void keep(Questions questions, Searches searches, ShelfModel shelf, Catalogue catalogue) {
        var query = shelf.query().get();
        KeptSearch found = KeptSearch.of("", query, catalogue);
        if (found.text().isEmpty()) {
            return;
        }
        questions.ask(
                Phrase.of("views.keep-this-search-on-the"),
                new Questions.Typed(
                        Phrase.of("views.keep-it"),
                        Phrase.of("views.a-name-it-goes-on"),
                        found.text(),
                        typed -> searches.keep(typed, query)),
                new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {}));
    }
}
