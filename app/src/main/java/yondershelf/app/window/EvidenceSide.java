package yondershelf.app.window;

import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ScrollPane.ScrollBarPolicy;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Region;

/** The right of a working list: the evidence, which scrolls where the window is low, over the act, which always stays in sight. */
public final class EvidenceSide extends BorderPane {
    private static final double AROUND = 28;
    private static final double BAR = 10;

    /** @param edge width of the large picture in the evidence, in pixels */
    public EvidenceSide(Region evidence, double edge) {
        ScrollPane scroll = new ScrollPane(evidence);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollBarPolicy.NEVER);
        scroll.setMinHeight(0);
        setCenter(scroll);
        evidence.getStyleClass().add("evidence-list");
        getStyleClass().add("evidence-side");
        setMinWidth(edge + AROUND + BAR);
        setPrefWidth(edge + AROUND + BAR);
    }

    /** Shows the one act below the evidence. */
    public EvidenceSide with(Node act) {
        BorderPane foot = new BorderPane();
        foot.setLeft(act);
        foot.getStyleClass().add("evidence-act");
        setBottom(foot);
        return this;
    }
}
