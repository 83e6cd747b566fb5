package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import yondershelf.catalogue.Shown;
import yondershelf.search.Query;

/**
 * Two hundred fresh things are filed into folders, with tags, makers and licences, by keys alone and mostly by mouse: what a hand does is
 * counted, and the time it takes.
 */
class FilingManyWindowTest extends OneWindow {
    /** How each lot is called, where it goes, its tag, who made it, how it may be used. */
    private static final List<String[]> LOTS = List.of(
            new String[] {"shackle", "ironware/shackles", "metal/shackle", "The yard smith", "CC0-1.0"},
            new String[] {"fender", "jetty/fenders", "rope/fender", "Harbour loft", "CC-BY-4.0"},
            new String[] {"crate", "goods/crates", "timber/crate", "The workshop", "CC0-1.0"},
            new String[] {"buoy", "sea/buoys", "painted/buoy", "Buoy store", "CC-BY-SA-4.0"});

    private static final int EACH = 50;
    private static final long MOST_MINUTES = 10;

    private int acts;

    private Path fresh() {
        return on.demo("Station props/came today");
    }

    @AfterEach
    void clear() throws Exception {
        on.takeEverythingBack();
        if (Files.exists(fresh())) {
            assertEquals(LOTS.size() * EACH, files(), "all went back");
            try (Stream<Path> walk = Files.walk(fresh())) {
                for (Path path : walk.sorted(Comparator.reverseOrder()).toList()) {
                    Files.delete(path);
                }
            }
        }
        run(on.workspace.libraries()::scan);
        await("as before", () -> on.workspace.shelf().counts().get().total() < 120);
    }

    private long files() throws Exception {
        try (Stream<Path> walk = Files.walk(fresh())) {
            return walk.filter(Files::isRegularFile).count();
        }
    }

    /** A folder of fresh things for each lot. */
    private void come() throws Exception {
        for (String[] lot : LOTS) {
            Path folder = Files.createDirectories(fresh().resolve(lot[0]));
            for (int i = 0; i < EACH; i++) {
                Files.writeString(
                        folder.resolve(lot[0] + "_" + (char) ('a' + i / 26) + (char) ('a' + i % 26) + ".obj"),
                        "v 0 0 0\nv 1 0 0\nv 0 " + (i + 1) + " 0\nf 1 2 3\n# " + lot[0] + i + "\n");
            }
        }
        run(on.workspace.libraries()::scan);
        int total = on.workspace.shelf().counts().get().total();
        await("they came", () -> on.workspace.shelf().counts().get().total() >= total + LOTS.size() * EACH);
    }

    private void press(KeyCode... keys) {
        acts++;
        on.press(keys);
    }

    private void type(String text) {
        acts += text.length();
        on.robot.write(text, 8);
    }

    private List<Shown> found() {
        return on.workspace.catalogue().shelf().page(on.workspace.shelf().hits().get(), 0, EACH + 1);
    }

    @Test
    void twoHundredByKeysAlone() throws Exception {
        come();
        long begun = System.nanoTime();
        for (String[] lot : LOTS) {
            press(KeyCode.CONTROL, KeyCode.F);
            await("the search line", () -> on.window.lookup("#search").isFocused());
            press(KeyCode.CONTROL, KeyCode.A);
            type("folder:\"came today\" " + lot[0]);
            await("the lot", () -> on.workspace.shelf().hits().get().total() == EACH);
            press(KeyCode.DOWN);
            await("on the shelf", () -> on.window.lookup("#shelf").isFocused());
            press(KeyCode.CONTROL, KeyCode.A);
            await(
                    "all of it",
                    () -> on.workspace.chosen().selection().get().size() == EACH
                            && on.window.lookup("#tag-of-many") != null
                            && on.window.lookup("#many").isVisible());
            label("#tag-of-many", lot[2]);
            await(
                    "tagged",
                    () -> found().stream().allMatch(s -> s.labels().tags().contains(lot[2])));
            label("#many-author", lot[3]);
            await(
                    "made by",
                    () -> found().stream().allMatch(s -> s.labels().author().equals(lot[3])));
            label("#many-licence", lot[4]);
            await(
                    "licensed",
                    () -> found().stream().allMatch(s -> s.labels().licence().equals(lot[4])));
            on.focus("#shelf");
            press(KeyCode.CONTROL, KeyCode.M);
            await(
                    "asked",
                    () -> on.window.lookup("#question-typed") != null
                            && on.window.lookup("#question-typed").isFocused());
            press(KeyCode.CONTROL, KeyCode.A);
            type(lot[1]);
            press(KeyCode.ENTER);
            await("moved", () -> on.workspace.shelf().hits().get().total() == 0);
        }
        double minutes = (System.nanoTime() - begun) / 60e9;
        System.out.printf("200 assets filed by keys: %d keys pressed, %.1f minutes%n", acts, minutes);
        for (String[] lot : LOTS) {
            List<Shown> there = on.workspace
                    .catalogue()
                    .shelf()
                    .page(
                            on.workspace.catalogue().shelf().find(Query.EVERYTHING.withTags(java.util.Set.of(lot[2]))),
                            0,
                            100);
            assertEquals(EACH, there.size(), lot[0]);
            assertTrue(there.stream()
                    .allMatch(s -> s.asset().folder().equals(lot[1])
                            && s.labels().author().equals(lot[3])
                            && s.labels().licence().equals(lot[4])));
        }
        assertTrue(minutes < MOST_MINUTES, minutes + " minutes");
        assertTrue(onFx(() -> ((ButtonBase) on.window.lookup("#table-undo")).getText())
                .startsWith("Undo move"));
    }

