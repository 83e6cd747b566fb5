package yondershelf.app.model;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.app.Toolkit;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.table.Placement;
import yondershelf.table.Scene;
import yondershelf.work.Job;

/** The scene and its file: where it goes, what happens when it cannot, and that opening can be undone. */
@SuppressWarnings("NullAway.Init")
class OpenSceneTest {
    @TempDir
    Path folder;

    private Workspace workspace;
    private OpenScene scene;

    @BeforeAll
    static void start() throws Exception {
        Toolkit.start();
    }

    @BeforeEach
    void open() throws Exception {
        workspace = new Workspace(Catalogue.open(Home.open(folder.resolve("home")), new Formats()));
        scene = workspace.openScene();
        Toolkit.run(() -> stand("first"));
    }

    @AfterEach
    void close() {
        workspace.close();
    }

    private static Placement sail(String id) {
        Part part = new Part(new float[] {0, 0, 0, 1, 0, 0, 0, 2, 0}, null, null, null, new int[] {0, 1, 2}, 0);
        Model model = Model.of(
                "sail", new Mesh("sail", List.of(part)), List.of(Material.plain("sailcloth", 0.8, 0.8, 0.7, 0, 0.9)));
        return new Placement(id, "sail", "", model, Transform.IDENTITY, Map.of());
    }

    private void stand(String id) {
        Scene now = workspace.table().scene();
        workspace.table().act("put " + id, now.with(sail(id)));
    }

    private int standing() {
        return workspace.table().scene().placements().size();
    }

    @Test
    void anUnnamedSceneGoesToTheScenesFolderAndStaysThere() throws Exception {
        assertNull(scene.file().get());
        Toolkit.run(scene::save);
        await("saved", () -> scene.file().get() != null);
        Path file = scene.file().get();
        assertEquals(folder.resolve("home/scenes/Untitled scene.glb"), file);
        byte[] before = Files.readAllBytes(file);

        Toolkit.run(() -> stand("second"));
        Toolkit.run(scene::save);
        await("saved again", () -> workspace.jobs().list().stream().allMatch(j -> j.isOver()));
        assertFalse(java.util.Arrays.equals(before, Files.readAllBytes(file)), "the same file, with more in it");
        assertEquals(2, new Formats().readModel(file).triangleCount());
    }

    @Test
    void openingIsOneActThatCanBeUndone() throws Exception {
        Path file = folder.resolve("deep/er/breakwater.glb");
        Toolkit.run(() -> scene.save(file));
        await("saved", () -> file.equals(scene.file().get()));
        Toolkit.run(() -> {
            stand("second");
            stand("third");
            scene.open(file);
        });
        await("opened", () -> standing() == 1);
        Toolkit.run(() -> workspace.attempt(workspace.history()::undo));
        assertEquals(3, standing());
        Toolkit.run(() -> workspace.attempt(workspace.history()::redo));
        assertEquals(1, standing());
    }

    @Test
    void whatCannotBeOpenedLeavesTheTableAlone() throws Exception {
        Path broken = Files.write(folder.resolve("broken.glb"), new byte[] {'g', 'l', 'T', 'F', 2, 0, 0});
        Toolkit.run(() -> scene.open(broken));
        await("told", () -> workspace.problem().get() != null);
        assertTrue(workspace.problem().get().sentence().contains("broken.glb"));
        assertEquals(1, standing());
        assertNull(scene.file().get());
    }

    @Test
    void whatCannotBeSavedIsToldAndHarmsNothing() throws Exception {
        byte[] own = {1, 2, 3};
        Path inTheWay = Files.write(folder.resolve("a file"), own);
        Toolkit.run(() -> scene.save(inTheWay.resolve("scene.glb")));
        await("told", () -> workspace.problem().get() != null);
        assertTrue(workspace.problem().get().sentence().contains("scene.glb"));
        assertArrayEquals(own, Files.readAllBytes(inTheWay));
        assertNull(scene.file().get());
    }

    private void save() throws Exception {
        Toolkit.run(scene::save);
        await("saved", () -> !scene.unsaved().get());
    }

    /** The former scene goes back to the former file, not over the opened one. */
    @Test
    void undoingAnOpeningBringsTheFormerFileBack() throws Exception {
        Path first = folder.resolve("first.glb");
        Path second = folder.resolve("second.glb");
        Toolkit.run(() -> scene.save(second));
        await("saved", () -> second.equals(scene.file().get()));
        Toolkit.run(() -> {
            stand("second");
            scene.save(first);
        });
        await(
                "saved",
                () -> first.equals(scene.file().get()) && !scene.unsaved().get());
        byte[] there = Files.readAllBytes(second);
        Toolkit.run(() -> scene.open(second));
        await("opened", () -> second.equals(scene.file().get()));
        Toolkit.run(() -> workspace.attempt(workspace.history()::undo));
        assertEquals(first, scene.file().get());
        assertFalse(scene.unsaved().get(), "it is as its file has it");
        Toolkit.run(() -> stand("third"));
        assertTrue(scene.unsaved().get());
        save();
        assertArrayEquals(there, Files.readAllBytes(second));
        Toolkit.run(() -> workspace.attempt(workspace.history()::undo));
        assertTrue(scene.unsaved().get(), "going back behind what was saved is not saved");
    }

