package yondershelf.format.wavefront;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.SplittableRandom;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.Rounds;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.format.Formats;
import yondershelf.format.model.Floats;
import yondershelf.format.reading.Decimals;

/** Wavefront objects and their material libraries (the format's specification of 1995). */
class WavefrontTest {
    private static final String FOUR = "v 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\n";

    @TempDir
    Path folder;

    private Model read(String text) throws Exception {
        return new Formats().readModel(Files.writeString(folder.resolve("m.obj"), text));
    }

    private static Part part(Model model) {
        return model.meshes().get(0).parts().get(0);
    }

    /** Every way numbers and lines may be written gives the same square. */
    @Test
    void waysOfWriting() throws Exception {
        for (String text : List.of(
                FOUR + "f 1 2 3 4\n",
                FOUR + "f -4 -3 -2 -1",
                FOUR + "f 1 2 \\\n 3 \\\r\n 4\r\n",
                FOUR.replace("\n", "\r\n") + "f\t1\t2  3 4  \r\n",
                FOUR + "vt 0 0\nvn 0 0 1\nf 1/1/1 2/1/1 3//1 4/-1/-1\n",
                "v 0 0 0 2\nv 2.0e0 0 0 2\nv +2 .2E+1 -0 2\nv 0. 2 0 2\n# a weight of two\nf 1 2 3 4 # the only one\n",
                FOUR + "fo 1 2 3 4\n")) {
            Model model = read(text);
            assertEquals(2, model.triangleCount(), text);
            assertEquals(4, part(model).vertexCount(), text);
            assertEquals(1, model.bounds().sizeX(), 1e-6, text);
            assertEquals(1, model.bounds().sizeY(), 1e-6, text);
        }
    }

    /** Corners with the same three numbers are one vertex; UVs run up in the file. */
    @Test
    void verticesAreShared() throws Exception {
        Model model = read(
                FOUR + "vt 0 0.25\nvt 1 1\nvn 0 0 5\nf 1/1/1 2/1/1 3/1/1\nf 1/1/1 3/1/1 4/2/1\nf 1/2/1 3/1/1 4/2/1\n");
        Part part = part(model);
        assertEquals(5, part.vertexCount());
        assertEquals(0.75, Objects.requireNonNull(part.uvs())[1], 1e-6);
        assertEquals(1, Objects.requireNonNull(part.normals())[2], 1e-6);
    }

    /** Whether a corner's numbers are all the same or not, the same shape comes of it. */
    @Test
    void numbersInStepOrNot() throws Exception {
        String points = FOUR + "vt 0 0\nvt 1 0\nvt 1 1\nvt 0 1\nvn 0 0 1\nvn 0 1 0\nvn 1 0 0\nvn 0 0 -1\n";
        Part inStep = part(read(points + "f 1/1/1 2/2/2 3/3/3\nf 1/1/1 3/3/3 4/4/4\n"));
        Part others = part(read(points + "vt 0 0\nf 1/5/1 2/2/2 3/3/3\nf 1/5/1 3/3/3 4/4/4\n"));
        assertArrayEquals(others.positions(), inStep.positions());
        assertArrayEquals(others.uvs(), inStep.uvs());
        assertArrayEquals(others.normals(), inStep.normals());
        assertArrayEquals(others.indices(), inStep.indices());
        // a vertex no face has is none
        assertEquals(3, part(read(points + "f 1/1/1 2/2/2 3/3/3\n")).vertexCount());
        assertEquals(3, part(read(FOUR + "f 2 3 4\n")).vertexCount());
    }

    /** Normals and UVs that faces name and the file has not: the face stands without them, and that is said. */
    @Test
    void whatIsNamedAndNotThereIsDoneWithout() throws Exception {
        Model model = read("v 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nf 1/1/1 2/2/2 3/3/3\n");
        assertEquals(1, model.triangleCount());
        Part part = model.meshes().get(0).parts().get(0);
        assertEquals(1, Objects.requireNonNull(part.normals())[2], 1e-6);
        assertEquals(
                2,
                model.remarks().assumed().stream()
                        .filter(a -> a.startsWith("without "))
                        .count());
        assertThrows(ProblemException.class, () -> read("v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 4\n"));
    }

    /** Without normals faces are smooth, unless the file says that they are not. */
    @Test
    void smoothingOff() throws Exception {
        assertNotNull(part(read(FOUR + "f 1 2 3 4\n")).normals());
        assertNull(part(read(FOUR + "s off\nf 1 2 3 4\n")).normals());
        assertNotNull(part(read(FOUR + "s 1\nf 1 2 3 4\n")).normals());
    }

    @Test
    void objectsAndTheirMaterials() throws Exception {
        Files.writeString(folder.resolve("two words.mtl"), "newmtl red tar\nKd 1 0 0\nnewmtl blue\nKd 0 0 1\n");
        Model model = read(
                "mtllib two words.mtl\n" + FOUR
                        + "o Hull\nusemtl red tar\nf 1 2 3\nusemtl blue\nf 1 3 4\no Mast\nf 1 2 3\no Hull\nusemtl red tar\nf 2 3 4\n");
        assertEquals(
                List.of("Hull", "Mast"), model.nodes().stream().map(Node::name).toList());
        assertEquals(2, model.meshes().get(0).parts().size());
        assertEquals(2, part(model).triangleCount());
        Material red = model.materials().get(part(model).material());
        assertEquals("red tar", red.name());
        assertEquals(1, red.red());
        assertEquals(2, model.materials().size());
    }

