package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.TransferMode;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Role;
import yondershelf.demo.DemoLibrary;
import yondershelf.format.Formats;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Asset;
import yondershelf.search.Query;

/** The real window on the demo library, driven with real mouse and keys under a display. */
@SuppressWarnings("NullAway.Init")
class WindowTest {
    @TempDir
    static Path folder;

    private final FxRobot robot = new FxRobot();
    private IsolatedReader reader;
    private Workspace workspace;
    private ShelfWindow window;

    private void open(String home) throws Exception {
        Path demo = folder.resolve("demo");
        DemoLibrary.write(demo);
        FxToolkit.registerPrimaryStage();
        reader = new IsolatedReader();
        Catalogue catalogue = Catalogue.open(Home.open(folder.resolve(home)), reader);
        catalogue.add(demo.resolve(DemoLibrary.PROPS), "");
        catalogue.add(demo.resolve(DemoLibrary.SURFACES), "");
        onFx(() -> {
            workspace = new Workspace(catalogue);
            window = new ShelfWindow(workspace);
            Stage stage = FxToolkit.toolkitContext().getRegisteredStage();
            stage.setScene(window.scene(1280, 800));
            stage.setX(0);
            stage.setY(0);
            stage.show();
            workspace.scan();
            return true;
        });
        await(
                "the scan",
                () -> workspace.hits().get().total() > 60
                        && !workspace.findings().get().isEmpty());
    }

    @AfterEach
    void close() throws Exception {
        onFx(() -> {
            window.table().picture().close();
            workspace.close();
            FxToolkit.toolkitContext().getRegisteredStage().hide();
            return true;
        });
        reader.close();
    }

    private static <T> T onFx(Callable<T> call) throws Exception {
        CompletableFuture<T> done = new CompletableFuture<>();
        Platform.runLater(() -> {
            try {
                done.complete(call.call());
            } catch (Exception | AssertionError e) {
                done.completeExceptionally(e);
            }
        });
        return done.get(60, TimeUnit.SECONDS);
    }

    private static void await(String what, BooleanSupplier condition) throws Exception {
        for (int i = 0; i < 600; i++) {
            if (onFx(condition::getAsBoolean)) {
                return;
            }
            Thread.sleep(100);
        }
        throw new AssertionError(what + " did not happen");
    }

    private Point2D middle(Node node) throws Exception {
        return onFx(() -> {
            Bounds b = node.localToScreen(node.getBoundsInLocal());
            return new Point2D(b.getCenterX(), b.getCenterY());
        });
    }

    private void click(String id) throws Exception {
        Node node = onFx(() -> window.lookup(id));
        assertNotNull(node, id);
        robot.clickOn(middle(node));
    }

    private void type(String words) throws Exception {
        click("#search");
        robot.press(KeyCode.CONTROL, KeyCode.A).release(KeyCode.A, KeyCode.CONTROL);
        robot.write(words, 20);
    }

    private Asset named(String name) {
        return workspace.catalogue().find(Query.EVERYTHING.withWords(name)).entries().stream()
                .filter(e -> e.name().equals(name))
                .findFirst()
                .flatMap(e -> workspace.catalogue().asset(e.id()))
                .orElseThrow();
    }

    /** Carries until it is done: on a machine under load the display may swallow a movement, as a hand may slip. */
    private void carry(String name, double x, double y, String what, BooleanSupplier done) throws Exception {
        for (int attempt = 0; attempt < 3; attempt++) {
            carry(name, x, y);
            for (int i = 0; i < 250; i++) {
                if (onFx(done::getAsBoolean)) {
                    return;
                }
                Thread.sleep(100);
            }
        }
        throw new AssertionError(what + " did not happen");
    }

