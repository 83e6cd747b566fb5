package yondershelf.mend;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.format.reading.FileType;

/** One reference changes, every other byte stays: what is rewritten there and back is what it was. */
class RewriterTest {
    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void thereAndBackAgainIsTheSameFile() throws Exception {
        SplittableRandom random = new SplittableRandom(6);
        for (int i = 0; i < 300; i++) {
            String from = name(random) + ".png";
            String to = "moved/" + name(random) + ".png";
            // what stands beside it may be called the same, or by a part of it, or by more
            String beside = beside(random, from, to);
            String longer = "old/" + from;
            String gltfText = "{ \"images\" : [{\"uri\":\"FILE\"}, {\"name\":\"" + beside + "\"}, {\"uri\":\"" + longer
                    + "\"}],\n\t\"extras\": \"" + beside + "\", \"nodes\":[{\"name\":\"" + from + "\"}]}  ";
            byte[] gltf = bytes(gltfText.replace("FILE", from));
            byte[] there = Rewriter.rewrite(gltf, FileType.GLTF, from, to);
            assertNotNull(there);
            assertEquals(gltfText.replace("FILE", to), new String(there, StandardCharsets.UTF_8));
            assertArrayEquals(gltf, Rewriter.rewrite(there, FileType.GLTF, to, from));
            assertTrue(Rewriter.names(there, FileType.GLTF, to));
            assertFalse(Rewriter.names(there, FileType.GLTF, from), "its name stands in it, but not as a file");

            String daeText = "<image id=\"" + beside + "\"><init_from>FILE</init_from></image><p>" + from
                    + "</p><image><init_from>" + longer + "</init_from></image>";
            byte[] dae = bytes(daeText.replace("FILE", from));
            byte[] moved = Rewriter.rewrite(dae, FileType.COLLADA, from, to);
            assertNotNull(moved);
            assertEquals(daeText.replace("FILE", to), new String(moved, StandardCharsets.UTF_8));
            assertArrayEquals(dae, Rewriter.rewrite(moved, FileType.COLLADA, to, from));

            String usdaText = "asset inputs:file = @FILE@\n# @" + beside + "@\nstring s = \"" + from + "\"\nasset b = @"
                    + longer + "@\n";
            byte[] usda = bytes(usdaText.replace("FILE", from));
            byte[] relinked = Rewriter.rewrite(usda, FileType.USDA, from, to);
            assertNotNull(relinked);
            assertEquals(usdaText.replace("FILE", to), new String(relinked, StandardCharsets.UTF_8));
            assertTrue(Rewriter.names(relinked, FileType.USDA, to));
            assertArrayEquals(usda, Rewriter.rewrite(relinked, FileType.USDA, to, from));

            byte[] mtl = bytes("newmtl a\r\nmap_Kd -s 1 1 1 " + from + "\r\nmap_Bump other_" + from + "\r\n");
            byte[] dressed = Rewriter.rewrite(mtl, FileType.OBJ, from, to);
            assertNotNull(dressed);
            assertEquals(
                    "newmtl a\r\nmap_Kd -s 1 1 1 " + to + "\r\nmap_Bump other_" + from + "\r\n",
                    new String(dressed, StandardCharsets.UTF_8));
            assertArrayEquals(mtl, Rewriter.rewrite(dressed, FileType.OBJ, to, from));
        }
    }

    private static String beside(SplittableRandom random, String from, String to) {
        return switch (random.nextInt(5)) {
            case 0 -> from;
            case 1 -> to;
            case 2 -> from.substring(1);
            case 3 -> from + ".png";
            default -> name(random);
        };
    }

    /** Names as people give them: letters of many scripts, but nothing that JSON or XML would escape. */
    private static String name(SplittableRandom random) {
        String letters = "abcxyzäößéñжλ漢字_-0123456789";
        StringBuilder out = new StringBuilder("n");
        for (int i = random.nextInt(1, 12); i > 0; i--) {
            out.append(letters.charAt(random.nextInt(letters.length())));
        }
        return out.toString();
    }

    @Test
    void marksOfTheFormatAreWrittenAsItAsks() {
        byte[] dae = bytes("<image><init_from>a&amp;b.png</init_from></image>");
        assertArrayEquals(
                bytes("<image><init_from>c&amp;d/e.png</init_from></image>"),
                Rewriter.rewrite(dae, FileType.COLLADA, "a&b.png", "c&d/e.png"));
        byte[] gltf = bytes("{\"images\":[{\"uri\":\"dir\\\\a.png\"}]}");
        assertArrayEquals(
                bytes("{\"images\":[{\"uri\":\"b%20c.png\"}]}"),
                Rewriter.rewrite(gltf, FileType.GLTF, "dir\\a.png", "b c.png"));
    }

