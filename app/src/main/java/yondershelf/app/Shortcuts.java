package yondershelf.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Command;

/**
 * Runs commands by their keys. Plain keys work on the table alone, and while text is typed neither they nor undo nor pasting are taken
 * away from the text. A key that is held repeats only what goes step by step.
 */
final class Shortcuts {
    /** Where plus and minus lie differs between keyboards, and with it whether Shift is held; the number pad has its own. */
    private static final Map<KeyCode, Set<KeyCode>> SIGNS = Map.of(
            KeyCode.PLUS, Set.of(KeyCode.PLUS, KeyCode.ADD, KeyCode.EQUALS),
            KeyCode.MINUS, Set.of(KeyCode.MINUS, KeyCode.SUBTRACT, KeyCode.UNDERSCORE));

    private record Bound(Command command, KeyCombination keys, boolean plain, boolean edits) {
        boolean matches(KeyEvent e) {
            if (keys instanceof KeyCodeCombination code && SIGNS.containsKey(code.getCode())) {
                return SIGNS.get(code.getCode()).contains(e.getCode())
                        && e.isShortcutDown() == (code.getShortcut() == KeyCombination.ModifierValue.DOWN)
                        && e.isAltDown() == (code.getAlt() == KeyCombination.ModifierValue.DOWN);
            }
            return keys.match(e);
        }
    }

    private final Node table;
    private final List<Bound> bound = new ArrayList<>();
    private @Nullable KeyCode held;

    Shortcuts(List<Command> commands, Node table) {
        this.table = table;
        for (Command command : commands) {
            String keys = command.keys();
            if (keys != null) {
                boolean plain = !keys.startsWith("Shortcut") && !keys.matches("F\\d+");
                bound.add(new Bound(command, KeyCombination.valueOf(keys), plain, keys.matches(".*\\+[ZV]")));
            }
        }
    }

    /** Runs the command the keys belong to, which uses the event up. */
    void take(KeyEvent e) {
        boolean typing = e.getTarget() instanceof TextInputControl;
        for (Bound one : bound) {
            boolean texts = typing && (one.edits || one.plain);
            if (!texts && (!one.plain || isOnTable(e.getTarget())) && one.matches(e)) {
                boolean again = e.getCode() == held;
                held = e.getCode();
                e.consume();
                if (!again || one.command.isStep()) {
                    one.command.act().run();
                }
                return;
            }
        }
    }

    /** A key was let go, or its release will not be heard of because another window has the keys now. */
    void letGo() {
        held = null;
    }

    private boolean isOnTable(Object target) {
        for (Node node = target instanceof Node n ? n : null; node != null; node = node.getParent()) {
            if (node == table) {
                return true;
            }
        }
        return false;
    }
}
