package yondershelf.app.window;

import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;

/** Something laid over the window: a click beside it or Escape closes it, and whatever had the keys has them again. */
public abstract class Overlay extends StackPane {
    private @Nullable Node before;

    /** What lies over the window, in the middle of it. */
    protected final void hold(String id, Region box) {
        setId(id);
        getStyleClass().add("overlay");
        setVisible(false);
        box.getStyleClass().add("overlay-box");
        getChildren().setAll(box);
        addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                close();
                e.consume();
            }
        });
        setOnMousePressed(e -> {
            if (e.getTarget() == this) {
                close();
            }
        });
    }

    /**
     * Shows it.
     *
     * @param first what has the keys
     */
    protected final void show(Node first) {
        before = getScene() == null ? null : getScene().getFocusOwner();
        setVisible(true);
        first.requestFocus();
    }

    /** Closes it. */
    public final void close() {
        setVisible(false);
        if (before != null) {
            before.requestFocus();
            before = null;
        }
    }
}
