package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;
import static yondershelf.app.WindowDriver.middle;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.function.BooleanSupplier;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.Pane;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.app.intake.PlanLine;
import yondershelf.app.model.Workspace;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.format.Formats;
import yondershelf.intake.IntakePlan;
import yondershelf.intake.KeptPlan;
import yondershelf.intake.PlanItem;
import yondershelf.library.Asset;

/** The plan of what came is changed by mouse and by keys, and each change is taken back. */
class PlanWindowTest extends OneWindow {
    private static final String YARD = """
            o Bench
            v 0 0 0
            v 2 0 0
            v 2 1 0
            v 0 1 0
            f 1 2 3
            f 1 3 4
            o Pebble
            v 4 0 0
            v 5 0 0
            v 5 1 0
            f 5 6 7
            """;

    @TempDir
    Path folder;

    private void picture(String name, int shade) throws Exception {
        byte[] pixels = new byte[16 * 16 * 3];
        for (int i = 0; i < pixels.length; i++) {
            pixels[i] = (byte) (i * shade * 5 + shade);
        }
        Files.write(folder.resolve(name), Formats.png(Picture.ofBytes(16, 16, 3, pixels)));
    }

    private IntakePlan plan() {
        return on.workspace.openPlan().plan().get();
    }

    private PlanItem named(String name) {
        return plan().items().stream()
                .filter(i -> i.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private boolean has(String name) {
        return plan().items().stream().anyMatch(i -> i.name().equals(name));
    }

    @SuppressWarnings("unchecked")
    private ListView<PlanLine> list() {
        return (ListView<PlanLine>) Objects.requireNonNull(on.window.lookup("#plan"));
    }

    private int line(String name) {
        for (int i = 0; i < list().getItems().size(); i++) {
            if (list().getItems().get(i) instanceof PlanLine.Thing thing
                    && thing.number() == named(name).number()) {
                return i;
            }
        }
        throw new AssertionError("no line for " + name);
    }

    private void choose(String name) throws Exception {
        run(() -> list().getSelectionModel().clearAndSelect(line(name)));
        await(
                "it is shown",
                () -> on.window.lookup("#came-name") instanceof TextField f
                        && f.getText().equals(name));
    }

    private void bring(int things) throws Exception {
        run(() -> on.window.bring(List.of(folder)));
        await("sorted", () -> plan().items().size() == things);
        // each line has its preview, and is not laid out again
        await(
                "looked at",
                () -> on.window.lookupAll("#intake .plan-picture").stream()
                                .filter(n ->
                                        n instanceof Pane p && p.getChildren().get(0) instanceof ImageView)
                                .count()
                        == things);
    }

    private Label words(String style, String text) throws Exception {
        return (Label) onFx(() -> on.window.lookupAll("#intake " + style).stream()
                .filter(n -> n instanceof Label l && l.getText().endsWith(text))
                .findFirst()
                .orElseThrow());
    }

    private void letGo() throws Exception {
        on.clickOn("Discard");
        await("the shelf again", () -> on.workspace.view().get() == Workspace.View.SHELF);
    }

    /** Where something is that may be filled anew at any time. */
    private interface Place {
        Node node() throws Exception;
    }

    private void drag(Place from, Place to, String promise) throws Exception {
        BooleanSupplier promised = () -> javafx.stage.Window.getWindows().stream()
                .anyMatch(w -> w instanceof javafx.scene.control.Tooltip t
                        && t.isShowing()
                        && t.getText().equals(promise));
        // a hand may slip, and a machine under load swallow a movement
        for (int attempt = 0; attempt < 3; attempt++) {
            Point2D start = middle(from.node());
            Point2D end = middle(to.node());
            on.robot.moveTo(start);
            on.robot.press(MouseButton.PRIMARY);
            on.robot.moveTo(start.add(4, 4));
            on.robot.moveTo(start.add(12, 12));
            on.robot.moveTo(end.add(-4, 0));
            on.robot.moveTo(end);
            if (on.happensAt(end.add(2, 1), promised)) {
                on.robot.release(MouseButton.PRIMARY);
                return;
            }
            on.robot.moveTo(start);
            on.robot.release(MouseButton.PRIMARY);
        }
        throw new AssertionError("before the button is released it does not say: " + promise);
    }

    /** By the mouse: a map onto a role, a picture onto a set, a map out of it. */
    @Test
    void mapsAreDraggedWhereTheyBelong() throws Exception {
        picture("oak_color.png", 1);
        picture("oak_rough.png", 2);
        picture("knots.png", 3);
        bring(2);
        choose("Oak");
        drag(
                () -> words(".label", "oak_rough.png"),
                () -> words(".role-slot", "height"),
                "reads oak_rough.png as height");
        await(
                "it is the height",
                () -> named("Oak").files().stream()
                        .anyMatch(f -> f.role() == Role.HEIGHT && f.path().equals("oak_rough.png")));
        on.undo();
        await("roughness again", () -> named("Oak").files().stream().noneMatch(f -> f.role() == Role.HEIGHT));
        drag(() -> words(".plan-row .label", "Knots"), () -> words(".plan-row .label", "Oak"), "becomes part of Oak");
        await(
                "one thing",
                () -> plan().items().size() == 1 && named("Oak").files().size() == 3);
        on.click("#intake .map-out");
        await("two again", () -> plan().items().size() == 2);
        on.undo();
        on.undo();
        await(
                "as it came",
                () -> plan().items().size() == 2 && named("Oak").files().size() == 2);
        letGo();
    }

    /** By keys alone: joined, named, left out; then it is let go, and undo knows nothing of it any more. */
    @Test
    void keysDoTheSame() throws Exception {
        picture("oak_color.png", 1);
        picture("oak_rough.png", 2);
        picture("knots.png", 3);
        bring(2);
        choose("Knots");
        run(() -> {
            list().requestFocus();
            list().getSelectionModel().select(line("Oak"));
        });
        on.press(KeyCode.CONTROL, KeyCode.G);
        await("one thing", () -> plan().items().size() == 1);
        on.press(KeyCode.F2);
        await("the name is typed", () -> on.window.lookup("#came-name").isFocused());
        on.press(KeyCode.CONTROL, KeyCode.A);
        on.robot.write("Old oak");
        on.press(KeyCode.ENTER);
        await("named", () -> has("Old oak"));
        run(() -> list().requestFocus());
        on.press(KeyCode.SPACE);
        await("left out", () -> !named("Old oak").isTicked());
        assertEquals(
                "leave out Old oak",
                onFx(() -> on.workspace.history().undoable().orElse("")));
        letGo();
        assertFalse(onFx(() -> on.workspace.history().undoable().orElse("")).contains("Old oak"));
    }

    /** Nodes with enough triangles become assets of their own, as the list of nodes has them. */
    @Test
    void nodesAreTakenApart() throws Exception {
        Files.writeString(folder.resolve("yard.obj"), YARD);
        bring(1);
        choose("Yard");
        await("its nodes are known", () -> named("Yard").given().pieces().size() == 2);
        TextField least = (TextField) onFx(() -> on.window.lookup("#least-triangles"));
        run(() -> {
            least.requestFocus();
            least.setText("2");
        });
        on.press(KeyCode.ENTER);
        await("one apart", () -> named("Yard").given().apart().equals(java.util.Set.of("Bench")));
        int before = on.workspace.shelf().counts().get().total();
        await("it may be taken", () -> on.window.lookup("#take-in") instanceof ButtonBase b && !b.isDisabled());
        on.click("#take-in");
        await("file and node", () -> on.workspace.shelf().counts().get().total() == before + 2);
        assertEquals("yard.obj#Bench", on.named("Bench").locator().text().replaceAll(".*/", ""));
        await(
                "what became of it is kept",
                () -> on.workspace
                        .catalogue()
                        .home()
                        .setting("last-intake-report", "")
                        .endsWith(": 1 asset came"));
        // a place of its own shows what came last, and follows what becomes of it
        await("a place", () -> on.workspace.shelf().taken().get() == 2);
        await("in view", () -> {
            // rows may still come above it
            ListView<?> places = (ListView<?>) on.window.lookup("#places");
            places.scrollTo(places.getItems().size() - 1);
            return on.window.lookup("#just-taken") != null;
        });
        on.click("#just-taken");
        await("only what came", () -> on.workspace.shelf().hits().get().total() == 2);
        on.undo();
        await("gone", () -> on.workspace.shelf().counts().get().total() == before);
        await("nothing is there", () -> on.workspace.shelf().taken().get() == 0);
    }

    /** Lights of a scene file too: by a tick, shown large before they are taken, and lighting the table afterwards. */
    @Test
    void lightsAreTakenApart() throws Exception {
        Files.writeString(folder.resolve("shed.usda"), """
                #usda 1.0
                ( upAxis = "Y"
                  metersPerUnit = 1 )
                def Mesh "Shed" {
                    int[] faceVertexCounts = [3]
                    int[] faceVertexIndices = [0, 1, 2]
                    point3f[] points = [(-1, 0, -1), (1, 0, -1), (0, 0, 1)]
                }
                def DistantLight "Low sun" {
                    float3 xformOp:rotateXYZ = (-20, 40, 0)
                    uniform token[] xformOpOrder = ["xformOp:rotateXYZ"]
                }
                def SphereLight "Bulb" {}
                """);
        bring(1);
        choose("Shed");
        await("its lights are known", () -> named("Shed").given().pieces().size() == 3);
        CheckBox all = (CheckBox) onFx(() -> on.window.lookup("#lights-apart"));
        assertEquals("Each light an asset of its own", onFx(all::getText));
        on.click(all, "three apart", () -> named("Shed").given().apart().size() == 3);
        int before = on.workspace.shelf().counts().get().total();
        await("it may be taken", () -> on.window.lookup("#take-in") instanceof ButtonBase b && !b.isDisabled());
        on.click("#take-in");
        await(
                "the file and its lights",
                () -> on.workspace.shelf().counts().get().total() == before + 4);
        Asset sun = on.named("Low sun");
        assertEquals(Kind.HDRI, sun.kind());
        assertEquals("Shed lights", on.named("Shed lights").name());
        String lit = onFx(on::lightName);
        on.drag(
                "Low sun",
                on.onTable(0.5, 0.3),
                "the table is lit by it",
                () -> on.lightName().equals("Low sun"));
        on.undo();
        await("as it was lit before", () -> on.lightName().equals(lit));
        on.undo();
        await("gone", () -> on.workspace.shelf().counts().get().total() == before);
    }

    /** What somebody began to sort is offered when the program comes back, as it was left. */
    @Test
    void aPlanOutlivesTheProgram() throws Exception {
        picture("sign.png", 1);
        picture("board.png", 3);
        Path file = on.workspace.catalogue().home().folder().resolve(KeptPlan.FILE);
        bring(2);
        run(() -> on.workspace
                .openPlan()
                .change("name it", named("Sign").named("Warning sign").ticked(false)));
        await(
                "kept",
                () -> KeptPlan.read(file)
                        .filter(k -> k.wanted().toString().contains("Warning sign"))
                        .isPresent());
        KeptPlan kept = KeptPlan.read(file).orElseThrow();
        letGo();
        await("nothing is kept of what was let go", () -> !Files.exists(file));
        // as if the program had ended before
        kept.write(file);
        run(() -> on.window.askAboutTheLastTime());
        await(
                "asked",
                () -> on.window.lookupAll(".button").stream()
                        .anyMatch(n -> n instanceof ButtonBase b && b.getText().equals("Continue")));
        on.clickOn("Continue");
        await(
                "as it was left",
                () -> has("Warning sign") && !named("Warning sign").isTicked() && has("Board"));
        letGo();
        await("gone", () -> !Files.exists(file));
    }

    /** The same plan as pictures: chosen with a range, left out by a key, named, and the list shows it so too. */
    @Test
    void asPictures() throws Exception {
        for (int i = 1; i < 6; i++) {
            picture("board " + "abcde".charAt(i - 1) + ".png", i);
        }
        bring(5);
        on.click("#plan-as-pictures");
        await(
                "tiles with pictures",
                () -> on.window.lookupAll("#plan-pictures .plan-tile .plan-picture").stream()
                                .filter(n ->
                                        n instanceof Pane p && p.getChildren().get(0) instanceof ImageView)
                                .count()
                        == 5);
        on.robot.clickOn(words(".plan-tile .label", "Board b"));
        run(() -> Objects.requireNonNull(on.window.lookup("#plan-pictures")).requestFocus());
        on.robot.press(KeyCode.SHIFT);
        on.robot.clickOn(words(".plan-tile .label", "Board d"));
        on.robot.release(KeyCode.SHIFT);
        run(() -> Objects.requireNonNull(on.window.lookup("#plan-pictures")).requestFocus());
        on.press(KeyCode.SPACE);
        await(
                "three are left out",
                () -> plan().ticked().size() == 2 && !named("Board c").isTicked());
        on.press(KeyCode.RIGHT);
        await(
                "the next is shown",
                () -> on.window.lookup("#came-name") instanceof TextField f
                        && f.getText().equals("Board e"));
        on.click("#plan-as-pictures");
        await("the list again", () -> list().isVisible());
        assertEquals(1, onFx(() -> list().getSelectionModel().getSelectedItems().size()));
        letGo();
    }

    /** A protected archive is asked for its password, where the window asks everything; skipped, it is not asked again. */
    @Test
    void aPasswordIsAskedOnce() throws Exception {
        picture("sign.png", 1);
        Path pack = folder.resolve("locked.zip");
        try (ZipFile zip = new ZipFile(pack.toFile(), "secret".toCharArray())) {
            ZipParameters how = new ZipParameters();
            how.setEncryptFiles(true);
            how.setEncryptionMethod(EncryptionMethod.AES);
            zip.addFile(folder.resolve("sign.png").toFile(), how);
        }
        run(() -> on.window.bring(List.of(pack)));
        await("asked", () -> on.window.lookup("#question-typed") != null);
        assertEquals(0, plan().items().size());
        on.clickOn("#question-typed");
        on.robot.write("secret");
        on.press(KeyCode.ENTER);
        await("open", () -> plan().items().size() == 1 && has("Sign"));
        letGo();
        run(() -> on.window.bring(List.of(pack)));
        await("asked again", () -> on.window.lookup("#question-typed") != null);
        on.clickOn("Skip it");
        await(
                "quiet",
                () -> on.window.lookup("#question-typed") == null
                        && plan().items().isEmpty());
        letGo();
    }
}
