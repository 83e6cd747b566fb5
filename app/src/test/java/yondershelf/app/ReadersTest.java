package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.util.List;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import yondershelf.content.Problem;

/** What a screen reader is told, asked as one asks: by attributes of the toolkit's accessibility interface. */
class ReadersTest extends OneWindow {
    private static @Nullable Object ask(Node node, AccessibleAttribute what, Object... more) throws Exception {
        return onFx(() -> java.util.Optional.ofNullable(node.queryAccessibleAttribute(what, more)))
                .orElse(null);
    }

    @Test
    void theShelfTellsItsCountItsFocusAndWhatIsChosen() throws Exception {
        Node shelf = on.node("#shelf");
        assertEquals(AccessibleRole.LIST_VIEW, ask(shelf, AccessibleAttribute.ROLE));
        assertEquals(on.workspace.shelf().hits().get().total(), ask(shelf, AccessibleAttribute.ITEM_COUNT));
        on.robot.clickOn(on.tile("Storm lantern"));
        await("chosen", () -> on.workspace.selected().get() != null);
        on.press(KeyCode.ESCAPE);
        await("one thing on the shelf", () -> on.workspace.shelf().hits().get().total() == 1);
        assertEquals(1, ask(shelf, AccessibleAttribute.ITEM_COUNT));
        Node focused = assertInstanceOf(Node.class, ask(shelf, AccessibleAttribute.FOCUS_ITEM));
        assertTrue(String.valueOf(ask(focused, AccessibleAttribute.TEXT)).startsWith("Storm lantern, model"));
        assertEquals(AccessibleRole.LIST_ITEM, ask(focused, AccessibleAttribute.ROLE));
        assertEquals(true, ask(focused, AccessibleAttribute.SELECTED));
        assertEquals(0, ask(focused, AccessibleAttribute.INDEX));
        assertEquals(focused, ask(shelf, AccessibleAttribute.ITEM_AT_INDEX, 0));
        List<?> chosen = assertInstanceOf(List.class, ask(shelf, AccessibleAttribute.SELECTED_ITEMS));
        assertEquals(List.of(focused), chosen);
    }

    @Test
    void aProblemIsToldWhereverTheKeysAre() throws Exception {
        run(() -> on.workspace.tell(new Problem("lamp.glb", "it is cut short", "Copy it again")));
        Node message = on.node("#message");
        await(
                "it stands there",
                () -> String.valueOf(message.queryAccessibleAttribute(AccessibleAttribute.TEXT))
                        .equals("Problem: lamp.glb: it is cut short. Copy it again."));
        run(() -> on.workspace.problem().set(null));
        assertNotNull(message);
    }
}
