package yondershelf.app.model;

import java.util.Locale;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The room between things side by side, in steps of the one size of text: how many em each is stands in the style sheet. */
public enum Gap {
    HAIR,
    TIGHT,
    CLOSE,
    EVEN,
    WIDE,
    BROAD;

    /** Of a tree's depth, in em. */
    private static final double STEP = 1;

    /** Sets so much between the things in a box, or between the lines of a table of names and values. */
    public void between(Pane box) {
        box.getStyleClass().add("gap-" + name().toLowerCase(Locale.ROOT));
    }

    /** Things beside each other with so much between them. */
    public HBox row(Node... things) {
        HBox row = new HBox(things);
        between(row);
        return row;
    }

    /** Things below each other with so much between them. */
    public VBox column(Node... things) {
        VBox column = new VBox(things);
        between(column);
        return column;
    }

    /**
     * Sets a row of a tree in by its depth.
     *
     * @param around above and below, in em
     * @param start in em, of a row of depth 0
     */
    public static void indent(Region row, double around, double start, int depth) {
        row.setStyle(String.format(
                Locale.ROOT, "-fx-padding: %1$.3fem 1.077em %1$.3fem %2$.3fem", around, start + depth * STEP));
    }
}
