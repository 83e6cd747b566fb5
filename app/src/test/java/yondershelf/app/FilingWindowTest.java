package yondershelf.app;

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
import java.util.Objects;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.PopupControl;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Window;
import org.junit.jupiter.api.Test;
import yondershelf.app.model.PlaceTree;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.KeptSearch;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.search.Query;
import yondershelf.search.Selection;

/** Assets are filed by dragging them onto folders, or by keys; folders and tags are made, renamed and nested; all of it goes back. */
class FilingWindowTest extends OneWindow {
    private PlacesDriver places() {
        return new PlacesDriver(on);
    }

    private String folder(String path) {
        return places().folder("Station props", path);
    }

    private Node row(String id) throws Exception {
        return places().row(id);
    }

    private static boolean promised(String words) {
        return Window.getWindows().stream()
                .anyMatch(w -> w instanceof PopupControl p
                        && p instanceof Tooltip t
                        && t.isShowing()
                        && t.getText().equals(words));
    }

    private String undoable() {
        return on.workspace.history().undoable().orElse("");
    }

    private void menu(String row, String item) throws Exception {
        on.menu(middle(row(row)), item);
    }

    private void answer(String text) throws Exception {
        await("asked", () -> on.window.lookup("#question-typed") != null);
        await("the keys", () -> on.window.lookup("#question-typed").isFocused());
        on.press(KeyCode.CONTROL, KeyCode.A);
        on.robot.write(text, 20);
        on.press(KeyCode.ENTER);
    }

    @Test
    void draggedOntoAFolder() throws Exception {
        Asset chest = on.named("Tool chest");
        assertEquals("workshop", chest.folder());
        Path old = on.demo("Station props/" + chest.path());
        byte[] bytes = Files.readAllBytes(old);
        Point2D shore = middle(row(folder("shore")));
        on.carry("Tool chest", shore, "the promise", () -> promised("moves it to Station props / shore"));
        on.robot.release(MouseButton.PRIMARY);
        await("moved", () -> on.named("Tool chest").folder().equals("shore"));
        await("remembered", () -> undoable().equals("move Tool chest to shore"));
        assertEquals(chest.id(), on.named("Tool chest").id());
        assertFalse(Files.exists(old));
        await(
                "the button says so",
                () -> on.window.lookup("#table-undo") instanceof ButtonBase b
                        && b.getText().equals("Undo move Tool chest to shore"));
        on.click("#table-undo");
        await("moved back", () -> on.named("Tool chest").folder().equals("workshop"));
        assertTrue(java.util.Arrays.equals(bytes, Files.readAllBytes(old)));
        run(() -> on.workspace.attempt(on.workspace.history()::redo));
        await("moved again", () -> on.named("Tool chest").folder().equals("shore"));
        await("one act", () -> undoable().equals("move Tool chest to shore"));
        on.undo();
        await("and back", () -> on.named("Tool chest").folder().equals("workshop"));
    }

    @Test
    void manyByKeys() throws Exception {
        run(() -> on.workspace
                .shelf()
                .query()
                .set(on.workspace.shelf().query().get().withWords("rope")));
        await(
                "found",
                () -> on.workspace.shelf().hits().get().total() > 1
                        && on.workspace.shelf().hits().get().total() < 20);
        int many = on.workspace.shelf().hits().get().total();
        List<Asset> before = on
                .workspace
                .catalogue()
                .shelf()
                .page(on.workspace.shelf().hits().get(), 0, many)
                .stream()
                .map(s -> s.asset())
                .toList();
        run(() -> {
            var hits = on.workspace.shelf().hits().get();
            on.workspace
                    .chosen()
                    .selection()
                    .set(Selection.NONE.toggled(hits.at(0)).to(hits, many - 1, false));
            on.workspace.selected().set(before.get(0));
            Objects.requireNonNull(on.window.lookup("#shelf")).requestFocus();
        });
        on.press(KeyCode.CONTROL, KeyCode.M);
        answer("ropes/all of them");
        String library = on.workspace
                .catalogue()
                .shelf()
                .libraryOf(before.get(0).id())
                .orElseThrow()
                .id();
        List<Asset> mine = before.stream()
                .filter(a -> on.workspace
                        .catalogue()
                        .shelf()
                        .libraryOf(a.id())
                        .orElseThrow()
                        .id()
                        .equals(library))
                .toList();
        await(
                "moved",
                () -> mine.stream()
                        .allMatch(a -> on.workspace
                                .catalogue()
                                .shelf()
                                .asset(a.id())
                                .filter(moved -> moved.folder().equals("ropes/all of them"))
                                .isPresent()));
        await("remembered", () -> undoable().startsWith("move "));
        on.undo();
        await(
                "back",
                () -> before.equals(before.stream()
                        .flatMap(a -> on.workspace.catalogue().shelf().asset(a.id()).stream())
                        .toList()));
    }

    @Test
    void foldersAreMadeRenamedAndDeleted() throws Exception {
        menu(folder("rigging"), "New folder in it");
        answer("blocks");
        await("made", () -> Files.isDirectory(on.demo("Station props/rigging/blocks")));
        on.undo();
        await("gone", () -> !Files.exists(on.demo("Station props/rigging/blocks")));
        int total = on.workspace.shelf().counts().get().total();
        menu(folder("rigging"), "Rename or move it");
        answer("lines/rigging");
        await("renamed", () -> places().at(folder("lines")) >= 0 && places().at(folder("rigging")) < 0);
        assertEquals(total, on.workspace.shelf().counts().get().total());
        await("remembered", () -> undoable().equals("rename rigging to lines/rigging"));
        on.undo();
        await("as it was", () -> places().at(folder("rigging")) >= 0 && places().at(folder("lines")) < 0);
        int inIt = ((PlaceTree.FolderRow) places().rowOf(folder("rigging"))).count();
        menu(folder("rigging"), "Delete it with all in it");
        await("deleted", () -> on.workspace.shelf().counts().get().total() == total - inIt);
        assertFalse(Files.exists(on.demo("Station props/rigging")));
        await("remembered", () -> undoable().equals("delete the folder rigging"));
        on.undo();
        await("there again", () -> on.workspace.shelf().counts().get().total() == total);
    }