    /** Searches for a thing so that its tile is in view, and drags it to a place of the table: shares of its picture. */
    private void carry(String name, double x, double y) throws Exception {
        type(name);
        // the shelf has come to rest: everything typed, everything laid out
        await(
                name + " on the shelf",
                () -> workspace.query().get().words().equals(name)
                        && window.grid().tileOf(named(name).id()) != null);
        Thread.sleep(400);
        Node tile = onFx(() -> window.grid().tileOf(named(name).id()));
        assertNotNull(tile);
        Point2D from = middle(tile);
        Node picture = onFx(() -> window.lookup("#table-picture"));
        Point2D to = onFx(() -> {
            Bounds b = picture.localToScreen(picture.getBoundsInLocal());
            return new Point2D(b.getMinX() + x * b.getWidth(), b.getMinY() + y * b.getHeight());
        });
        robot.moveTo(from);
        robot.press(MouseButton.PRIMARY);
        robot.moveTo(from.add(14, 6));
        robot.moveTo(from.add(40, 14));
        robot.moveTo(to.subtract(30, 20));
        robot.moveTo(to);
        Thread.sleep(1200);
        robot.moveTo(to.add(2, 1));
        robot.moveTo(to);
        robot.release(MouseButton.PRIMARY);
    }

    /** Where a point relative to the first placement appears in the table's picture. */
    private double[] seen(double x, double y, double z) throws Exception {
        return onFx(() -> {
            var at = workspace.table().scene().placements().get(0).toWorld();
            var picture = window.table().picture();
            return picture.camera().project(at.tx() + x, y, at.tz() + z, picture.getWidth() / picture.getHeight());
        });
    }

    private int standing() {
        return workspace.table().scene().placements().size();
    }

    @Test
    void fromTheSearchLineToASavedScene() throws Exception {
        open("home1");
        type("lam");
        await(
                "the lamp is found",
                () -> workspace.hits().get().entries().stream()
                        .anyMatch(e -> e.name().equals("Deck lamp")));
        assertTrue(workspace.hits().get().entries().stream()
                .allMatch(e ->
                        (e.name() + e.path()).toLowerCase(java.util.Locale.ROOT).contains("lam")));
        click("#kind-hdri");
        await(
                "only HDRIs",
                () -> workspace.hits().get().entries().stream()
                        .allMatch(e -> e.name().equals("Lamp lit room")));
        click("#kind-hdri");

        carry("Workbench", 0.5, 0.7, "the bench stands", () -> standing() == 1);
        onFx(() -> {
            window.table().picture().frame();
            return true;
        });
        Thread.sleep(500);
        double[] top = seen(0, 0.86, 0);
        carry("Storm lantern", top[0], top[1], "the lantern stands", () -> standing() == 2);
        double height = workspace.table().scene().placements().get(1).toWorld().ty();
        assertEquals(0.86, height, 0.02, "the lantern rests on the bench's top");

        int before = partsWearing("Rusted iron");
        double[] plank = seen(0.6, 0.86, 0.1);
        carry(
                "Rusted iron",
                plank[0],
                plank[1],
                "one part is dressed",
                () -> partsWearing("Rusted iron") == before + 1);
        carry("Clear noon", 0.5, 0.3);
        await(
                "the light is changed",
                () -> workspace.table().scene().light().environment().name().equals("Clear noon"));
        carry("Fog dawn", 0.5, 0.3);
        await(
                "the second light replaces it",
                () -> workspace.table().scene().light().environment().name().equals("Fog dawn"));

        click("#table-picture");
        robot.press(KeyCode.CONTROL, KeyCode.Z).release(KeyCode.Z, KeyCode.CONTROL);
        await(
                "undone",
                () -> workspace.table().scene().light().environment().name().equals("Clear noon"));
        robot.press(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z).release(KeyCode.Z, KeyCode.SHIFT, KeyCode.CONTROL);
        await(
                "done again",
                () -> workspace.table().scene().light().environment().name().equals("Fog dawn"));

        robot.press(KeyCode.CONTROL, KeyCode.S).release(KeyCode.S, KeyCode.CONTROL);
        await(
                "saved",
                () -> workspace.sceneFile().get() != null
                        && Files.exists(workspace.sceneFile().get()));
        Path file = workspace.sceneFile().get();
        assertNotNull(file);
        Model saved = new Formats().readModel(file);
        assertEquals(2, saved.roots().size());
        assertEquals("Storm lantern", saved.nodes().get(saved.roots().get(1)).name());
        assertEquals(0.86, saved.nodes().get(saved.roots().get(1)).local().ty(), 0.02);
        Material rust = saved.materials().stream()
                .filter(m -> m.name().equals("Rusted iron"))
                .findFirst()
                .orElseThrow();
        assertTrue(rust.maps().containsKey(Role.BASE_COLOR));
        String environment = Formats.notes(file)
                .scene()
                .path("yonderShelf")
                .path("environment")
                .path("name")
                .asText();
        assertEquals("Fog dawn", environment);

        onFx(() -> {
            workspace.open(file);
            return true;
        });
        await(
                "opened",
                () -> standing() == 2
                        && workspace
                                .table()
                                .scene()
                                .light()
                                .environment()
                                .name()
                                .equals("Fog dawn"));
        assertEquals(1, partsWearing("Rusted iron"));
    }

