package yondershelf.app.views;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Control;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import yondershelf.app.model.FileRuns;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.library.UndoRun;
import yondershelf.words.Phrase;

/** Changes made to files so far, the latest on top, each with the act that takes it back; last what keeping them costs in room. */
final class RunsList extends ListView<RunsList.Line> {
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMM yyyy HH:mm", Phrase.language());

    private final Workspace workspace;

    RunsList(Workspace workspace) {
        this.workspace = workspace;
        setId("runs");
        getStyleClass().add("runs");
        setAccessibleText(Phrase.of("views.earlier-changes"));
        setCellFactory(list -> new Cell());
        setPlaceholder(new EmptyPlace(Phrase.of("views.changes-made-to-files-by")));
        setOnKeyPressed(e -> {
            Line chosen = getSelectionModel().getSelectedItem();
            if (e.getCode() == KeyCode.ENTER && chosen != null) {
                act(chosen);
                e.consume();
            }
        });
    }

    /** A change to files, or what a library keeps of all of them. */
    sealed interface Line {}

    private record Change(FileRuns.Listed run) implements Line {}

    private record Room(FileRuns.Kept kept) implements Line {}

    /** Reads the list again. */
    void readAgain() {
        workspace
                .background()
                .quietly(
                        Phrase.of("views.listing-earlier-changes"),
                        work -> new Found(
                                workspace.fileRuns().all(), workspace.fileRuns().kept()),
                        this::fill);
    }

    private record Found(List<FileRuns.Listed> runs, List<FileRuns.Kept> kept) {}

    private void fill(Found found) {
        List<Line> lines = new ArrayList<>();
        found.runs.forEach(run -> lines.add(new Change(run)));
        found.kept.forEach(kept -> lines.add(new Room(kept)));
        if (!getItems().equals(lines)) {
            getItems().setAll(lines);
        }
    }

    private void act(Line line) {
        switch (line) {
            case Change(FileRuns.Listed run) when !run.summary().undone() -> takeBack(run);
            case Change _ -> {}
            case Room(FileRuns.Kept kept) -> empty(kept);
        }
    }

    private void takeBack(FileRuns.Listed run) {
        workspace
                .fileRuns()
                .takeBack(
                        run.summary().what(),
                        List.of(new FileRuns.Run(run.library(), run.summary().run())),
                        false);
    }

    private void empty(FileRuns.Kept kept) {
        String room = Words.bytes(kept.space().bytes());
        workspace
                .questions()
                .ask(
                        Phrase.of(
                                "views.let-go-of-everything-keeps",
                                kept.library().name(),
                                room,
                                Words.plural(kept.space().runs(), "earlier change")),
                        new Questions.Choice(
                                Phrase.of("views.free", room),
                                Phrase.of("views.old-and-deleted-files-are"),
                                () -> workspace.fileRuns().empty(kept.library())),
                        new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {}));
    }

    /** What taking back costs in room, and the act that frees it. */
    private HBox row(FileRuns.Kept kept) {
        String name = kept.library().name();
        String room = Words.bytes(kept.space().bytes());
        Label what = new Label(Phrase.of("views.keeps-so-that-changes-can", name, room));
        what.getStyleClass().add("faint");
        Button empty = new Button(Phrase.of("views.empty"));
        empty.getStyleClass().add("quiet");
        empty.setAccessibleText(Phrase.of("views.empty-the-undo-store-of", name));
        empty.setTooltip(new Tooltip(Phrase.of("views.let-the-old-files-go", room)));
        empty.setOnAction(e -> empty(kept));
        return row(what, empty);
    }

    private HBox row(FileRuns.Listed run) {
        UndoRun.Summary summary = run.summary();
        Label title = new Label(what(run));
        Label where = new Label(when(summary.when()) + "   " + run.library().name()
                + (summary.damage().isEmpty() ? "" : "   ▲ " + summary.damage()));
        where.getStyleClass().add(summary.damage().isEmpty() ? "faint" : "trouble");
        VBox words = new VBox(2, title, where);
        if (summary.undone()) {
            Label back = new Label(Phrase.of("views.taken-back"));
            back.getStyleClass().add("faint");
            return row(words, back);
        }
        Button undo = new Button(Phrase.of("views.take-back"));
        undo.setAccessibleText(Phrase.of("views.take-back-2", what(run)));
        undo.setTooltip(new Tooltip(Phrase.of("views.give-these-files-their-old")));
        undo.setOnAction(e -> {
            undo.setDisable(true);
            takeBack(run);
        });
        return row(words, undo);
    }

    private static HBox row(Region words, Control end) {
        end.setMinWidth(USE_PREF_SIZE);
        words.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(words, Priority.ALWAYS);
        HBox row = new HBox(10, words, end);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("row");
        return row;
    }

    private static String what(FileRuns.Listed run) {
        String what = run.summary().what();
        return (what.isEmpty() ? Phrase.of("views.a-change-whose-record-is") : upper(what)) + ", "
                + Words.plural(run.summary().files(), "file");
    }

    /** A line in view. */
    private final class Cell extends LineCell<Line> {
        @Override
        public Node content(Line line) {
            return switch (line) {
                case Change(FileRuns.Listed run) -> row(run);
                case Room(FileRuns.Kept kept) -> row(kept);
            };
        }

        @Override
        public String words(Line line) {
            return switch (line) {
                case Change(FileRuns.Listed run) ->
                    what(run) + (run.summary().undone() ? ", " + Phrase.of("views.taken-back") : "");
                case Room(FileRuns.Kept kept) ->
                    Phrase.of(
                            "views.keeps-so-that-changes-can",
                            kept.library().name(),
                            Words.bytes(kept.space().bytes()));
            };
        }

        @Override
        public boolean canBeChosen(Line line) {
            return true;
        }
    }

    private static String when(String text) {
        try {
            return WHEN.format(Instant.parse(text).atZone(ZoneId.systemDefault()));
        } catch (DateTimeParseException e) {
            return text;
        }
    }

    private static String upper(String words) {
        return words.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + words.substring(1);
    }
}
