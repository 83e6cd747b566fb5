package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertNotNull;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.happens;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.jspecify.annotations.Nullable;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.demo.DemoLibrary;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Asset;
import yondershelf.search.Query;
import yondershelf.words.Phrase;

/** The real window on a copy of the demo library, driven with real mouse and keys under a display. */
final class WindowDriver implements AutoCloseable {
    /** Samples of final previews: how calm they are is tested elsewhere. */
    private static final int GRAINY = 3;

    final Path folder;
    final Workspace workspace;
    final ShelfWindow window;
    final FxRobot robot = new FxRobot();
    private final IsolatedReader reader = new IsolatedReader();

    /** @param folder an empty one, for the demo library and the program's own state */
    WindowDriver(Path folder) throws Exception {
        this.folder = folder;
        DemoCopy.to(folder.resolve("demo"));
        Toolkit.start();
        Catalogue catalogue = catalogue();
        catalogue.add(demo(DemoLibrary.PROPS), "");
        catalogue.add(demo(DemoLibrary.SURFACES), "");
        workspace = onFx(() -> new Workspace(catalogue));
        window = onFx(() -> new ShelfWindow(workspace));
        run(() -> {
            Stage stage = FxToolkit.toolkitContext().getRegisteredStage();
            stage.setScene(window.scene(1280, 800));
            stage.setX(0);
            stage.setY(0);
            stage.show();
            workspace.libraries().scan();
        });
        await(
                "the scan",
                () -> workspace.shelf().hits().get().total() > 60
                        && !workspace.faults().findings().get().isEmpty()
                        && isQuiet());
    }

    Path demo(String path) {
        return folder.resolve("demo").resolve(path);
    }

    /** The catalogue as a program started later would open it. */
    Catalogue catalogue() throws Exception {
        return Catalogue.open(Home.open(folder.resolve("home")), reader, GRAINY);
    }

    /** Gives the window the keys, which nobody else does where no window manager runs. */
    void takeTheKeys() throws Exception {
        for (int attempt = 0; attempt < 10; attempt++) {
            if (happens(() -> window.getScene().getWindow().isFocused(), 2)) {
                return;
            }
            run(window.getScene().getWindow()::requestFocus);
        }
        throw new AssertionError("somebody else has the keys");
    }

    /** As it was when the window had opened: every act taken back, the shelf in view, everything on it. */
    void takeEverythingBack() throws Exception {
        takeTheKeys();
        robot.release(KeyCode.SHIFT, KeyCode.CONTROL).release(MouseButton.PRIMARY, MouseButton.SECONDARY);
        undoAll();
        run(() -> {
            if (window.lookup("#places") instanceof ListView<?> places) {
                places.scrollTo(0);
            }
            window.keys().close();
            window.setLight(false);
            workspace.intake().brought().set(List.of());
            workspace.selected().set(null);
            workspace.view().set(Workspace.View.SHELF);
            workspace.shelf().query().set(Query.EVERYTHING);
            workspace.problem().set(null);
            for (var asked = workspace.questions().current().get();
                    asked != null;
                    asked = workspace.questions().current().get()) {
                workspace.questions().answer(asked.choices().get(asked.choices().size() - 1));
            }
            workspace.openScene().detach();
        });
        await("rest", () -> workspace.shelf().hits().get().total() > 60 && isQuiet());
        // what was let go while the machine was slow may have arrived only now
        undoAll();
        await("rest again", this::isQuiet);
    }

    /** Takes the latest act back, once what is under way has become one: what it changed may be seen before. */
    void undo() throws Exception {
        await("an act to take back", () -> workspace.history().undoable().isPresent() && isQuiet());
        Toolkit.pulse();
        run(() -> workspace.attempt(workspace.history()::undo));
    }

    private void undoAll() throws Exception {
        for (int i = 0; i < 200 && onFx(() -> workspace.history().undoable().isPresent()); i++) {
            run(() -> workspace.attempt(workspace.history()::undo));
            if (i > 20) {
                // labels are remembered a moment after they were typed
                Thread.sleep(50);
            }
        }
    }

    /** How things stand, in words for whoever reads of a failure. */
    String state() throws Exception {
        return onFx(() ->
                "keys with %s, card %s, view %s, query %s, hits %d of %d, chosen %s, undoable %s, redoable %s, problem %s, asked %s, jobs %s"
                        .formatted(
                                window.getScene().getFocusOwner(),
                                String.valueOf(window.lookup("#card")) + " "
                                        + window.lookup("#card").isVisible(),
                                workspace.view().get(),
                                workspace.shelf().query().get(),
                                workspace.shelf().hits().get().total(),
                                workspace.shelf().counts().get().total(),
                                workspace.selected().get(),
                                workspace.history().undoable(),
                                workspace.history().redoable(),
                                workspace.problem().get(),
                                workspace.questions().current().get(),
                                workspace.jobs().list().stream()
                                        .map(j -> j.title() + " " + j.state())
                                        .toList()));
    }

