package yondershelf.table;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Bounds;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.format.GltfTest;
import yondershelf.format.Oracles;
import yondershelf.render.Camera;
import yondershelf.render.Shaders;
import yondershelf.work.History;

/** The scene: where things come to rest, dressing, undo, and the file it is saved in. */
class SceneTest {
    @TempDir
    Path folder;

    /** A closed block standing on its base centre. */
    static Model block(String name, double w, double h, double d) {
        float x = (float) w / 2;
        float y = (float) h;
        float z = (float) d / 2;
        float[] p = {-x, 0, -z, x, 0, -z, x, 0, z, -x, 0, z, -x, y, -z, x, y, -z, x, y, z, -x, y, z};
        int[] i = {
            0, 1, 2, 0, 2, 3, 4, 6, 5, 4, 7, 6, 0, 5, 1, 0, 4, 5, 2, 7, 3, 2, 6, 7, 1, 6, 2, 1, 5, 6, 0, 3, 7, 0, 7, 4
        };
        return Model.of(
                name,
                new Mesh(name, List.of(new Part(p, null, null, null, i, 0))),
                List.of(Material.plain(name + " wood", 0.5, 0.4, 0.3, 0, 0.7)));
    }

    private static Placement at(String id, Model model, double x, double y, double z) {
        return new Placement(id, model.name(), "", model, Placing.stand(model.bounds(), x, y, z, 0), Map.of());
    }

    private static BuiltScene build(Scene scene) {
        return new SceneBuilder(new Shaders(new Formats())).build(scene);
    }

    /** A camera that looks steeply down on a point, which then lies in the middle of the picture. */
    private static Camera over(double x, double y, double z) {
        return Camera.around(x, y, z, 0.3, Math.toRadians(80), 6, 0.6);
    }

    @Test
    void restsOnWhateverIsUnderThePointerAtTrueSize() {
        Model bench = block("bench", 2, 0.8, 1);
        Model crate = block("crate", 0.4, 0.3, 0.3);
        BuiltScene built = build(Scene.empty("s").with(at("p1", bench, 0, 0, 0)));
        Placing.Rest rest = Placing.under(built, over(0.5, 0.8, 0.2), 0.5, 0.5, 1, crate.bounds(), 0);
        assertNotNull(rest);
        assertEquals("bench", rest.on());
        Bounds stands = crate.bounds().transformed(rest.toWorld());
        assertEquals(0.8, stands.minY(), 1e-4);
        assertEquals(0.5, stands.centreX(), 1e-3);
        assertEquals(0.4, stands.sizeX(), 1e-6);
        Placing.Rest ground = Placing.under(built, over(4, 0, 0), 0.5, 0.5, 1, crate.bounds(), 0);
        assertNotNull(ground);
        assertEquals("", ground.on());
        assertEquals(0, crate.bounds().transformed(ground.toWorld()).minY(), 1e-6);
    }

    /** Small things fit under the bench; a mast that would stick through it stands on top. */
    @Test
    void nothingStandsInsideAnotherThing() {
        Model bench = block("board", 2, 0.05, 1);
        Placement raised = new Placement("p1", "board", "", bench, Transform.translation(0, 0.8, 0), Map.of());
        BuiltScene built = build(Scene.empty("s").with(raised));
        Camera low = new Camera(0, 0.3, 5, 0, 0, 0.2, 0.4);
        Model small = block("tin", 0.2, 0.3, 0.2);
        Model tall = block("mast", 0.2, 3, 0.2);
        Placing.Rest under = Placing.under(built, low, 0.5, 0.5, 1, small.bounds(), 0);
        assertNotNull(under);
        assertEquals(0, small.bounds().transformed(under.toWorld()).minY(), 1e-6);
        Placing.Rest above = Placing.under(built, low, 0.5, 0.5, 1, tall.bounds(), 0);
        assertNotNull(above);
        assertEquals(0.85, tall.bounds().transformed(above.toWorld()).minY(), 1e-4);
    }

    @Test
    void thereIsNoPlaceInTheSky() {
        BuiltScene built = build(Scene.empty("s"));
        assertNull(Placing.under(
                built,
                new Camera(0, 1, 5, 0, 4, 0, 0.5),
                0.5,
                0.3,
                1,
                block("b", 1, 1, 1).bounds(),
                0));
    }

