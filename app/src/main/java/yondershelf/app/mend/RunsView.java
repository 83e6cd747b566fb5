package yondershelf.app.mend;

import java.util.List;
import javafx.scene.layout.BorderPane;
import yondershelf.app.model.FileRuns;
import yondershelf.app.model.Workspace;
import yondershelf.words.Phrase;

/** Earlier changes to files, and below them, always in sight, what keeping them costs in room. */
final class RunsView extends BorderPane {
    private final Workspace workspace;
    private final RunsList list;
    private final KeptRoom room;

    RunsView(Workspace workspace) {
        this.workspace = workspace;
        list = new RunsList(workspace);
        room = new KeptRoom(workspace);
        setId("runs");
        setCenter(list);
        setBottom(room);
    }

    /** Reads both again. */
    void readAgain() {
        workspace
                .background()
                .quietly(
                        Phrase.of("views.listing-earlier-changes"),
                        work -> new Found(
                                workspace.fileRuns().all(), workspace.fileRuns().kept()),
                        found -> {
                            list.show(found.runs);
                            room.show(found.kept);
                        });
    }

    private record Found(List<FileRuns.Listed> runs, List<FileRuns.Kept> kept) {}
}
