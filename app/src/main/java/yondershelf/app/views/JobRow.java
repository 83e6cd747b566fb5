package yondershelf.app.views;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import yondershelf.app.model.Words;
import yondershelf.content.Problem;
import yondershelf.work.Job;

/** One job in the list: where it stands, the reasons of what went wrong, and its end by hand. */
final class JobRow extends VBox {
    private final Job<?> job;
    private final Label state = new Label();
    private final Button cancel = new Button("Cancel");
    private int told;

    JobRow(Job<?> job) {
        super(4);
        this.job = job;
        cancel.getStyleClass().add("quiet");
        cancel.setTooltip(new Tooltip("Stop " + job.title()));
        cancel.setOnAction(e -> job.cancel());
        HBox line = new HBox(10, state, cancel);
        line.setAlignment(Pos.CENTER_LEFT);
        line.getStyleClass().add("job-row");
        getChildren().add(line);
        update();
    }

    /** Tells where the job stands now. */
    void update() {
        String stands = switch (job.state()) {
            case WAITING -> "waiting";
            case RUNNING -> progress(job) + ", running for " + Words.seconds(job.seconds());
            case DONE -> "done in " + Words.seconds(job.seconds());
            case CANCELLED -> "cancelled";
            case FAILED -> "failed";
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
        return job.total() > 0 ? Words.count(job.done()) + " of " + Words.count(job.total()) : job.what();
    }
}
