package yondershelf.app.jobs;

import java.util.ArrayList;
import java.util.List;
import javafx.beans.InvalidationListener;
import javafx.geometry.Pos;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Arrived;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Throttle;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.content.Problem;
import yondershelf.words.Phrase;
import yondershelf.work.Job;

/** The quiet strip at the bottom edge: what is being done, how far, how long, cancel. It opens into the list with reasons. */
public final class JobStrip extends BorderPane {
    /** Jobs tell of each file; nobody reads that fast. */
    private static final long PAUSE_MILLIS = 150;

    private final Workspace workspace;
    private final Label title = new Label();
    private final ProgressBar bar = new ProgressBar();
    private final Label progress = new Label();
    private final Button cancel = new Button(Phrase.of("views.cancel"));
    private final Label message = new Label();
    private final HBox news = Gap.CLOSE.row();
    private final Button dismiss = new Button(Phrase.of("views.close"));
    private final Button more = new Button(Phrase.of("views.jobs"));
    private final JobList list;
    private final Button copy = new Button(Phrase.of("views.copy-details"));
    private @Nullable Job<?> shown;

    public JobStrip(Workspace workspace) {
        this.workspace = workspace;
        list = new JobList(workspace);
        getStyleClass().add("job-strip");
        setId("jobs");
        bar.getStyleClass().add("job-bar");
        bar.setAccessibleText(Phrase.of("views.progress"));
        title.getStyleClass().add("job-title");
        message.getStyleClass().add("trouble");
        message.setId("message");
        cancel.getStyleClass().add("quiet");
        cancel.setTooltip(new Tooltip(Phrase.of("views.stop-this-job")));
        cancel.setOnAction(e -> {
            Job<?> job = shown;
            if (job != null) {
                job.cancel();
            }
        });
        dismiss.getStyleClass().add("quiet");
        dismiss.setTooltip(new Tooltip(Phrase.of("views.put-this-message-away")));
        dismiss.setOnAction(e -> workspace.problem().set(null));
        dismiss.setMinWidth(Region.USE_PREF_SIZE);
        more.getStyleClass().add("quiet");
        more.setTooltip(new Tooltip(Phrase.of("views.show-the-latest-jobs-and")));
        more.setOnAction(e -> toggle());
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        news.setAlignment(Pos.CENTER_LEFT);
        news.setId("news");
        workspace.arrived().news().addListener(o -> showNews());
        HBox strip = Gap.WIDE.row(title, bar, progress, cancel, gap, message, copy, dismiss, news, more);
        strip.setAlignment(Pos.CENTER_LEFT);
        strip.getStyleClass().add("job-line");
        setBottom(strip);
        Throttle refreshing = new Throttle(PAUSE_MILLIS, this::refresh);
        workspace.jobs().onChange(refreshing::ask);
        workspace.problem().addListener(o -> refresh());
        workspace.problems().told().addListener((InvalidationListener) o -> refreshing.ask());
        copy.getStyleClass().add("quiet");
        copy.setId("copy-details");
        copy.setMinWidth(Region.USE_PREF_SIZE);
        copy.setTooltip(new Tooltip(Phrase.of("views.copy-what-went-wrong-as")));
        copy.setOnAction(e -> workspace.problems().copyDetails());
        message.setAccessibleRole(AccessibleRole.TEXT);
        refresh();
    }

    /** "14 new in Props": a click shows just them. */
    private void showNews() {
        news.getChildren().clear();
        for (Arrived.News came : workspace.arrived().news().get().values()) {
            Button show = new Button(Phrase.of(
                    "views.new-in", Words.count(came.count()), workspace.shelf().libraryName(came.library())));
            show.getStyleClass().addAll("quiet", "news");
            show.setMinWidth(Region.USE_PREF_SIZE);
            show.setTooltip(new Tooltip(Phrase.of("views.show-just-what-came")));
            show.setOnAction(e -> workspace.arrived().show(came));
            Button enough = new Button("×");
            enough.getStyleClass().add("quiet");
            enough.setTooltip(new Tooltip(Phrase.of("views.put-this-message-away")));
            enough.setAccessibleText(
                    Phrase.of("views.put-away-what-is-said", workspace.shelf().libraryName(came.library())));
            enough.setOnAction(e -> workspace.arrived().forget(came));
            news.getChildren().addAll(show, enough);
        }
    }

    /** Opens or closes the list. */
    public void toggle() {
        setTop(getTop() == null ? list : null);
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
        List<Job<?>> running = current();
        boolean busy = !running.isEmpty();
        for (Region part : List.of(title, bar, progress, cancel)) {
            part.setVisible(busy);
            part.setManaged(busy);
        }
        shown = busy ? running.get(running.size() - 1) : null;
        if (shown != null) {
            title.setText(shown.title());
            // a bar that runs to and fro is motion: somebody may have asked for less
            boolean still = shown.share() < 0
                    && getScene() != null
                    && getScene().getPreferences().isReducedMotion();
            bar.setProgress(still ? 0.5 : shown.share());
            String left = shown.secondsLeft() > 1 ? Phrase.of("views.about", Words.seconds(shown.secondsLeft())) : "";
            String others =
                    running.size() > 1 ? Phrase.of("views.and", Words.plural(running.size() - 1, "other job")) : "";
            progress.setText(JobRow.progress(shown) + left + others);
        }
        Problem problem = workspace.problem().get();
        int others = workspace.problems().told().size() - 1;
        String before = message.getText();
        message.setText(
                problem == null
                        ? ""
                        : "▲ " + problem.sentence()
                                + (others > 0 ? Phrase.of("views.and-more", Words.count(others)) : ""));
        message.setTooltip(problem == null ? null : new Tooltip(problem.sentence()));
        message.setAccessibleText(problem == null ? null : Phrase.of("views.problem", problem.sentence()));
        if (problem != null && !message.getText().equals(before)) {
            // screen readers are told at once, wherever the keys are
            message.notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
        }
        for (Button button : List.of(copy, dismiss)) {
            button.setVisible(problem != null);
            button.setManaged(problem != null);
        }
        if (getTop() != null) {
            list.fill();
        }
    }
}
