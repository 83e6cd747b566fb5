package yondershelf.app.mend;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
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
import yondershelf.app.model.Gap;
import yondershelf.app.model.Words;
import yondershelf.app.window.EmptyPlace;
import yondershelf.app.window.LineCell;
import yondershelf.library.UndoRun;
import yondershelf.words.Phrase;

/** Changes made to files so far, the latest on top, each with the act that takes it back. */
final class RunsList extends ListView<FileRuns.Listed> {
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMM yyyy HH:mm", Phrase.language());

    private final FileRuns fileRuns;

    RunsList(FileRuns fileRuns) {
        this.fileRuns = fileRuns;
        setId("runs-list");
        getStyleClass().add("runs");
        setAccessibleText(Phrase.of("views.earlier-changes"));
        setCellFactory(list -> new Cell());
        setPlaceholder(new EmptyPlace(Phrase.of("views.changes-made-to-files-by")));
        setOnKeyPressed(e -> {
            FileRuns.Listed chosen = getSelectionModel().getSelectedItem();
            if (e.getCode() == KeyCode.ENTER
                    && chosen != null
                    && !chosen.summary().undone()) {
                takeBack(chosen);
                e.consume();
            }
        });
    }

    void show(List<FileRuns.Listed> runs) {
        if (!getItems().equals(runs)) {
            getItems().setAll(runs);
        }
    }

    private void takeBack(FileRuns.Listed run) {
        fileRuns.takeBack(
                run.summary().what(),
                List.of(new FileRuns.Run(run.library(), run.summary().run())),
                false);
    }

    private HBox row(FileRuns.Listed run) {
        UndoRun.Summary summary = run.summary();
        Label title = new Label(what(run));
        Label where = new Label(when(summary.when()) + "   " + run.library().name()
                + (summary.damage().isEmpty() ? "" : "   ▲ " + summary.damage()));
        where.getStyleClass().add(summary.damage().isEmpty() ? "faint" : "trouble");
        VBox words = Gap.HAIR.column(title, where);
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

    /** Words, and what stands at the end of their row. */
    static HBox row(Region words, Control end) {
        end.setMinWidth(USE_PREF_SIZE);
        words.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(words, Priority.ALWAYS);
        HBox row = Gap.WIDE.row(words, end);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("row");
        return row;
    }

    private static String what(FileRuns.Listed run) {
        String what = run.summary().what();
        return (what.isEmpty() ? Phrase.of("views.a-change-whose-record-is") : upper(what)) + ", "
                + Words.plural(run.summary().files(), "file");
    }

    /** A change in view. */
    private final class Cell extends LineCell<FileRuns.Listed> {
        @Override
        public Node content(FileRuns.Listed run) {
            return row(run);
        }

        @Override
        public String words(FileRuns.Listed run) {
            return what(run) + (run.summary().undone() ? ", " + Phrase.of("views.taken-back") : "");
        }

        @Override
        public boolean canBeChosen(FileRuns.Listed run) {
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