    private int partsWearing(String material) {
        return (int) workspace.table().scene().placements().stream()
                .flatMap(p -> p.dressed().values().stream())
                .filter(m -> m.name().equals(material))
                .count();
    }

    @Test
    void labelsAreEditedOnTheCardAndSurvive() throws Exception {
        open("home2");
        type("rain gauge");
        await("found", () -> window.grid().tileOf(named("Rain gauge").id()) != null);
        robot.clickOn(middle(onFx(() -> window.grid().tileOf(named("Rain gauge").id()))));
        await("the card is open", () -> window.lookup("#card").isVisible());
        click("#new-tag");
        robot.write("weather/rain", 20);
        robot.type(KeyCode.ENTER);
        await(
                "tagged",
                () -> workspace.catalogue().labels(named("Rain gauge")).tags().contains("weather/rain"));
        click("#label-version");
        TextField version = (TextField) onFx(() -> window.lookup("#label-version"));
        robot.press(KeyCode.CONTROL, KeyCode.A).release(KeyCode.A, KeyCode.CONTROL);
        robot.write("v07", 20);
        robot.type(KeyCode.ENTER);
        await(
                "said",
                () -> workspace
                        .catalogue()
                        .labels(named("Rain gauge"))
                        .version()
                        .equals("v07"));
        assertEquals("v07", version.getText());
        Catalogue later = Catalogue.open(Home.open(folder.resolve("home2")), reader);
        later.scanAll(yondershelf.work.Work.SILENT);
        Asset asset = named("Rain gauge");
        assertEquals("v07", later.labels(later.asset(asset.id()).orElseThrow()).version());
        onFx(() -> {
            workspace.attempt(workspace.history()::undo);
            workspace.attempt(workspace.history()::undo);
            return true;
        });
        assertFalse(workspace.catalogue().labels(asset).tags().contains("weather/rain"));
    }

    @Test
    void mendingAndTakingInThroughTheWindow() throws Exception {
        open("home3");
        click("#view-mend");
        int faults = workspace.findings().get().size();
        assertTrue(faults > 5);
        byte[] before = Files.readAllBytes(folder.resolve("demo/Station props/workshop/plank_crate.gltf"));
        click("#mend-all");
        await("mended", () -> workspace.findings().get().size() < 5);
        onFx(() -> {
            workspace.attempt(workspace.history()::undo);
            return true;
        });
        await("taken back", () -> workspace.findings().get().size() == faults);
        assertEquals(
                -1,
                java.util.Arrays.mismatch(
                        before, Files.readAllBytes(folder.resolve("demo/Station props/workshop/plank_crate.gltf"))));

        onFx(() -> {
            window.bring(List.of(folder.resolve("demo/packs/shingle_study.zip")));
            return true;
        });
        await(
                "sorted",
                () -> window.lookup("#take-in") instanceof javafx.scene.control.Button b
                        && b.getText().equals("Take in 3"));
        int assets = workspace.catalogue().find(Query.EVERYTHING).total();
        click("#take-in");
        await("taken in", () -> workspace.catalogue().find(Query.EVERYTHING).total() == assets + 3);
        assertTrue(Files.exists(folder.resolve("demo/Station props/shingle_study/sky/grey_noon.hdr")));
        onFx(() -> {
            workspace.attempt(workspace.history()::undo);
            return true;
        });
        await(
                "taken out again",
                () -> workspace.catalogue().find(Query.EVERYTHING).total() == assets);
        assertFalse(Files.exists(folder.resolve("demo/Station props/shingle_study")));
    }

