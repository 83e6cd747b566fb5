package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;
import static yondershelf.app.WindowDriver.middle;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Window;
import org.junit.jupiter.api.Test;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Shown;
import yondershelf.content.Kind;
import yondershelf.content.Problem;
import yondershelf.library.Asset;
import yondershelf.library.Labels;
import yondershelf.search.Hits;
import yondershelf.search.Query;
import yondershelf.work.Job;
import yondershelf.work.Work;

/** Finding things on the shelf, and saying something about them on their cards. */
class ShelfWindowTest extends OneWindow {
    private List<Shown> found() {
        Hits hits = on.workspace.shelf().hits().get();
        return on.workspace.catalogue().shelf().page(hits, 0, hits.total());
    }

    private boolean all(Predicate<Shown> like) {
        return !found().isEmpty() && found().stream().allMatch(like);
    }

    private static String text(Shown e) {
        return (e.name() + e.asset().path() + e.labels().tags()).toLowerCase(Locale.ROOT);
    }

    private Labels said(String name) {
        return on.workspace.catalogue().shelf().labels(on.named(name));
    }

    @Test
    void wordsKindsAndTagsNarrow() throws Exception {
        on.search("lam");
        await("only what has the letters", () -> all(e -> text(e).contains("lam")));
        assertTrue(found().stream().anyMatch(e -> e.name().equals("Deck lamp")));
        on.click("#kind-hdri");
        await("only HDRIs", () -> all(e -> e.name().equals("Lamp lit room")));
        on.click("#search");
        on.press(KeyCode.ESCAPE);
        await("everything", () -> on.workspace.shelf().hits().get().total() > 60);

        on.click("#tag-brass");
        await("only brass", () -> all(e -> e.labels().tags().contains("brass")));
        on.click("#tag-brass");
        await(
                "everything again",
                () -> on.workspace.shelf().query().get().tags().isEmpty()
                        && on.workspace.shelf().hits().get().total() > 60);
        on.search("nothing is called this");
        await("nothing", () -> on.workspace.shelf().hits().get().total() == 0);
        assertTrue(onFx(() -> on.window.lookupAll(".empty-words").stream()
                        .map(n -> ((Label) n).getText())
                        .collect(Collectors.joining()))
                .contains("Nothing matches"));
        on.clickOn("Show everything");
        await("everything once more", () -> on.workspace.shelf().hits().get().total() > 60);
    }

    /** A button that is made anew while the hand is on it swallows the click. */
    @Test
    void whatIsOfferedWhereNothingIsStaysUnderThePointer() throws Exception {
        on.search("nothing is called this");
        await("nothing", () -> on.workspace.shelf().hits().get().total() == 0);
        await("offered", () -> on.robot.lookup("Show everything").tryQuery().isPresent());
        Node offered = on.robot.lookup("Show everything").query();
        // a look through the libraries tells everybody at its end
        onFx(on.workspace.libraries()::scan).result().get(100, TimeUnit.SECONDS);
        await("the look", on::isQuiet);
        Toolkit.pulse();
        assertSame(offered, on.robot.lookup("Show everything").query());
        on.clickOn("Show everything");
        await("everything", () -> on.workspace.shelf().hits().get().total() > 60);
    }

    /** Conditions typed among the words; what is not understood yet counts as words, and says so. */
    @Test
    void conditionsAreTyped() throws Exception {
        on.search("kind:model -tag:brass");
        await(
                "models without brass",
                () -> all(e ->
                        e.asset().kind() == Kind.MODEL && !e.labels().tags().contains("brass")));
        int models = on.workspace.shelf().hits().get().total();
        on.search("kind:model -tag:brass library:\"Station props\" lam");
        await(
                "fewer",
                () -> all(e -> text(e).contains("lam"))
                        && on.workspace.shelf().hits().get().total() < models);
        on.search("size<huge");
        await("nothing is called so", () -> on.workspace.shelf().hits().get().total() == 0);
        assertTrue(onFx(() ->
                        ((TextField) on.window.lookup("#search")).getTooltip().getText())
                .contains("50cm"));
        on.click("#search");
        on.press(KeyCode.ESCAPE);
        await("everything", () -> on.workspace.shelf().hits().get().total() > 60);
        assertEquals("", onFx(() -> ((TextField) on.window.lookup("#search")).getText()));
    }

