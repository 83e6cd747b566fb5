package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.function.Predicate;
import javafx.geometry.Point2D;
import javafx.geometry.VerticalDirection;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Role;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.render.Camera;
import yondershelf.table.Placement;

/** Scenes are put together with the mouse; what was saved is judged, not the widgets alone. */
class TableWindowTest extends OneWindow {
    private Placement placed(int number) {
        return on.workspace.table().scene().placements().get(number);
    }

    @Test
    void fromTheSearchLineToASavedScene() throws Exception {
        on.drag("Workbench", on.onTable(0.5, 0.7), "the bench stands", () -> on.standing() == 1);
        run(() -> on.window.table().picture().frame());
        await("drawn", on.window.table().picture()::isCurrent);
        on.drag("Storm lantern", on.seen(0, 0.86, 0), "the lantern stands", () -> on.standing() == 2);
        assertEquals(0.86, placed(1).toWorld().ty(), 0.02, "the lantern rests on the bench's top");
        on.drag(
                "Rusted iron",
                on.seen(0.6, 0.86, 0.1),
                "one part is dressed",
                () -> on.partsWearing("Rusted iron") == 1);
        Point2D sky = on.onTable(0.5, 0.3);
        on.drag("Clear noon", sky, "the light is changed", () -> on.lightName().equals("Clear noon"));
        on.drag(
                "Fog dawn",
                sky,
                "the second light replaces it",
                () -> on.lightName().equals("Fog dawn"));

        on.click("#table-picture");
        on.press(KeyCode.CONTROL, KeyCode.Z);
        await("undone", () -> on.lightName().equals("Clear noon"));
        on.press(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z);
        await("done again", () -> on.lightName().equals("Fog dawn"));

        on.press(KeyCode.CONTROL, KeyCode.S);
        await(
                "saved",
                () -> on.workspace.openScene().file().get() != null
                        && Files.exists(on.workspace.openScene().file().get()));
        Path file = on.workspace.openScene().file().get();
        assertNotNull(file);
        judge(file);
        run(() -> on.workspace.openScene().open(file));
        await("opened", () -> on.standing() == 2 && on.lightName().equals("Fog dawn"));
        assertEquals(1, on.partsWearing("Rusted iron"));
    }

    private static void judge(Path file) throws Exception {
        Model saved = new Formats().readModel(file);
        assertEquals(2, saved.roots().size());
        assertEquals("Storm lantern", saved.nodes().get(saved.roots().get(1)).name());
        assertEquals(0.86, saved.nodes().get(saved.roots().get(1)).local().ty(), 0.02);
        Material rust = saved.materials().stream()
                .filter(m -> m.name().equals("Rusted iron"))
                .findFirst()
                .orElseThrow();
        assertTrue(rust.maps().containsKey(Role.BASE_COLOR));
        String environment = Formats.notes(file, new yondershelf.references.Reach())
                .scene()
                .path("yonderShelf")
                .path("environment")
                .path("name")
                .asText();
        assertEquals("Fog dawn", environment);
    }

    /** What letting go will do is said before the button is released, and a modifier key changes it. */
    @Test
    void theSentenceByThePointerIsKept() throws Exception {
        on.drag("Tool chest", on.onTable(0.5, 0.7), "the chest stands", () -> on.standing() == 1);
        run(() -> on.window.table().picture().frame());
        await("drawn", on.window.table().picture()::isCurrent);
        Point2D front = on.seen(0, 0.2, placed(0).model().bounds().sizeZ() / 2);
        on.carry("Rusted iron", front, "said", () -> said().startsWith("this one of"));
        assertTrue(said().contains("Shift dresses all of it"), said());
        on.robot.press(KeyCode.SHIFT);
        on.robot.moveTo(front.add(1, 0));
        await("said otherwise", () -> said().startsWith("all "));
        on.robot.release(MouseButton.PRIMARY).release(KeyCode.SHIFT);
        int parts = placed(0).parts().size();
        await("all of it is dressed", () -> on.partsWearing("Rusted iron") == parts);
        await("the sentence is gone", () -> said().isEmpty());

        on.carry("Barometer dial", front, "a texture has no place", () -> said().contains("no place on the table"));
        on.robot.release(MouseButton.PRIMARY);
        assertEquals(1, on.standing());
    }

