package yondershelf.app.mend;

import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import yondershelf.app.model.FileRuns;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Words;
import yondershelf.words.Phrase;

/** Below earlier changes: what each library keeps so that they can be taken back, and the act that frees it. */
final class KeptRoom extends VBox {
    private final Questions questions;
    private final FileRuns fileRuns;

    KeptRoom(Questions questions, FileRuns fileRuns) {
        this.questions = questions;
        this.fileRuns = fileRuns;
        getStyleClass().add("kept-room");
    }

    void show(List<FileRuns.Kept> kept) {
        getChildren().setAll(kept.stream().map(this::row).toList());
        setVisible(!kept.isEmpty());
        setManaged(isVisible());
    }

    private void empty(FileRuns.Kept kept) {
        String room = Words.bytes(kept.space().bytes());
        questions.ask(
                Phrase.of(
                        "views.let-go-of-everything-keeps",
                        kept.library().name(),
                        room,
                        Words.plural(kept.space().runs(), "earlier change")),
                new Questions.Choice(
                        Phrase.of("views.free", room),
                        Phrase.of("views.old-and-deleted-files-are"),
                        () -> fileRuns.empty(kept.library())),
                new Questions.Choice(Phrase.of("views.cancel"), Phrase.of("views.change-nothing"), () -> {}));
    }

    /** What taking back costs in room, and the act that frees it. */
    private HBox row(FileRuns.Kept kept) {
        String name = kept.library().name();
        String room = Words.bytes(kept.space().bytes());
        Label what = new Label(Phrase.of("views.keeps-so-that-changes-can", name, room, Words.bytes(kept.previews())));
        what.getStyleClass().add("faint");
        Button empty = new Button(Phrase.of("views.empty"));
        empty.getStyleClass().add("quiet");
        empty.setAccessibleText(Phrase.of("views.empty-the-undo-store-of", name));
        empty.setTooltip(new Tooltip(Phrase.of("views.let-the-old-files-go", room)));
        empty.setOnAction(e -> empty(kept));
        return RunsList.row(what, empty);
    }
}
