package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import yondershelf.app.model.Command;

/** Keys run commands where they are meant to, and are left to the text that is being typed. */
class ShortcutsTest {
    private final List<String> ran = new ArrayList<>();
    private final Region picture = new Region();
    private final Pane table = new Pane(new Pane(picture));
    private final Region elsewhere = new Region();

    @BeforeAll
    static void start() throws Exception {
        Toolkit.start();
    }

    private final Shortcuts shortcuts = new Shortcuts(
            List.of(
                    Command.step("undo", "Table", "Shortcut+Z", () -> ran.add("undo")),
                    command("redo", "Shortcut+Shift+Z"),
                    command("save", "Shortcut+S"),
                    command("look through", "F5"),
                    command("frame", "F"),
                    new Command("nothing", "Table", null, () -> ran.add("nothing"))),
            table);

    private Command command(String name, String keys) {
        return new Command(name, "Table", keys, () -> ran.add(name));
    }

    private KeyEvent press(Node at, KeyCode code, boolean shift, boolean control) {
        KeyEvent event = new KeyEvent(at, at, KeyEvent.KEY_PRESSED, "", "", code, shift, control, false, false);
        shortcuts.take(event);
        return event;
    }

    private List<String> pressed(Node at, KeyCode code, boolean shift, boolean control) {
        ran.clear();
        KeyEvent event = press(at, code, shift, control);
        shortcuts.letGo();
        assertEquals(!ran.isEmpty(), event.isConsumed(), "what runs a command is used up, and nothing else");
        return List.copyOf(ran);
    }

    /** A held key comes again and again; saving happens once, taking back goes on. */
    @Test
    void heldKeys() {
        for (int i = 0; i < 3; i++) {
            assertTrue(press(elsewhere, KeyCode.S, false, true).isConsumed(), "used up, though not run");
        }
        assertEquals(List.of("save"), ran);
        shortcuts.letGo();
        press(elsewhere, KeyCode.S, false, true);
        assertEquals(List.of("save", "save"), ran);
        press(elsewhere, KeyCode.Z, false, true);
        press(elsewhere, KeyCode.Z, false, true);
        assertEquals(List.of("save", "save", "undo", "undo"), ran);
    }

    @Test
    void everywhere() {
        assertEquals(List.of("undo"), pressed(elsewhere, KeyCode.Z, false, true));
        assertEquals(List.of("redo"), pressed(elsewhere, KeyCode.Z, true, true));
        assertEquals(List.of("look through"), pressed(elsewhere, KeyCode.F5, false, false));
        assertEquals(List.of(), pressed(elsewhere, KeyCode.Q, false, true));
    }

    @Test
    void plainKeysBelongToTheTable() {
        assertEquals(List.of("frame"), pressed(picture, KeyCode.F, false, false));
        assertEquals(List.of(), pressed(elsewhere, KeyCode.F, false, false));
        assertEquals(List.of(), pressed(picture, KeyCode.F, true, false));
    }

    @Test
    void textKeepsItsOwnUndoAndItsLetters() throws Exception {
        TextField field = FxToolkit.setupFixture(() -> new TextField());
        table.getChildren().add(field);
        assertEquals(List.of(), pressed(field, KeyCode.Z, false, true));
        assertEquals(List.of(), pressed(field, KeyCode.F, false, false));
        assertEquals(List.of("save"), pressed(field, KeyCode.S, false, true));
        assertEquals(List.of("look through"), pressed(field, KeyCode.F5, false, false));
    }
}
