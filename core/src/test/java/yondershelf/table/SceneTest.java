package yondershelf.table;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.Rounds;
import yondershelf.content.Bounds;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;
import yondershelf.format.gltf.GltfTest;
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

    /** Ids of nodes copied in another program are those of their originals: opened, each has its own. */
    @Test
    void copiedNodesGetIdsOfTheirOwn() throws Exception {
        Model crate = block("crate", 1, 1, 1);
        Scene twice = Scene.empty("s").with(at("p1", crate, 0, 0, 0)).with(at("p1", crate, 3, 0, 0));
        Path file = folder.resolve("copied.glb");
        SceneFile.save(twice, file, new Formats());
        Scene opened = SceneFile.open(file, new Formats(), (a, p, n) -> null).scene();
        assertEquals(
                2, opened.placements().stream().map(Placement::id).distinct().count());
        String first = opened.placements().get(0).id();
        Scene moved = opened.change(first, p -> p.at(Transform.translation(9, 9, 9)));
        assertEquals(opened.placements().get(1), moved.placements().get(1), "one act changes one of them");
    }

    /** What another program did to one of two copies is seen, and to that one alone. */
    @Test
    void anEditToTheSecondCopyIsSeen() throws Exception {
        Model crate = block("crate", 0.4, 0.3, 0.3);
        Scene scene = Scene.empty("s").with(at("p1", crate, 0, 0, 0)).with(at("p2", crate, 1, 0, 0));
        Path file = folder.resolve("copies.glb");
        SceneFile.save(scene, file, new Formats());
        Scene plain = SceneFile.open(file, new Formats(), (a, p, n) -> null).scene();
        assertSame(plain.placements().get(0).model(), plain.placements().get(1).model(), "copies share one model");
        byte[] glb = Files.readAllBytes(file);
        int length = java.nio.ByteBuffer.wrap(glb)
                .order(java.nio.ByteOrder.LITTLE_ENDIAN)
                .getInt(12);
        com.fasterxml.jackson.databind.ObjectMapper json = new com.fasterxml.jackson.databind.ObjectMapper();
        var tree = (com.fasterxml.jackson.databind.node.ObjectNode) json.readTree(glb, 20, length);
        int second = tree.path("scenes").get(0).path("nodes").get(1).asInt();
        int child = tree.path("nodes").get(second).path("children").get(0).asInt();
        ((com.fasterxml.jackson.databind.node.ObjectNode) tree.path("nodes").get(child))
                .putArray("scale")
                .add(1)
                .add(3)
                .add(1);
        String text = json.writeValueAsString(tree);
        byte[] chunk =
                (text + " ".repeat((4 - text.length() % 4) % 4)).getBytes(java.nio.charset.StandardCharsets.UTF_8);
        java.nio.ByteBuffer out = java.nio.ByteBuffer.allocate(20 + chunk.length + glb.length - 20 - length)
                .order(java.nio.ByteOrder.LITTLE_ENDIAN);
        out.put(glb, 0, 8)
                .putInt(out.capacity())
                .putInt(chunk.length)
                .put(glb, 16, 4)
                .put(chunk);
        out.put(glb, 20 + length, glb.length - 20 - length);
        Path edited = Files.write(folder.resolve("edited.glb"), out.array());
        Scene opened = SceneFile.open(edited, new Formats(), (a, p, n) -> null).scene();
        assertEquals(0.3, opened.placements().get(0).model().bounds().sizeY(), 1e-5);
        assertEquals(0.9, opened.placements().get(1).model().bounds().sizeY(), 1e-5);
    }

    /** An HDRI that is away keeps its place in the file through any number of savings, and comes back. */
    @Test
    void anEnvironmentThatIsAwayIsKept() throws Exception {
        Scene scene = dressed();
        Path file = folder.resolve("lit.glb");
        SceneFile.save(scene, file, new Formats());
        for (int i = 0; i < 2; i++) {
            Scene away = SceneFile.open(file, new Formats(), (a, p, n) -> null).scene();
            assertTrue(away.light().away());
            assertEquals("Dawn", away.light().environment().name());
            assertEquals("sky-1", away.light().asset());
            SceneFile.save(away.lit(away.light().turned(77)), file, new Formats());
        }
        Scene back = SceneFile.open(file, new Formats(), (a, p, n) -> {
                    assertEquals("skies/dawn.exr", p);
                    return scene.light().environment();
                })
                .scene();
        assertFalse(back.light().away());
        assertEquals(77, back.light().turn());
        assertEquals(0.5, back.light().exposure());
    }

    /** So does what is seen behind everything. */
    @Test
    void aBackdropThatIsAwayIsKept() throws Exception {
        Picture panorama = Picture.ofBytes(2, 1, 3, new byte[6]);
        Backdrop backdrop = new Backdrop("texture-9", "panoramas/harbour.jpg", "Harbour", panorama);
        Scene scene = dressed();
        Path file = folder.resolve("before.glb");
        SceneFile.save(scene.lit(scene.light().before(backdrop)), file, new Formats());
        Scene away = SceneFile.open(file, new Formats(), (a, p, n) -> null).scene();
        assertEquals(backdrop.with(null), away.light().backdrop());
        SceneFile.save(away, file, new Formats());
        Scene back = SceneFile.open(file, new Formats(), new SceneFile.EnvironmentFinder() {
                    @Override
                    public Environment find(String asset, String path, String name) {
                        return scene.light().environment();
                    }

                    @Override
                    public Picture backdrop(String asset) {
                        assertEquals("texture-9", asset);
                        return panorama;
                    }
                })
                .scene();
        assertEquals(backdrop, back.light().backdrop());
        assertEquals("sky-1", back.light().asset());
    }

    /** An object whose geometry is not in the file stays as a marked box of its size, and in the file. */
    @Test
    void anObjectThatIsAwayIsABoxOfItsSize() throws Exception {
        Model crate = block("crate", 1, 0.5, 0.7);
        Placement placed = new Placement("p1", "Crate", "asset-7", crate, Transform.translation(2, 0, 1), Map.of());
        Path file = folder.resolve("boxes.glb");
        SceneFile.save(Scene.empty("s").with(placed), file, new Formats());
        // as another program leaves it that could not find the mesh: the node alone, with what we noted on it
        com.fasterxml.jackson.databind.ObjectMapper json = new com.fasterxml.jackson.databind.ObjectMapper();
        byte[] glb = Files.readAllBytes(file);
        int length = java.nio.ByteBuffer.wrap(glb)
                .order(java.nio.ByteOrder.LITTLE_ENDIAN)
                .getInt(12);
        var tree = (com.fasterxml.jackson.databind.node.ObjectNode) json.readTree(glb, 20, length);
        tree.remove(List.of("meshes", "accessors", "bufferViews", "buffers", "materials"));
        tree.path("nodes").forEach(n -> ((com.fasterxml.jackson.databind.node.ObjectNode) n).remove("mesh"));
        Path bare = folder.resolve("bare.gltf");
        json.writeValue(bare.toFile(), tree);
        for (Path from : List.of(bare, folder.resolve("again.glb"))) {
            Placement box = SceneFile.open(from, new Formats(), (a, p, n) -> null)
                    .scene()
                    .placements()
                    .get(0);
            assertTrue(StandIn.is(box));
            assertEquals("asset-7", box.asset());
            assertEquals("Crate", box.name());
            assertEquals(crate.bounds(), box.model().bounds());
            assertEquals(2, box.toWorld().tx());
            SceneFile.save(Scene.empty("s").with(box), folder.resolve("again.glb"), new Formats());
        }
    }

    /** What a foreign file holds beyond a scene is told in words. */
    @Test
    void whatSavingWouldLoseIsTold() throws Exception {
        Path ours = folder.resolve("ours.glb");
        SceneFile.save(dressed(), ours, new Formats());
        assertTrue(SceneFile.open(ours, new Formats(), (a, p, n) -> null).ours());
        byte[] glb = Files.readAllBytes(ours);
        int length = java.nio.ByteBuffer.wrap(glb)
                .order(java.nio.ByteOrder.LITTLE_ENDIAN)
                .getInt(12);
        String text = new String(glb, 20, length, java.nio.charset.StandardCharsets.UTF_8)
                .replace("yonderShelf", "otherThings")
                .replaceFirst("\\{", "{\"animations\":[{},{}],\"skins\":[{\"joints\":[0]}],")
                .replace("\"extensionsUsed\":[", "\"extensionsUsed\":[\"EXT_other\",");
        byte[] chunk = text.getBytes(java.nio.charset.StandardCharsets.UTF_8);
        int padded = (chunk.length + 3) / 4 * 4;
        java.nio.ByteBuffer out = java.nio.ByteBuffer.allocate(20 + padded + glb.length - 20 - length)
                .order(java.nio.ByteOrder.LITTLE_ENDIAN);
        out.put(glb, 0, 8).putInt(out.capacity()).putInt(padded).put(glb, 16, 4).put(chunk);
        while (out.position() < 20 + padded) {
            out.put((byte) ' ');
        }
        out.put(glb, 20 + length, glb.length - 20 - length);
        Path foreign = Files.write(folder.resolve("foreign.glb"), out.array());
        SceneFile.Opened opened = SceneFile.open(foreign, new Formats(), (a, p, n) -> null);
        assertFalse(opened.ours());
        String told = String.join(", ", opened.losses());
        assertTrue(told.contains("2 animations") && told.contains("1 skin") && told.contains("EXT_other"), told);
    }

    /** Saves one of two scenes over the other, again and again. */
    static final class Saver {
        public static void main(String[] args) throws Exception {
            Scene small = Scene.empty("small").with(at("p1", block("a", 1, 1, 1), 0, 0, 0));
            Scene large = small.named("large");
            for (int i = 0; i < 60; i++) {
                large = large.with(at("p" + (i + 2), block("b" + i, 1, i + 1, 1), i, 0, 0));
            }
            for (int i = 0; ; i++) {
                SceneFile.save(i % 2 == 0 ? small : large, Path.of(args[0]), new Formats());
                System.out.println(i);
            }
        }
    }

    /** kill -9 twenty-five times while it saves: the file is always the one scene or the other, whole. */
    @Tag("long")
    @Test
    void aKilledSaveLeavesTheOldOrTheNewScene() throws Exception {
        Path file = folder.resolve("saved.glb");
        java.util.SplittableRandom random = new java.util.SplittableRandom(50);
        java.util.Set<String> seen = new java.util.TreeSet<>();
        for (int round = 0; round < Rounds.of(25); round++) {
            Process process = yondershelf.Child.start(Saver.class, file);
            try (var lines = process.inputReader(java.nio.charset.StandardCharsets.UTF_8)) {
                int wanted = random.nextInt(6);
                for (int i = 0; i <= wanted; i++) {
                    lines.readLine();
                }
                java.util.concurrent.locks.LockSupport.parkNanos(random.nextLong(4_000_000));
                process.destroyForcibly().waitFor();
            }
            Scene scene = SceneFile.open(file, new Formats(), (a, p, n) -> null).scene();
            seen.add(scene.name() + scene.placements().size());
        }
        assertEquals(java.util.Set.of("large61", "small1"), seen);
    }

    /** What a killed program had not saved is offered, once, to those that come after; a running one keeps its own. */
    @Test
    void anUnsavedSceneIsOfferedAfterAKill() throws Exception {
        Path state = folder.resolve("recovery");
        Process process = yondershelf.Child.start(Keeper.class, state);
        try (var lines = process.inputReader(java.nio.charset.StandardCharsets.UTF_8)) {
            assertEquals("kept", lines.readLine());
            Recovery mine = new Recovery(state);
            assertEquals(List.of(), mine.left(), "its program still runs");
            mine.keep(Scene.empty("mine"), null, new Formats());
            process.destroyForcibly().waitFor();
            List<Recovery.Left> left = mine.left();
            assertEquals(1, left.size());
            assertEquals("Jetty at dusk", left.get(0).title());
            assertEquals(Path.of("/work/jetty.glb"), left.get(0).file());
            Scene opened = SceneFile.open(left.get(0).scene(), new Formats(), (a, p, n) -> null)
                    .scene();
            assertEquals(3, opened.placements().size());
            mine.forget(left.get(0));
            assertEquals(List.of(), mine.left());
            mine.clear();
            assertEquals(0, java.util.Objects.requireNonNull(state.toFile().list()).length);
        }
    }

    /** Keeps an unsaved scene until it is killed. */
    static final class Keeper {
        public static void main(String[] args) throws Exception {
            new Recovery(Path.of(args[0])).keep(dressed(), Path.of("/work/jetty.glb"), new Formats());
            System.out.println("kept");
            Thread.sleep(600_000);
        }
    }
}
