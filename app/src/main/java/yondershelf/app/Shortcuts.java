package yondershelf.app;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Command;

/**
 * Runs commands by their keys. Plain keys work on the table alone, and while text is typed neither they nor undo nor pasting are taken
 * away from the text. A key that is held repeats only what goes step by step.
 */
final class Shortcuts {
    private record Bound(Command command, KeyCombination keys, boolean plain, boolean edits) {}

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
            if (!texts && (!one.plain || isOnTable(e.getTarget())) && one.keys.match(e)) {
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
