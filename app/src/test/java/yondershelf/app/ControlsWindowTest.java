package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

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
import javafx.scene.control.MenuButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.SplitPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.text.Text;
import org.junit.jupiter.api.Test;
import yondershelf.app.model.Workspace;
import yondershelf.library.Asset;
import yondershelf.library.Edit;

/**
 * What holds for every control of every view at 1280x800: it has a name for screen readers, a tooltip and a way by keys,
 * its words are not cut off, it lies within the window and over no other.
 */
class ControlsWindowTest extends OneWindow {
    private static final double SLACK = 1;

    private static void each(Node node, Consumer<Node> act) {
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

    /** Faults of all that is to be seen. */
    private List<String> faults() throws Exception {
        Toolkit.pulse();
        await("at rest", on::isQuiet);
        Toolkit.pulse();
        return onFx(() -> {
            // Texts may have changed since the last pulse: look at them as they will be drawn next.
            on.window.applyCss();
            on.window.layout();
            List<String> faults = new ArrayList<>();
            List<Node> operated = new ArrayList<>();
            each(on.window, node -> {
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
        });
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

    private static void assertNone(String view, List<String> faults) {
        assertEquals(List.of(), faults, view);
    }

    @Test
    void theShelfAndTheCard() throws Exception {
        assertNone("shelf", faults());
        for (String name : List.of("Storm lantern", "Fog dawn", "Tarred timber")) {
            run(() -> on.window.grid().choose(on.named(name), true));
            await("the card", () -> !on.window.lookupAll(".card").isEmpty());
            assertNone("card of " + name, faults());
        }
    }

    @Test
    void theCardOfAFileThatDoesNotSayItsUnits() throws Exception {
        // alone, so that no long name beside it is cut off
        on.search("rope coil");
        await("found", () -> on.workspace.hits().get().total() == 1);
        Asset rope = on.named("Rope coil");
        run(() -> on.window.grid().choose(rope, true));
        await("what is assumed stands there", () -> on.window.lookup("#space") != null);
        assertNone("card of Rope coil", faults());
        run(() -> on.window.workspace().labelling().tellSpace(rope, rope.id(), Edit.Field.UNITS, "millimetres"));
        await(
                "told",
                () -> on.window.lookup("#space") instanceof MenuButton m
                        && m.getText().contains("told"));
        assertNone("card of a thing whose units were told", faults());
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        await("taken back", () -> on.named("Rope coil").space().isNone());
    }

    @Test
    void theTableWithAChosenThing() throws Exception {
        run(() -> on.window.table().put(on.named("Storm lantern")));
        await("it stands", () -> on.standing() == 1);
        assertNone("table", faults());
    }

    @Test
    void intake() throws Exception {
        run(() -> on.workspace.view().set(Workspace.View.INTAKE));
        assertNone("intake, empty", faults());
        run(() -> on.window.bring(List.of(on.demo("packs/shingle_study.zip"))));
        await("a plan", () -> on.window.lookup("#take-in") instanceof ButtonBase take && !take.isDisabled());
        assertNone("intake", faults());
    }

    @Test
    void mend() throws Exception {
        run(() -> on.workspace.view().set(Workspace.View.MEND));
        assertNone("mend", faults());
    }

    /** The list of jobs takes its room from what scrolls, not from the window's edges. */
    @Test
    void jobsUnderEachView() throws Exception {
        on.press(KeyCode.CONTROL, KeyCode.J);
        for (Workspace.View view : Workspace.View.values()) {
            run(() -> on.workspace.view().set(view));
            assertNone("jobs under " + view, faults());
        }
        on.press(KeyCode.CONTROL, KeyCode.J);
    }

    @Test
    void keys() throws Exception {
        run(() -> on.window.keys().open());
        assertNone(
                "keys", faults().stream().filter(f -> !f.contains("lies over")).toList());
    }
}
