package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;
import static yondershelf.app.WindowDriver.middle;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.BooleanSupplier;
import javafx.geometry.Point2D;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.Tooltip;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.TransferMode;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.junit.jupiter.api.Test;
import yondershelf.app.model.Workspace;

/** Files are brought in and faults are mended through the window, and both are taken back. */
class BringingInWindowTest extends OneWindow {
    private boolean offers(String words) {
        return on.window.lookup("#take-in") instanceof Button b && b.getText().equals(words);
    }

    private int assets() {
        return on.workspace.shelf().counts().get().total();
    }

    @Test
    void faultsAreMendedAndTakenBack() throws Exception {
        on.click("#view-mend");
        int faults = on.workspace.faults().findings().get().size();
        assertTrue(faults > 5);
        Path crate = on.demo("Station props/workshop/plank_crate.gltf");
        byte[] before = Files.readAllBytes(crate);
        on.click("#mend-all");
        // a look at the faults may end before the mending does, which can be undone only then
        await(
                "mended",
                () -> on.workspace.faults().findings().get().size() < 5
                        && on.workspace.history().undoable().orElse("").startsWith("mend "));
        on.undo();
        await("taken back", () -> on.workspace.faults().findings().get().size() == faults);
        assertArrayEquals(before, Files.readAllBytes(crate));
    }

    @Test
    void aPackIsTakenInAndOutAgain() throws Exception {
        run(() -> on.window.bring(List.of(on.demo("packs/shingle_study.zip"))));
        await("sorted", () -> offers("Take in 3"));
        int before = assets();
        on.click("#take-in");
        await("taken in", () -> assets() == before + 3);
        assertTrue(Files.exists(on.demo("Station props/shingle_study/sky/grey_noon.hdr")));
        on.undo();
        await("taken out again", () -> assets() == before);
        assertFalse(Files.exists(on.demo("Station props/shingle_study")));
    }

    /** Somebody says that a map is not to be used: the document that is written does not name it. */
    @Test
    void aMapIsSaidNotToBeUsed() throws Exception {
        run(() -> on.window.bring(List.of(on.demo("packs/shingle_study.zip"))));
        await("sorted", () -> offers("Take in 3"));
        run(() -> {
            ListView<?> plan = (ListView<?>) on.window.lookup("#plan");
            for (int i = 1; i < plan.getItems().size() && on.window.lookup("#intake .map-use") == null; i++) {
                plan.getSelectionModel().clearAndSelect(i);
            }
        });
        // its picture, when it comes, moves what is below
        await("its picture", on::isQuiet);
        ComboBox<?> first = (ComboBox<?>) onFx(() -> on.window.lookup("#intake .map-use"));
        assertEquals("base color", String.valueOf(first.getValue()));
        on.click(first, "the choice opens", first::isShowing);
        on.robot.type(KeyCode.END, KeyCode.ENTER);
        await(
                "not used",
                () -> on.window.lookup("#intake .map-use") instanceof ComboBox<?> now
                        && String.valueOf(now.getValue()).equals("not used"));
        int before = assets();
        on.click("#take-in");
        await("taken in", () -> assets() == before + 3);
        String document = Files.readString(on.demo("Station props/shingle_study/ground/Dry shingle.mtlx"));
        assertFalse(document.contains("basecolor.png"), document);
        assertTrue(document.contains("dry_shingle_roughness.png"), document);
        on.undo();
        await("taken out again", () -> assets() == before);
        assertFalse(Files.exists(on.demo("Station props/shingle_study")));
    }

    /** What is not ticked stays behind; letting it go leaves everything as it was. */
    @Test
    void onlyWhatIsTickedComesIn() throws Exception {
        run(() -> on.window.bring(List.of(on.demo("packs/shingle_study.zip"))));
        await("sorted", () -> offers("Take in 3"));
        CheckBox box = (CheckBox) onFx(() -> on.window.lookupAll("#intake .check-box").stream()
                .filter(b -> b instanceof CheckBox c && c.getAccessibleText().equals("Take in Dry shingle"))
                .findFirst()
                .orElseThrow());
        on.click(box, "one less", () -> offers("Take in 2"));
        int before = assets();
        on.click("#take-in");
        await("taken in", () -> assets() == before + 2);
        run(() -> on.window.bring(List.of(on.demo("packs/shingle_study.zip"))));
        // two are here already, so only the third is offered
        await("sorted again", () -> offers("Take in 1"));
        on.clickOn("Discard");
        await("the shelf again", () -> on.workspace.view().get() == Workspace.View.SHELF);
        assertEquals(before + 2, assets());
    }

