package yondershelf.app.places;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.PlaceTree;
import yondershelf.app.model.PlaceTree.Row;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.search.Query;
import yondershelf.words.Phrase;

/** What can be done at a place: go there, and with whole libraries more. */
final class PlaceActs {
    private final Workspace workspace;

    PlaceActs(Workspace workspace) {
        this.workspace = workspace;
    }

    /** True when the query looks there. */
    boolean isChosen(Row row, Query now) {
        return switch (row) {
            case PlaceTree.Everything all ->
                now.libraries().isEmpty() && now.folder() == null && now.tags().isEmpty() && !now.unfiled();
            case PlaceTree.LibraryRow library ->
                now.folder() == null
                        && now.since() == 0
                        && now.libraries().contains(library.library().id());
            case PlaceTree.FolderRow folder ->
                folder.path().equals(now.folder())
                        && now.libraries().contains(folder.library().id());
            case PlaceTree.TagRow tag -> now.tags().contains(tag.tag());
            case PlaceTree.Taken taken ->
                workspace.justTaken().filter(t -> t.query().equals(now)).isPresent();
            case PlaceTree.SearchRow search -> workspace.searches().isThat(search.search(), now);
            case PlaceTree.Unfiled unfiled -> now.unfiled();
            default -> false;
        };
    }

    /** @param more true to look there besides where one looks already */
    void go(Row row, boolean more) {
        Query now = workspace.shelf().query().get().withSince(0);
        switch (row) {
            case PlaceTree.Everything all ->
                show(now.anywhere().withTags(Set.of()).withUnfiled(false));
            case PlaceTree.LibraryRow library -> {
                Set<String> ids = new HashSet<>(more ? now.libraries() : Set.of());
                if (!ids.remove(library.library().id())) {
                    ids.add(library.library().id());
                }
                show(now.in(ids, null).withUnfiled(false));
            }
            case PlaceTree.FolderRow folder ->
                show(now.in(folder.library().id(), folder.path()).withUnfiled(false));
            case PlaceTree.TagRow tag -> {
                Set<String> tags = new HashSet<>(now.tags());
                if (!tags.remove(tag.tag())) {
                    tags.add(tag.tag());
                }
                show(now.withTags(tags));
            }
            case PlaceTree.Taken taken -> workspace.justTaken().ifPresent(t -> show(t.query()));
            case PlaceTree.SearchRow search ->
                workspace
                        .searches()
                        .query(search.search(), workspace::tell)
                        .ifPresent(query -> show(query.withOrder(now.order())));
            case PlaceTree.Unfiled unfiled -> show(now.withUnfiled(!now.unfiled()));
            default -> {}
        }
    }

    private void show(Query query) {
        workspace.view().set(Workspace.View.SHELF);
        workspace.shelf().query().set(query);
    }

    /** What may be done with a library; null for other places. */
    @Nullable
    ContextMenu menu(Row row, Runnable rename) {
        if (!(row instanceof PlaceTree.LibraryRow shown)) {
            return null;
        }
        KnownLibrary library = shown.library();
        ContextMenu menu = new ContextMenu();
        MenuItem target = item(
                Phrase.of("views.new-things-go-here"),
                () -> workspace.libraries().setTarget(library));
        target.setDisable(library.isAway() || shown.target());
        MenuItem name = item(Phrase.of("views.rename"), rename);
        name.setDisable(library.isAway());
        MenuItem look = item(Phrase.of("views.look-through-it-again"), workspace.libraries()::scan);
        look.setDisable(library.isAway());
        List<KnownLibrary> all = workspace.shelf().known().get();
        int place = all.indexOf(library);
        MenuItem up = item(Phrase.of("views.move-up"), () -> move(library, place - 1));
        up.setDisable(place <= 0);
        MenuItem down = item(Phrase.of("views.move-down"), () -> move(library, place + 1));
        down.setDisable(place >= all.size() - 1);
        MenuItem hide = item(
                library.isHidden() ? Phrase.of("views.show-it-again") : Phrase.of("views.hide-it"),
                () -> workspace
                        .libraries()
                        .change(
                                library.isHidden()
                                        ? Phrase.of("views.showing", library.name())
                                        : Phrase.of("views.hiding", library.name()),
                                catalogue -> catalogue.hide(library, !library.isHidden())));
        MenuItem remove = item(Phrase.of("views.remove-from-the-list"), () -> askToRemove(library));
        MenuItem folder = item(
                Phrase.of("views.new-folder-in-it"),
                () -> FolderMenu.askForNew(workspace.filing(), workspace.questions(), library, ""));
        folder.setDisable(library.isAway());
        menu.getItems()
                .addAll(
                        target,
                        folder,
                        name,
                        look,
                        new SeparatorMenuItem(),
                        up,
                        down,
                        hide,
                        new SeparatorMenuItem(),
                        remove);
        return menu;
    }

    private static MenuItem item(String word, Runnable act) {
        MenuItem item = new MenuItem(word);
        item.setOnAction(e -> act.run());
        return item;
    }

    private void move(KnownLibrary library, int place) {
        workspace
                .libraries()
                .change(Phrase.of("views.sorting-the-libraries"), catalogue -> catalogue.move(library, place));
    }

    /** Only the list is changed, but a library that is away is not easily found again. */
    private void askToRemove(KnownLibrary library) {
        workspace
                .questions()
                .ask(
                        Phrase.of("views.remove-from-the-list-no", library.name()),
                        new Questions.Choice(
                                Phrase.of("views.remove-it"),
                                Phrase.of("views.it-can-be-opened-again"),
                                () -> workspace
                                        .libraries()
                                        .change(
                                                Phrase.of("views.removing", library.name()),
                                                catalogue -> catalogue.close(library.root()))),
                        new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {}));
    }

    void rename(KnownLibrary library, String name) {
        if (!name.isBlank() && !name.strip().equals(library.name())) {
            workspace
                    .libraries()
                    .change(Phrase.of("views.renaming", library.name()), catalogue -> catalogue.rename(library, name));
        }
    }
}
