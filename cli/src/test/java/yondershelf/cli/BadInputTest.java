package yondershelf.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.Picture;
import yondershelf.format.Formats;

/** Whatever is wrong, a script gets an exit code, a sentence on standard error and JSON it can read. */
class BadInputTest {
    @TempDir
    Path folder;

    private CommandRun run(String... args) {
        return CommandRun.of(folder.resolve("home"), args);
    }

    private static byte[] png(int edge) {
        return Formats.png(Picture.ofBytes(edge, edge, 1, new byte[edge * edge]));
    }

    private Path library() throws Exception {
        Path props = Files.createDirectories(folder.resolve("props"));
        assertEquals(
                0, run("library", "add", props.toString(), "--name", "Props").code());
        return props;
    }

    @BeforeEach
    void files() throws Exception {
        Files.write(folder.resolve("empty.glb"), new byte[0]);
        Files.write(folder.resolve("cut.png"), java.util.Arrays.copyOf(png(40), 30));
        Files.writeString(folder.resolve("flat.obj"), "o nothing\nusemtl none\n# and no vertex at all\n");
        Files.writeString(folder.resolve("notes.txt"), "nothing to see");
        Files.write(folder.resolve("picture.glb"), png(4));
        Files.writeString(folder.resolve("nan.obj"), "v 0 0 nan\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "empty.glb|model|the file is empty",
                "flat.obj|model|",
                "nan.obj|model|",
                "picture.glb|model|really PNG data",
                "cut.png|texture|cut short",
                "notes.txt||not a model or picture",
                "not there.fbx||there is no such file",
                ".||there is no such file"
            })
    void factsOfWhatCannotBeReadAreStillFacts(String name, String kind, String reason) throws Exception {
        CommandRun facts = run("facts", folder.resolve(name).toString(), "--json");
        assertEquals(1, facts.code());
        JsonNode json = facts.json();
        assertFalse(json.path("readable").asBoolean(), facts.out());
        assertEquals(kind == null ? "null" : kind, json.path("kind").asText());
        String why = json.path("reason").asText();
        assertTrue(reason == null ? !why.isBlank() : why.contains(reason), why);
        assertTrue(facts.err().contains(json.path("file").asText()), facts.err());
        assertEquals(why, json.path("problems").get(0).path("cause").asText());
        assertTrue(json.path("materials").isArray() && json.path("sizeMetres").isArray());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "find --kind spoon",
                "find --limit many",
                "preview x.png",
                "preview x.png --out y.png --size 5",
                "preview x.png --out y.png --size 100000",
                "take x.png",
                "scan",
                "mend Props --only nonsense",
                "library",
                "library add",
                "check --no-such-option Props"
            })
    void wrongUsageIsTwoAndSaysHow(String line) throws Exception {
        library();
        CommandRun wrong = run(line.split(" "));
        assertEquals(2, wrong.code(), wrong.out() + wrong.err());
        assertTrue(wrong.out().isEmpty(), "results alone are on standard output");
        assertFalse(wrong.err().isBlank());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "scan Nowhere",
                "check Nowhere",
                "mend Nowhere",
                "find --library Nowhere",
                "take . --into Nowhere"
            })
    void aLibraryThatIsNotThereIsToldInJsonToo(String line) throws Exception {
        CommandRun missing = run((line + " --json").split(" "));
        assertEquals(1, missing.code());
        JsonNode problem = missing.json().path("problems").get(0);
        assertEquals("Nowhere", problem.path("file").asText());
        assertTrue(problem.path("cause").asText().contains("no such library"));
        assertTrue(missing.err().startsWith("Nowhere: there is no such library."), missing.err());
    }

    /** The good files of a bad pack come in, the bad ones are named with their reasons, and nothing lands outside. */
    @Test
    void theRestOfABadPackIsTaken() throws Exception {
        Path props = library();
        Path pack = folder.resolve("pack.zip");
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(pack))) {
            for (String name : new String[] {"../../up.png", "fine.png", "/abs.png", "empty.png", "what.xyz"}) {
                out.putNextEntry(new ZipEntry(name));
                byte[] content = name.equals("what.xyz") ? "?".getBytes(StandardCharsets.UTF_8) : png(3);
                out.write(name.equals("empty.png") ? new byte[0] : content);
                out.closeEntry();
            }
        }
        CommandRun take = run("take", pack.toString(), "--into", "Props", "--json");
        assertEquals(1, take.code());
        JsonNode json = take.json();
        assertEquals(1, json.path("taken").asInt());
        assertEquals(3, json.path("skipped").size(), take.out());
        assertTrue(Files.exists(props.resolve("pack/fine.png")));
        assertFalse(Files.exists(folder.resolve("up.png")));
        for (String name : new String[] {"up.png", "/abs.png", "empty.png", "what.xyz"}) {
            assertTrue(take.err().contains(name), name + " in " + take.err());
        }
        CommandRun again = run("take", pack.toString(), "--into", "Props", "--plan", "--json");
        for (JsonNode item : again.json().path("items")) {
            boolean fine = item.path("name").asText().equals("Fine");
            assertEquals(
                    fine ? "pack/fine.png" : "null", item.path("duplicateOf").asText(), item.toString());
        }
    }

    @Test
    void whatCannotBeWrittenIsTold() throws Exception {
        Path picture = Files.write(folder.resolve("p.png"), png(8));
        Path nowhere = folder.resolve("no folder/preview.png");
        CommandRun preview = run("preview", picture.toString(), "--out", nowhere.toString());
        assertEquals(1, preview.code());
        assertTrue(preview.err().contains(nowhere.toString()), preview.err());
        CommandRun broken = run("preview", folder.resolve("empty.glb").toString(), "--out", nowhere.toString());
        assertEquals(1, broken.code());
        assertTrue(broken.err().contains("the file is empty"), broken.err());
    }

    /** A library whose drive is away does not keep the others from being searched. */
    @Test
    void aMissingDriveCostsItsLibraryOnly() throws Exception {
        Path props = library();
        Files.write(props.resolve("sign.png"), png(3));
        Path drive = Files.createDirectories(folder.resolve("drive"));
        assertEquals(
                0, run("library", "add", drive.toString(), "--name", "Drive").code());
        Files.move(drive, folder.resolve("unplugged"));
        CommandRun find = run("find", "sign", "--json");
        assertEquals(1, find.code());
        assertEquals(1, find.json().path("total").asInt());
        assertTrue(find.err().contains(drive.toString()), find.err());
    }

    @Test
    void undoingTwiceIsTold() throws Exception {
        library();
        Path source = Files.createDirectories(folder.resolve("came"));
        Files.write(source.resolve("notice.png"), png(5));
        String run = run("take", source.toString(), "--into", "Props", "--json")
                .json()
                .path("run")
                .asText();
        assertEquals(0, run("mend", "Props", "--undo", run).code());
        CommandRun again = run("mend", "Props", "--undo", run);
        assertEquals(1, again.code());
        assertTrue(again.err().contains("nothing to undo under " + run), again.err());
    }

    @Test
    void filtersNarrowAndFacetsCount() throws Exception {
        Path props = library();
        for (String name : new String[] {"red lamp.png", "blue lamp.png", "lamp.hdr", "boat.png"}) {
            Files.write(
                    props.resolve(name),
                    name.endsWith(".hdr") ? Formats.hdr(Picture.ofFloats(8, 4, 3, new float[96])) : png(6));
        }
        JsonNode lamps = run("find", "lamp", "--json").json();
        assertEquals(3, lamps.path("total").asInt());
        assertEquals(2, lamps.path("facets").path("kinds").path("texture").asInt());
        JsonNode textures = run("find", "lamp", "--kind", "texture", "--limit", "1", "--json")
                .json();
        assertEquals(2, textures.path("total").asInt());
        assertEquals(1, textures.path("hits").size());
        assertEquals(1, textures.path("facets").path("kinds").path("hdri").asInt());
        assertEquals(
                0, run("find", "--tag", "none", "--json").json().path("total").asInt());
        assertEquals(
                4,
                run("find", "--library", "Props", "--json").json().path("total").asInt());
        assertEquals(0, run("find", "no such thing").code());
    }

    /** Holds a library's lock until it is told to let go. */
    static final class Holder {
        public static void main(String[] args) throws Exception {
            try (var acts = yondershelf.library.Library.open(Path.of(args[0]), "", "holder")
                    .writing()
                    .begin("a long take")) {
                System.out.println(acts.run());
                while (System.in.read() != '\n') {
                    Thread.onSpinWait();
                }
            }
        }
    }

    /** Who waits says for whom, once, and gives up when it was told to. */
    @Test
    void waitingIsSaidAndEnds() throws Exception {
        Path library = Files.createDirectory(folder.resolve("held"));
        Files.writeString(library.resolve("lamp.obj"), "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        Path home = folder.resolve("waiting home");
        CommandRun.of(home, "library", "add", library.toString());
        CommandRun.of(home, "scan", "held");
        Process holder = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "--enable-native-access=ALL-UNNAMED",
                        "-cp",
                        System.getProperty("java.class.path"),
                        Holder.class.getName(),
                        library.toString())
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        try (var lines = holder.inputReader()) {
            assertFalse(String.valueOf(lines.readLine()).isBlank());
            long since = System.nanoTime();
            CommandRun waited = CommandRun.of(home, "move", "--where", "lamp", "--to", "lit", "--wait", "3", "--json");
            assertEquals(1, waited.code());
            assertTrue(System.nanoTime() - since > 2_900_000_000L, "it waits as long as it was told to");
            assertEquals(
                    1,
                    waited.err()
                            .lines()
                            .filter(l -> l.startsWith("Waiting for:"))
                            .count(),
                    waited.err());
            assertTrue(waited.err().contains("a long take"), waited.err());
            assertTrue(Files.exists(library.resolve("lamp.obj")));
            holder.getOutputStream().write('\n');
            holder.getOutputStream().flush();
            assertEquals(0, holder.waitFor());
        }
        assertEquals(
                0,
                CommandRun.of(home, "move", "--where", "lamp", "--to", "lit", "--wait", "3")
                        .code());
    }
}
