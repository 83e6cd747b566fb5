package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;
import static yondershelf.app.WindowDriver.middle;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import yondershelf.catalogue.Shown;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Selection;

/** Many things chosen together by mouse and keys, labelled in one act, and that taken back as one. */
class ChoosingWindowTest extends OneWindow {
    private Selection chosen() {
        return on.workspace.chosen().selection().get();
    }

    private List<Shown> first(int many) {
        return on.workspace.catalogue().shelf().page(on.workspace.shelf().hits().get(), 0, many);
    }

    private Node tile(int place) throws Exception {
        await("in view", () -> tileIfSeen(place) != null);
        return onFx(() -> tileOrNull(place));
    }

    private List<Shown> shownChosen() {
        Hits hits = on.workspace.shelf().hits().get();
        return chosen().in(hits).stream()
                .flatMap(key -> on.workspace.catalogue().shelf().shown(key).stream())
                .toList();
    }

    @AfterEach
    void chooseNone() throws Exception {
        run(() -> {
            on.workspace.chosen().selection().set(Selection.NONE);
            ((ListView<?>) Objects.requireNonNull(on.window.lookup("#places"))).scrollTo(0);
        });
    }

    private void clickWith(KeyCode modifier, int place) throws Exception {
        Point2D at = middle(tile(place));
        on.robot.press(modifier);
        on.robot.clickOn(at);
        on.robot.release(modifier);
    }

    @Test
    void rangesAndSingleOnesByMouse() throws Exception {
        on.robot.clickOn(middle(tile(0)));
        await("one", () -> chosen().size() == 1);
        clickWith(KeyCode.SHIFT, 3);
        await("four", () -> chosen().size() == 4);
        clickWith(KeyCode.CONTROL, 1);
        await("one less", () -> chosen().size() == 3);
        Hits hits = on.workspace.shelf().hits().get();
        assertEquals(List.of(hits.at(0), hits.at(2), hits.at(3)), chosen().in(hits));
        await("a card for all of them", () -> on.window.lookup("#many").isVisible());
        assertEquals("3 chosen", onFx(() -> ((Label) on.window.lookup("#many .view-heading")).getText()));
        on.robot.clickOn(onFx(() -> on.window.lookupAll("#many .button").stream()
                .filter(n -> "Choose none of them".equals(n.getAccessibleText()))
                .findFirst()
                .orElseThrow()));
        await("none", () -> chosen().size() == 0 && !on.window.lookup("#many").isVisible());
    }

    @Test
    void labelledInOneActAndTakenBack() throws Exception {
        on.robot.clickOn(middle(tile(0)));
        await("one", () -> chosen().size() == 1);
        on.robot.type(KeyCode.ESCAPE);
        on.focus("#shelf");
        on.press(KeyCode.SHIFT, KeyCode.RIGHT);
        await("two", () -> chosen().size() == 2);
        on.press(KeyCode.SHIFT, KeyCode.DOWN);
        await("a row more", () -> chosen().size() > 4);
        List<Key> keys = chosen().in(on.workspace.shelf().hits().get());
        await(
                "the card",
                () -> on.window.lookup("#tag-of-many") != null
                        && on.window.lookup("#many").isVisible());
        on.click("#tag-of-many");
        on.robot.write("tide line", 20);
        on.robot.type(KeyCode.ENTER);
        await(
                "all have it",
                () -> shownChosen().stream().allMatch(s -> s.labels().tags().contains("tide line")));
        on.click("#many-author");
        on.press(KeyCode.CONTROL, KeyCode.A);
        on.robot.write("the workshop", 20);
        on.robot.type(KeyCode.ENTER);
        await(
                "by the same",
                () -> shownChosen().stream().allMatch(s -> s.labels().author().equals("the workshop")));
        on.focus("#shelf");
        on.press(KeyCode.DIGIT4);
        await("rated", () -> shownChosen().stream().allMatch(s -> s.labels().rating() == 4));
        assertEquals(keys, chosen().in(on.workspace.shelf().hits().get()), "they stay chosen");
        assertTrue(on.workspace.history().undoable().orElse("").contains(keys.size() + " assets"));
        for (int i = 0; i < 3; i++) {
            run(() -> on.workspace.attempt(on.workspace.history()::undo));
        }
        await(
                "all taken back",
                () -> shownChosen().stream()
                        .allMatch(s -> !s.labels().tags().contains("tide line")
                                && s.labels().rating() == 0
                                && !s.labels().author().equals("the workshop")));
    }

    @Test
    void everythingAndAFrame() throws Exception {
        on.focus("#shelf");
        on.press(KeyCode.CONTROL, KeyCode.A);
        await(
                "everything",
                () -> chosen().size() == on.workspace.shelf().hits().get().total());
        await(
                "how many carry a tag",
                () -> on.window.lookupAll("#many .chip .label").stream()
                        .anyMatch(n -> n instanceof Label l && l.getText().matches("brass  [0-9]+")));
        on.press(KeyCode.ESCAPE);
        await("nothing", () -> chosen().size() == 0);
        // from the edge left of the first thing over the first three
        Bounds from = onFx(() -> bounds(tileOrNull(0)));
        Bounds to = onFx(() -> bounds(tileOrNull(2)));
        on.robot.moveTo(new Point2D(from.getMinX() - 4, from.getMinY() + 3));
        on.robot.press(MouseButton.PRIMARY);
        on.robot.moveTo(new Point2D(from.getMinX() + 20, from.getMinY() + 20));
        on.robot.moveTo(new Point2D(to.getMaxX() - 10, to.getMinY() + 40));
        await("three in the frame", () -> chosen().size() == 3);
        on.robot.release(MouseButton.PRIMARY);
        assertEquals(
                on.workspace.shelf().hits().get().page(0, 3),
                chosen().in(on.workspace.shelf().hits().get()));
    }

