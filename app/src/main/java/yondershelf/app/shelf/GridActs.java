package yondershelf.app.shelf;

import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import yondershelf.app.model.Chosen;
import yondershelf.app.model.Workspace;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Relabel;
import yondershelf.search.Hits;
import yondershelf.search.Selection;
import yondershelf.words.Phrase;

/** What keys and clicks mean on the grid. */
final class GridActs {
    private static final int NOWHERE = -2;

    private final ShelfGrid grid;
    private final Workspace workspace;
    private final Chosen chosen;

    GridActs(ShelfGrid grid, Workspace workspace) {
        this.grid = grid;
        this.workspace = workspace;
        this.chosen = workspace.chosen();
    }

    /** With Shift all up to it, with Ctrl it besides or no longer, else just it. */
    void click(Asset asset, MouseEvent e) {
        int place = grid.tiles().placeOf(asset);
        if (place < 0 || !e.isShiftDown() && !e.isShortcutDown()) {
            grid.choose(
                    asset,
                    !(grid.isCardOpen() && asset.equals(workspace.selected().get())));
            return;
        }
        Selection before = chosen.selection().get();
        Hits hits = workspace.shelf().hits().get();
        grid.choice()
                .lead(
                        e.isShiftDown() ? before.to(hits, place, e.isShortcutDown()) : before.toggled(hits.at(place)),
                        asset,
                        place);
    }

    void key(KeyEvent e) {
        if (e.getTarget() == grid && (walks(e) || labels(e) || chooses(e) || opens(e))) {
            e.consume();
        }
    }

    private int next(KeyEvent e) {
        int at = grid.choice().place();
        int last = grid.total() - 1;
        return switch (e.getCode()) {
            case LEFT -> at - 1;
            case RIGHT -> at + 1;
            case UP -> at - grid.columns();
            case DOWN -> at < 0 ? 0 : at + grid.columns();
            case PAGE_UP -> Math.max(0, at - grid.pageful());
            case PAGE_DOWN -> Math.min(last, Math.max(0, at) + grid.pageful());
            case HOME -> 0;
            case END -> last;
            default -> NOWHERE;
        };
    }

    /** To another one; with Shift all on the way are chosen. */
    private boolean walks(KeyEvent e) {
        int next = next(e);
        if (next < 0 || next >= grid.total()) {
            return false;
        }
        if (e.isShiftDown()) {
            workspace
                    .shelf()
                    .pages()
                    .whenThere(
                            next,
                            there -> grid.choice()
                                    .lead(
                                            chosen.selection()
                                                    .get()
                                                    .to(workspace.shelf().hits().get(), next, false),
                                            there.asset(),
                                            next));
        } else {
            grid.chooseAt(next, grid.isCardOpen());
        }
        return true;
    }

    private boolean labels(KeyEvent e) {
        int rating = RatingDots.digit(e);
        if (rating < 0 || chosen.selection().get().size() == 0) {
            return false;
        }
        chosen.label(Phrase.name(Edit.Field.RATING), Relabel.NOTHING.with(Edit.Field.RATING, String.valueOf(rating)));
        return true;
    }

    private boolean chooses(KeyEvent e) {
        boolean any = chosen.selection().get().size() > 0;
        if (e.isShortcutDown() && e.getCode() == KeyCode.A) {
            chosen.all();
        } else if (e.isShortcutDown() && e.getCode() == KeyCode.C && any) {
            chosen.copy();
        } else if (e.getCode() == KeyCode.ESCAPE && chosen.isMany()) {
            chosen.selection().set(Selection.NONE);
        } else if (e.getCode() == KeyCode.DELETE && (any || grid.choice().place() >= 0)) {
            workspace.deleteChosen();
        } else {
            return false;
        }
        return true;
    }

    private boolean opens(KeyEvent e) {
        Asset asset = workspace.selected().get();
        if ((e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE)
                && grid.choice().place() >= 0
                && asset != null) {
            grid.choose(asset, !grid.isCardOpen());
        } else if (e.getCode() == KeyCode.ESCAPE && grid.isCardOpen()) {
            grid.foldCard();
        } else {
            return false;
        }
        return true;
    }
}