    /** Files from another window, as a file manager gives them, by a real drag. */
    @Test
    void filesAreDroppedOnTheWindow() throws Exception {
        open("home5");
        Path pack = folder.resolve("demo/packs/harbour_details.zip");
        Stage manager = onFx(() -> {
            Label file = new Label("harbour_details.zip");
            file.setMinSize(180, 60);
            file.setOnDragDetected(e -> {
                ClipboardContent content = new ClipboardContent();
                content.putFiles(List.of(pack.toFile()));
                file.startDragAndDrop(TransferMode.COPY).setContent(content);
                e.consume();
            });
            Stage stage = new Stage();
            stage.setScene(new Scene(file, 180, 60));
            stage.setX(1100);
            stage.setY(810);
            stage.show();
            stage.toFront();
            return stage;
        });
        Thread.sleep(500);
        Point2D from = middle(onFx(() -> manager.getScene().getRoot()));
        robot.moveTo(from);
        robot.press(MouseButton.PRIMARY);
        robot.moveTo(from.add(-10, -8));
        robot.moveTo(from.add(-40, -40));
        robot.moveTo(new Point2D(500, 420));
        robot.moveTo(new Point2D(496, 416));
        await(
                "the window says what will happen",
                () -> window.lookup(".drop-overlay").isVisible());
        robot.release(MouseButton.PRIMARY);
        await(
                "the plan is shown",
                () -> workspace.view().get() == Workspace.View.INTAKE
                        && window.lookup("#take-in") instanceof javafx.scene.control.Button b
                        && b.getText().equals("Take in 4"));
        onFx(() -> {
            manager.hide();
            return true;
        });
    }

    @Test
    void tagsNarrowAndTheTableIsLookedAroundIn() throws Exception {
        open("home6");
        Node tag = onFx(() -> window.lookup("#tag-brass"));
        assertNotNull(tag);
        robot.clickOn(middle(tag));
        await(
                "only brass",
                () -> workspace.hits().get().entries().stream()
                        .allMatch(e -> e.tags().contains("brass")));
        robot.clickOn(middle(onFx(() -> window.lookup("#tag-brass"))));
        await("everything again", () -> workspace.query().get().tags().isEmpty());

        carry("Mooring buoy", 0.5, 0.7, "the buoy stands", () -> standing() == 1);
        Node picture = onFx(() -> window.lookup("#table-picture"));
        Point2D at = middle(picture);
        var before = onFx(() -> window.table().picture().camera());
        robot.moveTo(at.add(150, -220));
        robot.press(MouseButton.PRIMARY).moveTo(at.add(60, -180)).release(MouseButton.PRIMARY);
        var orbited = onFx(() -> window.table().picture().camera());
        assertEquals(before.distance(), orbited.distance(), 1e-9);
        assertTrue(Math.abs(before.eyeX() - orbited.eyeX()) > 0.05, "orbit");
        robot.scroll(5, javafx.geometry.VerticalDirection.UP);
        var zoomed = onFx(() -> window.table().picture().camera());
        assertTrue(Math.abs(zoomed.distance() - orbited.distance()) > 0.01, "zoom");
        robot.press(KeyCode.SHIFT)
                .press(MouseButton.PRIMARY)
                .moveTo(at)
                .release(MouseButton.PRIMARY)
                .release(KeyCode.SHIFT);
        var panned = onFx(() -> window.table().picture().camera());
        assertTrue(Math.abs(panned.targetX() - zoomed.targetX()) > 0.01, "pan");
        robot.type(KeyCode.F);
        var framed = onFx(() -> window.table().picture().camera());
        double[] seen = framed.project(
                workspace.table().scene().placements().get(0).toWorld().tx(),
                0.8,
                workspace.table().scene().placements().get(0).toWorld().tz(),
                0.75);
        assertTrue(seen[0] > 0.2 && seen[0] < 0.8 && seen[1] > 0.2 && seen[1] < 0.8, "framed");
    }

    @Test
    void keysOpenTheCommandsAndRunOne() throws Exception {
        open("home4");
        robot.press(KeyCode.CONTROL, KeyCode.K).release(KeyCode.K, KeyCode.CONTROL);
        await("open", () -> window.keys().isVisible());
        robot.write("mend", 20);
        robot.type(KeyCode.ENTER);
        await(
                "run",
                () -> workspace.view().get() == Workspace.View.MEND
                        && !window.keys().isVisible());
    }
}
