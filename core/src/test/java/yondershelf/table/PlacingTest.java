package yondershelf.table;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.Rounds;
import yondershelf.content.Bounds;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.render.Camera;
import yondershelf.render.Shaders;

/** Placing, in scenes put together at random: nothing sinks in, nothing floats, true size, picked where it is seen. */
class PlacingTest {
    private static final SceneBuilder BUILDER = new SceneBuilder(new Shaders(new Formats()));

    private static Camera over(double x, double y, double z, double rise) {
        return Camera.around(x, y, z, 0.4, Math.toRadians(rise), 7, 0.6);
    }

    /** A heap of blocks: each lands with its base on another's top or the ground, and reaches into none. */
    @Test
    void aHeapOfBlocksNeitherSinksNorFloats() {
        SplittableRandom random = new SplittableRandom(14);
        for (int round = 0; round < Rounds.of(12); round++) {
            Scene scene = Scene.empty("heap");
            for (int i = 0; i < 14; i++) {
                Model block = SceneTest.block(
                        "b" + i, random.nextDouble(0.2, 1), random.nextDouble(0.1, 0.8), random.nextDouble(0.2, 1));
                double x = random.nextDouble(-1, 1);
                double z = random.nextDouble(-1, 1);
                Placing.Rest rest =
                        Placing.under(BUILDER.build(scene), over(x, 0.3, z, 85), 0.5, 0.5, 1, block.bounds(), 0);
                assertNotNull(rest);
                Bounds stands = block.bounds().transformed(rest.toWorld());
                assertEquals(block.bounds().sizeY(), stands.sizeY(), 1e-6, "true size");
                boolean carried = Math.abs(stands.minY()) < 1e-4;
                for (Placement other : scene.placements()) {
                    Bounds there = other.model().bounds().transformed(other.toWorld());
                    carried |= Math.abs(stands.minY() - there.maxY()) < 1e-3;
                    // what towers above it is beside it, as a mast is beside a crate
                    boolean tower = there.maxY() > stands.minY() + 0.97 * stands.sizeY();
                    assertTrue(
                            tower || stands.minY() > there.maxY() - 1e-3 || !overlapping(stands, there),
                            "reaches into " + there + " at " + stands);
                }
                assertTrue(carried, "floats at " + stands.minY());
                scene = scene.with(new Placement(scene.freshId(), block.name(), "", block, rest.toWorld(), Map.of()));
            }
        }
    }

    /** More than the rim of the first, which the footprint leaves out on purpose. */
    private static boolean overlapping(Bounds a, Bounds b) {
        double x = Math.min(a.maxX(), b.maxX()) - Math.max(a.minX(), b.minX());
        double z = Math.min(a.maxZ(), b.maxZ()) - Math.max(a.minZ(), b.minZ());
        double y = Math.min(a.maxY(), b.maxY()) - Math.max(a.minY(), b.minY());
        return y > 1e-3 && x > 0.25 * a.sizeX() && z > 0.25 * a.sizeZ();
    }

