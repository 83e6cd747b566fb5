package yondershelf.app.jobs;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Words;
import yondershelf.content.Problem;
import yondershelf.words.Phrase;
import yondershelf.work.Job;

/** One job in the list: where it stands, the reasons of what went wrong, and its end by hand. */
final class JobRow extends VBox {
    private final Job<?> job;
    private final Label state = new Label();
    private final Button cancel = new Button(Phrase.of("views.cancel"));
    private int told;

    JobRow(Job<?> job) {
        Gap.TIGHT.between(this);
        this.job = job;
        cancel.getStyleClass().add("quiet");
        cancel.setTooltip(new Tooltip(Phrase.of("views.stop", job.title())));
        cancel.setOnAction(e -> job.cancel());
        HBox line = Gap.WIDE.row(state, cancel);
        line.setAlignment(Pos.CENTER_LEFT);
        line.getStyleClass().add("job-row");
        getChildren().add(line);
        update();
    }

    /** Tells where the job stands now. */
    void update() {
        String stands = switch (job.state()) {
            case WAITING -> Phrase.of("views.waiting");
            case RUNNING -> Phrase.of("views.running-for", progress(job), Words.seconds(job.seconds()));
            case DONE -> Phrase.of("views.done-in", Words.seconds(job.seconds()));
            case CANCELLED -> Phrase.of("views.cancelled");
            case FAILED -> Phrase.of("views.failed");
        };
        state.setText(job.title() + ": " + stands);
        cancel.setVisible(!job.isOver());
        for (Problem problem : job.problems().stream().skip(told).toList()) {
            Label reason = new Label("   ▲ " + problem.sentence());
            reason.getStyleClass().add("trouble");
            reason.setWrapText(true);
            getChildren().add(reason);
            told++;
        }
    }

    /** How far a job is: a count when its end is known, else what it does. */
    static String progress(Job<?> job) {
        return job.total() > 0 ? Phrase.of("views.of", Words.count(job.done()), Words.count(job.total())) : job.what();
    }
}
