package yondershelf.app.jobs;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.layout.VBox;
import yondershelf.app.model.Gap;
import yondershelf.app.model.IntakeReport;
import yondershelf.app.model.Workspace;
import yondershelf.app.window.LineCell;
import yondershelf.content.Problem;
import yondershelf.words.Phrase;
import yondershelf.work.Job;

/** What went wrong and was not put away yet, then the latest jobs, the newest on top. */
final class JobList extends ListView<JobList.Line> {
    private final Workspace workspace;
    private final Optional<IntakeReport> earlier;
    /** A row stays the same while its job goes on, so that it can be clicked. */
    private final Map<Job<?>, JobRow> rows = new IdentityHashMap<>();

    private final Map<Problem, ProblemRow> problemRows = new HashMap<>();

    /** What stands in the list. */
    sealed interface Line {}

    private record Wrong(Problem problem) implements Line {}

    private record Going(Job<?> job) implements Line {}

    private record Before(IntakeReport report) implements Line {}

    JobList(Workspace workspace) {
        this.workspace = workspace;
        earlier = workspace.earlierReport();
        getStyleClass().add("job-list");
        setAccessibleText(Phrase.of("views.jobs"));
        setPlaceholder(new Label(Phrase.of("views.no-jobs-yet")));
        setCellFactory(list -> new Cell());
    }

    void fill() {
        List<Line> lines = new ArrayList<>();
        workspace.problems().told().forEach(problem -> lines.add(new Wrong(problem)));
        List<Job<?>> jobs = workspace.jobs().list();
        for (Job<?> job : jobs.reversed()) {
            if (!job.isQuiet() || !job.problems().isEmpty()) {
                lines.add(new Going(job));
            }
        }
        earlier.ifPresent(report -> lines.add(new Before(report)));
        problemRows.keySet().retainAll(workspace.problems().told());
        rows.keySet().retainAll(jobs);
        if (!getItems().equals(lines)) {
            getItems().setAll(lines);
        }
        // those that came into view so far
        rows.values().forEach(JobRow::update);
    }

    private Node row(Line line) {
        return switch (line) {
            case Wrong(Problem problem) ->
                problemRows.computeIfAbsent(
                        problem,
                        p -> new ProblemRow(p, () -> workspace.problems().putAway(p)));
            case Going(Job<?> job) -> rows.computeIfAbsent(job, JobRow::new);
            case Before(IntakeReport report) -> row(report);
        };
    }

    /** What became of the last intake before this start. */
    private static Node row(IntakeReport report) {
        VBox row = Gap.TIGHT.column(new Label(Phrase.of("views.before-this-start", report.title())));
        for (String reason : report.reasons()) {
            Label line = new Label("   ▲ " + reason);
            line.getStyleClass().add("trouble");
            line.setWrapText(true);
            row.getChildren().add(line);
        }
        row.setId("earlier-report");
        return row;
    }

    /** A line in view. */
    private final class Cell extends LineCell<Line> {
        @Override
        public Node content(Line line) {
            return row(line);
        }

        @Override
        public String words(Line line) {
            return switch (line) {
                case Wrong(Problem problem) -> Phrase.of("views.problem", problem.sentence());
                case Going(Job<?> job) -> job.title();
                case Before(IntakeReport report) -> Phrase.of("views.before-this-start", report.title());
            };
        }

        @Override
        public boolean canBeChosen(Line line) {
            return false;
        }
    }
}
