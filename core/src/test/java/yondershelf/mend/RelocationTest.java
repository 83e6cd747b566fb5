package yondershelf.mend;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** Assets go to other folders: nothing of them is missing there, others find what they need, labels stay, and all of it goes back. */
class RelocationTest {
    @TempDir
    Path folder;

    private final Formats formats = new Formats();
    private Path root;
    private Library library;

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectory(folder.resolve("library"));
        library = Library.open(root, "", "desk");
        formats.reach().set(List.of(root), List.of());
    }

    private static byte[] flat(int shade) {
        byte[] p = new byte[8 * 8 * 3];
        Arrays.fill(p, (byte) shade);
        return Formats.png(Picture.ofBytes(8, 8, 3, p));
    }

    private void write(String path, String text) throws Exception {
        write(path, text.getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    private void write(String path, byte[] bytes) throws Exception {
        Path file = root.resolve(path);
        Files.createDirectories(file.getParent());
        Files.write(file, bytes);
    }

    /** A triangle that wears a picture. */
    private void obj(String path, String material, String picture) throws Exception {
        int slash = path.lastIndexOf('/');
        write(
                path,
                "mtllib " + material
                        + "\nv 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nvt 1 0\nvt 0 1\nusemtl wood\nf 1/1 2/2 3/3\n# " + path
                        + "\n");
        write(path.substring(0, slash + 1) + material, "newmtl wood\nKd 1 1 1\nmap_Kd " + picture + "\n");
    }

    private void scan() throws Exception {
        library.scan(formats, Work.SILENT);
    }

    private Asset asset(String path) {
        return library.assets().stream()
                .filter(a -> a.locator().text().equals(path))
                .findFirst()
                .orElseThrow(() -> new AssertionError(path + " is not among "
                        + library.assets().stream().map(a -> a.locator().text()).toList()));
    }

    private Relocation.Moved move(String to, String... paths) throws Exception {
        List<Asset> assets = Arrays.stream(paths).map(this::asset).toList();
        Relocation.Moved moved = Relocation.move(library, assets, to, formats, Work.SILENT);
        scan();
        return moved;
    }

    /** Every file of the library with its bytes and time, but for what the program keeps itself. */
    private Map<String, String> files() throws Exception {
        Map<String, String> out = new TreeMap<>();
        try (var walk = Files.walk(root)) {
            for (Path file : walk.filter(f -> !f.startsWith(library.own())).toList()) {
                String path = root.relativize(file).toString();
                out.put(
                        path,
                        Files.isDirectory(file)
                                ? "folder"
                                : Arrays.hashCode(Files.readAllBytes(file)) + "@" + Files.getLastModifiedTime(file));
            }
        }
        return out;
    }

    /** The picture the model at a path wears can be read. */
    private void wears(String path) throws Exception {
        Model model = formats.readModel(root.resolve(path));
        assertFalse(model.materials().isEmpty(), path);
        var maps = model.materials().get(0).maps().values();
        assertFalse(maps.isEmpty(), path + " wears nothing");
        for (var map : maps) {
            ImageSource image = map.image();
            assertTrue(image.exists(), path + " misses " + image.reference());
            formats.readPicture(image);
        }
    }

    @Test
    void filesOfAnAssetGoWithIt() throws Exception {
        obj("props/crate.obj", "crate.mtl", "maps/wood.png");
        write("props/maps/wood.png", flat(90));
        scan();
        String id = asset("props/crate.obj").id();
        library.labels().edit(List.of(Edit.tag(id, "wood")));
        Map<String, String> before = files();
        Relocation.Moved moved = move("yard/boxes", "props/crate.obj");
        assertEquals(1, moved.assets());
        assertEquals(3, moved.files());
        assertEquals(0, moved.rewritten(), "what lies together needs no rewriting");
        assertEquals(List.of(), moved.left());
        wears("yard/boxes/crate.obj");
        assertFalse(Files.exists(root.resolve("props/crate.obj")));
        assertEquals(id, asset("yard/boxes/crate.obj").id());
        assertEquals("yard/boxes", asset("yard/boxes/crate.obj").folder());
        assertEquals(List.of("wood"), List.copyOf(library.labels().of(id).tags()));
        FileActs.undo(library, moved.run());
        scan();
        assertEquals(before, files());
        assertEquals(id, asset("props/crate.obj").id());
        assertEquals(List.of("wood"), List.copyOf(library.labels().of(id).tags()));
    }

    /** A picture two models wear stays with the other one: the one that goes names it there. */
    @Test
    void whatOthersNeedStays() throws Exception {
        obj("props/crate.obj", "crate.mtl", "maps/wood.png");
        obj("props/shelf.obj", "shelf.mtl", "maps/wood.png");
        write("props/maps/wood.png", flat(90));
        scan();
        String id = asset("props/crate.obj").id();
        library.labels().edit(List.of(Edit.tag(id, "box")));
        Map<String, String> before = files();
        Relocation.Moved moved = move("yard", "props/crate.obj");
        assertEquals(1, moved.rewritten());
        assertTrue(Files.exists(root.resolve("props/maps/wood.png")));
        assertTrue(Files.readString(root.resolve("yard/crate.mtl")).contains("map_Kd ../props/maps/wood.png"));
        wears("yard/crate.obj");
        wears("props/shelf.obj");
        assertEquals(id, asset("yard/crate.obj").id(), "also what was rewritten is known again");
        FileActs.undo(library, moved.run());
        scan();
        assertEquals(before, files());
        assertEquals(id, asset("props/crate.obj").id());
        // both together take it along
        assertEquals(5, move("yard", "props/crate.obj", "props/shelf.obj").files());
        wears("yard/crate.obj");
        wears("yard/shelf.obj");
    }

    private static final String MESH = """
            def Mesh "M" {
                int[] faceVertexCounts = [3]
                int[] faceVertexIndices = [0, 1, 2]
                point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
            }
            """;

    /** Scenes of USD are made of files that stand for themselves: whoever names one that goes names it where it is then. */
    @Test
    void whoNeedsAFileThatGoesFindsIt() throws Exception {
        write("parts/box.usda", "#usda 1.0\n( defaultPrim = \"M\" )\n" + MESH);
        write("scene/yard.usda", """
                #usda 1.0
                def "One" ( references = @../parts/box.usda@ ) {}
                def "Two" ( references = @../parts/box.usda@ ) {}
                """);
        scan();
        assertEquals(2, formats.readModel(root.resolve("scene/yard.usda")).triangleCount());
        Map<String, String> before = files();
        Relocation.Moved moved = move("boxes of all sizes", "parts/box.usda");
        assertEquals(1, moved.rewritten());
        assertTrue(Files.readString(root.resolve("scene/yard.usda")).contains("@../boxes of all sizes/box.usda@"));
        assertEquals(2, formats.readModel(root.resolve("scene/yard.usda")).triangleCount());
        FileActs.undo(library, moved.run());
        scan();
        assertEquals(before, files());
        // and the other way round: what goes names what stays
        moved = move("yards", "scene/yard.usda");
        assertEquals(2, formats.readModel(root.resolve("yards/yard.usda")).triangleCount());
        FileActs.undo(library, moved.run());
        assertEquals(before, files());
    }

    /** What no text editor could rewrite stays where it is, with its reason; the others go. */
    @Test
    void whatCannotBeRewrittenStays() throws Exception {
        write("scene/box.fbx", "Kaydara FBX Binary  \0\u001a\0 dusk.png\0");
        write("scene/lid.fbx", "Kaydara FBX Binary  \0\u001a\0 dusk.png\0 ");
        write("scene/dusk.png", flat(20));
        obj("scene/crate.obj", "crate.mtl", "wood.png");
        write("scene/wood.png", flat(90));
        scan();
        Relocation.Moved moved = move("boxes", "scene/box.fbx", "scene/crate.obj");
        assertEquals(1, moved.assets());
        assertEquals(1, moved.left().size());
        assertTrue(
                moved.left().get(0).cause().contains("scene/dusk.png, and cannot be made to name it"),
                moved.left().toString());
        assertTrue(Files.exists(root.resolve("scene/box.fbx")));
        // together they need nothing from elsewhere
        assertEquals(2, move("boxes", "scene/box.fbx", "scene/lid.fbx").assets());
        assertTrue(Files.exists(root.resolve("boxes/dusk.png")));
    }

    /** URIs of glTF are percent-encoded (glTF 2.0, 2.8); what nobody else needs goes along, however it is written. */
    @Test
    void glTF() throws Exception {
        String json = "{\"asset\":{\"version\":\"2.0\"},\"images\":[{\"uri\":\"../shared%20maps/tar.png\"}],"
                + "\"textures\":[{\"source\":0}],\"materials\":[{\"pbrMetallicRoughness\":{\"baseColorTexture\":"
                + "{\"index\":0}}}],\"buffers\":[{\"byteLength\":36,\"uri\":\"tri.bin\"}],\"bufferViews\":[{\"buffer\":0,"
                + "\"byteLength\":36}],\"accessors\":[{\"bufferView\":0,\"componentType\":5126,\"count\":3,\"type\":\"VEC3\","
                + "\"min\":[0,0,0],\"max\":[0,0,0]}],\"meshes\":[{\"primitives\":[{\"attributes\":{\"POSITION\":0},"
                + "\"material\":0}]}],\"nodes\":[{\"mesh\":0}],\"scenes\":[{\"nodes\":[0]}],\"scene\":0}";
        write("props/tri.gltf", json);
        write("props/tri.bin", new byte[36]);
        write("shared maps/tar.png", flat(30));
        scan();
        Map<String, String> before = files();
        Relocation.Moved moved = move("a/b c", "props/tri.gltf");
        assertEquals(2, moved.files());
        assertTrue(Files.readString(root.resolve("a/b c/tri.gltf")).contains("\"../../shared%20maps/tar.png\""));
        wears("a/b c/tri.gltf");
        FileActs.undo(library, moved.run());
        assertEquals(before, files());
    }

    @Test
    void namesThatAreTaken() throws Exception {
        obj("one/crate.obj", "crate.mtl", "wood.png");
        write("one/wood.png", flat(10));
        obj("two/barrel.obj", "barrel.mtl", "wood.png");
        write("two/wood.png", flat(240));
        obj("three/crate.obj", "crate.mtl", "wood.png");
        write("three/wood.png", flat(120));
        write("yard/crate/crate.obj", "taken");
        scan();
        Relocation.Moved moved = move("yard", "one/crate.obj", "two/barrel.obj", "three/crate.obj");
        assertEquals(2, moved.assets());
        wears("yard/crate.obj");
        wears("yard/barrel/barrel.obj");
        assertEquals(1, moved.left().size());
        assertTrue(Files.exists(root.resolve("three/crate.obj")));
        assertEquals("taken", Files.readString(root.resolve("yard/crate/crate.obj")));
        // where it lies already it is left alone, and no group of changes is made
        assertEquals("", move("yard", "yard/crate.obj").run());
    }

    /** A folder gets another name: what is in it lies to each other as before, and others find what they need in it. */
    @Test
    void aFolderIsRenamed() throws Exception {
        obj("props/old/crate.obj", "crate.mtl", "../maps/wood.png");
        write("props/maps/wood.png", flat(90));
        write("props/old/notes.txt", "kept");
        obj("yard/shelf.obj", "shelf.mtl", "../props/maps/wood.png");
        scan();
        String id = asset("props/old/crate.obj").id();
        library.labels().edit(List.of(Edit.tag(id, "box")));
        Map<String, String> before = files();
        Relocation.Moved moved = Relocation.rename(library, "props", "things/good props", formats, Work.SILENT);
        scan();
        assertFalse(Files.exists(root.resolve("props")), "nothing is left of it");
        assertEquals("kept", Files.readString(root.resolve("things/good props/old/notes.txt")));
        wears("things/good props/old/crate.obj");
        wears("yard/shelf.obj");
        assertEquals(id, asset("things/good props/old/crate.obj").id());
        FileActs.undo(library, moved.run());
        scan();
        assertEquals(before, files());
        assertEquals(id, asset("props/old/crate.obj").id());
        assertThrows(ProblemException.class, () -> Relocation.rename(library, "props", "yard", formats, Work.SILENT));
        assertThrows(
                ProblemException.class,
                () -> Relocation.rename(library, "props", "props/deeper", formats, Work.SILENT));
        assertEquals(before, files());
    }

    @Test
    void aFolderIsMadeAndDeleted() throws Exception {
        obj("props/old/crate.obj", "crate.mtl", "wood.png");
        write("props/old/wood.png", flat(90));
        write("props/.hidden/note", "x");
        scan();
        Map<String, String> before = files();
        String run;
        try (FileActs acts = library.writing().begin("delete props")) {
            acts.deleteFolder(root.resolve("props"), Work.SILENT);
            run = acts.run();
        }
        assertFalse(Files.exists(root.resolve("props")));
        FileActs.undo(library, run);
        assertEquals(before, files());
        library.writing().setFolder("yard/new", true);
        assertTrue(Files.isDirectory(root.resolve("yard/new")));
        assertThrows(ProblemException.class, () -> library.writing().setFolder("yard/new", true));
        assertThrows(ProblemException.class, () -> library.writing().setFolder("../outside", true));
        library.writing().setFolder("yard/new", false);
        assertFalse(Files.exists(root.resolve("yard/new")));
        library.writing().setFolder("props", false);
        assertTrue(Files.exists(root.resolve("props")), "what holds something stays");
    }

    /** What was changed since is not thrown away by undoing; the rest goes back when somebody says so. */
    @Test
    void changedSince() throws Exception {
        write("a/one.png", flat(1));
        write("a/two.png", flat(200));
        scan();
        Relocation.Moved moved = move("b", "a/one.png", "a/two.png");
        write("b/one.png", flat(77));
        assertThrows(ProblemException.class, () -> FileActs.undo(library, moved.run()));
        assertTrue(Files.exists(root.resolve("b/two.png")), "nothing is touched");
        assertEquals(
                1,
                FileActs.undo(library, moved.run(), true, Work.SILENT).skipped().size());
        assertTrue(Files.exists(root.resolve("a/two.png")));
        assertArrayEquals(flat(77), Files.readAllBytes(root.resolve("b/one.png")));
    }

    /** Another machine, that knew the asset at its old place, knows it at the new one, also when it was rewritten. */
    @Test
    void anotherMachineKnowsItAgain() throws Exception {
        obj("props/crate.obj", "crate.mtl", "maps/wood.png");
        obj("props/shelf.obj", "shelf.mtl", "maps/wood.png");
        write("props/maps/wood.png", flat(90));
        scan();
        String id = asset("props/crate.obj").id();
        library.labels().edit(List.of(Edit.set(id, Edit.Field.NAME, "Fish box")));
        Library other = Library.open(root, "", "laptop");
        other.scan(formats, Work.SILENT);
        assertEquals("Fish box", other.shownName(other.asset(id).orElseThrow()));
        move("yard", "props/crate.obj");
        other.catchUp();
        other.scan(formats, Work.SILENT);
        Asset there = other.asset(id).orElseThrow();
        assertEquals("yard/crate.obj", there.path());
        assertEquals("Fish box", other.shownName(there));
    }
}
