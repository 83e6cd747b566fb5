package yondershelf.table;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Bounds;
import yondershelf.content.Model;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.render.Camera;
import yondershelf.render.Shaders;

/** Objects on the table hidden, locked, moved by steps and sized. */
class StandingTest {
    private static final Formats FORMATS = new Formats();
    private static final SceneBuilder BUILDER = new SceneBuilder(new Shaders(FORMATS));

    private final Model crate = SceneTest.block("crate", 1, 0.5, 1);
    private final Model bench = SceneTest.block("bench", 2, 0.2, 2);

    @TempDir
    Path folder;

    private static Placement at(String id, Model model, double x, double y, double z) {
        return new Placement(id, model.name(), "", model, Placing.stand(model.bounds(), x, y, z, 0), Map.of());
    }

    private static BuiltScene.Pick below(Scene scene) {
        BuiltScene.Pick pick = BUILDER.build(scene).pick(Camera.around(0, 0, 0, 0.3, 1.3, 6, 0.5), 0.5, 0.5, 1);
        assertNotNull(pick);
        return pick;
    }

    @Test
    void whatIsHiddenIsNeitherSeenNorPicked() {
        Scene scene = Scene.empty("s").with(at("p1", crate, 0, 0, 0)).with(at("p2", bench, 9, 0, 0));
        assertNotNull(below(scene).placement());
        Scene hidden = scene.change("p1", p -> p.hide(true));
        assertNull(below(hidden).placement(), "the ground is seen");
        assertEquals(0, BUILDER.build(hidden).itemOf("p2", new PartRef(0, 0)), "others are found by their own names");
        assertNotNull(below(hidden.change("p1", p -> p.hide(false))).placement());
    }

    @Test
    void hiddenAndLockedComeBackFromTheFile() throws Exception {
        Scene scene = Scene.empty("s")
                .with(at("p1", crate, 0, 0, 0).hide(true))
                .with(at("p2", bench, 3, 0, 0).lock(true));
        Path file = folder.resolve("s.glb");
        SceneFile.save(scene, file, FORMATS);
        Scene opened = SceneFile.open(file, FORMATS, (a, b, c) -> null).scene();
        assertTrue(opened.placements().get(0).hidden());
        assertFalse(opened.placements().get(0).locked());
        assertFalse(opened.placements().get(1).hidden());
        assertTrue(opened.placements().get(1).locked());
    }

    /** A step leads onto a low bench, along it and down again on the far side; never through it. */
    @Test
    void stepsFollowWhatCarries() {
        Scene without = Scene.empty("s").with(at("bench", bench, 2.5, 0, 0));
        Placement walks = at("p1", SceneTest.block("cup", 0.2, 0.3, 0.2), 0, 0, 0);
        double highest = 0;
        for (int i = 0; i < 50; i++) {
            Placing.Rest rest = Placing.stepped(BUILDER.build(without), walks, 0.1, 0);
            assertNotNull(rest);
            walks = walks.at(rest.toWorld());
            double[] base = Placing.base(walks);
            assertEquals(0.1 * (i + 1), base[0], 1e-6);
            assertTrue(Math.abs(base[1]) < 1e-4 || Math.abs(base[1] - 0.2) < 1e-4, "stands at " + base[1]);
            highest = Math.max(highest, base[1]);
        }
        assertEquals(0.2, highest, 1e-4);
        assertEquals(0, Placing.base(walks)[1], 1e-4);
    }

    @Test
    void sizingKeepsTheBaseWhereItIs() {
        Placement placed = at("p1", crate, 2, 0.4, -1)
                .at(Transform.translation(2, 0.4, -1).after(Transform.rotation(0, 1, 0, 0.7)));
        double[] before = Placing.base(placed);
        Placement larger = placed.at(Placing.sized(placed, 1.5));
        double[] after = Placing.base(larger);
        for (int i = 0; i < 3; i++) {
            assertEquals(before[i], after[i], 1e-9);
        }
        Bounds box = crate.bounds().transformed(larger.toWorld());
        assertEquals(0.75, box.sizeY(), 1e-6);
    }
}
