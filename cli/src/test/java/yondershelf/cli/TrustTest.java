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
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.format.Formats;

/** The commands on libraries that are away, copied or shared, on runs that went wrong, and on names made to mislead. */
class TrustTest {
    @TempDir
    Path folder;

    private CommandRun run(String... arguments) {
        return CommandRun.of(folder.resolve("home"), arguments);
    }

    private Path library(String name) throws Exception {
        Path root = Files.createDirectories(folder.resolve(name));
        Files.write(root.resolve("sign.png"), Formats.png(Picture.ofBytes(3, 3, 1, new byte[9])));
        assertEquals(0, run("library", "add", root.toString()).code());
        return root;
    }

    private static Process start(Path home, Path library) throws Exception {
        return new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-XX:TieredStopAtLevel=1",
                        "-cp",
                        System.getProperty("java.class.path"),
                        Main.class.getName(),
                        "library",
                        "add",
                        library.toString(),
                        "--home",
                        home.toString())
                .redirectErrorStream(true)
                .start();
    }

    /** Two additions at once on one home: both are remembered. */
    @Test
    void librariesAddedAtOnceAreAllRemembered() throws Exception {
        for (int round = 0; round < 3; round++) {
            Path home = folder.resolve("home" + round);
            List<Process> processes = new ArrayList<>();
            for (int i = 0; i < 3; i++) {
                processes.add(start(home, Files.createDirectories(folder.resolve("l" + round + i))));
            }
            for (Process process : processes) {
                String told = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
                assertEquals(0, process.waitFor(), told);
            }
            JsonNode list = CommandRun.of(home, "library", "list", "--json").json();
            assertEquals(3, list.path("libraries").size());
        }
    }

    /** Pulled out, its empty mount point left: away, told, not made anew by adding it, and back with its labels. */
    @Test
    void anAwayLibraryIsListedAndNotMadeAnew() throws Exception {
        Path drive = library("drive");
        String id = run("library", "list", "--json")
                .json()
                .path("libraries")
                .path(0)
                .path("id")
                .asText();
        Files.move(drive, folder.resolve("unplugged"));
        Files.createDirectory(drive);
        JsonNode list = run("library", "list", "--json").json();
        assertEquals(0, list.path("libraries").size());
        assertEquals(id, list.path("away").path(0).path("id").asText());
        CommandRun again = run("library", "add", drive.toString());
        assertEquals(1, again.code());
        assertTrue(again.err().contains("away"), again.err());
        assertFalse(Files.exists(drive.resolve(".yondershelf")));
        Files.delete(drive);
        Files.move(folder.resolve("unplugged"), drive);
        assertEquals(
                id,
                run("library", "list", "--json")
                        .json()
                        .path("libraries")
                        .path(0)
                        .path("id")
                        .asText());
        assertEquals(0, run("library", "close", drive.toString()).code());
        assertEquals(
                0, run("library", "list", "--json").json().path("libraries").size());
    }

    /** Two copies of one library open at once are told, with the way out. */
    @Test
    void aCopyIsToldAndCanBecomeItsOwn() throws Exception {
        Path first = library("first");
        Path copy = folder.resolve("copy");
        try (var walk = Files.walk(first)) {
            for (Path path : walk.toList()) {
                Files.copy(path, copy.resolve(first.relativize(path).toString()));
            }
        }
        CommandRun refused = run("library", "add", copy.toString());
        assertEquals(1, refused.code());
        assertTrue(refused.err().contains("copy of the library"), refused.err());
        CommandRun own = run("library", "add", copy.toString(), "--copy", "--name", "Second", "--json");
        assertEquals(0, own.code(), own.err());
        JsonNode list = run("library", "list", "--json").json().path("libraries");
        assertEquals(2, list.size());
        assertFalse(
                list.path(0).path("id").asText().equals(list.path(1).path("id").asText()));
    }

    /** Runs are listed, those of takes too; a conflict names the file and is gone round with --skip. */
    @Test
    void runsAreListedAndUndone() throws Exception {
        Path library = library("library");
        Path pack = Files.createDirectories(folder.resolve("pack"));
        Files.write(pack.resolve("plank.png"), Formats.png(Picture.ofBytes(4, 4, 1, new byte[16])));
        Files.write(pack.resolve("rope.png"), Formats.png(Picture.ofBytes(5, 5, 1, new byte[25])));
        assertEquals(0, run("take", pack.toString(), "--into", "library").code());
        JsonNode runs = run("mend", "library", "--runs", "--json").json().path("runs");
        assertEquals(1, runs.size());
        assertEquals("take in 2 assets", runs.path(0).path("what").asText());
        assertEquals(2, runs.path(0).path("files").asInt());
        String run = runs.path(0).path("run").asText();
        byte[] edited = {1, 2, 3};
        Files.write(library.resolve("pack/rope.png"), edited);
        CommandRun conflict = run("mend", "library", "--undo", run);
        assertEquals(1, conflict.code());
        assertTrue(conflict.err().contains("rope.png"), conflict.err());
        assertTrue(Files.exists(library.resolve("pack/plank.png")));
        CommandRun skipped = run("mend", "library", "--undo", run, "--skip", "--json");
        assertEquals(1, skipped.json().path("files").asInt());
        assertFalse(Files.exists(library.resolve("pack/plank.png")));
        assertArrayEquals(edited, Files.readAllBytes(library.resolve("pack/rope.png")));
        assertTrue(run("mend", "library", "--runs").out().contains("taken back"));
    }

    /** Control characters and marks that turn writing round reach no terminal. */
    @Test
    @EnabledOnOs(OS.LINUX)
    void misleadingNamesAreWrittenOut() throws Exception {
        Path library = library("library");
        byte[] png = Formats.png(Picture.ofBytes(3, 3, 1, new byte[9]));
        Files.write(library.resolve("red\u001B[31m\u0007.png"), png);
        Files.write(library.resolve("gnp\u202Etxt.png"), png);
        Files.write(library.resolve("broken\u001B]0;owned\u0007.png"), new byte[] {1, 2});
        for (CommandRun run : List.of(run("find"), run("scan", "library"), run("check", "library"))) {
            String all = run.out() + run.err();
            assertFalse(all.contains("\u001B") || all.contains("\u0007") || all.contains("\u202E"), all);
        }
    }

    /** A folder outside is reached by the user's word only, which is remembered. */
    @Test
    void aFolderOutsideIsReachedByTheUsersWord() throws Exception {
        Path library = library("library");
        Path shared = Files.createDirectories(folder.resolve("shared/deep"));
        Files.write(shared.resolve("wood.png"), Formats.png(Picture.ofBytes(3, 3, 1, new byte[9])));
        Files.writeString(
                library.resolve("plank.obj"), "mtllib plank.mtl\nusemtl m\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        Files.writeString(library.resolve("plank.mtl"), "newmtl m\nmap_Kd ../shared/deep/wood.png\n");
        CommandRun outside = run("check", "library", "--json");
        assertTrue(outside.out().contains("reference-outside"), outside.out());
        assertEquals(
                0, run("library", "allow", folder.resolve("shared").toString()).code());
        assertFalse(run("check", "library", "--json").out().contains("reference-outside"));
    }

    /** A file of ten gigabytes with a known ending is not read through before anybody asked. */
    @Test
    @EnabledOnOs(OS.LINUX)
    void hugeFilesAreNotReadThrough() throws Exception {
        Path library = library("library");
        try (var file = new java.io.RandomAccessFile(library.resolve("huge.exr").toFile(), "rw")) {
            file.setLength(10L << 30);
        }
        long before = bytesRead();
        CommandRun scan = run("scan", "library");
        assertTrue(scan.err().contains("huge.exr"), scan.err());
        assertTrue(bytesRead() - before < 1L << 30, "bytes read: " + (bytesRead() - before));
    }

    /** By this process so far, as the system counts them. */
    private static long bytesRead() throws Exception {
        return Files.readAllLines(Path.of("/proc/self/io")).stream()
                .filter(l -> l.startsWith("rchar: "))
                .mapToLong(l -> Long.parseLong(l.substring("rchar: ".length())))
                .sum();
    }
}
