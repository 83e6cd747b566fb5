package yondershelf.app.mend;

import java.util.List;
import javafx.scene.layout.BorderPane;
import yondershelf.app.model.Background;
import yondershelf.app.model.FileRuns;
import yondershelf.app.model.Questions;
import yondershelf.words.Phrase;

/** Earlier changes to files, and below them, always in sight, what keeping them costs in room. */
final class RunsView extends BorderPane {
    private final FileRuns fileRuns;
    private final Background background;
    private final RunsList list;
    private final KeptRoom room;

    RunsView(FileRuns fileRuns, Questions questions, Background background) {
        this.fileRuns = fileRuns;
        this.background = background;
        list = new RunsList(fileRuns);
        room = new KeptRoom(questions, fileRuns);
        setId("runs");
        setCenter(list);
        setBottom(room);
    }

    /** Reads both again. */
    void readAgain() {
        background.quietly(
                Phrase.of("views.listing-earlier-changes"),
                work -> new Found(fileRuns.all(), fileRuns.kept()),
                found -> {
                    list.show(found.runs);
                    room.show(found.kept);
                });
    }

    private record Found(List<FileRuns.Listed> runs, List<FileRuns.Kept> kept) {}
}