    /** Files that were copied in a file manager; while text is typed, what is pasted is text. */
    @Test
    void copiedFilesArePasted() throws Exception {
        Path pack = on.demo("packs/harbour_details.zip");
        run(() -> {
            ClipboardContent content = new ClipboardContent();
            content.putFiles(List.of(pack.toFile()));
            content.putString("buoy");
            Clipboard.getSystemClipboard().setContent(content);
        });
        on.press(KeyCode.CONTROL, KeyCode.F);
        await("the search line", () -> on.window.lookup("#search").isFocused());
        on.press(KeyCode.CONTROL, KeyCode.V);
        await("the text", () -> on.workspace.shelf().query().get().words().equals("buoy"));
        assertEquals(Workspace.View.SHELF, onFx(() -> on.workspace.view().get()));
        on.press(KeyCode.ESCAPE);
        on.focus("#shelf");
        on.press(KeyCode.CONTROL, KeyCode.V);
        await("the plan is shown", () -> on.workspace.view().get() == Workspace.View.INTAKE && offers("Take in 4"));
    }

    /** Files from another window, as a file manager gives them, by a real drag. */
    private void drop(Path file, Point2D to, BooleanSupplier promised, String says) throws Exception {
        Stage manager = onFx(() -> {
            Label label = new Label(String.valueOf(file.getFileName()));
            label.setMinSize(180, 60);
            label.setOnDragDetected(e -> {
                ClipboardContent content = new ClipboardContent();
                content.putFiles(List.of(file.toFile()));
                label.startDragAndDrop(TransferMode.COPY).setContent(content);
                e.consume();
            });
            Stage stage = new Stage();
            stage.setScene(new Scene(label, 180, 60));
            stage.setX(1100);
            stage.setY(810);
            stage.show();
            stage.toFront();
            return stage;
        });
        await(
                "the other window",
                () -> manager.isShowing()
                        && manager.getScene().getRoot().getLayoutBounds().getWidth() > 0);
        Toolkit.pulse();
        Point2D from = middle(onFx(() -> manager.getScene().getRoot()));
        on.robot.moveTo(from);
        on.robot.press(MouseButton.PRIMARY);
        on.robot.moveTo(from.add(-10, -8));
        on.robot.moveTo(from.add(-40, -40));
        on.robot.moveTo(to);
        assertTrue(on.happensAt(to.add(-2, 1), promised), says);
        on.robot.release(MouseButton.PRIMARY);
        run(manager::hide);
    }

    @Test
    void filesAreDroppedOnTheWindow() throws Exception {
        drop(
                on.demo("packs/harbour_details.zip"),
                new Point2D(500, 420),
                () -> on.window.lookup(".drop-overlay").isVisible(),
                "the window says what will happen");
        await("the plan is shown", () -> on.workspace.view().get() == Workspace.View.INTAKE && offers("Take in 4"));
    }

    /** Everything that comes so bears the tag. */
    @Test
    void filesAreDroppedOnATag() throws Exception {
        Point2D brass = middle(onFx(() -> on.window.lookup("#tag-brass")));
        drop(
                on.demo("packs/shingle_study.zip"),
                brass,
                () -> Window.getWindows().stream()
                        .anyMatch(w -> w instanceof Tooltip t
                                && t.isShowing()
                                && t.getText().equals("gives the tag brass")),
                "the tag says what will happen");
        await("sorted", () -> offers("Take in 3"));
        assertTrue(on.workspace.openPlan().plan().get().items().stream()
                .allMatch(i -> i.given().tags().contains("brass")));
        int before = on.workspace.shelf().counts().get().tags().getOrDefault("brass", 0);
        on.click("#take-in");
        await("tagged", () -> on.workspace.shelf().counts().get().tags().getOrDefault("brass", 0) == before + 3);
        on.undo();
        await("as before", () -> on.workspace.shelf().counts().get().tags().getOrDefault("brass", 0) == before);
    }
}
