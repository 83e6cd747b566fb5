package yondershelf.app.shelf;

import javafx.application.Platform;
import yondershelf.app.model.Chosen;
import yondershelf.app.model.Pages;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Shown;
import yondershelf.library.Asset;
import yondershelf.search.Key;
import yondershelf.search.Selection;
import yondershelf.words.Phrase;

/** What is chosen on the shelf by its grid: one asset with its card, or many. */
final class GridChoice {
    private final ShelfGrid grid;
    private final Workspace workspace;
    private final Pages pages;
    private final Chosen chosen;
    /** Something was chosen that is not among the entries yet: it is shown when they arrive. */
    private boolean revealing;

    GridChoice(ShelfGrid grid, Workspace workspace) {
        this.grid = grid;
        this.workspace = workspace;
        this.pages = workspace.shelf().pages();
        this.chosen = workspace.chosen();
    }

    /** Where the chosen asset stands; found with each answer, not at every frame. -1 when nothing is chosen, or it is not there. */
    int place() {
        return pages.followedPlace();
    }

    /** What is chosen may have changed, or be gone. */
    void renew() {
        Asset chosen = workspace.selected().get();
        if (chosen == null) {
            return;
        }
        workspace
                .background()
                .quietly(
                        Phrase.of("shelf.looking-at-what-is-chosen"),
                        work -> workspace.catalogue().shelf().shown(chosen.id()),
                        found -> {
                            if (workspace.selected().get() != chosen) {
                                return;
                            }
                            found.ifPresent(now -> followAs(now.key()));
                            Asset fresh = found.map(Shown::asset).orElse(null);
                            if (!chosen.equals(fresh)) {
                                workspace.selected().set(fresh);
                            }
                            if (grid.isCardOpen()) {
                                found.ifPresent(grid.card()::show);
                            }
                        });
    }

    /** What went and came again, as a thing that is sorted anew does, is known by another number since. */
    private void followAs(Key key) {
        if (!key.equals(pages.followed()) && !chosen.isMany()) {
            pages.follow(key);
            chosen.selection().set(Selection.only(key));
        }
    }

    /** Chooses an asset, its card open or folded. */
    void choose(Asset asset, boolean open) {
        workspace.shelf().withShown(asset, shown -> {
            int place = grid.tiles().placeOf(asset);
            if (place >= 0) {
                pages.follow(shown.key(), place);
            } else {
                pages.follow(shown.key());
            }
            choose(shown, open);
        });
    }

    private void choose(Shown shown, boolean open) {
        grid.card(open ? shown : null);
        workspace.selected().set(shown.asset());
        chosen.selection().set(Selection.only(shown.key()));
        revealSoon();
    }

    /** Chooses what stands at a place, as soon as that is known. */
    void chooseAt(int place, boolean open) {
        pages.whenThere(place, shown -> {
            pages.follow(shown.key(), place);
            choose(shown, open);
        });
    }

    /** Chooses these, of which one is looked at without its card. */
    void lead(Selection now, Asset asset, int place) {
        Key key = now.lead();
        grid.foldCard();
        if (key != null) {
            pages.follow(key, place);
            workspace.selected().set(asset);
        }
        chosen.selection().set(now);
        revealSoon();
    }

    private void revealSoon() {
        revealing = true;
        grid.requestLayout();
        Platform.runLater(grid::reveal);
    }

    /** More is known: what was chosen before it was there can be shown. */
    void known() {
        if (revealing) {
            Platform.runLater(grid::reveal);
        }
    }

    void revealed() {
        revealing = false;
    }
}