    /** Signs that mean something in a reference are written as codes, and found again however they stand there. */
    @Test
    void codesInReferences() {
        byte[] gltf = bytes("{\"images\":[{\"uri\":\"Stein%20%281%29.png\"}]}");
        byte[] there = Rewriter.rewrite(gltf, FileType.GLTF, "Stein%20%281%29.png", "50% grey #2.png");
        assertNotNull(there);
        assertArrayEquals(bytes("{\"images\":[{\"uri\":\"50%25%20grey%20%232.png\"}]}"), there);
        assertArrayEquals(
                bytes("{\"images\":[{\"uri\":\"a.png\"}]}"),
                Rewriter.rewrite(there, FileType.GLTF, "50% grey #2.png", "a.png"));
        byte[] dae = bytes("<image><init_from>a.png</init_from></image>");
        assertArrayEquals(
                bytes("<image><init_from>my%20a&amp;b.png</init_from></image>"),
                Rewriter.rewrite(dae, FileType.COLLADA, "a.png", "my a&b.png"));
    }

    @Test
    void whatCannotBeRewrittenIsLeft() {
        assertNull(Rewriter.rewrite(bytes("{}"), FileType.GLTF, "a.png", "b.png"));
        assertNull(Rewriter.rewrite(bytes("x a.png"), FileType.FBX, "a.png", "b.png"));
        assertNull(Rewriter.rewrite(bytes("x a.png"), null, "a.png", "b.png"));
        assertNull(Rewriter.rewrite(bytes("glTF"), FileType.GLB, "a.png", "b.png"));
        assertNull(Rewriter.rewrite(bytes("map_Kd a.pngx\nmap_Kd xa.png\n"), FileType.OBJ, "a.png", "b.png"));
    }

    /** A place that names a file and, by the same words, others that do not. */
    private record Trap(FileType type, String text, String changed) {}

    /** Only what the reader reads as a file changes: not a material, a node, an image, a comment or a longer name of the same words. */
    @Test
    void nothingElseOfTheSameWordsChanges() {
        List<Trap> traps = List.of(
                new Trap(
                        FileType.OBJ,
                        "# wood.png\nnewmtl wood.png\nmap_Kd -s 2 2 2 wood.png\nmap_Ks old wood.png\nmap_Bump -bm 0.3 wood.png \r\n",
                        "# wood.png\nnewmtl wood.png\nmap_Kd -s 2 2 2 TO\nmap_Ks old wood.png\nmap_Bump -bm 0.3 TO \r\n"),
                new Trap(
                        FileType.OBJ,
                        "mtllib wood.png other.mtl\no wood.png\ng wood.png\nusemtl wood.png\n",
                        "mtllib TO other.mtl\no wood.png\ng wood.png\nusemtl wood.png\n"),
                new Trap(
                        FileType.GLTF,
                        "{\"nodes\":[{\"name\":\"wood.png\",\"extras\":{\"uri\":\"wood.png\"}}],\"images\":[{\"name\":\"wood.png\","
                                + "\"uri\":\"wood.png\"},{\"uri\":\"old%20wood.png\"}],\"uri\":\"wood.png\"}",
                        "{\"nodes\":[{\"name\":\"wood.png\",\"extras\":{\"uri\":\"wood.png\"}}],\"images\":[{\"name\":\"wood.png\","
                                + "\"uri\":\"TO\"},{\"uri\":\"old%20wood.png\"}],\"uri\":\"wood.png\"}"),
                new Trap(
                        FileType.COLLADA,
                        "<a><!-- <image><init_from>wood.png</init_from></image> --><image id=\"wood.png\"><init_from> wood.png"
                                + " </init_from></image><surface><init_from>wood.png</init_from></surface></a>",
                        "<a><!-- <image><init_from>wood.png</init_from></image> --><image id=\"wood.png\"><init_from> TO"
                                + " </init_from></image><surface><init_from>wood.png</init_from></surface></a>"),
                new Trap(
                        FileType.USDA,
                        "#usda 1.0 @wood.png@\ndoc = \"see @wood.png@ \\\" @wood.png@\"\nasset a = @wood.png@\nstring b = 'wood.png'\n",
                        "#usda 1.0 @wood.png@\ndoc = \"see @wood.png@ \\\" @wood.png@\"\nasset a = @TO@\nstring b = 'wood.png'\n"),
                new Trap(
                        FileType.MATERIALX,
                        "<tiledimage name=\"wood.png\"><input name=\"file\" type=\"filename\" value=\"wood.png\" /><input name=\"n\""
                                + " type=\"string\" value=\"wood.png\" /></tiledimage>",
                        "<tiledimage name=\"wood.png\"><input name=\"file\" type=\"filename\" value=\"TO\" /><input name=\"n\""
                                + " type=\"string\" value=\"wood.png\" /></tiledimage>"));
        SplittableRandom random = new SplittableRandom(9);
        for (Trap trap : traps) {
            for (int i = 0; i < 50; i++) {
                // names that contain each other, as one gives them
                String from = i == 0 ? "wood.png" : name(random) + ".png";
                String to = i == 0 ? "maps/wood.png" : "maps/" + (random.nextBoolean() ? from : name(random) + ".png");
                byte[] file = bytes(trap.text.replace("wood.png", from));
                byte[] changed = Rewriter.rewrite(file, trap.type, from, to);
                assertNotNull(changed, trap.type + " " + from);
                assertEquals(
                        trap.changed.replace("wood.png", from).replace("TO", to),
                        new String(changed, StandardCharsets.UTF_8),
                        trap.type.toString());
                assertNull(
                        Rewriter.rewrite(file, trap.type, from.substring(1), "x.png"), "a part of a name is no name");
            }
        }
    }
}
