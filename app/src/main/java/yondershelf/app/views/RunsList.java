package yondershelf.app.views;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
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

/** All changes that were ever made to files of the libraries, newest first; each can be taken back. */
final class RunsList extends VBox {
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMM yyyy HH:mm", Phrase.language());

    private final Workspace workspace;

    RunsList(Workspace workspace) {
        this.workspace = workspace;
        setId("runs");
        getStyleClass().add("rows");
    }

    /** Reads the list again. */
    void refresh() {
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
        List<FileRuns.Listed> runs = found.runs;
        getChildren().clear();
        if (runs.isEmpty()) {
            getChildren().add(new EmptyPlace(Phrase.of("views.changes-made-to-files-by")));
        }
        runs.forEach(run -> getChildren().add(row(run)));
        found.kept.forEach(kept -> getChildren().add(row(kept)));
    }

    /** What taking back costs in room, and the act that frees it. */
    private HBox row(FileRuns.Kept kept) {
        String name = kept.library().name();
        String room = Words.bytes(kept.space().bytes());
        Label what = new Label(Phrase.of("views.keeps-so-that-changes-can", name, room));
        what.getStyleClass().add("faint");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        Button empty = new Button(Phrase.of("views.empty"));
        empty.getStyleClass().add("quiet");
        empty.setMinWidth(Region.USE_PREF_SIZE);
        empty.setAccessibleText(Phrase.of("views.empty-the-undo-store-of", name));
        empty.setTooltip(new Tooltip(Phrase.of("views.let-the-old-files-go", room)));
        empty.setOnAction(e -> workspace
                .questions()
                .ask(
                        Phrase.of(
                                "views.let-go-of-everything-keeps",
                                name,
                                room,
                                Words.plural(kept.space().runs(), "earlier change")),
                        new Questions.Choice(
                                Phrase.of("views.free", room),
                                Phrase.of("views.old-and-deleted-files-are"),
                                () -> workspace.fileRuns().empty(kept.library())),
                        new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {})));
        HBox row = new HBox(10, what, gap, empty);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("row");
        return row;
    }

    private HBox row(FileRuns.Listed run) {
        UndoRun.Summary summary = run.summary();
        String what = summary.what().isEmpty() ? Phrase.of("views.a-change-whose-record-is") : upper(summary.what());
        Label title = new Label(what + ", " + Words.plural(summary.files(), "file"));
        Label where = new Label(when(summary.when()) + "   " + run.library().name()
                + (summary.damage().isEmpty() ? "" : "   ▲ " + summary.damage()));
        where.getStyleClass().add(summary.damage().isEmpty() ? "faint" : "trouble");
        VBox words = new VBox(2, title, where);
        HBox.setHgrow(words, Priority.ALWAYS);
        HBox row = new HBox(10, words);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("row");
        if (summary.undone()) {
            Label back = new Label(Phrase.of("views.taken-back"));
            back.getStyleClass().add("faint");
            back.setMinWidth(Region.USE_PREF_SIZE);
            row.getChildren().add(back);
        } else {
            Button undo = new Button(Phrase.of("views.take-back"));
            undo.setMinWidth(Region.USE_PREF_SIZE);
            undo.setAccessibleText(Phrase.of("views.take-back-2", what));
            undo.setTooltip(new Tooltip(Phrase.of("views.give-these-files-their-old")));
            undo.setOnAction(e -> {
                undo.setDisable(true);
                workspace
                        .fileRuns()
                        .takeBack(summary.what(), List.of(new FileRuns.Run(run.library(), summary.run())), false);
            });
            row.getChildren().add(undo);
        }
        return row;
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
