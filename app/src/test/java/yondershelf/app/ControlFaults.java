package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Bounds;
import javafx.geometry.Rectangle2D;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.Control;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListCell;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.SplitPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.Tooltip;
import javafx.scene.text.Text;

/** What is wrong with the controls that are to be seen: without a name, a tooltip or a way by keys, cut off, outside, over another. */
final class ControlFaults {
    private ControlFaults() {}

    /** On the interface thread. */
    static List<String> of(ShelfWindow window) {
        // Texts may have changed since the last pulse: look at them as they will be drawn next.
        window.applyCss();
        window.layout();
        List<String> faults = new ArrayList<>();
        List<Node> operated = new ArrayList<>();
        each(window, node -> {
            if (isOperated(node) && !isInner(node)) {
                operated.add(node);
                nameTooltipAndKeys((Control) node, faults);
            }
            isTold(node, faults);
            if (node instanceof Labeled labeled && labeled.getWidth() > 0) {
                wordsAreWhole(labeled, faults);
            }
        });
        assertTrue(operated.size() > 8, "the view was found");
        places(operated, faults);
        return faults;
    }

    private static final double SLACK = 1;

    /** A node and all visible ones in it. */
    static void each(Node node, Consumer<Node> act) {
        if (!node.isVisible()) {
            return;
        }
        act.accept(node);
        if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(child -> each(child, act));
        }
    }

    private static boolean isOperated(Node node) {
        return node instanceof ButtonBase
                || node instanceof TextInputControl
                || node instanceof ComboBoxBase<?>
                || node instanceof Slider;
    }

    /** A part of another control, which has what it needs. */
    private static boolean isInner(Node node) {
        for (Node p = node.getParent(); p != null; p = p.getParent()) {
            if (p instanceof Control && !(p instanceof ScrollPane) && !(p instanceof SplitPane)) {
                return true;
            }
        }
        return false;
    }

    private static String told(Node node) {
        String words =
                node instanceof Labeled l ? l.getText() : node instanceof TextInputControl t ? t.getPromptText() : "";
        return node.getClass().getSimpleName() + " #" + node.getId() + " '" + words + "'";
    }

    private static boolean scrolls(Node node) {
        for (Node p = node.getParent(); p != null; p = p.getParent()) {
            if (p instanceof ScrollPane || "shelf".equals(p.getId())) {
                return true;
            }
        }
        return false;
    }

    /** What a list or the shelf shows in its places has a name too. */
    private static void isTold(Node node, List<String> faults) {
        boolean row = node instanceof ListCell<?> cell && !cell.isEmpty();
        boolean tile = node.getStyleClass().contains("tile");
        if (!row && !tile) {
            return;
        }
        String words = node.getAccessibleText();
        String text = row ? ((ListCell<?>) node).getText() : null;
        if ((words == null || words.isBlank()) && (text == null || text.isBlank())) {
            faults.add("a "
                    + (row ? "row of #" + ((ListCell<?>) node).getListView().getId() : "tile")
                    + " has no name for screen readers");
        }
    }

    private static void nameTooltipAndKeys(Control control, List<String> faults) {
        String name = control.getAccessibleText();
        boolean named = name != null && !name.isBlank()
                || control instanceof Labeled l
                        && l.getText() != null
                        && !l.getText().isBlank();
        if (!named) {
            faults.add(told(control) + " has no name for screen readers");
        }
        Tooltip tooltip = control.getTooltip();
        if (tooltip == null || tooltip.getText().isBlank()) {
            faults.add(told(control) + " has no tooltip");
        }
        if (!control.isFocusTraversable()) {
            faults.add(told(control) + " is not reached by keys");
        }
    }

    private static void wordsAreWhole(Labeled labeled, List<String> faults) {
        for (Node child : labeled.getChildrenUnmodifiable()) {
            if (child instanceof Text text
                    && !text.getText().equals(labeled.getText())
                    && !text.getText().isBlank()
                    && labeled.getTooltip() == null
                    // the words of a menu's button bear its tooltip
                    && !(labeled.getParent() instanceof Control menu && menu.getTooltip() != null)) {
                faults.add(told(labeled) + " is cut off: " + text.getText());
            }
        }
    }

    private static void places(List<Node> nodes, List<String> faults) {
        Rectangle2D window = new Rectangle2D(0, 0, 1280, 800);
        for (int i = 0; i < nodes.size(); i++) {
            Bounds a = nodes.get(i).localToScene(nodes.get(i).getLayoutBounds());
            if (!scrolls(nodes.get(i))
                    && !window.contains(a.getMinX(), a.getMinY(), a.getWidth() - SLACK, a.getHeight() - SLACK)) {
                faults.add(told(nodes.get(i)) + " lies outside the window: " + a);
            }
            for (int k = 0; k < i; k++) {
                Bounds b = nodes.get(k).localToScene(nodes.get(k).getLayoutBounds());
                boolean apart = a.getMaxX() - SLACK <= b.getMinX()
                        || b.getMaxX() - SLACK <= a.getMinX()
                        || a.getMaxY() - SLACK <= b.getMinY()
                        || b.getMaxY() - SLACK <= a.getMinY();
                if (!apart && scrolls(nodes.get(i)) == scrolls(nodes.get(k))) {
                    faults.add(told(nodes.get(i)) + " lies over " + told(nodes.get(k)));
                }
            }
        }
    }
}
