package yondershelf.facts;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ImageSource;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.Role;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.format.gltf.GltfTest;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.SceneNotes;
import yondershelf.references.Reach;

/** Facts come from the bytes. */
class FactsTest {
    @TempDir
    Path folder;

    private final FactsMeter meter = new FactsMeter(new Formats());

    /** A stop is a doubling (ISO 2720): 16384 times brighter is 14 stops, by the definition of the logarithm. */
    @Test
    void stopsAreDoublings() throws Exception {
        float[] p = new float[64 * 32 * 3];
        java.util.Arrays.fill(p, 0.25f);
        for (int c = 0; c < 3; c++) {
            p[300 + c] = 0.25f * 16384;
        }
        assertEquals(14, DynamicRange.stops(Picture.ofFloats(64, 32, 3, p)), 1e-6);
        assertTrue(Double.isNaN(DynamicRange.stops(Picture.ofFloats(2, 1, 3, new float[6]))));
        Path file = Files.write(folder.resolve("sky.hdr"), Formats.hdr(Picture.ofFloats(64, 32, 3, p)));
        Facts facts = meter.hdri(file);
        assertEquals(14, facts.picture().stops(), 0.02);
        assertEquals(64, facts.picture().width());
    }

    @Test
    void modelsCountWhatIsPlaced() throws Exception {
        Path file =
                Files.write(folder.resolve("m.glb"), Formats.glb(GltfTest.sample(), SceneNotes.none(), new Formats()));
        Facts facts = meter.model(file, List.of(file));
        assertEquals(4, facts.model().triangles(), "two parts, placed twice");
        assertEquals(4, facts.model().parts());
        assertEquals(12, facts.model().vertices());
        assertEquals(2, facts.materials().size());
        assertEquals(4, facts.largestMap());
        assertEquals(0, facts.brokenMaps());
        assertEquals(Files.size(file), facts.bytes());
    }

    @Test
    void missingAndBrokenMapsAreCounted() throws Exception {
        Path good = Files.write(folder.resolve("good.png"), Formats.png(Picture.ofBytes(8, 8, 1, new byte[64])));
        Path bad = Files.write(folder.resolve("bad.png"), new byte[] {1, 2, 3});
        Path gone = folder.resolve("gone.png");
        Facts facts = meter.material(
                "m",
                Map.of(
                        Role.BASE_COLOR,
                        ImageSource.at(good),
                        Role.NORMAL,
                        ImageSource.at(bad),
                        Role.ROUGHNESS,
                        ImageSource.at(gone)),
                List.of(good, bad, gone));
        assertTrue(facts.readable());
        assertEquals(2, facts.brokenMaps());
        Facts none = meter.material("m", Map.of(Role.BASE_COLOR, ImageSource.at(gone)), List.of(gone));
        assertFalse(none.readable());
        assertTrue(none.reason().contains("gone.png"));
    }

    private static Mesh triangle(float size) {
        float[] at = {0, 0, 0, size, 0, 0, 0, size, 0};
        return new Mesh("triangle", List.of(new Part(at, null, null, null, new int[] {0, 1, 2}, 0)));
    }

    private static Model model(List<Mesh> meshes, List<Integer> roots, Node... nodes) {
        return new Model("m", meshes, List.of(nodes), roots, List.of());
    }

    private static Node node(String name, double x, int mesh, Integer... children) {
        return new Node(name, Transform.translation(x, 0, 0), mesh, List.of(children));
    }

    private Facts of(Model model) {
        return meter.of(model, folder.resolve("m.glb"), 9);
    }

    @Test
    void sizesThatAreNoneAreRefused() {
        assertEquals(
                "all its vertices lie in one point",
                of(model(List.of(triangle(0)), List.of(0), node("a", 0, 0))).reason());
        Facts endless = of(model(List.of(triangle(Float.POSITIVE_INFINITY)), List.of(0), node("a", 0, 0)));
        assertEquals("its size is no finite number", endless.reason());
        assertFalse(endless.readable());
        assertFalse(endless.ofTheMoment(), "it lies in the bytes");
        assertEquals(9, endless.bytes());
    }

