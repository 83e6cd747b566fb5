package yondershelf.app.mend;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import yondershelf.app.model.Faults;
import yondershelf.app.model.Gap;
import yondershelf.app.model.LibraryActs;
import yondershelf.app.model.Words;
import yondershelf.mend.Finding;
import yondershelf.words.Phrase;

/** Above the findings: how many there are, and the acts for all of them. */
final class MendHead extends HBox {
    private final Label heading = new Label(Phrase.of("views.mend"));
    private final Button all = new Button(Phrase.of("views.apply-every-remedy"));
    private final Button earlier = new Button(Phrase.of("views.earlier-changes"));

    /** @param turn shows earlier changes in place of the findings, or these again */
    MendHead(Faults faults, LibraryActs libraries, Runnable turn) {
        Gap.WIDE.between(this);
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add("pane-head");
        heading.getStyleClass().add("view-heading");
        all.setId("mend-all");
        all.getStyleClass().add("main-act");
        all.setTooltip(new Tooltip(Phrase.of("views.apply-all-remedies-that-are")));
        all.setOnAction(e -> faults.mendAll());
        earlier.getStyleClass().add("quiet");
        earlier.setId("earlier");
        earlier.setTooltip(new Tooltip(Phrase.of("views.all-changes-made-to-files")));
        earlier.setOnAction(e -> turn.run());
        Button check = new Button(Phrase.of("views.check-again"));
        check.getStyleClass().add("quiet");
        check.setTooltip(new Tooltip(Phrase.of("views.look-through-the-libraries-for")));
        check.setOnAction(e -> libraries.scan());
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        getChildren().addAll(heading, gap, all, earlier, check);
    }

    /** @param runs true while earlier changes stand below */
    void show(List<Finding> findings, boolean runs) {
        long mendable = findings.stream().filter(Finding::mendsByItself).count();
        earlier.setText(runs ? Phrase.of("views.findings") : Phrase.of("views.earlier-changes"));
        heading.setText(
                runs
                        ? Phrase.of("views.earlier-changes")
                        : findings.isEmpty() ? Phrase.of("views.mend") : Words.plural(findings.size(), "finding"));
        all.setText(Phrase.of(
                "views.apply",
                mendable == 1 ? Phrase.of("views.the-one-remedy") : Phrase.of("views.all-remedies", mendable)));
        all.setDisable(mendable == 0);
        all.setVisible(!findings.isEmpty() && !runs);
        all.setManaged(!runs);
    }
}