    /** What was said is taken back, and said again, when the program was closed meanwhile. */
    @Test
    void theHistoryOutlivesTheProgram() throws Exception {
        Asset chest = on.named("Tool chest");
        run(() -> on.workspace
                .labelling()
                .edit(
                        chest,
                        "add tag drawers",
                        List.of(Edit.tag(chest.id(), "drawers")),
                        List.of(Edit.untag(chest.id(), "drawers"))));
        await("said", () -> undoable().equals("add tag drawers"));
        Workspace later = onFx(() -> new Workspace(on.catalogue()));
        try {
            run(later::begin);
            await("it is known", () -> later.history().undoable().orElse("").equals("add tag drawers"));
            run(() -> later.attempt(later.history()::undo));
            await(
                    "taken back",
                    () -> !later.catalogue().shelf().labels(chest).tags().contains("drawers"));
            run(() -> later.attempt(later.history()::redo));
            await(
                    "said again",
                    () -> later.catalogue().shelf().labels(chest).tags().contains("drawers"));
        } finally {
            run(later::close);
        }
    }

    /** A scene that was saved is named on the cards of what stands in it. */
    @Test
    void whereItIsUsed() throws Exception {
        Asset bench = on.named("Workbench");
        run(() -> on.window.table().put(bench));
        on.awaitStanding("the bench", 1);
        Path scene = on.folder.resolve("yard.glb");
        run(() -> on.workspace.openScene().save(scene));
        await("saved", () -> Files.exists(scene));
        on.search("workbench used:yes");
        await("found", () -> on.workspace.shelf().hits().get().total() == 1);
        on.press(KeyCode.ENTER);
        await(
                "on its card",
                () -> on.window.lookup("#used-in") instanceof ButtonBase b
                        // other scenes that stand there still may use it too
                        && (b.getText().equals("yard.glb") || b.getText().endsWith(" scenes")));
        Files.delete(scene);
    }

    /** What is looked for is kept as a place that goes on finding what fits. */
    @Test
    void aSearchIsKept() throws Exception {
        on.click("#tag-brass");
        on.search("-kind:texture");
        await(
                "found",
                () -> on.workspace.shelf().hits().get().total() > 0
                        && on.workspace.shelf().query().get().conditions().size() == 1);
        int found = on.workspace.shelf().hits().get().total();
        on.press(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.K);
        answer("Small brass");
        Node row = row("search-Small brass");
        await("counted", () -> ((PlaceTree.SearchRow) places().rowOf("search-Small brass")).count() == found);
        assertEquals(
                found,
                on.workspace
                        .catalogue()
                        .shelf()
                        .find(KeptSearch.named(on.workspace.catalogue().home(), "small brass")
                                .orElseThrow()
                                .query(on.workspace.catalogue()))
                        .total(),
                "what is kept is text that commands read too");
        run(() -> on.workspace.shelf().query().set(Query.EVERYTHING));
        await("everything", () -> on.workspace.shelf().hits().get().total() > 60);
        on.robot.clickOn(middle(row));
        await("what it finds", () -> on.workspace.shelf().hits().get().total() == found);
        Asset other = on.named("Tool chest");
        run(() -> on.workspace
                .labelling()
                .edit(
                        other,
                        "add tag brass",
                        List.of(Edit.tag(other.id(), "brass")),
                        List.of(Edit.untag(other.id(), "brass"))));
        await(
                "it found one more",
                () -> ((PlaceTree.SearchRow) places().rowOf("search-Small brass")).count() == found + 1);
        menu("search-Small brass", "Rename");
        answer("Brass, small");
        menu("search-Brass, small", "Delete the search, not what it finds");
        await("gone", () -> places().at("search-Brass, small") < 0);
        on.undo();
        await("there", () -> places().at("search-Brass, small") >= 0);
    }

    /** A tag is carried onto another one and lies below it; carried onto the word Tags it lies at the top again. */
    @Test
    void tagsAreNestedByDragging() throws Exception {
        int brass = on.workspace.shelf().counts().get().tags().getOrDefault("brass", -1);
        drag("tag-brass", "tag-metal");
        await("nested", () -> on.workspace.shelf().counts().get().tags().getOrDefault("metal/brass", 0) == brass);
        assertFalse(on.workspace.shelf().counts().get().tags().containsKey("brass"));
        on.undo();
        await("as it was", () -> on.workspace.shelf().counts().get().tags().getOrDefault("brass", 0) == brass);
    }

    private void drag(String from, String to) throws Exception {
        Point2D start = middle(row(from));
        Point2D end = middle(Objects.requireNonNull(onFx(() -> places().seen(to))));
        on.robot.moveTo(start);
        on.robot.press(MouseButton.PRIMARY);
        on.robot.moveTo(start.add(10, 5));
        on.robot.moveTo(end.subtract(8, 4));
        on.robot.moveTo(end);
        await("the promise", () -> promised("makes it metal/brass"));
        on.robot.release(MouseButton.PRIMARY);
    }
}
