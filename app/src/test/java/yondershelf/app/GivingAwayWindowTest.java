package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.nio.file.Path;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DataFormat;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Labels;

/** Assets are copied as files for other programs, labels from one asset to others. */
class GivingAwayWindowTest extends OneWindow {
    private void chooseOnly(String name) throws Exception {
        Node tile = on.tile(name);
        on.robot.clickOn(WindowDriver.middle(tile));
        await("it is chosen", () -> on.workspace.chosen().selection().get().size() == 1);
        on.press(KeyCode.ESCAPE);
        on.focus("#shelf");
    }

    @Test
    void copiedAsFilesAndPaths() throws Exception {
        chooseOnly("Tool chest");
        Path file = on.demo("Station props/" + on.named("Tool chest").path()).toAbsolutePath();
        on.press(KeyCode.CONTROL, KeyCode.C);
        await("on the clipboard", () -> Clipboard.getSystemClipboard().hasFiles());
        assertEquals(
                List.of(file.toFile()),
                onFx(() -> Clipboard.getSystemClipboard().getFiles()));
        assertEquals(file.toString(), onFx(() -> Clipboard.getSystemClipboard().getContent(DataFormat.PLAIN_TEXT)));
    }

    /** What is said of one is given to another; what it does not say stays as it is there. */
    @Test
    void labelsAreCopiedAndGiven() throws Exception {
        Asset from = on.named("Tool chest");
        Asset to = on.named("Workbench");
        Labels before = on.workspace.catalogue().shelf().labels(to);
        run(() -> on.workspace
                .labelling()
                .edit(
                        from,
                        "say what it was made for",
                        List.of(
                                Edit.set(from.id(), Edit.Field.JOB, "Harbour lamp"),
                                Edit.set(from.id(), Edit.Field.VERSION, ""),
                                Edit.tag(from.id(), "lockable")),
                        List.of(
                                Edit.set(from.id(), Edit.Field.JOB, ""),
                                Edit.set(from.id(), Edit.Field.VERSION, "v01"),
                                Edit.untag(from.id(), "lockable"))));
        await("said", () -> on.workspace.catalogue().shelf().labels(from).job().equals("Harbour lamp"));
        chooseOnly("Tool chest");
        on.press(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.C);
        await("copied", () -> on.workspace.chosen().hasLabels());
        chooseOnly("Workbench");
        on.press(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.V);
        await("given", () -> on.workspace.catalogue().shelf().labels(to).job().equals("Harbour lamp"));
        Labels after = on.workspace.catalogue().shelf().labels(to);
        assertTrue(after.tags().contains("lockable") && after.tags().containsAll(before.tags()));
        assertEquals(before.version(), after.version());
        assertEquals(before.name(), after.name());
        on.search("job:harbour");
        await("found by it", () -> on.workspace.shelf().hits().get().total() == 2);
        on.undo();
        await("as before", () -> on.workspace.catalogue().shelf().labels(to).equals(before));
    }
}