    /** Statements that exporters have added for metal and roughness. */
    @Test
    void physicalMaterials() throws Exception {
        Files.writeString(folder.resolve("m.mtl"), """
                newmtl tin
                Pr 0.3
                Pm 0.75
                Pc 0.5
                Pcr 0.1
                Ni 1.33
                Tr 0.25
                map_Kd tin.png
                map_d tin.png
                map_Ns shine.png
                newmtl packed
                map_Pr orm.png
                map_Pm orm.png
                """);
        Model model = read(FOUR + "usemtl tin\nf 1 2 3\nusemtl packed\nf 1 3 4\n");
        Material tin = model.materials().get(0);
        assertEquals(0.3, tin.roughness());
        assertEquals(0.75, tin.metallic());
        assertEquals(1.33, tin.layers().ior());
        assertEquals(0.75, tin.opacity());
        assertEquals(0.1, Objects.requireNonNull(tin.layers().clearcoat()).roughness());
        assertTrue(tin.alphaFromBaseColor(), "its opacity is the alpha of its colour's picture");
        assertEquals(Set.of(Role.BASE_COLOR), tin.maps().keySet());
        assertEquals(1, tin.red(), "a map without a colour is shown as it is");
        assertEquals(Set.of(Role.PACKED), model.materials().get(1).maps().keySet());
        assertEquals(List.of("map_ns"), model.remarks().notShown());
    }

    @Test
    void coloursAtVertices() throws Exception {
        Part part = part(read("v 0 0 0\nv 1 0 0 0.5 0.25 1\nv 0 1 0 1 0 0\nf 1 2 3\n"));
        float[] colors = Objects.requireNonNull(part.colors());
        assertArrayEquals(new float[] {1, 1, 1, 1, 0.5f, 0.25f, 1, 1}, java.util.Arrays.copyOf(colors, 8));
    }

    @Test
    void whatIsBrokenIsToldByItsLine() {
        for (String text :
                List.of(FOUR + "f 1 2 x\n", FOUR + "f 1 2 9\n", FOUR + "f -9 2 3\n", "v 0 zero 0\nf 1 1 1\n")) {
            ProblemException e = assertThrows(ProblemException.class, () -> read(text), text);
            assertTrue(e.problem().cause().matches(".*(line \\d|vertex \\d of).*"), e.getMessage());
        }
    }

    /** However a file is cut into pieces that are read at the same time, it says the same. */
    @Test
    void piecesSayWhatTheWholeSays() {
        SplittableRandom random = new SplittableRandom(8);
        for (int round = 0; round < Rounds.of(300); round++) {
            byte[] text = statements(random, round % 3 == 0).getBytes(StandardCharsets.UTF_8);
            String whole = told(WavefrontText.read(text, text.length + 1));
            assertEquals(whole, told(WavefrontText.read(text, 1 + random.nextInt(200))), "round " + round);
        }
        String late = FOUR + "f 1 2 3\n".repeat(50) + "f 1 2 x\n";
        String problem = String.valueOf(assertThrows(
                        IllegalArgumentException.class,
                        () -> WavefrontText.read(late.getBytes(StandardCharsets.UTF_8), 20))
                .getMessage());
        assertTrue(problem.startsWith("line 55:"), problem);
    }

    private static String statements(SplittableRandom random, boolean backwards) {
        StringBuilder out = new StringBuilder(FOUR + "vt 0 0\nvt 1 0\nvt 1 1\nvt 0 1\n");
        boolean colours = random.nextBoolean();
        for (int i = 0; i < 60; i++) {
            int a = 1 + random.nextInt(4);
            out.append(
                    switch (random.nextInt(10)) {
                        case 0 -> "o thing " + random.nextInt(3);
                        case 1 -> "usemtl m" + random.nextInt(3);
                        case 2 -> "s " + (random.nextBoolean() ? "off" : "1");
                        case 3 -> "v " + i + " 2 3" + (colours ? " 0.5 0.25 " + random.nextInt(2) : "");
                        case 4 -> "vt 0." + i + " 1";
                        case 5 -> "vn 0 0 1";
                        case 6 -> "l 1 \\\n 2 3 \\\r\n4";
                        case 7 -> "p " + a + " 1";
                        case 8 -> backwards ? "f -1 -2 -3" : "mtllib l" + i + ".mtl";
                        default -> "f " + a + (i % 2 == 0 ? " 2 3 4" : "/1 2/2 3/3 4/" + a);
                    });
            out.append(random.nextBoolean() ? "\n" : "\r\n");
        }
        return out.toString();
    }

