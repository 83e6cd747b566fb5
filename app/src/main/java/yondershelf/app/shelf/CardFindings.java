package yondershelf.app.shelf;

import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.VBox;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Workspace;
import yondershelf.library.Asset;
import yondershelf.mend.Finding;
import yondershelf.words.Phrase;

/** The first findings of the card's asset, and the way to all of them. */
final class CardFindings extends VBox {
    private static final int MOST = 2;

    private final Workspace workspace;

    CardFindings(Workspace workspace) {
        Gap.TIGHT.between(this);
        this.workspace = workspace;
    }

    void show(Asset thing) {
        getChildren().clear();
        List<Finding> found = workspace.faults().of(thing);
        int shown = Math.min(MOST, found.size());
        for (Finding finding : found.subList(0, shown)) {
            Label what = new Label("▲ " + finding.code().title());
            what.getStyleClass().add("trouble");
            what.setTooltip(new Tooltip(finding.evidence()));
            getChildren().add(what);
        }
        if (!found.isEmpty()) {
            Button mend = new Button(
                    found.size() > shown ? Phrase.of("shelf.mend-findings", found.size()) : Phrase.of("shelf.mend"));
            mend.setTooltip(new Tooltip(Phrase.of("shelf.show-the-evidence-and-the")));
            mend.setOnAction(e -> workspace.view().set(Workspace.View.MEND));
            getChildren().add(mend);
        }
    }
}