    private Node tileOrNull(int place) {
        return Objects.requireNonNull(tileIfSeen(place));
    }

    private @Nullable Node tileIfSeen(int place) {
        return on.window.grid().tileOf(first(place + 1).get(place).asset().id());
    }

    private static Bounds bounds(Node node) {
        return node.localToScreen(node.getBoundsInLocal());
    }

    /** A tag is renamed everywhere, put together with another one, and both are taken back. */
    @Test
    void tagsAreRenamedAndPutTogether() throws Exception {
        Map<String, Integer> before = on.workspace.shelf().counts().get().tags();
        int brass = Objects.requireNonNull(before.get("brass"));
        renameTag("brass", "metalwork");
        await(
                "renamed",
                () -> on.workspace.shelf().counts().get().tags().getOrDefault("metalwork", 0) == brass
                        && !on.workspace.shelf().counts().get().tags().containsKey("brass"));
        renameTag("metalwork", "cloth");
        await(
                "it is there already",
                () -> on.window.lookupAll(".button").stream()
                        .anyMatch(n -> n instanceof ButtonBase b && b.getText().equals("Put them together")));
        on.clickOn("Put them together");
        await("one", () -> on.workspace.shelf().counts().get().tags().getOrDefault("cloth", 0) > brass);
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        await("two again", () -> on.workspace.shelf().counts().get().tags().containsKey("metalwork"));
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        await("as it was", () -> on.workspace.shelf().counts().get().tags().equals(before));
    }

    /** The row of a tag, scrolled into view: other tests leave folders open above it. */
    private Node tagRow(String tag) throws Exception {
        return new PlacesDriver(on).row("tag-" + tag);
    }

    private void renameTag(String tag, String to) throws Exception {
        on.menu(middle(tagRow(tag)), "Rename or nest elsewhere");
        await("asked", () -> on.window.lookup("#question-typed") != null);
        on.clickOn("#question-typed");
        on.press(KeyCode.CONTROL, KeyCode.A);
        on.robot.write(to, 20);
        on.robot.type(KeyCode.ENTER);
    }

    @Test
    void filesAndPathsAreCopied() throws Exception {
        on.robot.clickOn(middle(tile(0)));
        await("one", () -> chosen().size() == 1);
        clickWith(KeyCode.SHIFT, 1);
        await("two", () -> chosen().size() == 2);
        run(() -> {
            Clipboard.getSystemClipboard().clear();
            Objects.requireNonNull(on.window.lookup("#shelf")).requestFocus();
        });
        on.press(KeyCode.CONTROL, KeyCode.C);
        await("copied", () -> Clipboard.getSystemClipboard().getFiles().size() == 2);
        List<String> paths =
                onFx(() -> Clipboard.getSystemClipboard().getString().lines().toList());
        for (int i = 0; i < 2; i++) {
            assertTrue(paths.get(i).endsWith(first(2).get(i).asset().path()), paths.toString());
        }
    }

    /** Deleted together and brought back together. */
    @Test
    void allOfThemAreDeletedInOneAct() throws Exception {
        on.click("#kind-texture");
        await("textures", () -> on.workspace.shelf().hits().get().total() == 22);
        on.robot.clickOn(middle(tile(0)));
        await("one", () -> chosen().size() == 1);
        clickWith(KeyCode.SHIFT, 2);
        await("three", () -> chosen().size() == 3);
        List<Shown> three = shownChosen();
        on.focus("#shelf");
        on.press(KeyCode.DELETE);
        await("gone", () -> on.workspace.shelf().hits().get().total() == 19 && chosen().size() == 0);
        await("remembered", () -> on.workspace.history().undoable().orElse("").equals("delete 3 assets"));
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        await("back", () -> on.workspace.shelf().hits().get().total() == 22);
        assertEquals(
                three.stream().map(s -> s.asset().id()).toList(),
                first(3).stream().map(s -> s.asset().id()).toList());
        on.click("#kind-texture");
        await("everything", () -> on.workspace.shelf().hits().get().total() > 60);
    }

    /** Dragged together onto a tag; before the button is released it says how many get it. */
    @Test
    void allOfThemAreDraggedOntoATag() throws Exception {
        on.robot.clickOn(middle(tile(0)));
        await("one", () -> chosen().size() == 1);
        clickWith(KeyCode.SHIFT, 2);
        await("three", () -> chosen().size() == 3);
        Point2D start = middle(tile(1)).add(0, -10);
        Point2D end = middle(tagRow("brass"));
        on.robot.moveTo(start);
        on.robot.press(MouseButton.PRIMARY);
        on.robot.moveTo(start.add(4, 4));
        on.robot.moveTo(start.add(14, 14));
        on.robot.moveTo(end.add(-4, 0));
        on.robot.moveTo(end);
        await(
                "a promise",
                () -> javafx.stage.Window.getWindows().stream()
                        .anyMatch(w -> w instanceof javafx.scene.control.Tooltip t
                                && t.isShowing()
                                && t.getText().equals("gives the tag brass to 3 assets")));
        on.robot.release(MouseButton.PRIMARY);
        await(
                "all of brass",
                () -> shownChosen().size() == 3
                        && shownChosen().stream()
                                .allMatch(s -> s.labels().tags().contains("brass")));
        run(() -> on.workspace.attempt(on.workspace.history()::undo));
        await(
                "some are not any more",
                () -> shownChosen().stream().anyMatch(s -> !s.labels().tags().contains("brass")));
    }
}
