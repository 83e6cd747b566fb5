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
}
