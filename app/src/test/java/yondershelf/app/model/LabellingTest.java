package yondershelf.app.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.run;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.app.Toolkit;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** What is said of one asset from its card: what was said before is looked up beside the interface thread. */
@SuppressWarnings("NullAway.Init")
class LabellingTest {
    @TempDir
    Path folder;

    private Workspace workspace;
    private Catalogue catalogue;
    private Library library;

    @BeforeAll
    static void start() throws Exception {
        Toolkit.start();
    }

    @BeforeEach
    void open() throws Exception {
        Path root = Files.createDirectories(folder.resolve("props"));
        Files.writeString(root.resolve("buoy.obj"), "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        library = catalogue.add(root, "");
        catalogue.scanning().scan(library, Work.SILENT);
        workspace = new Workspace(catalogue);
    }

    @AfterEach
    void close() {
        workspace.close();
    }

    private void say(Asset asset, String name) throws Exception {
        run(() -> workspace.labelling().say(asset, "change name", Edit.Field.NAME, name));
    }

    @Test
    void whatSaysNothingNewIsNoAct() throws Exception {
        Asset buoy = library.assets().get(0);
        say(buoy, "");
        say(buoy, "Mooring buoy");
        say(buoy, "Mooring buoy");
        await(
                "said",
                () -> catalogue.shelf().labels(buoy).name().equals("Mooring buoy")
                        && workspace.history().undoable().isPresent());
        run(() -> workspace.attempt(workspace.history()::undo));
        await("as before", () -> catalogue.shelf().labels(buoy).name().isEmpty());
        assertEquals(Optional.empty(), Toolkit.onFx(() -> workspace.history().undoable()), "one act was taken back");
    }

    /** Leaving a field of something that was deleted meanwhile alarms nobody; saying something of it does. */
    @Test
    void leavingAFieldOfWhatHasGoneIsNoProblem() throws Exception {
        Asset buoy = library.assets().get(0);
        Files.writeString(library.resolve("other.obj"), "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n# another\n");
        Files.delete(library.resolve("buoy.obj"));
        catalogue.scanning().scan(library, Work.SILENT);
        Asset other = library.assets().get(0);
        say(buoy, "");
        // things are said in the order asked for: when this is, that is over
        say(other, "Another");
        await("said", () -> workspace.history().undoable().isPresent());
        assertNull(Toolkit.onFx(() -> workspace.problem().get()));
        say(buoy, "Mooring buoy");
        await("told", () -> workspace.problem().get() != null);
    }
}