    @Test
    void everyActIsUndoneAndRedone() throws Exception {
        History history = new History();
        Table table = new Table(history);
        Scene empty = table.scene();
        Model crate = block("crate", 1, 1, 1);
        table.act("put", empty.with(at("p1", crate, 0, 0, 0)));
        Scene one = table.scene();
        table.act("dress", one.change("p1", p -> p.dress(new PartRef(0, 0), Material.plain("tar", 0, 0, 0, 0, 1))));
        Scene two = table.scene();
        assertEquals("dress", history.undoable().orElseThrow());
        history.undo();
        assertSame(one, table.scene());
        history.undo();
        assertSame(empty, table.scene());
        history.redo();
        history.redo();
        assertSame(two, table.scene());
    }

    private static Scene dressed() {
        Model sample = GltfTest.sample();
        Model crate = block("crate", 1, 0.5, 0.7);
        Material tar = Material.plain("tar", 0.02, 0.02, 0.02, 0, 0.4);
        Scene scene = Scene.empty("Jetty at dusk")
                .with(new Placement("p1", "Sample", "asset-1", sample, Transform.translation(2, 0, 0), Map.of()))
                .with(new Placement("p2", "Sample 2", "asset-1", sample, Transform.translation(-2, 0, 1), Map.of())
                        .dress(new PartRef(1, 1), tar))
                .with(at("p3", crate, 0, 0.25, 0));
        return scene.lit(new Light(
                "sky-1",
                "skies/dawn.exr",
                new Environment("Dawn", scene.light().environment().radiance()),
                112,
                0.5));
    }

    @Test
    void aSavedSceneOpensTheSame() throws Exception {
        Scene scene = dressed();
        Path file = folder.resolve("scene.glb");
        SceneFile.save(scene, file, new Formats());
        Scene opened = SceneFile.open(file, new Formats(), (asset, path, name) -> {
                    assertEquals("sky-1", asset);
                    return scene.light().environment();
                })
                .scene();
        assertEquals(scene.name(), opened.name());
        assertEquals(scene.placements().size(), opened.placements().size());
        for (int i = 0; i < 3; i++) {
            Placement a = scene.placements().get(i);
            Placement b = opened.placements().get(i);
            assertEquals(a.id(), b.id());
            assertEquals(a.name(), b.name());
            assertEquals(a.asset(), b.asset());
            assertEquals(a.toWorld().tx(), b.toWorld().tx(), 1e-9);
            assertEquals(a.model().triangleCount(), b.model().triangleCount());
            assertEquals(a.dressed().keySet(), b.dressed().keySet());
            assertEquals(a.model().bounds().sizeX(), b.model().bounds().sizeX(), 1e-6);
            assertEquals(a.model().materials().size(), b.model().materials().size());
        }
        assertSame(
                opened.placements().get(0).model(), opened.placements().get(1).model(), "shared geometry stays shared");
        Material worn = opened.placements().get(1).dressed().get(new PartRef(1, 1));
        assertNotNull(worn);
        assertEquals("tar", worn.name());
        assertEquals(
                "plain", opened.placements().get(1).model().materials().get(1).name());
        assertEquals(112, opened.light().turn());
        assertEquals(0.5, opened.light().exposure());
        Path second = folder.resolve("again.glb");
        SceneFile.save(opened, second, new Formats());
        Scene twice = SceneFile.open(
                        second, new Formats(), (a, p, n) -> scene.light().environment())
                .scene();
        assertEquals(
                opened.placements().get(1).dressed().keySet(),
                twice.placements().get(1).dressed().keySet());
    }

    @Test
    void theValidatorIsContentWithScenes() throws Exception {
        Path validator = Oracles.project().resolve("target/oracles/node_modules/gltf-validator");
        Oracles.need(Files.isDirectory(validator) && Oracles.hasCommand("node"), "npm gltf-validator");
        Path file = folder.resolve("scene.glb");
        SceneFile.save(dressed(), file, new Formats());
        GltfTest.validate(file);
    }

    @Test
    void pickingTellsThePartAndTheMaskShowsOnlyIt() {
        Model sample = GltfTest.sample();
        Scene scene = Scene.empty("s").with(new Placement("p1", "S", "", sample, Transform.IDENTITY, Map.of()));
        BuiltScene built = build(scene);
        Camera camera = new Camera(1.3, 2.6, 12, 1.3, 2.6, 3, 0.4);
        BuiltScene.Pick pick = built.pick(camera, 0.5, 0.5, 1);
        assertNotNull(pick);
        assertNotNull(pick.part());
        boolean[] whole = built.mask(camera, 60, 60, "p1", null);
        boolean[] part = built.mask(camera, 60, 60, "p1", pick.part());
        int all = 0;
        int some = 0;
        for (int i = 0; i < whole.length; i++) {
            all += whole[i] ? 1 : 0;
            some += part[i] ? 1 : 0;
            assertTrue(whole[i] || !part[i]);
        }
        assertTrue(some > 0 && some < all, some + " of " + all);
    }
}
