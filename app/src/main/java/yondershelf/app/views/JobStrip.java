package yondershelf.app.views;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.content.Problem;
import yondershelf.work.Job;

/** The quiet strip at the bottom edge: what is being done, how far, how long, cancel. It opens into the list with reasons. */
public final class JobStrip extends BorderPane {
    private final Workspace workspace;
    private final Label title = new Label();
    private final ProgressBar bar = new ProgressBar();
    private final Label progress = new Label();
    private final Button cancel = new Button("cancel");
    private final Label message = new Label();
    private final Button dismiss = new Button("dismiss");
    private final Button more = new Button("jobs");
    private final VBox list = new VBox(4);
    private final ScrollPane open = new ScrollPane(list);
    private final AtomicBoolean pending = new AtomicBoolean();

    public JobStrip(Workspace workspace) {
        this.workspace = workspace;
        getStyleClass().add("job-strip");
        setId("jobs");
        bar.setPrefWidth(150);
        bar.setAccessibleText("Progress");
        title.getStyleClass().add("job-title");
        message.getStyleClass().add("trouble");
        message.setMaxWidth(620);
        cancel.getStyleClass().add("quiet");
        cancel.setTooltip(new Tooltip("Stop this job"));
        cancel.setOnAction(e -> current().forEach(Job::cancel));
        dismiss.getStyleClass().add("quiet");
        dismiss.setTooltip(new Tooltip("Put this message away"));
        dismiss.setOnAction(e -> workspace.problem().set(null));
        more.getStyleClass().add("quiet");
        more.setTooltip(new Tooltip("Show the latest jobs and what went wrong (Ctrl+J)"));
        more.setOnAction(e -> toggle());
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox strip = new HBox(10, title, bar, progress, cancel, gap, message, dismiss, more);
        strip.setAlignment(Pos.CENTER_LEFT);
        strip.getStyleClass().add("job-line");
        setBottom(strip);
        open.setFitToWidth(true);
        open.setPrefHeight(160);
        list.getStyleClass().add("job-list");
        workspace.jobs().onChange(() -> {
            if (pending.compareAndSet(false, true)) {
                Platform.runLater(this::refresh);
            }
        });
        workspace.problem().addListener(o -> refresh());
        refresh();
    }

    /** Opens or closes the list. */
    public void toggle() {
        setTop(getTop() == null ? open : null);
        refresh();
    }

    private List<Job<?>> current() {
        List<Job<?>> running = new ArrayList<>();
        for (Job<?> job : workspace.jobs().list()) {
            if (!job.isOver() && !job.isQuiet()) {
                running.add(job);
            }
        }
        return running;
    }

    private void refresh() {
        pending.set(false);
        List<Job<?>> running = current();
        boolean busy = !running.isEmpty();
        for (Region part : List.of(title, bar, progress, cancel)) {
            part.setVisible(busy);
            part.setManaged(busy);
        }
        if (busy) {
            Job<?> job = running.get(running.size() - 1);
            title.setText(job.title());
            bar.setProgress(job.share());
            String left = job.secondsLeft() > 1 ? ", about " + Words.seconds(job.secondsLeft()) : "";
            String of =
                    job.total() > 0 ? Words.count(job.done()) + " of " + Words.count(job.total()) + left : job.what();
            progress.setText(running.size() > 1 ? of + "   and " + Words.plural(running.size() - 1, "other job") : of);
        }
        Problem problem = workspace.problem().get();
        message.setText(problem == null ? "" : "▲ " + problem.sentence());
        message.setTooltip(problem == null ? null : new Tooltip(problem.sentence()));
        dismiss.setVisible(problem != null);
        dismiss.setManaged(problem != null);
        if (getTop() != null) {
            fill();
        }
    }

    private void fill() {
        list.getChildren().clear();
        List<Job<?>> jobs = workspace.jobs().list();
        for (int i = jobs.size() - 1; i >= 0; i--) {
            Job<?> job = jobs.get(i);
            if (job.isQuiet() && job.problems().isEmpty()) {
                continue;
            }
            String state = switch (job.state()) {
                case WAITING -> "waiting";
                case RUNNING -> "running, " + Words.seconds(job.seconds());
                case DONE -> "done in " + Words.seconds(job.seconds());
                case CANCELLED -> "cancelled";
                case FAILED -> "failed";
            };
            list.getChildren().add(new Label(job.title() + ": " + state));
            for (Problem problem : job.problems()) {
                Label reason = new Label("   ▲ " + problem.sentence());
                reason.getStyleClass().add("trouble");
                reason.setWrapText(true);
                list.getChildren().add(reason);
            }
        }
        if (list.getChildren().isEmpty()) {
            list.getChildren().add(new Label("No jobs yet"));
        }
    }
}
