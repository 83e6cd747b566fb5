package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;
import static yondershelf.app.WindowDriver.middle;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.beans.value.ChangeListener;
import javafx.geometry.Point2D;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Workspace;
import yondershelf.content.Transform;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.store.AssetRow;
import yondershelf.store.Store;

/** What a person has typed, made or changed is kept, and asked about before it is lost. */
class TrustWindowTest extends OneWindow {

    private boolean asked(String words) {
        Questions.Question now = on.workspace.questions().current().get();
        return now != null && now.words().contains(words);
    }

    private void answer(String word) throws Exception {
        Button button = onFx(() -> {
            on.window.applyCss();
            on.window.layout();
            return (Button) on.window.lookupAll("#question .button").stream()
                    .filter(n -> ((Button) n).getText().equals(word))
                    .findFirst()
                    .orElseThrow();
        });
        on.robot.clickOn(middle(button));
    }

    /** A scan and a check that end while somebody types take nothing away: neither the text nor the keys. */
    @Test
    void whatIsBeingTypedStays() throws Exception {
        on.robot.clickOn(middle(on.tile("Rain gauge")));
        await("the card is open", () -> on.window.lookup("#card").isVisible());
        for (String field : List.of("#label-author", "#new-tag")) {
            on.click(field);
            on.press(KeyCode.CONTROL, KeyCode.A);
            on.robot.write("half a na", 20);
            AtomicBoolean checked = new AtomicBoolean();
            run(() -> {
                on.workspace.faults().findings().addListener(o -> checked.set(true));
                on.workspace.libraries().scan();
            });
            await("scanned and checked", checked::get);
            // once more for what the end of the check sets off
            await("at rest", on::isQuiet);
            Toolkit.pulse();
            TextField text = (TextField) on.node(field);
            assertEquals("half a na", text.getText(), field);
            assertTrue(onFx(text::isFocused), field + " has the keys");
            on.robot.write("me", 20);
            assertEquals("half a name", text.getText());
            run(text::clear);
        }
        on.press(KeyCode.ESCAPE);
    }

    /** A thing chosen while something was being searched for keeps its card open, and the keys in it, when the answer comes. */
    @Test
    void anAnswerThatComesDoesNotCloseTheCard() throws Exception {
        on.robot.clickOn(middle(on.tile("Rain gauge")));
        await("the card is open", () -> on.window.lookup("#card").isVisible());
        int place = onFx(() -> on.workspace.shelf().pages().followedPlace());
        AtomicInteger closed = new AtomicInteger();
        ChangeListener<Boolean> listener = (o, was, is) -> closed.addAndGet(is ? 0 : 1);
        AtomicBoolean answered = new AtomicBoolean();
        run(() -> {
            on.workspace.shelf().search();
            on.window.grid().chooseAt(place + 1, true);
            on.window.layout();
            on.window.lookup("#new-tag").requestFocus();
            on.window.lookup("#card").visibleProperty().addListener(listener);
            on.workspace.shelf().hits().addListener(o -> {
                // as a pulse may come at this very moment
                on.window.grid().requestLayout();
                on.window.layout();
                answered.set(true);
            });
        });
        await("answered", answered::get);
        await("at rest", on::isQuiet);
        Toolkit.pulse();
        run(() -> on.window.lookup("#card").visibleProperty().removeListener(listener));
        assertEquals(0, closed.get());
        assertTrue(onFx(() -> on.window.lookup("#new-tag").isFocused()));
        on.press(KeyCode.ESCAPE);
    }

    /** A thing that went and came again, as one that is sorted anew, has another number: it stays chosen, its card open. */
    @Test
    void whatIsSortedAnewStaysChosen() throws Exception {
        on.robot.clickOn(middle(on.tile("Rain gauge")));
        await("the card is open", () -> on.window.lookup("#card").isVisible());
        String id = on.named("Rain gauge").id();
        Store store = on.workspace.catalogue().libraries().stream()
                .map(Library::store)
                .filter(s -> s.asset(id).isPresent())
                .findFirst()
                .orElseThrow();
        AssetRow before = store.asset(id).orElseThrow();
        store.write(batch -> batch.remove(before.row()));
        store.write(batch -> batch.put(before));
        assertTrue(store.asset(id).orElseThrow().row() > before.row());
        run(on.workspace.libraries()::scan);
        await("known by its new number", () -> {
            Asset chosen = on.workspace.selected().get();
            return chosen != null && chosen.row() > before.row() && on.isQuiet();
        });
        Toolkit.pulse();
        await("at rest", on::isQuiet);
        Toolkit.pulse();
        assertTrue(onFx(() -> on.window.lookup("#card").isVisible()));
        on.press(KeyCode.ESCAPE);
    }