    private String said() {
        return on.window.table().picture().sentence();
    }

    @Test
    void anObjectIsMovedTurnedRepeatedAndRemoved() throws Exception {
        on.drag("Mooring buoy", on.onTable(0.5, 0.7), "the buoy stands", () -> on.standing() == 1);
        assertEquals(placed(0).id(), on.window.table().picture().chosen(), "what was put down is chosen");
        Transform before = placed(0).toWorld();
        Point2D body = on.seen(0, 0.4, 0);
        on.robot.moveTo(body);
        on.robot.press(MouseButton.PRIMARY);
        on.robot.moveTo(body.add(-20, 10));
        on.robot.moveTo(body.add(-60, 30));
        on.robot.release(MouseButton.PRIMARY);
        await("moved", () -> Math.abs(placed(0).toWorld().tx() - before.tx()) > 0.05);
        assertEquals(before.ty(), placed(0).toWorld().ty(), 1e-6, "still on the ground");
        Transform there = placed(0).toWorld();

        on.press(KeyCode.COMMA);
        await("turned", () -> Math.abs(placed(0).toWorld().xz()) > 0.2);
        assertEquals(there.tx(), placed(0).toWorld().tx(), 1e-9, "in its place");
        assertEquals(Math.cos(Math.toRadians(15)), placed(0).toWorld().xx(), 1e-9);
        on.press(KeyCode.CONTROL, KeyCode.D);
        on.awaitStanding("repeated", 2);
        assertEquals(placed(0).model(), placed(1).model());
        on.press(KeyCode.DELETE);
        on.awaitStanding("removed", 1);
        for (int i = 0; i < 4; i++) {
            on.press(KeyCode.CONTROL, KeyCode.Z);
        }
        await("all taken back", () -> on.standing() == 1 && placed(0).toWorld().equals(before));
        on.press(KeyCode.CONTROL, KeyCode.Z);
        on.awaitStanding("back to the empty table", 0);
    }

    @Test
    void theTableIsLookedAroundIn() throws Exception {
        on.drag("Mooring buoy", on.onTable(0.5, 0.7), "the buoy stands", () -> on.standing() == 1);
        Point2D at = on.onTable(0.5, 0.5);
        var picture = on.window.table().picture();
        Camera before = onFx(picture::camera);
        on.robot.moveTo(at.add(150, -220));
        on.robot.press(MouseButton.PRIMARY).moveTo(at.add(60, -180)).release(MouseButton.PRIMARY);
        Camera orbited = seenFrom("orbit", c -> Math.abs(before.eyeX() - c.eyeX()) > 0.05);
        assertEquals(before.distance(), orbited.distance(), 1e-9);
        on.robot.scroll(5, VerticalDirection.UP);
        Camera zoomed = seenFrom("zoom", c -> Math.abs(c.distance() - orbited.distance()) > 0.01);
        on.robot
                .press(KeyCode.SHIFT)
                .press(MouseButton.PRIMARY)
                .moveTo(at)
                .release(MouseButton.PRIMARY)
                .release(KeyCode.SHIFT);
        Camera panned = seenFrom("pan", c -> Math.abs(c.targetX() - zoomed.targetX()) > 0.01);
        on.press(KeyCode.LEFT);
        Camera turned = seenFrom("orbit by key", c -> Math.abs(c.eyeX() - panned.eyeX()) > 0.01);
        on.press(KeyCode.EQUALS);
        seenFrom("zoom by key", c -> c.distance() < turned.distance());
        on.press(KeyCode.F);
        Transform stands = placed(0).toWorld();
        seenFrom("framed", c -> {
            double[] seen = c.project(stands.tx(), 0.8, stands.tz(), 0.75);
            return seen[0] > 0.2 && seen[0] < 0.8 && seen[1] > 0.2 && seen[1] < 0.8;
        });
        await("refined at rest", () -> picture.samples() >= 2);
    }