    /** Filters are chosen from a menu that says how many each would leave, and stand in the search line. */
    @Test
    void filtersAreChosen() throws Exception {
        on.click("#filters");
        MenuButton filters = (MenuButton) on.node("#filters");
        await("offers", () -> filters.getItems().size() > 5);
        Menu licences = (Menu) onFx(() -> filters.getItems().stream()
                .filter(m -> "filter-licence".equals(m.getId()))
                .findFirst()
                .orElseThrow());
        MenuItem first = onFx(() -> licences.getItems().get(0));
        String words = first.getText();
        int left = Integer.parseInt(words.replaceAll(".*    ", "").replace(",", ""));
        run(() -> {
            filters.hide();
            ((CheckMenuItem) first).setSelected(true);
            first.fire();
        });
        await("so many are left", () -> on.workspace.shelf().hits().get().total() == left);
        assertTrue(
                onFx(() -> ((TextField) on.window.lookup("#search")).getText()).startsWith("licence:"));
        assertEquals("Filters 1", onFx(filters::getText));
        on.click("#search");
        on.press(KeyCode.ESCAPE);
        await("everything", () -> on.workspace.shelf().hits().get().total() > 60);
        assertEquals("Filters", onFx(filters::getText));
    }

    @Test
    void labelsAreEditedOnTheCardAndSurvive() throws Exception {
        on.robot.clickOn(middle(on.tile("Rain gauge")));
        await("the card is open", () -> on.window.lookup("#card").isVisible());
        on.click("#new-tag");
        on.robot.write("weather/rain", 20);
        on.robot.type(KeyCode.ENTER);
        await("tagged", () -> said("Rain gauge").tags().contains("weather/rain"));
        on.click("#label-version");
        on.press(KeyCode.CONTROL, KeyCode.A);
        on.robot.write("v07", 20);
        on.robot.type(KeyCode.ENTER);
        await("said", () -> said("Rain gauge").version().equals("v07"));
        assertEquals("v07", ((TextField) on.node("#label-version")).getText());
        Asset asset = on.named("Rain gauge");
        Catalogue later = on.catalogue();
        later.scanning().scanAll(Work.SILENT);
        assertEquals(
                "v07",
                later.shelf()
                        .labels(later.shelf().asset(asset.id()).orElseThrow())
                        .version());
        later.close();
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        await("taken back", () -> !said("Rain gauge").tags().contains("weather/rain"));
        assertFalse(said("Rain gauge").version().equals("v07"));
    }

    /** What a file does not say is told from its card with the keys, and taken back. */
    @Test
    void unitsAreToldOnTheCard() throws Exception {
        on.search("rope coil");
        await("found", () -> on.workspace.shelf().hits().get().total() == 1);
        on.robot.clickOn(middle(on.tile("Rope coil")));
        await(
                "what was assumed is told",
                () -> on.window.lookup("#space") instanceof MenuButton m
                        && m.getText().contains("metres"));
        on.choose(
                "#space", 0, 0, "told", () -> said("Rope coil").space().units().equals("microns"));
        await(
                "measured anew",
                () -> on.window.lookup("#space") instanceof MenuButton m
                        && m.getText().contains("told: microns"));
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        await("taken back", () -> said("Rope coil").space().units().isEmpty());
        await(
                "measured as before",
                () -> on.window.lookup("#space") instanceof MenuButton m
                        && m.getText().equals("metres, +Y up"));
    }