    /** A ramp of any slope and direction: seated, a thing's base lies in its face and its axis along the face's normal. */
    @Test
    void seatedThingsLieFlatOnAnyFace() {
        SplittableRandom random = new SplittableRandom(5);
        Model plate = SceneTest.block("plate", 4, 0.2, 4);
        Model detail = SceneTest.block("vent", 0.3, 0.5, 0.2);
        for (int i = 0; i < Rounds.of(100); i++) {
            double angle = random.nextDouble(0, 1.4);
            double around = random.nextDouble(0, 6.28);
            Transform tilt = Transform.translation(0, 3, 0)
                    .after(Transform.rotation(Math.sin(around), 0, Math.cos(around), angle));
            Scene scene = Scene.empty("s").with(new Placement("p1", "plate", "", plate, tilt, Map.of()));
            double turn = random.nextDouble(-180, 180);
            double nx = tilt.xy();
            double ny = tilt.yy();
            double nz = tilt.zy();
            double px = tilt.pointX(0.4, 0.2, -0.3);
            double py = tilt.pointY(0.4, 0.2, -0.3);
            double pz = tilt.pointZ(0.4, 0.2, -0.3);
            Camera camera = new Camera(px + nx * 5, py + ny * 5, pz + nz * 5 + 0.01, px, py, pz, 0.5);
            Placing.Rest seat = Placing.seated(BUILDER.build(scene), camera, 0.5, 0.5, 1, detail.bounds(), turn);
            assertNotNull(seat);
            assertEquals("plate", seat.on());
            Transform t = seat.toWorld();
            assertEquals(1, t.xy() * nx + t.yy() * ny + t.zy() * nz, 1e-4, "its axis is the face's normal");
            assertEquals(1, t.determinant(), 1e-6, "neither scaled nor mirrored");
            for (int corner = 0; corner < 4; corner++) {
                double x = corner % 2 == 0
                        ? detail.bounds().minX()
                        : detail.bounds().maxX();
                double z = corner / 2 == 0
                        ? detail.bounds().minZ()
                        : detail.bounds().maxZ();
                double off =
                        (t.pointX(x, 0, z) - px) * nx + (t.pointY(x, 0, z) - py) * ny + (t.pointZ(x, 0, z) - pz) * nz;
                assertEquals(0, off, 2e-3, "its base lies in the face");
            }
        }
        assertNull(Placing.seated(
                BUILDER.build(Scene.empty("s")), new Camera(0, 1, 5, 0, 4, 0, 0.5), 0.5, 0.3, 1, detail.bounds(), 0));
    }

    /** What is picked at a place is what a mask of the picture shows there, for every placement and part. */
    @Test
    void picksAndMasksAgree() {
        Part part = SceneTest.block("x", 0.6, 0.6, 0.6).meshes().get(0).parts().get(0);
        float[] moved = part.positions().clone();
        for (int i = 0; i < moved.length; i += 3) {
            moved[i] += 0.8f;
        }
        Part beside = new Part(moved, null, null, null, part.indices(), 1);
        Model pair = Model.of(
                "pair",
                new Mesh("pair", List.of(part, beside)),
                List.of(Material.plain("a", 1, 0, 0, 0, 1), Material.plain("b", 0, 1, 0, 0, 1)));
        Scene scene = Scene.empty("s")
                .with(new Placement("p1", "one", "", pair, Transform.IDENTITY, Map.of()))
                .with(new Placement("p2", "two", "", pair, Transform.translation(0.3, 0, 1.2), Map.of()));
        BuiltScene built = BUILDER.build(scene);
        Camera camera = over(0.5, 0.2, 0.6, 40);
        int n = 40;
        int[] seen = new int[5];
        for (Placement placement : scene.placements()) {
            boolean[] whole = built.mask(camera, n, n, placement.id(), null);
            for (PartRef ref : placement.parts()) {
                boolean[] mask = built.mask(camera, n, n, placement.id(), ref);
                for (int i = 0; i < n * n; i++) {
                    BuiltScene.Pick pick = built.pick(camera, (i % n + 0.5) / n, (i / n + 0.5) / n, 1);
                    boolean here = pick != null && pick.placement() == placement && ref.equals(pick.part());
                    assertEquals(here, mask[i]);
                    assertTrue(!mask[i] || whole[i]);
                    seen[ref.part()] += mask[i] ? 1 : 0;
                }
            }
        }
        assertTrue(seen[0] > 20 && seen[1] > 20);
        Placement dressed = scene.placements().get(0).dressAll(Material.plain("tar", 0, 0, 0, 0, 1));
        assertEquals(2, dressed.dressed().size());
        assertEquals(
                2,
                dressed.dress(new PartRef(0, 1), Material.plain("zinc", 1, 1, 1, 1, 0.3))
                        .dressed()
                        .size());
    }

    /** Figures count what is shared once: geometry and maps in memory, but every triangle on the table. */
    @Test
    void figuresCountSharedThingsOnce() {
        Model crate = SceneTest.block("crate", 1, 1, 1);
        Scene scene = Scene.empty("s");
        assertEquals(new Figures(0, 0, 0, 0), Figures.of(scene, new Formats()));
        scene = scene.with(new Placement("p1", "a", "", crate, Transform.IDENTITY, Map.of()))
                .with(new Placement("p2", "b", "", crate, Transform.translation(3, 0, 0), Map.of()));
        assertEquals(new Figures(2, 1, 24, 0), Figures.of(scene, new Formats()));
        byte[] png = Formats.png(yondershelf.content.Picture.ofBytes(16, 8, 1, new byte[128]));
        // loaded once more, from the same file
        Scene dressed =
                scene.change("p1", p -> p.dressAll(mapped(png))).change("p2", p -> p.dressAll(mapped(png.clone())));
        assertEquals(new Figures(2, 1, 24, 16 * 8 * 4), Figures.of(dressed, new Formats()));
    }