    /** The camera, once it is as it should be. */
    private Camera seenFrom(String what, Predicate<Camera> like) throws Exception {
        var picture = on.window.table().picture();
        await(what, () -> like.test(picture.camera()));
        return onFx(picture::camera);
    }

    /** What was just put down is framed at once, before it has been drawn. */
    @Test
    void whatIsNotDrawnYetIsFramed() throws Exception {
        on.drag("Mooring buoy", on.onTable(0.5, 0.7), "the buoy stands", () -> on.standing() == 1);
        run(() -> {
            Placement first = placed(0);
            Transform away = Transform.translation(5, 0, 2).after(first.toWorld());
            Placement second = new Placement("second", "Second", first.asset(), first.model(), away, Map.of());
            on.workspace
                    .table()
                    .act("put another one", on.workspace.table().scene().with(second));
            on.window.table().picture().choose("second");
            on.window.table().picture().frame();
        });
        Placement second = placed(1);
        var box = second.boxes().get(0);
        Camera camera = seenFrom(
                "the second one is framed",
                c -> Math.abs(c.targetX() - second.toWorld().tx()) < box.sizeX()
                        && Math.abs(c.targetZ() - second.toWorld().tz()) < box.sizeZ());
        assertTrue(camera.distance() > 0.5 && camera.distance() < 50, "near enough: " + camera.distance());
    }

    /** After something was put down the keys are the table's: Ctrl+Z takes it back, not a letter of the search. */
    @Test
    void theKeysFollowWhatIsPutDown() throws Exception {
        on.drag("Workbench", on.onTable(0.5, 0.7), "the bench stands", () -> on.standing() == 1);
        String typed = onFx(() -> on.workspace.shelf().query().get().words());
        on.press(KeyCode.CONTROL, KeyCode.Z);
        on.awaitStanding("taken back", 0);
        assertEquals(typed, onFx(() -> on.workspace.shelf().query().get().words()), "the search is as it was");
    }

    /** The scene's name is whole beside the sign that it is not saved, however little room there is. */
    @Test
    void theNameOfTheSceneIsWhole() throws Exception {
        on.drag("Workbench", on.onTable(0.5, 0.7), "the bench stands", () -> on.standing() == 1);
        javafx.scene.control.TextField name =
                onFx(() -> (javafx.scene.control.TextField) on.window.lookup(".scene-name"));
        javafx.scene.control.Label mark = onFx(() -> (javafx.scene.control.Label) on.window.lookup("#unsaved"));
        assertTrue(onFx(mark::isVisible));
        for (String called : java.util.List.of("Station yard", "Harbour lamps, dusk")) {
            run(() -> name.setText(called));
            await("room for " + called, () -> {
                javafx.scene.text.Text text = new javafx.scene.text.Text(called);
                text.setFont(name.getFont());
                return name.getWidth()
                                - name.getInsets().getLeft()
                                - name.getInsets().getRight()
                        >= text.getLayoutBounds().getWidth();
            });
        }
    }

    /** A picture of the window waits as long as a menu only says that it is looking. */
    @Test
    void picturesWaitForWhatTheyAreFor() throws Exception {
        javafx.scene.control.MenuButton filters =
                onFx(() -> (javafx.scene.control.MenuButton) on.window.lookup("#filters"));
        run(() -> {
            filters.getItems().setAll(new javafx.scene.control.MenuItem(yondershelf.words.Phrase.of("app.looking")));
            filters.setOnShowing(null);
            filters.show();
        });
        await("the menu says that it looks", WindowPicture::isLooking);
        run(() -> filters.getItems().setAll(new javafx.scene.control.MenuItem("rating")));
        await("it has found something", () -> !WindowPicture.isLooking());
        run(filters::hide);
    }
}
