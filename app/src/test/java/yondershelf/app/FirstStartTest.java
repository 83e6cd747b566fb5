package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.format.Formats;

/** The window on a machine where nothing was ever opened: every empty place says what belongs there and offers it. */
@SuppressWarnings("NullAway.Init")
class FirstStartTest {
    private static final String POST = "v 0 0 0\nv 1 0 0\nv 0 2 0\nf 1 2 3\n";

    @TempDir
    Path folder;

    private Workspace workspace;
    private ShelfWindow window;

    @BeforeEach
    void open() throws Exception {
        Toolkit.start();
        Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        workspace = onFx(() -> new Workspace(catalogue));
        window = onFx(() -> new ShelfWindow(workspace));
        Scene scene = onFx(() -> window.scene(1280, 800));
        assertEquals(window, scene.getRoot());
    }

    @AfterEach
    void close() throws Exception {
        run(() -> window.table().picture().close());
        workspace.close();
    }

    /** What of a style is to be seen, as it would be drawn next. */
    private <T extends Node> Stream<T> seen(String style, Class<T> kind) {
        window.applyCss();
        window.layout();
        return window.lookupAll(style).stream().filter(kind::isInstance).map(kind::cast);
    }

    private boolean says(String words) {
        return seen(".empty-words", Label.class).anyMatch(l -> l.getText().contains(words));
    }

    private Stream<Button> offers(String words) {
        return seen(".button", Button.class)
                .filter(b -> b.isVisible() && b.getText().equals(words));
    }

    private void press(String words) throws Exception {
        await(words, () -> offers(words).findFirst().isPresent());
        run(() -> offers(words).findFirst().orElseThrow().fire());
    }

    @Test
    void everyEmptyPlaceSaysWhatBelongsThere() throws Exception {
        run(() -> {
            assertTrue(says("your libraries stand here"));
            assertTrue(says("Drop folders, files or packs"));
            assertTrue(says("Findings in your libraries are listed here"));
            assertEquals(2, offers("Open a folder as a library").count(), "on the shelf and in mend");
            assertEquals(1, offers("Choose a folder").count());
            assertEquals(0, offers("Take in").count(), "nothing to act on");
            assertTrue(seen(".toggle-button", ToggleButton.class)
                    .anyMatch(t -> t.getText().equals("0 objects")));
            assertTrue(
                    seen(".scene-figures", Label.class)
                            .allMatch(l -> l.getText().isEmpty()),
                    "no figures of nothing");
        });
    }

    /** One question, answered by one click: the folder is a library and its things stand on the shelf. */
    @Test
    void theFolderWithTheThingsIsProposed() throws Exception {
        Path props = Files.createDirectories(folder.resolve("Documents/props"));
        for (int i = 0; i < 4; i++) {
            Files.writeString(props.resolve("post " + i + ".obj"), POST);
        }
        String home = System.getProperty("user.home");
        System.setProperty("user.home", folder.toString());
        try {
            run(() -> assertTrue(says("Where are your things?")));
            close();
            open();
            String words = Path.of("Documents", "props") + ", 4 things";
            press(words);
        } finally {
            System.setProperty("user.home", home);
        }
        await("they stand on the shelf", () -> workspace.shelf().hits().get().total() == 4);
    }

    @Test
    void aFolderThatIsDroppedMayBecomeTheFirstLibrary() throws Exception {
        Path pier = Files.createDirectory(folder.resolve("pier"));
        Files.writeString(pier.resolve("post.obj"), POST);
        run(() -> window.bring(List.of(pier)));
        await("it says why it cannot be taken in", () -> says("No library is open yet"));
        press("Open pier as a library");
        await("its things are found", () -> workspace.shelf().hits().get().total() == 1);
        assertEquals(Workspace.View.SHELF, workspace.view().get());
        assertEquals("pier", workspace.catalogue().libraries().get(0).name());
    }

    @Test
    void whatCameGoesIntoALibraryOpenedForIt() throws Exception {
        Path post = folder.resolve("post.obj");
        Files.writeString(post, POST);
        Path shore = Files.createDirectory(folder.resolve("shore"));
        run(() -> window.bring(List.of(post)));
        assertEquals(0, onFx(() -> offers("Open post.obj as a library").count()), "a file is no library");
        run(() -> workspace.libraries().add(shore));
        press("Take in 1");
        await("taken in", () -> Files.exists(shore.resolve("post.obj")));
        await("on the shelf", () -> workspace.shelf().hits().get().total() == 1);
        await("nothing wrong", () -> says("Nothing was found to be wrong"));
    }
}
