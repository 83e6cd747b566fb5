package yondershelf.app.jobs;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import yondershelf.app.model.Gap;
import yondershelf.content.Problem;
import yondershelf.content.Visible;
import yondershelf.words.Phrase;

/** One problem: which file, why, what to do. */
final class ProblemRow extends HBox {
    ProblemRow(Problem problem, Runnable putAway) {
        Gap.WIDE.between(this);
        setAlignment(Pos.TOP_LEFT);
        Label file = new Label("▲ " + Visible.text(problem.file()));
        file.getStyleClass().add("trouble");
        file.setWrapText(true);
        Label cause = new Label(Visible.text(problem.cause()) + ".");
        cause.setWrapText(true);
        VBox words = Gap.HAIR.column(file, cause);
        if (!problem.advice().isEmpty()) {
            Label advice = new Label(Visible.text(problem.advice()) + ".");
            advice.getStyleClass().add("faint");
            advice.setWrapText(true);
            words.getChildren().add(advice);
        }
        HBox.setHgrow(words, Priority.ALWAYS);
        Button close = new Button(Phrase.of("views.close"));
        close.getStyleClass().add("quiet");
        close.setMinWidth(Region.USE_PREF_SIZE);
        close.setTooltip(new Tooltip(Phrase.of("views.put-this-problem-away")));
        close.setOnAction(e -> putAway.run());
        getStyleClass().add("problem-row");
        getChildren().addAll(words, close);
    }
}