    private static Material mapped(byte[] png) {
        return Material.ofMaps(
                "mapped",
                Map.of(
                        yondershelf.content.Role.BASE_COLOR,
                        yondershelf.content.TextureUse.of(yondershelf.content.ImageSource.embedded("m.png", png))));
    }

    @Test
    void turningInPlaceKeepsThePlace() {
        Transform stands = Placing.stand(new Bounds(1, 2, 3, 2, 4, 5), 7, 0.5, -3, 20);
        Transform turned = stands.turnedInPlace(Math.toRadians(15));
        assertEquals(stands.tx(), turned.tx(), 1e-12);
        assertEquals(stands.tz(), turned.tz(), 1e-12);
        Transform round = stands;
        for (int i = 0; i < 24; i++) {
            round = round.turnedInPlace(Math.toRadians(15));
        }
        assertEquals(stands.xx(), round.xx(), 1e-9);
        assertEquals(stands.tz(), round.tz(), 1e-9);
    }

    /** A placed object under the middle of its own base, moved nowhere, stays where it is: upright, turned, scaled or seated. */
    @Test
    void movingNowhereChangesNothing() {
        SplittableRandom random = new SplittableRandom(9);
        Model plate = SceneTest.block("plate", 6, 0.2, 6);
        Model thing = SceneTest.block("thing", 0.5, 0.7, 0.3);
        for (int i = 0; i < 60; i++) {
            boolean seated = i % 2 == 1;
            double angle = seated ? random.nextDouble(0.2, 1.2) : 0;
            Transform tilt = Transform.translation(0, 2, 0).after(Transform.rotation(0.6, 0, 0.8, angle));
            Scene scene = Scene.empty("s").with(new Placement("p1", "plate", "", plate, tilt, Map.of()));
            Camera camera = over(0, 2, 0, 70);
            Placing.Rest rest = seated
                    ? Placing.seated(BUILDER.build(scene), camera, 0.5, 0.5, 1, thing.bounds(), random.nextDouble(360))
                    : Placing.under(BUILDER.build(scene), camera, 0.5, 0.5, 1, thing.bounds(), random.nextDouble(360));
            assertNotNull(rest);
            Transform there = seated ? rest.toWorld() : rest.toWorld().after(Transform.scale(1.5));
            Placement placed = new Placement("p2", "thing", "", thing, there, Map.of());
            double[] base = Placing.base(placed);
            double[] seen = camera.project(base[0], base[1], base[2], 1);
            Placing.Rest moved = Placing.moved(BUILDER.build(scene), camera, seen[0], seen[1], 1, placed);
            assertNotNull(moved);
            for (double[] p : new double[][] {{0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}) {
                assertEquals(there.pointX(p[0], p[1], p[2]), moved.toWorld().pointX(p[0], p[1], p[2]), 2e-3);
                assertEquals(there.pointY(p[0], p[1], p[2]), moved.toWorld().pointY(p[0], p[1], p[2]), 2e-3);
                assertEquals(there.pointZ(p[0], p[1], p[2]), moved.toWorld().pointZ(p[0], p[1], p[2]), 2e-3);
            }
        }
    }

    /** What reaches into a step with one of its ends stands on it, and what turns that end away does not. */
    @Test
    void anOblongThingIsCarriedByWhatIsUnderItsEnds() {
        Model plank = SceneTest.block("plank", 2, 0.4, 0.2);
        Model step = SceneTest.block("step", 0.3, 0.25, 0.3);
        for (double turn : new double[] {30, 45, 120, 200, 300}) {
            Transform lies = Placing.stand(plank.bounds(), 0, 0, 0, turn);
            double x = lies.pointX(0.7, 0.05, 0);
            double z = lies.pointZ(0.7, 0.05, 0);
            for (boolean under : new boolean[] {true, false}) {
                // the same to the other side of the line it would lie along without the turn
                Transform at = Placing.stand(step.bounds(), x, 0, under ? z : -z, 0);
                Scene scene = Scene.empty("s").with(new Placement("p1", "step", "", step, at, Map.of()));
                Placing.Rest rest =
                        Placing.under(BUILDER.build(scene), over(0, 0, 0, 89), 0.5, 0.5, 1, plank.bounds(), turn);
                assertNotNull(rest);
                Bounds stands = plank.bounds().transformed(rest.toWorld());
                assertEquals(under ? 0.25 : 0, stands.minY(), 2e-3, turn + " degrees, " + under);
            }
        }
    }

    /** A built scene passed through an object is met just where the scene built without the object is, and left as it was. */
    @Test
    void passingThroughAnObjectIsAsIfItWereNotThere() {
        SplittableRandom random = new SplittableRandom(21);
        int differs = 0;
        for (int round = 0; round < 20; round++) {
            Scene scene = Scene.empty("heap");
            for (int i = 0; i < 8; i++) {
                Model block = twoBlocks("b" + i, random);
                Transform t = Transform.translation(random.nextDouble(-1, 1), 0, random.nextDouble(-1, 1))
                        .after(Transform.rotation(0, 1, 0, random.nextDouble(6)));
                scene = scene.with(new Placement("p" + i, "b" + i, "", block, t, Map.of()));
            }
            scene = scene.change("p5", p -> p.hide(true));
            String away = "p" + random.nextInt(8);
            BuiltScene whole = BUILDER.build(scene);
            BuiltScene passed = whole.without(away);
            BuiltScene without = BUILDER.build(scene.without(away));
            Camera camera = over(0, 0.3, 0, 40);
            for (int k = 0; k < 200; k++) {
                double x = random.nextDouble();
                double y = random.nextDouble();
                BuiltScene.Pick expected = without.pick(camera, x, y, 1);
                assertEquals(expected, passed.pick(camera, x, y, 1));
                differs += Objects.equals(expected, whole.pick(camera, x, y, 1)) ? 0 : 1;
            }
        }
        assertTrue(differs > 40, "the objects passed through were seen " + differs + " times");
    }

    /** A model of two meshes, so that an object is several items of a scene. */
    private static Model twoBlocks(String name, SplittableRandom random) {
        Model low = SceneTest.block(name, random.nextDouble(0.4, 1), random.nextDouble(0.1, 0.5), 0.6);
        Model high = SceneTest.block(name, 0.2, random.nextDouble(0.6, 1), 0.2);
        return new Model(
                name,
                List.of(low.meshes().get(0), high.meshes().get(0)),
                List.of(
                        new Node("low", Transform.IDENTITY, 0, List.of()),
                        new Node("high", Transform.IDENTITY, 1, List.of())),
                List.of(0, 1),
                low.materials());
    }

    /** Placed again beside itself, a thing turned, scaled and tilted in any way shares no space with the first. */
    @Test
    void besideItselfNothingOverlaps() {
        SplittableRandom random = new SplittableRandom(10);
        for (int i = 0; i < 200; i++) {
            Model plank = SceneTest.block("plank", random.nextDouble(0.1, 4), 0.05, random.nextDouble(0.1, 4));
            Transform t = Transform.translation(random.nextDouble(9), 0, random.nextDouble(9))
                    .after(Transform.rotation(0, 1, 0, random.nextDouble(7)))
                    .after(Transform.scale(random.nextDouble(0.5, 3)));
            Placement first = new Placement("p1", "plank", "", plank, t, Map.of());
            Transform second = Placing.beside(first);
            // in the first one's own space the second is only moved: their boxes must be apart
            Bounds own = plank.bounds();
            Bounds other = own.transformed(t.inverse().after(second));
            boolean apart = other.minX() > own.maxX()
                    || other.maxX() < own.minX()
                    || other.minZ() > own.maxZ()
                    || other.maxZ() < own.minZ();
            assertTrue(apart, own + " and " + other);
            assertEquals(t.ty(), second.ty(), 1e-9, "on the same level");
        }
    }
}
