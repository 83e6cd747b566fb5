package yondershelf.cli;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Assets moved by one command, and what was done taken back by another, each a process of its own as far as they know. */
class MoveCommandTest {
    @TempDir
    Path folder;

    private Path home;
    private Path library;

    @BeforeEach
    void open() throws Exception {
        home = folder.resolve("home");
        library = Files.createDirectory(folder.resolve("Station"));
        for (String name : List.of("block", "cleat", "ring")) {
            Path file = library.resolve("rigging/" + name + ".obj");
            Files.createDirectories(file.getParent());
            Files.writeString(
                    file, "mtllib iron.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl iron\nf 1 2 3\n# " + name + "\n");
        }
        Files.writeString(library.resolve("rigging/iron.mtl"), "newmtl iron\nKd 0.3 0.3 0.3\n");
        assertEquals(0, run("library", "add", library.toString()).code());
        assertEquals(0, run("scan", "Station").code());
    }

    private CommandRun run(String... args) {
        List<String> all = new ArrayList<>(List.of(args));
        all.add("--json");
        return CommandRun.of(home, all.toArray(String[]::new));
    }

    private List<String> acts() throws Exception {
        List<String> out = new ArrayList<>();
        run("undo", "--list")
                .json()
                .path("acts")
                .forEach(
                        a -> out.add(a.path("what").asText() + (a.path("undone").asBoolean() ? " (back)" : "")));
        return out;
    }

    @Test
    void movedAndTakenBack() throws Exception {
        byte[] before = Files.readAllBytes(library.resolve("rigging/ring.obj"));
        assertEquals(0, run("label", "--where", "ring", "--tag", "iron").code());
        CommandRun run = run("move", library.resolve("rigging/ring.obj").toString(), "--to", "/shore/small things/");
        assertEquals(0, run.code(), run.err());
        JsonNode done = run.json();
        assertEquals(1, done.path("moved").asInt());
        assertEquals(1, done.path("rewritten").asInt());
        String text = Files.readString(library.resolve("shore/small things/ring.obj"), StandardCharsets.UTF_8);
        assertTrue(text.startsWith("mtllib ../../rigging/iron.mtl"), text);
        JsonNode hit = run("find", "tag:iron").json().path("hits").path(0);
        assertEquals("shore/small things/ring.obj", hit.path("path").asText());
        assertEquals(List.of("move 1 asset to shore/small things", "label of 1 asset"), acts());
        assertEquals(
                "move 1 asset to shore/small things",
                run("undo").json().path("undone").asText());
        assertArrayEquals(before, Files.readAllBytes(library.resolve("rigging/ring.obj")));
        assertFalse(Files.exists(library.resolve("shore")));
        hit = run("find", "tag:iron").json().path("hits").path(0);
        assertEquals("rigging/ring.obj", hit.path("path").asText());
        assertEquals("label of 1 asset", run("undo").json().path("undone").asText());
        assertEquals(0, run("find", "tag:iron").json().path("total").asInt());
        assertEquals(List.of("move 1 asset to shore/small things (back)", "label of 1 asset (back)"), acts());
        CommandRun none = run("undo");
        assertEquals(1, none.code());
        assertTrue(none.err().contains("nothing is kept"));
    }

    /** The likest first, without the one that is asked about: a file of an asset names it, any other picture is compared as it is. */
    @Test
    void likeOne() throws Exception {
        CommandRun run = run("like", library.resolve("rigging/ring.obj").toString());
        assertEquals(0, run.code(), run.err());
        assertEquals(2, run.json().path("total").asInt(), "the two other triangles look alike");
        assertEquals(0, run("like", "#00ff00").json().path("total").asInt());
        assertEquals(1, run("like", folder.resolve("none.png").toString()).code());
    }

    @Test
    void manyByWhatIsFound() throws Exception {
        assertEquals(
                3,
                run("move", "--where", "folder:rigging", "--to", "")
                        .json()
                        .path("moved")
                        .asInt());
        assertTrue(Files.exists(library.resolve("iron.mtl")), "what only they need goes along");
        assertEquals(
                0,
                run("move", "--where", "folder:rigging", "--to", "x")
                        .json()
                        .path("moved")
                        .asInt());
        assertEquals(2, run("move", "--to", "x").code(), "nothing is named");
        // of a hundred and more, the latest hundred are kept
        for (int i = 0; i < 104; i++) {
            run("label", "--where", "ring", "--note", "n" + i);
        }
        assertEquals(100, acts().size());
    }

    /** Two programs move things of one library at the same time: everything arrives, with its labels, and nothing is missing. */
    @Test
    void twoProcessesAtOnce() throws Exception {
        int each = 60;
        for (String lot : List.of("anchor", "bitts")) {
            for (int i = 0; i < each; i++) {
                Files.writeString(
                        library.resolve("rigging/" + lot + "_" + i + ".obj"),
                        "mtllib iron.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl iron\nf 1 2 3\n# " + lot + i + "\n");
            }
        }
        assertEquals(0, run("scan", "Station").code());
        assertEquals(0, run("label", "--where", "anchor", "--tag", "ground").code());
        assertEquals(0, run("label", "--where", "bitts", "--tag", "deck").code());
        Process one = program("move", "--where", "tag:ground", "--to", "sea");
        Process two = program("move", "--where", "tag:deck", "--to", "ship/deck");
        for (Process program : List.of(one, two)) {
            String err = new String(program.getErrorStream().readAllBytes(), StandardCharsets.UTF_8);
            assertEquals(0, program.waitFor(), err);
        }
        assertEquals(0, run("scan", "Station").code());
        for (String[] lot : new String[][] {{"anchor", "sea", "ground"}, {"bitts", "ship/deck", "deck"}}) {
            JsonNode found = run("find", "tag:" + lot[2], "folder:" + lot[1], "--limit", "200")
                    .json();
            assertEquals(each, found.path("total").asInt(), lot[0]);
            for (JsonNode hit : found.path("hits")) {
                Path file = library.resolve(hit.path("path").asText());
                String named = Files.readString(file, StandardCharsets.UTF_8)
                        .lines()
                        .findFirst()
                        .orElseThrow();
                Path material = file.resolveSibling(named.substring("mtllib ".length()));
                assertTrue(Files.exists(material), file + " names " + named);
            }
        }
        assertEquals(3 + 2 * each, run("find").json().path("total").asInt());
        assertEquals(0, run("find", "findings:yes").json().path("total").asInt());
        // both acts are kept, and both go back
        run("undo");
        run("undo");
        assertEquals(
                2 * each + 3,
                run("find", "--fresh", "folder:rigging").json().path("total").asInt());
    }

    private Process program(String... args) throws Exception {
        List<String> all = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "--enable-native-access=ALL-UNNAMED",
                "-cp",
                System.getProperty("java.class.path"),
                "yondershelf.cli.Main"));
        all.addAll(List.of(args));
        all.addAll(List.of("--home", home.toString()));
        return new ProcessBuilder(all)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
    }
}