    /** One node of a file of many is shown instead of all of it, and all of it again. */
    @Test
    void aNodeIsChosenOnTheCard() throws Exception {
        on.search("landing stage");
        await("found", () -> on.workspace.shelf().hits().get().total() == 1);
        on.robot.clickOn(middle(on.tile("Landing stage")));
        await(
                "what it holds is told",
                () -> on.window.lookup("#excerpt") instanceof MenuButton m
                        && m.getText().contains("12 nodes"));
        on.choose(
                "#excerpt",
                1,
                0,
                "told",
                () -> !said("Landing stage").excerpt().node().isEmpty());
        String node = said("Landing stage").excerpt().node();
        assertEquals(
                "landing_stage.glb#" + node,
                on.named("Landing stage").locator().text().replaceAll(".*/", ""));
        await(
                "measured anew",
                () -> on.window.lookup("#excerpt") instanceof MenuButton m
                        && m.getText().contains("node " + node));
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        await("taken back", () -> said("Landing stage").excerpt().isWhole());
    }

    /** A tag of the places takes an asset, and says so before it is let go. */
    @Test
    void aThingCarriedOntoATagGetsIt() throws Exception {
        assertFalse(said("Storm lantern").tags().contains("brass"));
        on.drag(
                "Storm lantern",
                middle(on.node("#tag-brass")),
                "tagged",
                () -> said("Storm lantern").tags().contains("brass"));
    }

    @Test
    void theShelfIsWalkedWithKeysAndTheCardFollows() throws Exception {
        on.search("lamp");
        await(
                "found",
                () -> all(e -> text(e).contains("lamp"))
                        || on.workspace.shelf().hits().get().total() < 12);
        await(
                "the shelf shows them",
                () -> on.window.grid().tileOf(found().get(0).asset().id()) != null);
        on.robot.type(KeyCode.ENTER);
        await("the first card is open", () -> on.window.lookup("#card").isVisible());
        Asset first = onFx(() -> on.workspace.selected().get());
        on.robot.type(KeyCode.RIGHT);
        await("the next one", () -> !first.equals(on.workspace.selected().get()));
        assertTrue(onFx(() -> on.window.lookup("#card").isVisible()), "the card stays open");
        on.robot.type(KeyCode.ESCAPE);
        await("folded", () -> !on.window.lookup("#card").isVisible());
        on.press(KeyCode.CONTROL, KeyCode.ENTER);
        await(
                "put on the table",
                () -> on.standing() == 1
                        || !on.lightName().equals("Plain daylight")
                        || on.workspace.problem().get() != null);
    }

    @Test
    void theContextMenuOpensTheCard() throws Exception {
        on.robot.clickOn(middle(on.tile("Station hut")), MouseButton.SECONDARY);
        await(
                "the menu",
                () -> Window.getWindows().stream().anyMatch(w -> w instanceof ContextMenu menu && menu.isShowing()));
        on.clickOn("Show the card");
        await("the card is open", () -> on.window.lookup("#card").isVisible());
        assertEquals("Station hut", onFx(() -> on.workspace.selected().get()).name());
    }

    @Test
    void keysOpenTheCommandsAndRunOne() throws Exception {
        on.press(KeyCode.CONTROL, KeyCode.K);
        await("open", () -> on.window.keys().isVisible());
        on.robot.write("mend", 20);
        on.robot.type(KeyCode.ENTER);
        await(
                "run",
                () -> on.workspace.view().get() == Workspace.View.MEND
                        && !on.window.keys().isVisible());
        on.click("#theme");
        await("light surroundings", () -> on.window.getStyleClass().contains("light"));
        assertEquals("light", on.catalogue().home().setting("theme", ""));
    }

    /** Long work is shown in the strip, stopped there, and its list tells what went wrong. */
    @Test
    void jobsAreShownStoppedAndExplained() throws Exception {
        // nothing on the shelf, so that no previews come between
        run(() -> on.workspace.shelf().query().set(Query.EVERYTHING.withWords("no such thing")));
        await("an empty shelf", () -> on.workspace.shelf().hits().get().total() == 0);
        run(() -> on.workspace.jobs().list().forEach(Job::cancel));
        await("quiet", () -> on.workspace.jobs().list().stream().allMatch(j -> j.isOver()));
        AtomicBoolean stopped = new AtomicBoolean();
        run(() -> on.workspace.jobs().start("Counting gulls", work -> {
            work.problem(Problem.of("pier.glb", "a gull sat on it"));
            for (int i = 0; i < 600 && !work.isCancelled(); i++) {
                work.progress(i, 600, "gull " + i);
                java.util.concurrent.locks.LockSupport.parkNanos(100_000_000);
            }
            stopped.set(work.isCancelled());
            return true;
        }));
        await("shown", () -> strip().contains("Counting gulls") && strip().contains("of 600"));
        on.press(KeyCode.CONTROL, KeyCode.J);
        await("the list tells the reason", () -> strip().contains("pier.glb: a gull sat on it."));
        on.click(cancel("Counting gulls"), "stopped", stopped::get);
        await("said", () -> strip().contains("Counting gulls: cancelled"));
    }

