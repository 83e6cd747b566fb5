package yondershelf.app;

import javafx.scene.control.SplitPane;
import javafx.scene.layout.Region;

/** The two halves of the window: shelf, intake or mend on the left, the table on the right. Either can have the whole. */
final class Halves extends SplitPane {
    static final double USUAL = 0.59;
    private static final double LEAST = 0.2;

    /** What is seen of them. */
    enum Seen {
        BOTH,
        LEFT,
        TABLE
    }

    private final Region left;
    private final Region table;
    private double divider = USUAL;
    private Seen seen = Seen.BOTH;

    Halves(Region left, Region table) {
        this.left = left;
        this.table = table;
        SplitPane.setResizableWithParent(left, true);
        getItems().addAll(left, table);
        setDividerPositions(USUAL);
    }

    Seen seen() {
        return seen;
    }

    /** Where the line between them stands, in shares of the width, whether it is seen now or not. */
    double divider() {
        return seen == Seen.BOTH ? getDividerPositions()[0] : divider;
    }

    void setDivider(double share) {
        divider = Math.max(LEAST, Math.min(1 - LEAST, share));
        if (seen == Seen.BOTH) {
            setDividerPositions(divider);
        }
    }

    /** Gives one of them the whole window; asked for again, both are back where they were. */
    void turn(Seen wanted) {
        show(wanted == seen ? Seen.BOTH : wanted);
    }

    void show(Seen wanted) {
        if (wanted == seen) {
            return;
        }
        if (seen == Seen.BOTH) {
            divider = getDividerPositions()[0];
        }
        seen = wanted;
        switch (wanted) {
            case LEFT -> getItems().setAll(left);
            case TABLE -> getItems().setAll(table);
            case BOTH -> {
                getItems().setAll(left, table);
                setDividerPositions(divider);
            }
        }
    }
}