    /** Two metres of things, and one three kilometres away: the size is that of all, and it is said that they lie apart. */
    @Test
    void piecesThatLieApartAreSaid() {
        Facts near = of(model(List.of(triangle(1)), List.of(0, 1), node("a", 0, 0), node("b", 1, 0)));
        assertEquals("", near.reason());
        assertEquals(List.of(2.0, 1.0, 0.0), near.model().sizeMetres());
        Facts apart = of(
                model(List.of(triangle(1)), List.of(0, 1, 2), node("a", 0, 0), node("b", 1, 0), node("far", 2999, 0)));
        assertTrue(apart.readable());
        assertEquals(List.of(3000.0, 1.0, 0.0), apart.model().sizeMetres());
        assertTrue(apart.reason().contains("its pieces lie 3000 m apart"), apart.reason());
        assertEquals(3, apart.model().triangles());
    }

    /** Names of what can be seen, those near the root first, each once; a model of one piece is called by its own name. */
    @Test
    void namesOfPieces() {
        Model nested = model(
                List.of(triangle(1)),
                List.of(0, 1),
                node("mast", 0, -1, 2, 3),
                node("hull", 1, 0, 4),
                node("yard", 2, 0),
                node("mast", 3, 0),
                node("keel", 4, 0),
                node("nobody's", 5, 0));
        assertEquals(
                List.of("mast", "hull", "yard", "keel"),
                of(nested).model().scene().names());
        assertEquals(6, of(nested).model().scene().nodes());
        Model empty = model(List.of(triangle(1)), List.of(0, 1), node("shown", 0, 0), node("empty", 0, -1));
        assertEquals(List.of("shown"), of(empty).model().scene().names());
        assertEquals(
                List.of(),
                of(model(List.of(triangle(1)), List.of(0), node("one", 0, 0)))
                        .model()
                        .scene()
                        .names());
        Node[] many = new Node[450];
        for (int i = 0; i < many.length; i++) {
            many[i] = node("piece " + i, i, 0);
        }
        List<Integer> roots =
                java.util.stream.IntStream.range(0, many.length).boxed().toList();
        List<String> names =
                of(model(List.of(triangle(1)), roots, many)).model().scene().names();
        assertEquals(100, names.size());
        assertEquals("piece 99", names.get(99));
    }

    /** A reference that leads out of the library is a problem of its map, and nothing is read there. */
    @Test
    void mapsOutsideAreRefused() throws Exception {
        Path inside = Files.createDirectory(folder.resolve("library"));
        Files.write(folder.resolve("outside.png"), Formats.png(Picture.ofBytes(8, 8, 1, new byte[64])));
        Files.writeString(
                inside.resolve("m.gltf"),
                "{\"asset\":{\"version\":\"2.0\"},\"images\":[{\"uri\":\"../outside.png\"},{\"uri\":\"gone.png\"}],"
                        + "\"textures\":[{\"source\":0},{\"source\":1}],\"materials\":[{\"name\":\"wood\",\"pbrMetallicRoughness\":"
                        + "{\"baseColorTexture\":{\"index\":0},\"metallicRoughnessTexture\":{\"index\":1}}}],"
                        + "\"buffers\":[{\"byteLength\":36,\"uri\":\"data:application/octet-stream;base64,"
                        + "AAAAAAAAAAAAAAAAAACAPwAAAAAAAAAAAAAAAAAAgD8AAAAA\"}],\"bufferViews\":[{\"buffer\":0,\"byteLength\":36}],"
                        + "\"accessors\":[{\"bufferView\":0,\"componentType\":5126,\"count\":3,\"type\":\"VEC3\","
                        + "\"min\":[0,0,0],\"max\":[1,1,0]}],\"meshes\":[{\"primitives\":[{\"attributes\":{\"POSITION\":0},"
                        + "\"material\":0}]}],\"nodes\":[{\"mesh\":0}],\"scenes\":[{\"nodes\":[0]}],\"scene\":0}");
        Reach reach = new Reach();
        reach.set(List.of(inside), List.of());
        FactsMeter within = new FactsMeter(new Formats(reach));
        Facts facts = within.model(inside.resolve("m.gltf"), List.of(inside.resolve("m.gltf")));
        assertTrue(facts.readable(), facts.reason());
        assertEquals(2, facts.brokenMaps());
        assertEquals(2, facts.mapCount());
        assertEquals(0, facts.largestMap());
        List<Facts.MapFacts> maps = facts.materials().get(0).maps();
        assertTrue(maps.stream().anyMatch(m -> "the file is missing".equals(m.problem())), maps.toString());
        assertEquals(0, maps.get(0).width());
    }