    /** The button that stops one job: others may be under way beside it. */
    private Node cancel(String title) throws Exception {
        return onFx(() -> on.window.lookupAll(".button").stream()
                .filter(n ->
                        n instanceof Button b && b.isVisible() && b.getText().equals("Cancel"))
                .filter(n -> n.getParent().lookupAll(".label").stream()
                        .anyMatch(l -> l instanceof Label t && t.getText().contains(title)))
                .findFirst()
                .orElseThrow());
    }

    private String strip() {
        return on.window.lookupAll("#jobs .label").stream()
                .filter(n -> n instanceof Label && n.isVisible())
                .map(n -> ((Label) n).getText())
                .collect(Collectors.joining("\n"));
    }

    /** A file that comes while the window is open is announced, and one click shows just that. */
    @Test
    void whatComesIsAnnouncedAndShown() throws Exception {
        java.nio.file.Path props = on.demo(yondershelf.demo.DemoLibrary.PROPS);
        java.nio.file.Path fresh = props.resolve("workshop/tide bell.png");
        byte[] picture = yondershelf.format.Formats.png(yondershelf.content.Picture.ofBytes(3, 3, 1, new byte[9]));
        // what other things did before was announced too
        run(() -> List.copyOf(on.workspace.arrived().news().get().values()).forEach(on.workspace.arrived()::forget));
        java.nio.file.Files.write(fresh, picture);
        try {
            await(
                    "announced",
                    () -> on.window.lookupAll("#news .button").stream()
                            .anyMatch(b ->
                                    ((javafx.scene.control.Button) b).getText().equals("1 new in Station props")));
            on.clickOn("1 new in Station props");
            await(
                    "just that",
                    () -> found().size() == 1 && found().get(0).name().equals("Tide bell"));
            await("quiet about it", () -> on.window.lookupAll("#news .button").isEmpty());
        } finally {
            java.nio.file.Files.delete(fresh);
        }
        await(
                "gone again",
                () -> on.workspace
                                .catalogue()
                                .shelf()
                                .find(Query.EVERYTHING.withWords("tide bell"))
                                .total()
                        == 0);
    }

    private String row(String library) {
        return "#library-"
                + on.workspace.catalogue().library(library).orElseThrow().id();
    }

    /** Each thing says whose it is; a library is looked at alone, and another one besides it. */
    @Test
    void librariesAreLookedAtAloneAndTogether() throws Exception {
        Map<String, Integer> counts = on.workspace.catalogue().shelf().counts().libraries();
        int both = 0;
        for (String name : List.of("Coast surfaces", "Station props")) {
            both += counts.getOrDefault(
                    on.workspace.catalogue().library(name).orElseThrow().id(), 0);
        }
        int wanted = both;
        on.click(row("Coast surfaces"));
        await(
                "one library",
                () -> all(s -> on.workspace.shelf().libraryName(s.library()).equals("Coast surfaces")));
        await("it says so", () -> ((Label) on.window.lookup("#where")).getText().equals("Coast surfaces"));
        assertTrue(on.workspace.shelf().hits().get().total() < wanted);
        on.robot.press(KeyCode.CONTROL);
        on.click(row("Station props"));
        on.robot.release(KeyCode.CONTROL);
        await(
                "the other one too",
                () -> on.workspace.shelf().query().get().libraries().size() == 2);
        await("things of both", () -> on.workspace.shelf().hits().get().total() == wanted);
        on.click("#everything");
        await("everything", () -> on.workspace.shelf().query().get().libraries().isEmpty());
    }
}