    /** True when nothing but previews is under way. */
    boolean isQuiet() {
        return workspace.jobs().list().stream()
                .allMatch(j -> j.isOver() || j.title().equals(Phrase.of("shelf.previews")));
    }

    @Override
    public void close() {
        try {
            run(() -> {
                window.stop();
                FxToolkit.toolkitContext().getRegisteredStage().hide();
            });
            workspace.close();
            reader.close();
            try (Stream<Path> walk = Files.walk(folder)) {
                for (Path path : walk.sorted(Comparator.reverseOrder()).toList()) {
                    Files.delete(path);
                }
            }
        } catch (Exception e) {
            throw new IllegalStateException("the window did not close", e);
        }
    }

    /** Moves the pointer about a place until something is so there. */
    boolean happensAt(Point2D at, BooleanSupplier condition) throws Exception {
        for (int i = 0; i < 15; i++) {
            robot.moveTo(at.add(i % 3, 0));
            if (happens(condition, 1)) {
                return true;
            }
        }
        return false;
    }

    /** Where the middle of something is on the screen, once it has come to rest there. */
    static Point2D middle(Node node) throws Exception {
        Point2D middle = rest(node);
        if (middle == null) {
            throw new AssertionError(node + " does not come to rest");
        }
        return middle;
    }

    /** The same; null for something that has gone, as what is filled anew may. */
    private static @Nullable Point2D rest(Node node) throws Exception {
        Point2D last = new Point2D(Double.NaN, Double.NaN);
        for (int i = 0; i < 100; i++) {
            Toolkit.pulse();
            Point2D now = onFx(() -> {
                // null while it is not in a window
                Bounds b = node.localToScreen(node.getBoundsInLocal());
                return b == null ? new Point2D(Double.NaN, 0) : new Point2D(b.getCenterX(), b.getCenterY());
            });
            if (now.equals(last) && !Double.isNaN(now.getX())) {
                return now;
            }
            last = now;
        }
        return null;
    }

    Node node(String id) throws Exception {
        Node node = onFx(() -> window.lookup(id));
        assertNotNull(node, id);
        return node;
    }

    void click(String id) throws Exception {
        robot.clickOn(middle(node(id)));
    }

    /** Clicks on what bears these words, once it is there and at rest; what is filled anew meanwhile is looked for again. */
    void clickOn(String words) throws Exception {
        for (int attempt = 0; attempt < 10; attempt++) {
            await(words, () -> robot.lookup(words).tryQuery().isPresent());
            Node node = onFx(() -> robot.lookup(words).tryQuery().orElse(null));
            Point2D middle = node == null ? null : rest(node);
            if (middle != null) {
                robot.clickOn(middle);
                return;
            }
        }
        throw new AssertionError(words + " does not come to rest");
    }

    /** Clicks until it is done: under load the display may swallow a click. */
    void click(Node node, String what, BooleanSupplier done) throws Exception {
        for (int attempt = 0; attempt < 3; attempt++) {
            robot.clickOn(middle(node));
            if (happens(done, 20)) {
                return;
            }
        }
        throw new AssertionError(what + " did not happen");
    }

    /** Opens the context menu of a place and chooses an item, until that closed it: under load the display may swallow a click. */
    void menu(Point2D at, String item) throws Exception {
        for (int attempt = 0; attempt < 3; attempt++) {
            // a window without them closes its menus as they open
            takeTheKeys();
            robot.rightClickOn(at);
            if (!happens(() -> robot.lookup(item).tryQuery().isPresent(), 20)) {
                continue;
            }
            Toolkit.pulse();
            robot.clickOn(item);
            if (happens(() -> robot.lookup(item).tryQuery().isEmpty(), 5)) {
                return;
            }
        }
        throw new AssertionError("no menu with " + item + "; open are "
                + onFx(() -> Window.getWindows().stream()
                        .map(w -> w.getClass().getSimpleName() + (w.isFocused() ? " with the keys" : ""))
                        .toList()));
    }

    /** Chooses an item of a menu within a menu of the card, until it is done: the card may be filled anew under the pointer. */
    void choose(String id, int line, int item, String what, BooleanSupplier done) throws Exception {
        for (int attempt = 0; attempt < 4; attempt++) {
            MenuItem wanted = openMenu(id, line).getItems().get(item);
            Node row = onFx(wanted::getStyleableNode);
            // null when it has been closed again
            if (row != null && onFx(() -> row.localToScreen(0, 0)) != null) {
                robot.clickOn(middle(row));
                if (happens(done, 20)) {
                    return;
                }
            }
        }
        throw new AssertionError(what + " did not happen");
    }

    /** Opens a menu of the card and the one in a line of it, again when the card was filled anew meanwhile. */
    private Menu openMenu(String id, int line) throws Exception {
        for (int attempt = 0; attempt < 6; attempt++) {
            MenuButton button = (MenuButton) node(id);
            Point2D middle = rest(button);
            if (middle != null) {
                robot.clickOn(middle);
                Menu menu = (Menu) button.getItems().get(line);
                if (happens(button::isShowing, 5) && hover(menu.getText()) && happens(menu::isShowing, 5)) {
                    return menu;
                }
                press(KeyCode.ESCAPE);
            }
        }
        throw new AssertionError("the menu " + id + " did not open");
    }

