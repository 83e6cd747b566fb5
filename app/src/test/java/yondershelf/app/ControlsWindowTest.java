package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.util.List;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.MenuButton;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import yondershelf.app.model.Workspace;
import yondershelf.library.Asset;
import yondershelf.library.Edit;

/**
 * What holds for every control of every view at 1280x800: it has a name for screen readers, a tooltip and a way by keys,
 * its words are not cut off, it lies within the window and over no other.
 */
class ControlsWindowTest extends OneWindow {
    /** Faults of all that is to be seen. */
    private List<String> faults() throws Exception {
        Toolkit.pulse();
        await("at rest", on::isQuiet);
        Toolkit.pulse();
        return onFx(() -> ControlFaults.of(on.window));
    }

    private static void assertNone(String view, List<String> faults) {
        assertEquals(List.of(), faults, view);
    }

    @Test
    void theShelfAndTheCard() throws Exception {
        assertNone("shelf", faults());
        for (String name : List.of("Storm lantern", "Fog dawn", "Tarred timber")) {
            run(() -> on.window.grid().choose(on.named(name), true));
            await("the card", () -> !on.window.lookupAll(".card").isEmpty());
            assertNone("card of " + name, faults());
        }
    }

    @Test
    void theCardOfAFileThatDoesNotSayItsUnits() throws Exception {
        // alone, so that no long name beside it is cut off
        on.search("rope coil");
        await("found", () -> on.workspace.shelf().hits().get().total() == 1);
        Asset rope = on.named("Rope coil");
        run(() -> on.window.grid().choose(rope, true));
        await("what is assumed stands there", () -> on.window.lookup("#space") != null);
        assertNone("card of Rope coil", faults());
        run(() -> on.window.workspace().labelling().tellSpace(rope, rope.id(), Edit.Field.UNITS, "millimetres"));
        await(
                "told",
                () -> on.window.lookup("#space") instanceof MenuButton m
                        && m.getText().contains("told"));
        assertNone("card of a thing whose units were told", faults());
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        await("taken back", () -> on.named("Rope coil").space().isNone());
    }

    @Test
    void theTableWithAChosenThing() throws Exception {
        run(() -> on.window.table().put(on.named("Storm lantern")));
        await("it stands", () -> on.standing() == 1);
        assertNone("table", faults());
    }

    @Test
    void intake() throws Exception {
        run(() -> on.workspace.view().set(Workspace.View.INTAKE));
        assertNone("intake, empty", faults());
        run(() -> on.window.bring(List.of(on.demo("packs/shingle_study.zip"))));
        await("a plan", () -> on.window.lookup("#take-in") instanceof ButtonBase take && !take.isDisabled());
        assertNone("intake", faults());
    }

    @Test
    void mend() throws Exception {
        run(() -> on.workspace.view().set(Workspace.View.MEND));
        assertNone("mend", faults());
    }

    /** The list of jobs takes its room from what scrolls, not from the window's edges. */
    @Test
    void jobsUnderEachView() throws Exception {
        on.press(KeyCode.CONTROL, KeyCode.J);
        for (Workspace.View view : Workspace.View.values()) {
            run(() -> on.workspace.view().set(view));
            assertNone("jobs under " + view, faults());
        }
        on.press(KeyCode.CONTROL, KeyCode.J);
    }

    @Test
    void keys() throws Exception {
        run(() -> on.window.keys().open());
        assertNone(
                "keys", faults().stream().filter(f -> !f.contains("lies over")).toList());
    }
}