    /** Faces as programs write them and as they do not, beside what splitting their lines at blanks and slashes gives. */
    @Test
    void facesInAllWays() {
        SplittableRandom random = new SplittableRandom(17);
        for (int round = 0; round < Rounds.of(400); round++) {
            StringBuilder text = new StringBuilder();
            StringBuilder wanted = new StringBuilder();
            int corners = 0;
            for (int line = 0; line < 20; line++) {
                int count = 3 + random.nextInt(4);
                text.append('f');
                for (int i = 0; i < count; i++) {
                    int[] all = {number(random), random.nextInt(3) == 0 ? 0 : number(random), number(random)};
                    int form = random.nextInt(4);
                    text.append(random.nextInt(9) == 0 ? "\t " : " ").append(all[0]);
                    text.append(form == 1 || form == 3 ? "/" + (all[1] == 0 ? "" : all[1]) : form == 2 ? "/" : "");
                    text.append(form >= 2 ? "/" + all[2] : "");
                    wanted.append(all[0] - 1)
                            .append(form == 1 || form == 3 ? all[1] - 1 : -1)
                            .append(form >= 2 ? all[2] - 1 : -1)
                            .append(' ');
                }
                corners += count;
                text.append(List.of("\n", "\r\n", " \n", "# made\n").get(random.nextInt(4)));
            }
            WavefrontText read = WavefrontText.read(text.toString().getBytes(StandardCharsets.UTF_8), 1 << 20);
            WavefrontFaces faces =
                    read.faces().values().iterator().next().values().iterator().next();
            assertEquals(corners, faces.corners.size());
            String[] uvs = numbers(faces.corners.uvs(), corners).split(" ");
            String[] normals = numbers(faces.corners.normals(), corners).split(" ");
            StringBuilder told = new StringBuilder();
            for (int i = 0; i < corners; i++) {
                told.append(faces.corners.positions()[i])
                        .append(uvs[i])
                        .append(normals[i])
                        .append(' ');
            }
            assertEquals(wanted.toString(), told.toString(), text.toString());
        }
    }

    /** Of one to nine digits. */
    private static int number(SplittableRandom random) {
        return 1 + random.nextInt((int) Math.pow(10, 1 + random.nextInt(9)) - 1);
    }

    private static String numbers(int @Nullable [] all, int size) {
        return all == null
                ? "-1 ".repeat(size)
                : Arrays.toString(Arrays.copyOf(all, size)).replaceAll("[\\[\\],]", "") + " ";
    }

    private static String told(WavefrontText text) {
        StringBuilder out = new StringBuilder();
        Floats colors = text.colors();
        out.append(Arrays.toString(text.positions().toArray()))
                .append(Arrays.toString(text.uvs().toArray()))
                .append(Arrays.toString(text.normals().toArray()))
                .append(text.libraries());
        for (int i = 0; i < text.positions().size(); i++) {
            // what has no colour is white
            out.append(colors == null || i >= colors.size() ? 1f : colors.raw()[i])
                    .append(' ');
        }
        text.faces()
                .forEach((object, byMaterial) -> byMaterial.forEach((material, faces) -> out.append(object)
                        .append(material)
                        .append(faces.isFlat())
                        .append(faces.triangles)
                        .append(numbers(faces.corners.positions(), faces.corners.size()))
                        .append(numbers(faces.corners.uvs(), faces.corners.size()))
                        .append(numbers(faces.corners.normals(), faces.corners.size()))
                        .append(Arrays.toString(faces.counts.toArray()))
                        .append(Arrays.toString(faces.points.toArray()))
                        .append(Arrays.toString(faces.lines.toArray()))));
        return out.toString();
    }

    /** Numbers are read as the JDK reads them, whatever they look like. */
    @Test
    void decimals() {
        SplittableRandom random = new SplittableRandom(8);
        for (int i = 0; i < 200_000; i++) {
            String text = switch (random.nextInt(6)) {
                case 0 -> String.format(Locale.ROOT, "%." + random.nextInt(12) + "f", random.nextDouble(-1e4, 1e4));
                case 1 -> String.valueOf(random.nextDouble() * Math.pow(10, random.nextInt(-300, 300)));
                case 2 -> String.valueOf(random.nextLong());
                case 3 -> random.nextInt(1000) + "." + random.nextLong(1L << 60) + "e" + random.nextInt(-40, 40);
                case 4 -> random.nextInt(1 << random.nextInt(1, 30)) + "." + random.nextInt(1 << random.nextInt(1, 30));
                default -> "-0.000" + random.nextInt(1 << 20);
            };
            // at the end of a text and well before it: several bytes are looked at together
            byte[] bytes = (text + " 7".repeat(random.nextInt(1, 12))).getBytes(StandardCharsets.ISO_8859_1);
            Decimals decimals = new Decimals(bytes);
            assertEquals(Double.parseDouble(text), decimals.read(0, bytes.length), text);
            assertEquals(text.length(), decimals.end(), text);
        }
        assertTrue(Double.isNaN(new Decimals("nan".getBytes(StandardCharsets.ISO_8859_1)).read(0, 3)));
        assertThrows(
                NumberFormatException.class, () -> new Decimals("-.".getBytes(StandardCharsets.ISO_8859_1)).read(0, 2));
    }
}