    private boolean hover(String words) throws Exception {
        if (!happens(() -> robot.lookup(words).tryQuery().isPresent(), 3)) {
            return false;
        }
        robot.moveTo(words);
        return true;
    }

    void press(KeyCode... keys) {
        robot.press(keys);
        for (int i = keys.length - 1; i >= 0; i--) {
            robot.release(keys[i]);
        }
    }

    /** Gives something the keys, and waits until it has them. */
    void focus(String id) throws Exception {
        takeTheKeys();
        Node node = node(id);
        run(node::requestFocus);
        await("the keys of " + id, node::isFocused);
    }

    void search(String words) throws Exception {
        click("#search");
        press(KeyCode.CONTROL, KeyCode.A);
        robot.write(words, 20);
    }

    Asset named(String name) {
        Catalogue catalogue = workspace.catalogue();
        return catalogue.shelf().page(catalogue.shelf().find(Query.EVERYTHING.withWords(name)), 0, 40).stream()
                .filter(s -> s.name().equals(name))
                .findFirst()
                .orElseThrow()
                .asset();
    }

    /** Searches for a thing until its tile has come to rest on the shelf. */
    Node tile(String name) throws Exception {
        search(name);
        await(
                name + " on the shelf",
                () -> workspace.shelf().query().get().words().equals(name)
                        && window.grid().tileOf(named(name).id()) != null);
        Node tile = null;
        Point2D before = null;
        // at the same place for three pulses
        for (int still = 0; still < 3; still++) {
            Toolkit.pulse();
            Node now = onFx(() -> window.grid().tileOf(named(name).id()));
            Point2D place = now == null ? null : middle(now);
            if (now != tile || place == null || !place.equals(before)) {
                still = -1;
            }
            tile = now;
            before = place;
        }
        assertNotNull(tile);
        return tile;
    }

    /** A place of the table, in shares of its picture, on the screen. */
    Point2D onTable(double x, double y) throws Exception {
        Node picture = node("#table-picture");
        return onFx(() -> {
            Bounds b = picture.localToScreen(picture.getBoundsInLocal());
            return new Point2D(b.getMinX() + x * b.getWidth(), b.getMinY() + y * b.getHeight());
        });
    }

    /** Picks a thing up from the shelf and carries it to a place, without letting go. */
    private void carry(String name, Point2D to) throws Exception {
        Point2D from = middle(tile(name));
        robot.moveTo(from);
        robot.press(MouseButton.PRIMARY);
        robot.moveTo(from.add(14, 6));
        robot.moveTo(from.add(40, 14));
        robot.moveTo(to.subtract(30, 20));
        robot.moveTo(to);
        // what is carried is read, and shown where it would stand
        await("at rest over the place", this::isQuiet);
        Toolkit.pulse();
        robot.moveTo(to.add(2, 1));
        robot.moveTo(to);
    }

    /**
     * Carries a thing to a place, without letting go, until something is so there. On a machine under load the display may
     * swallow a movement, as a hand may slip: then it is let go and tried again.
     */
    void carry(String name, Point2D to, String what, BooleanSupplier there) throws Exception {
        for (int attempt = 0; attempt < 3; attempt++) {
            carry(name, to);
            if (happensAt(to, there)) {
                return;
            }
            robot.release(MouseButton.PRIMARY);
        }
        throw new AssertionError(what + " did not happen");
    }

    /** Carries and lets go until it is done, tried again likewise. */
    void drag(String name, Point2D to, String what, BooleanSupplier done) throws Exception {
        for (int attempt = 0; attempt < 3; attempt++) {
            carry(name, to);
            robot.release(MouseButton.PRIMARY);
            if (happens(done, 25)) {
                return;
            }
        }
        throw new AssertionError(what + " did not happen");
    }

    /** Where a point relative to the first placement appears on the screen; metres, the height above the ground. */
    Point2D seen(double x, double y, double z) throws Exception {
        double[] share = onFx(() -> {
            var at = workspace.table().scene().placements().get(0).toWorld();
            var picture = window.table().picture();
            return picture.camera().project(at.tx() + x, y, at.tz() + z, picture.getWidth() / picture.getHeight());
        });
        return onTable(share[0], share[1]);
    }

    /** Waits until so many things stand on the table. */
    void awaitStanding(String what, int standing) throws Exception {
        if (!happens(() -> standing() == standing, 60)) {
            throw new AssertionError(what + " did not happen, " + standing() + " stand");
        }
    }

    int standing() {
        return workspace.table().scene().placements().size();
    }

    int partsWearing(String material) {
        return (int) workspace.table().scene().placements().stream()
                .flatMap(p -> p.dressed().values().stream())
                .filter(m -> m.name().equals(material))
                .count();
    }

    String lightName() {
        return workspace.table().scene().light().environment().name();
    }
}
