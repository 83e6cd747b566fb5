package yondershelf.app.intake;

import java.util.ArrayList;
import java.util.List;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Tooltip;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.DataFormat;
import javafx.scene.input.DragEvent;
import javafx.scene.input.Dragboard;
import javafx.scene.input.TransferMode;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.CarriedImage;

/** Things of the plan, or one file of a thing, being carried with the mouse to where they belong. */
final class PlanCarry {
    private static final DataFormat THINGS = new DataFormat("application/x-yonder-shelf-came");
    private static final DataFormat FILE = new DataFormat("application/x-yonder-shelf-file-of-came");
    private static final PseudoClass TARGET = PseudoClass.getPseudoClass("target");

    /**
     * What is carried.
     *
     * @param things their numbers in the plan
     * @param file of the only one of them, when that alone is carried; else null
     */
    record Carried(List<Integer> things, @Nullable String file) {}

    /** What a drop does, and in which words it says so beforehand. */
    interface Target {
        /** Empty for what is not taken. */
        String promise(Carried carried);

        void drop(Carried carried);
    }

    private PlanCarry() {}

    static void start(Node from, Carried carried, String shown) {
        Dragboard board = from.startDragAndDrop(TransferMode.COPY_OR_MOVE);
        ClipboardContent content = new ClipboardContent();
        content.put(THINGS, new ArrayList<>(carried.things));
        if (carried.file != null) {
            content.put(FILE, carried.file);
        }
        board.setContent(content);
        var seen = CarriedImage.of(shown);
        board.setDragView(seen, seen.getWidth() + 2, seen.getHeight() + 2);
    }

    private static @Nullable Carried of(Dragboard board) {
        if (!(board.getContent(THINGS) instanceof List<?> numbers)) {
            return null;
        }
        List<Integer> things = new ArrayList<>();
        numbers.forEach(n -> things.add((Integer) n));
        return new Carried(things, board.getContent(FILE) instanceof String file ? file : null);
    }

    /** Lets a node take what is carried; while something is over it, it is marked and says what letting go will do. */
    static void takes(Node node, Target target) {
        Tooltip promise = new Tooltip();
        node.setOnDragOver(e -> {
            if (!words(e, target).isEmpty()) {
                e.acceptTransferModes(TransferMode.COPY_OR_MOVE);
                node.pseudoClassStateChanged(TARGET, true);
                e.consume();
            }
        });
        node.setOnDragEntered(e -> {
            String words = words(e, target);
            if (!words.isEmpty()) {
                promise.setText(words);
                promise.show(node, e.getScreenX() + 14, e.getScreenY() + 14);
            }
        });
        node.setOnDragExited(e -> {
            node.pseudoClassStateChanged(TARGET, false);
            promise.hide();
        });
        node.setOnDragDropped(e -> {
            promise.hide();
            node.pseudoClassStateChanged(TARGET, false);
            Carried carried = of(e.getDragboard());
            if (carried != null && !target.promise(carried).isEmpty()) {
                target.drop(carried);
                e.setDropCompleted(true);
                e.consume();
            }
        });
    }

    private static String words(DragEvent e, Target target) {
        Carried carried = of(e.getDragboard());
        return carried == null ? "" : target.promise(carried);
    }
}
