package yondershelf.sorting;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.Rounds;
import yondershelf.format.reading.FileType;

/** The files a model mentions are found whatever its format, and in time that grows with its size alone. */
class ReferencesTest {
    @TempDir
    Path folder;

    private Set<String> of(String name, FileType type, byte[] bytes) throws Exception {
        return References.of(Files.write(folder.resolve(name), bytes), type);
    }

    private Set<String> of(String name, FileType type, String text) throws Exception {
        return of(name, type, text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void waveform() throws Exception {
        Path materials = Files.writeString(
                folder.resolve("coil.mtl"), "map_Kd -s 2 2 1 maps\\Tarred Rope.PNG\nnorm rope_n.jpeg\n");
        Set<String> names = of("coil.obj", FileType.OBJ, "mtllib coils.mtl\nv 0.5 1.25 -3.125\n");
        assertTrue(names.contains("coils.mtl"), names::toString);
        assertTrue(names.contains("coil.mtl"), "the one beside it of its own name");
        Set<String> pictures = References.ofMaterials(materials);
        assertTrue(pictures.contains("maps\\Tarred Rope.PNG"), pictures::toString);
        assertTrue(pictures.contains("rope_n.jpeg"), pictures::toString);
    }

    @Test
    void escapedQuotedAndForeignNames() throws Exception {
        Set<String> names = of(
                "case.gltf",
                FileType.GLTF,
                "{\"images\":[{\"uri\":\"maps/brass%20plate.png\"},{\"uri\":\"d\u00fcne_höhe.exr\"}],"
                        + "\"buffers\":[{\"uri\":\"case.bin\"}],\"generator\":\"v1.2.png3\"}");
        assertEquals(Set.of("maps/brass%20plate.png", "d\u00fcne_h\u00f6he.exr", "case.bin"), names);
    }

    @Test
    void betweenAtSigns() throws Exception {
        Set<String> names =
                of("case.usda", FileType.USDA, "asset inputs:file = @./maps/brass plate.png@ ( doc = @@@a@2x.png@@@ )");
        assertTrue(names.contains("./maps/brass plate.png"), names::toString);
    }

    @Test
    void insideBinaryFiles() throws Exception {
        byte[] bytes = "Kaydara FBX Binary  \0\u001a\0C:\\work\\maps\\sail.tga\0\1S\4\0\0\0a.tif\0.png"
                .getBytes(StandardCharsets.ISO_8859_1);
        Set<String> names = of("sail.fbx", FileType.FBX, bytes);
        assertEquals(Set.of("C:\\work\\maps\\sail.tga", "a.tif"), names);
    }

    /** The rule as a regular expression says it, which is slow, on texts of the characters that matter. */
    @Test
    void agreesWithTheRule() throws Exception {
        Pattern rule = Pattern.compile(
                "([^\"'<>|?*\\x00-\\x1f]{0,200}?[^\"'<>|?*/\\\\\\x00-\\x1f]\\.(?:png|mtl))(?![A-Za-z0-9])",
                Pattern.CASE_INSENSITIVE);
        String[] pieces = {"a", "b/", "\\", ".png", ".PNG", ".mtl", ".pn", "\"", "\n", "'", ".", "x1"};
        SplittableRandom random = new SplittableRandom(17);
        for (int round = 0; round < Rounds.of(400); round++) {
            StringBuilder text = new StringBuilder();
            for (int i = 0; i < 30; i++) {
                text.append(pieces[random.nextInt(pieces.length)]);
            }
            Set<String> found = of("any.ply", FileType.PLY, text.toString());
            Set<String> wanted = new java.util.LinkedHashSet<>();
            Matcher matcher = rule.matcher(text);
            while (matcher.find()) {
                wanted.add(matcher.group(1));
            }
            assertEquals(wanted, found, text.toString());
        }
    }

    /** Ten times the text takes no more than some thirty times as long, where looking back from every byte took far more. */
    @Test
    void longTextsAreReadOnce() throws Exception {
        byte[] small = "v 0.123456 0.654321 0.111111\n".repeat(20_000).getBytes(StandardCharsets.UTF_8);
        byte[] large = "v 0.123456 0.654321 0.111111\n".repeat(200_000).getBytes(StandardCharsets.UTF_8);
        of("warm.obj", FileType.OBJ, small);
        long one = nanos(small);
        long ten = nanos(large);
        assertTrue(ten < 30 * one + 50_000_000, one + " and " + ten);
    }

    private long nanos(byte[] bytes) throws Exception {
        long best = Long.MAX_VALUE;
        for (int i = 0; i < 5; i++) {
            long start = System.nanoTime();
            assertEquals(Set.of("any.mtl"), of("any.obj", FileType.OBJ, bytes));
            best = Math.min(best, System.nanoTime() - start);
        }
        return best;
    }
}
