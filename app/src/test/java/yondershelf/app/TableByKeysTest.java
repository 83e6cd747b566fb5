package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import yondershelf.content.Transform;
import yondershelf.table.Placement;

/** Everything an object on the table needs, without the mouse: chosen, moved, turned, sized, dressed, hidden, locked. */
class TableByKeysTest extends OneWindow {
    private Placement placed(int number) {
        return on.workspace.table().scene().placements().get(number);
    }

    @Test
    void objectsAreChosenMovedSizedAndDressed() throws Exception {
        run(() -> on.window.table().put(on.named("Storm lantern")));
        on.awaitStanding("the lantern", 1);
        run(() -> on.window.table().put(on.named("Tool chest")));
        on.awaitStanding("the chest", 2);
        on.focus("#table-picture");
        on.press(KeyCode.N);
        await(
                "the first is chosen",
                () -> placed(0).id().equals(on.window.table().picture().chosen()));
        on.press(KeyCode.SHIFT, KeyCode.N);
        await(
                "the one before it, round about",
                () -> placed(1).id().equals(on.window.table().picture().chosen()));

        Transform before = placed(1).toWorld();
        on.press(KeyCode.ALT, KeyCode.RIGHT);
        await("moved", () -> !placed(1).toWorld().equals(before));
        Transform there = placed(1).toWorld();
        assertEquals(0.05, Math.hypot(there.tx() - before.tx(), there.tz() - before.tz()), 1e-6, "a step of 5 cm");
        on.press(KeyCode.SHIFT, KeyCode.PERIOD);
        await("larger", () -> placed(1).toWorld().yy() > there.yy() * 1.04);
        on.press(KeyCode.PERIOD);
        await("turned", () -> Math.abs(placed(1).toWorld().xz()) > 0.2);

        int parts = placed(1).parts().size();
        assertTrue(parts > 1, "parts " + parts);
        on.press(KeyCode.P);
        run(() -> on.window.grid().choose(on.named("Rusted iron"), false));
        on.focus("#table-picture");
        on.press(KeyCode.CONTROL, KeyCode.ENTER);
        await("one part is dressed", () -> on.partsWearing("Rusted iron") == 1);
        on.undo();
        await("and taken off", () -> on.partsWearing("Rusted iron") == 0);
    }

    @Test
    void whatIsLockedStaysAndWhatIsHiddenComesBack() throws Exception {
        run(() -> on.window.table().put(on.named("Storm lantern")));
        on.awaitStanding("the lantern", 1);
        on.focus("#table-picture");
        on.press(KeyCode.L);
        await("locked", () -> placed(0).locked());
        on.press(KeyCode.DELETE);
        await("it is said why", () -> on.workspace.problem().get() != null);
        assertEquals(1, on.standing());
        run(() -> on.workspace.problem().set(null));

        on.press(KeyCode.O);
        await(
                "the list is open",
                () -> on.window.lookup("#objects") instanceof ListView<?> l
                        && l.getParent().isVisible()
                        && l.getItems().size() == 1);
        ListView<?> list = (ListView<?>) on.window.lookup("#objects");
        assertNotNull(list);
        await("it has the keys", list::isFocused);
        onFx(() -> {
            list.getSelectionModel().select(0);
            return true;
        });
        on.press(KeyCode.SPACE);
        await("hidden", () -> placed(0).hidden());
        on.press(KeyCode.SPACE);
        await("shown", () -> !placed(0).hidden());
        on.press(KeyCode.ESCAPE);
        await("folded", () -> !list.getParent().isVisible());
        on.press(KeyCode.L);
        await("free again", () -> !placed(0).locked());
        on.press(KeyCode.DELETE);
        on.awaitStanding("removed", 0);
    }
}
