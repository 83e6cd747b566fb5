package yondershelf.app.shelf;

import java.util.List;
import java.util.function.Function;
import javafx.geometry.BoundingBox;
import javafx.geometry.Bounds;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Chosen;
import yondershelf.search.Key;
import yondershelf.search.Selection;

/** A frame drawn with the mouse around things, from a place where none lies. What it touches is chosen. */
final class Frame {
    private static final double LEAST = 4;

    private final Chosen chosen;
    private final Pane pane;
    private final Region drawn = new Region();
    private final Function<Bounds, List<Key>> touched;
    private @Nullable Selection before;
    private double x;
    private double y;
    private boolean moved;

    /** @param touched what lies under a part of the pane */
    Frame(Chosen chosen, Pane pane, Function<Bounds, List<Key>> touched) {
        this.chosen = chosen;
        this.pane = pane;
        this.touched = touched;
        drawn.getStyleClass().add("choosing-frame");
        drawn.setManaged(false);
        drawn.setMouseTransparent(true);
        drawn.setVisible(false);
        pane.getChildren().add(drawn);
        pane.addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
        pane.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        pane.addEventHandler(MouseEvent.MOUSE_RELEASED, this::release);
    }

    private boolean isFree(MouseEvent e) {
        // a tile is wider than what it shows
        return e.getTarget() == pane || e.getTarget() instanceof Tile;
    }

    private void press(MouseEvent e) {
        if (e.getButton() == MouseButton.PRIMARY && isFree(e)) {
            before = e.isShortcutDown() || e.isShiftDown() ? chosen.selection().get() : Selection.NONE;
            x = e.getX();
            y = e.getY();
            moved = false;
        }
    }

    private void drag(MouseEvent e) {
        Selection from = before;
        if (from == null) {
            return;
        }
        moved |= Math.hypot(e.getX() - x, e.getY() - y) > LEAST;
        if (!moved) {
            return;
        }
        double left = Math.min(x, e.getX());
        double top = Math.min(y, e.getY());
        Bounds bounds = new BoundingBox(left, top, Math.abs(e.getX() - x), Math.abs(e.getY() - y));
        drawn.resizeRelocate(left, top, bounds.getWidth(), bounds.getHeight());
        drawn.setVisible(true);
        drawn.toFront();
        chosen.selection().set(from.and(touched.apply(bounds)));
        e.consume();
    }

    private void release(MouseEvent e) {
        drawn.setVisible(false);
        if (before != null && moved) {
            e.consume();
        }
        before = null;
    }
}