    /** Surroundings worked out rather than read are measured as those in files are; what cannot be made says why. */
    @Test
    void surroundingsThatAreMade() throws Exception {
        float[] p = new float[64 * 32 * 3];
        java.util.Arrays.fill(p, 0.5f);
        p[5] = p[4] = p[3] = 2;
        Facts facts = meter.surroundings(() -> Picture.ofFloats(64, 32, 3, p), List.of());
        assertEquals(2, facts.picture().stops(), 1e-6);
        assertEquals(
                "64 x 32", facts.picture().width() + " x " + facts.picture().height());
        Facts refused = meter.surroundings(
                () -> {
                    throw Problem.of("sky", "no sun is told").raise();
                },
                List.of());
        assertFalse(refused.readable());
        assertEquals("no sun is told", refused.reason());
    }

    /** A texture that shows the world all around says so; one of that shape that does not is only a picture. */
    @Test
    void texturesThatMayBeSkies() throws Exception {
        int w = 512;
        byte[] sky = new byte[w * w / 2 * 3];
        for (int i = 0; i < w * w / 2; i++) {
            double height = Math.PI * (0.5 - (i / w + 0.5) / (w / 2.0));
            double around = 2 * Math.PI * (i % w) / w;
            double level = height > 0 ? 0.4 + 0.4 * Math.sin(height) + 0.1 * Math.cos(around) * Math.cos(height) : 0.15;
            for (int c = 0; c < 3; c++) {
                sky[i * 3 + c] = (byte) Math.round(255 * level * (0.8 + 0.1 * c));
            }
        }
        Path panorama = Files.write(folder.resolve("view.png"), Formats.png(Picture.ofBytes(w, w / 2, 3, sky)));
        Facts facts = meter.texture(panorama);
        assertEquals("panorama, not enough range for light: it can stand behind the table", facts.reason());
        assertTrue(Double.isNaN(facts.picture().stops()));
        assertEquals(
                "512 x 256", facts.picture().width() + " x " + facts.picture().height());
        Path square = Files.write(
                folder.resolve("square.png"), Formats.png(Picture.ofBytes(w / 2, w / 2, 3, new byte[w * w / 4 * 3])));
        assertEquals("", meter.texture(square).reason());
        Facts broken = meter.texture(Files.write(folder.resolve("broken.png"), new byte[] {1}));
        assertFalse(broken.readable());
        assertEquals(1, broken.bytes());
    }

    /** What failed for want of time or memory may go well the next time; what lies in the bytes may not. */
    @Test
    void reasonsOfTheMomentAreNoVerdicts() throws Exception {
        ContentReader reader = mock(ContentReader.class);
        when(reader.measure(any())).thenThrow(new Problem("x", "it took too long", "", true).raise());
        FactsMeter slow = new FactsMeter(reader);
        Path good = Files.write(folder.resolve("good.png"), Formats.png(Picture.ofBytes(8, 8, 1, new byte[64])));
        Map<Role, ImageSource> maps = Map.of(Role.BASE_COLOR, ImageSource.at(good));
        assertTrue(slow.material("m", maps, List.of(good)).ofTheMoment());
        assertTrue(slow.texture(good).ofTheMoment());
        assertFalse(meter.material("m", maps, List.of(good)).ofTheMoment());
    }
}