    /** Where the card goes while somebody types in it, the keys go to the shelf, not to whatever text comes next. */
    @Test
    void theKeysOfAClosedCardGoToTheShelf() throws Exception {
        on.robot.clickOn(middle(on.tile("Rain gauge")));
        await("the card is open", () -> on.window.lookup("#card").isVisible());
        on.click("#new-tag");
        run(() -> on.workspace.selected().set(null));
        await("closed", () -> !on.window.lookup("#card").isVisible());
        assertEquals(
                "shelf",
                onFx(() -> String.valueOf(on.window.getScene().getFocusOwner().getId())));
    }

    /** An undo that meets a file edited since asks, goes round it, and leaves older acts to be undone. */
    @Test
    void anUndoGoesRoundWhatWasEditedSince() throws Exception {
        run(() -> on.workspace
                .table()
                .act("older act", on.workspace.table().scene().named("Older")));
        run(() -> on.workspace.faults().mend(on.workspace.faults().findings().get()));
        await("mended", () -> on.workspace.faults().findings().get().size() < 5);
        int left = on.workspace.faults().findings().get().size();
        Path crate = on.demo("Station props/workshop/plank_crate.gltf");
        byte[] mended = Files.readAllBytes(crate);
        byte[] edited = (new String(mended, java.nio.charset.StandardCharsets.UTF_8) + "\n")
                .getBytes(java.nio.charset.StandardCharsets.UTF_8);
        Files.write(crate, edited);
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        await("asked", () -> asked("plank_crate.gltf"));
        assertEquals("older act", onFx(() -> on.workspace.history().undoable()).orElse(""));
        answer("Take back the rest");
        await("the rest is back", () -> on.workspace.faults().findings().get().size() > left);
        assertArrayEquals(edited, Files.readAllBytes(crate));
        assertEquals(null, on.workspace.questions().current().get());
        // as it was, for the others: its old reference is known from the copy the run kept
        Files.write(crate, mended);
        run(on.workspace.libraries()::scan);
        putBack(crate);
    }

