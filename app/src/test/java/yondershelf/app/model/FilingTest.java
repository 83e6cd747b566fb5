package yondershelf.app.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
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

/** Folders are remembered once they are made: what was there before is nobody's act, and taken back by nobody. */
@SuppressWarnings("NullAway.Init")
class FilingTest {
    @TempDir
    Path folder;

    private Workspace workspace;
    private Path root;

    @BeforeAll
    static void start() throws Exception {
        Toolkit.start();
    }

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectories(folder.resolve("props"));
        Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        catalogue.add(root, "");
        workspace = new Workspace(catalogue);
    }

    @AfterEach
    void close() {
        workspace.close();
    }

    private void make(String name) throws Exception {
        run(() -> workspace.filing().make(workspace.catalogue().known().get(0), name));
    }

    @Test
    void aFolderThatIsThereAlreadyIsNotMadeAndNotTakenBack() throws Exception {
        Files.createDirectory(root.resolve("drawer"));
        make("drawer");
        await("told", () -> workspace.problem().get() != null);
        assertEquals(Optional.empty(), Toolkit.onFx(() -> workspace.history().undoable()));
        run(() -> workspace.attempt(workspace.history()::undo));
        assertTrue(Files.isDirectory(root.resolve("drawer")));
    }

    @Test
    void aFolderThatWasMadeIsTakenBackAndMadeAgain() throws Exception {
        make("drawer");
        await(
                "made",
                () -> Files.isDirectory(root.resolve("drawer"))
                        && workspace.history().undoable().isPresent());
        run(() -> workspace.attempt(workspace.history()::undo));
        await("taken back", () -> !Files.exists(root.resolve("drawer")));
        run(() -> workspace.attempt(workspace.history()::redo));
        await("made again", () -> Files.isDirectory(root.resolve("drawer")));
    }
}