    /** Onto folders and tags there are: makers and licences are typed, the rest is done with the mouse. */
    @Test
    void twoHundredByMouse() throws Exception {
        come();
        PlacesDriver places = new PlacesDriver(on);
        List<String> tags = List.of("brass", "rope", "painted", "metal");
        List<String> folders = List.of("shore", "workshop", "rigging", "instruments");
        long begun = System.nanoTime();
        unfold(places, "came today");
        for (int i = 0; i < LOTS.size(); i++) {
            String[] lot = LOTS.get(i);
            String tag = tags.get(i);
            click(places.row(places.folder("Station props", "came today/" + lot[0])), MouseButton.PRIMARY);
            await("the lot", () -> on.workspace.shelf().hits().get().total() == EACH);
            Node shelf = on.node("#shelf");
            Point2D ground = onFx(() -> {
                Bounds b = shelf.localToScreen(shelf.getBoundsInLocal());
                return new Point2D(b.getMinX() + 4, b.getMinY() + 4);
            });
            acts += 2;
            on.menu(ground, "Choose all");
            await(
                    "all of it",
                    () -> on.workspace.chosen().selection().get().size() == EACH
                            && on.window.lookup("#many").isVisible());
            write("#many-author", lot[3]);
            await(
                    "made by",
                    () -> found().stream().allMatch(s -> s.labels().author().equals(lot[3])));
            write("#many-licence", lot[4]);
            await(
                    "licensed",
                    () -> found().stream().allMatch(s -> s.labels().licence().equals(lot[4])));
            drag(places.row("tag-" + tag));
            await(
                    "tagged",
                    () -> found().stream().allMatch(s -> s.labels().tags().contains(tag)));
            drag(places.row(places.folder("Station props", folders.get(i))));
            await("moved", () -> on.workspace.shelf().hits().get().total() == 0);
        }
        double minutes = (System.nanoTime() - begun) / 60e9;
        System.out.printf("200 assets filed by mouse: %d clicks, drags and keys, %.1f minutes%n", acts, minutes);
        for (int i = 0; i < LOTS.size(); i++) {
            String[] lot = LOTS.get(i);
            String folder = folders.get(i);
            List<Shown> there = on.workspace
                    .catalogue()
                    .shelf()
                    .page(
                            on.workspace
                                    .catalogue()
                                    .shelf()
                                    .find(Query.EVERYTHING
                                            .withWords(lot[0] + "_")
                                            .withTags(java.util.Set.of(tags.get(i)))),
                            0,
                            100);
            assertEquals(EACH, there.size(), lot[0]);
            assertTrue(there.stream()
                    .allMatch(s -> s.asset().folder().equals(folder)
                            && s.labels().author().equals(lot[3])
                            && s.labels().licence().equals(lot[4])));
        }
        assertTrue(minutes < MOST_MINUTES, minutes + " minutes");
    }

    /** Opens a folder of the first library in the places. */
    private void unfold(PlacesDriver places, String folder) throws Exception {
        Node row = places.row(places.folder("Station props", folder));
        Node arrow = Objects.requireNonNull(onFx(() -> row.lookup(".place-arrow")));
        click(arrow, MouseButton.PRIMARY);
    }

    private void click(Node node, MouseButton button) throws Exception {
        acts++;
        on.robot.clickOn(WindowDriver.middle(node), button);
    }

    private void write(String field, String text) throws Exception {
        click(on.node(field), MouseButton.PRIMARY);
        press(KeyCode.CONTROL, KeyCode.A);
        type(text);
        press(KeyCode.ENTER);
    }

    /** Carries what is chosen by one of it. */
    private void drag(Node to) throws Exception {
        acts++;
        Point2D end = WindowDriver.middle(to);
        Shown first = found().get(0);
        Node tile = Objects.requireNonNull(
                onFx(() -> on.window.grid().tileOf(first.asset().id())));
        Point2D start = WindowDriver.middle(tile);
        on.robot.moveTo(start);
        on.robot.press(MouseButton.PRIMARY);
        on.robot.moveTo(start.add(14, 6));
        on.robot.moveTo(start.add(40, 14));
        on.robot.moveTo(end.subtract(20, 4));
        on.robot.moveTo(end);
        assertTrue(on.happensAt(end, PlacesDriver::isPromised), "what letting go will do is said");
        on.robot.release(MouseButton.PRIMARY);
    }

    /** Tab goes from field to field of the card; so many of them are counted as pressed. */
    private void label(String field, String text) throws Exception {
        for (int i = 0; i < 40 && !onFx(() -> on.window.lookup(field).isFocused()); i++) {
            press(KeyCode.TAB);
            Toolkit.pulse();
        }
        assertTrue(onFx(() -> on.window.lookup(field).isFocused()), field + " is reached by the keys");
        press(KeyCode.CONTROL, KeyCode.A);
        type(text);
        press(KeyCode.ENTER);
    }
}