    /** The artist's own backup: what the demo wrote. */
    private void putBack(Path crate) throws Exception {
        Files.copy(
                DemoCopy.whole().resolve("Station props/workshop/plank_crate.gltf"),
                crate,
                java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        AtomicBoolean checked = new AtomicBoolean();
        run(() -> {
            on.workspace.faults().findings().addListener(o -> checked.set(true));
            on.workspace.libraries().scan();
        });
        await("checked", checked::get);
    }

    /** Every earlier change is listed under mend and can be taken back from there. */
    @Test
    void earlierChangesAreListedAndTakenBack() throws Exception {
        int faults = on.workspace.faults().findings().get().size();
        on.click("#view-mend");
        on.click("#mend-all");
        await("mended", () -> on.workspace.faults().findings().get().size() < 5);
        on.press(KeyCode.CONTROL, KeyCode.H);
        await("listed", () -> !on.window.lookupAll("#runs .button").isEmpty());
        Button back = (Button)
                onFx(() -> on.window.lookupAll("#runs .button").iterator().next());
        on.robot.clickOn(middle(back));
        await("taken back", () -> on.workspace.faults().findings().get().size() == faults);
        await(
                "said so",
                () -> on.window.lookupAll("#runs .label").stream()
                        .anyMatch(n -> ((Label) n).getText().equals("Taken back")));
        on.click("#earlier");
        await("findings again", () -> on.window.lookupAll("#runs .button").isEmpty());
    }

    /** A hand that trembles while it clicks moves nothing; one that means it does, and nothing jumps to the pointer. */
    @Test
    void aTremorIsNoDrag() throws Exception {
        run(() -> on.workspace.openScene().begin());
        run(() -> on.window.table().put(on.named("Rain gauge")));
        on.awaitStanding("the gauge", 1);
        String id = on.workspace.table().scene().placements().get(0).id();
        run(() -> on.window.table().picture().choose(id));
        run(() -> on.window.table().picture().frame());
        await("drawn", () -> on.window.table().picture().samples() > 0);
        Transform before = on.workspace.table().scene().placements().get(0).toWorld();
        Point2D at = on.onTable(0.5, 0.5);
        on.robot.moveTo(at);
        on.robot.press(MouseButton.PRIMARY);
        on.robot.moveTo(at.add(1, 1));
        on.robot.moveTo(at.add(2, 0));
        on.robot.release(MouseButton.PRIMARY);
        assertEquals(before, on.workspace.table().scene().placements().get(0).toWorld());
        on.robot.moveTo(at);
        on.robot.press(MouseButton.PRIMARY);
        on.robot.moveTo(at.add(6, 0));
        on.robot.moveTo(at.add(8, 0));
        on.robot.release(MouseButton.PRIMARY);
        await(
                "moved",
                () -> !before.equals(
                        on.workspace.table().scene().placements().get(0).toWorld()));
        Transform after = on.workspace.table().scene().placements().get(0).toWorld();
        double distance = on.window.table().picture().camera().distance();
        double moved = Math.hypot(after.tx() - before.tx(), after.tz() - before.tz());
        assertTrue(moved < distance * 0.1, "eight pixels are no leap: " + moved + " at a distance of " + distance);
    }

    /** The mark comes with a change and goes with a save; closing asks while it is there, and only then. */
    @Test
    void closingAsksWhileSomethingWouldBeLost() throws Exception {
        AtomicBoolean closed = new AtomicBoolean();
        run(() -> on.workspace.openScene().begin());
        assertTrue(onFx(() -> on.window.mayClose(() -> closed.set(true))), "an untouched table closes at once");
        run(() -> on.window.table().put(on.named("Rain gauge")));
        on.awaitStanding("the gauge", 1);
        await("marked", () -> on.window.lookup("#unsaved").isVisible());
        assertFalse(onFx(() -> on.window.mayClose(() -> closed.set(true))));
        await("asked", () -> asked("is not saved"));
        answer("Cancel");
        assertFalse(closed.get());
        assertFalse(onFx(() -> on.window.mayClose(() -> closed.set(true))));
        answer("Save and close");
        await("saved, then closed", closed::get);
        assertFalse(on.window.lookup("#unsaved").isVisible());
        assertTrue(Files.exists(
                Objects.requireNonNull(on.workspace.openScene().file().get())));
        run(() -> on.workspace.view().set(Workspace.View.SHELF));
    }

    /** The Delete key takes a thing off the drive, undo brings it back, and what is kept can be let go, said with its size. */
    @Test
    void deletingIsTakenBackUntilTheStoreIsEmptied() throws Exception {
        java.nio.file.Path file = on.demo(yondershelf.demo.DemoLibrary.PROPS).resolve("workshop/tide plate.png");
        byte[] bytes = yondershelf.format.Formats.png(yondershelf.content.Picture.ofBytes(5, 5, 1, new byte[25]));
        java.nio.file.Files.write(file, bytes);
        run(() -> on.workspace.libraries().scan());
        on.robot.clickOn(middle(on.tile("Tide plate")));
        on.robot.type(KeyCode.DELETE);
        await("deleted", () -> !java.nio.file.Files.exists(file));
        await(
                "can be undone",
                () -> on.workspace.history().undoable().orElse("").equals("delete Tide plate"));
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        await("back", () -> java.nio.file.Files.exists(file));
        org.junit.jupiter.api.Assertions.assertArrayEquals(bytes, java.nio.file.Files.readAllBytes(file));
        await("can be done again", () -> on.workspace.history().redoable().isPresent());
        run(() -> on.workspace.attempt(on.workspace.history()::redo));
        await("deleted again", () -> !java.nio.file.Files.exists(file));
        // at once one after the other, before anybody has looked what is there now
        run(() -> {
            on.workspace.attempt(on.workspace.history()::undo);
            on.workspace.attempt(on.workspace.history()::redo);
            on.workspace.attempt(on.workspace.history()::undo);
        });
        await("back once more", () -> java.nio.file.Files.exists(file));
        assertNull(onFx(() -> on.workspace.problem().get()));
        run(() -> on.workspace.attempt(on.workspace.history()::redo));
        await("deleted for good", () -> !java.nio.file.Files.exists(file));
        run(() -> {
            on.workspace.view().set(yondershelf.app.model.Workspace.View.MEND);
            on.window.showRuns(true);
        });
        String says = "Empty the undo store of " + yondershelf.demo.DemoLibrary.PROPS;
        await("what is kept is told", () -> kept(says).findAny().isPresent());
        // the list is filled anew when the look after deleting ends: a click could meet the old row
        run(() -> kept(says).findFirst().orElseThrow().fire());
        await("asked", () -> !on.window.lookupAll("#question .button").isEmpty());
        Button free = onFx(() -> (Button) on.window.lookupAll("#question .button").stream()
                .filter(n -> n instanceof Button b && b.getText().startsWith("Free "))
                .findFirst()
                .orElseThrow());
        on.robot.clickOn(free);
        await("freed", () -> kept(says).findAny().isEmpty());
        assertFalse(java.nio.file.Files.exists(file));
        run(() -> on.window.showRuns(false));
    }

    private java.util.stream.Stream<Button> kept(String says) {
        return on.window.lookupAll("#runs .button").stream()
                .filter(Button.class::isInstance)
                .map(Button.class::cast)
                .filter(b -> says.equals(b.getAccessibleText()));
    }
}