    @Test
    void anUnnamedSceneWritesOverNoOther() throws Exception {
        Path there = folder.resolve("home/scenes/Untitled scene.glb");
        Files.createDirectories(there.getParent());
        Files.write(there, new byte[] {42});
        save();
        assertArrayEquals(new byte[] {42}, Files.readAllBytes(there));
        assertEquals(there.resolveSibling("Untitled scene 2.glb"), scene.file().get());
    }

    @Test
    void renamingKeepsTheFile() throws Exception {
        Path file = folder.resolve("deep/er/breakwater.glb");
        Toolkit.run(() -> scene.save(file));
        await("saved", () -> file.equals(scene.file().get()));
        Toolkit.run(
                () -> workspace.table().act("rename", workspace.table().scene().named("North breakwater")));
        assertTrue(scene.unsaved().get());
        save();
        assertEquals(file, scene.file().get());
        assertFalse(Files.exists(scene.folder().resolve("North breakwater.glb")));
    }

    /** A file of somebody else's is written into by the user's word only, a glTF text file not even then. */
    @Test
    void foreignFilesAreAskedAboutFirst() throws Exception {
        Path ours = folder.resolve("ours.glb");
        Toolkit.run(() -> scene.save(ours));
        await("saved", () -> ours.equals(scene.file().get()));
        byte[] glb = new String(Files.readAllBytes(ours), java.nio.charset.StandardCharsets.ISO_8859_1)
                .replace("yonderShelf", "otherThings")
                .getBytes(java.nio.charset.StandardCharsets.ISO_8859_1);
        for (String name : new String[] {"foreign.glb", "foreign.gltf"}) {
            Path foreign = Files.write(folder.resolve(name), glb);
            Toolkit.run(() -> scene.open(foreign));
            await("opened", () -> foreign.equals(scene.file().get()));
            Toolkit.run(() -> stand("more"));
            Toolkit.run(scene::save);
            OpenScene.SaveQuestion question = scene.question().get();
            assertTrue(question != null && question.words().contains("not written by this program"));
            assertEquals(name.endsWith(".glb"), question.mayWrite());
            assertArrayEquals(glb, Files.readAllBytes(foreign));
            assertTrue(scene.unsaved().get());
            Toolkit.run(() -> scene.question().set(null));
        }
        // and one of ours that something else wrote to meanwhile
        Toolkit.run(() -> scene.open(ours));
        await("opened", () -> ours.equals(scene.file().get()));
        Toolkit.run(() -> stand("again"));
        Files.write(ours, glb);
        Files.setLastModifiedTime(ours, java.nio.file.attribute.FileTime.fromMillis(1_700_000_000_000L));
        Toolkit.run(scene::save);
        await("asked", () -> scene.question().get() != null);
        OpenScene.SaveQuestion question = scene.question().get();
        assertTrue(question != null && question.words().contains("changed by something else"));
        assertArrayEquals(glb, Files.readAllBytes(ours));
        Toolkit.run(question.writeAnyway());
        await("written", () -> !scene.unsaved().get());
        assertFalse(java.util.Arrays.equals(glb, Files.readAllBytes(ours)));
    }

    @Test
    void anUnsavedSceneIsKeptAndClosingAsksOnlyWhenSomethingWouldBeLost() throws Exception {
        Path kept = folder.resolve("home/recovery");
        assertTrue(scene.wouldLose());
        Toolkit.run(scene::keep);
        await("kept", () -> kept.toFile().list() != null && kept.toFile().list().length == 2);
        save();
        assertFalse(scene.wouldLose());
        await("tidied", () -> kept.toFile().list().length == 0);
        Toolkit.run(scene::keep);
        await("nothing more to be done", () -> workspace.jobs().list().stream().allMatch(Job::isOver));
        assertEquals(0, kept.toFile().list().length, "what is saved is not kept twice");
        Toolkit.run(() -> scene.begin());
        assertFalse(scene.wouldLose(), "an empty table is nothing to lose");
        Toolkit.run(() -> workspace.attempt(workspace.history()::undo));
        assertFalse(scene.wouldLose());
    }

    /** Closing waits for a save under way. */
    @Test
    void closingDoesNotCutASaveOff() throws Exception {
        Path file = folder.resolve("large.glb");
        Toolkit.run(() -> {
            Scene large = workspace.table().scene();
            for (int i = 0; i < 400; i++) {
                large = large.with(sail("q" + i));
            }
            workspace.table().act("many", large);
            scene.save(file);
        });
        workspace.close();
        assertEquals(401, new Formats().readModel(file).triangleCount());
    }
}
