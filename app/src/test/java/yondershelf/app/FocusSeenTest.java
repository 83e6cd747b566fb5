package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Bounds;
import javafx.geometry.Rectangle2D;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.SnapshotParameters;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Control;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.SplitPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.image.WritableImage;
import org.junit.jupiter.api.Test;
import yondershelf.app.model.Workspace;

/** Whatever can have the keys shows that it has them: with and without, it is drawn otherwise. */
class FocusSeenTest extends OneWindow {
    private static final int EDGE = 3;
    private static final int LEAST_PIXELS = 8;

    private List<Control> reached() throws Exception {
        List<Control> out = new ArrayList<>();
        run(() -> gather(on.window, out));
        return out;
    }

    private static void gather(Node node, List<Control> out) {
        if (!node.isVisible()) {
            return;
        }
        boolean operated = node instanceof ButtonBase || node instanceof TextInputControl || node instanceof Slider;
        if (operated && node.isFocusTraversable() && !node.isDisabled()) {
            out.add((Control) node);
        }
        boolean inside = node instanceof Control && !(node instanceof ScrollPane) && !(node instanceof SplitPane);
        if (node instanceof Parent parent && !inside) {
            parent.getChildrenUnmodifiable().forEach(child -> gather(child, out));
        }
    }

    private WritableImage drawn(Control control) throws Exception {
        Toolkit.pulse();
        return onFx(() -> {
            Bounds at = control.localToScene(control.getLayoutBounds());
            SnapshotParameters part = new SnapshotParameters();
            part.setViewport(new Rectangle2D(
                    Math.max(0, at.getMinX() - EDGE),
                    Math.max(0, at.getMinY() - EDGE),
                    at.getWidth() + 2 * EDGE,
                    at.getHeight() + 2 * EDGE));
            return on.window.snapshot(part, null);
        });
    }

    private static int different(WritableImage a, WritableImage b) {
        int count = 0;
        for (int y = 0; y < Math.min(a.getHeight(), b.getHeight()); y++) {
            for (int x = 0; x < Math.min(a.getWidth(), b.getWidth()); x++) {
                count += a.getPixelReader().getArgb(x, y) == b.getPixelReader().getArgb(x, y) ? 0 : 1;
            }
        }
        return count;
    }

    private static boolean isThere(Control control) {
        boolean seen = control.getScene() != null && !control.isDisabled();
        for (Node node = control; node != null; node = node.getParent()) {
            seen &= node.isVisible();
        }
        return seen;
    }

    private List<String> unseen() throws Exception {
        List<String> out = new ArrayList<>();
        List<Control> all = reached();
        assertTrue(all.size() > 8, "the view was found");
        for (Control control : all) {
            on.focus("#places");
            WritableImage before = drawn(control);
            run(control::requestFocus);
            if (!Toolkit.happens(control::isFocused, 5)) {
                // filled anew meanwhile, so that another stands in its place; or its job is over
                if (onFx(() -> isThere(control))) {
                    out.add(control.getClass().getSimpleName() + " #" + control.getId() + " cannot have the keys");
                }
                continue;
            }
            WritableImage after = drawn(control);
            if (different(before, after) < LEAST_PIXELS) {
                out.add(control.getClass().getSimpleName() + " #" + control.getId() + " " + control.getStyleClass());
            }
        }
        return out;
    }

    @Test
    void onTheShelf() throws Exception {
        assertEquals(List.of(), unseen());
    }

    @Test
    void inThePlanOfAPack() throws Exception {
        run(() -> on.window.bring(List.of(on.demo("packs/shingle_study.zip"))));
        await("a plan", () -> on.window.lookup("#take-in") instanceof ButtonBase take && !take.isDisabled());
        assertEquals(List.of(), unseen());
    }

    @Test
    void inMend() throws Exception {
        run(() -> on.workspace.view().set(Workspace.View.MEND));
        assertEquals(List.of(), unseen());
    }
}
