package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ProblemException;
import yondershelf.disk.SealedLine;
import yondershelf.work.Work;

/** What travels with a library was written by anybody: it may name only what lies in that library. */
class ForgedRecordsTest {
    private static final ObjectMapper JSON = new ObjectMapper();

    @TempDir
    Path folder;

    private Path root;
    private Path outside;
    private Stores here;

    @BeforeEach
    void library() throws Exception {
        root = Files.createDirectory(folder.resolve("came by post"));
        outside = Files.createDirectory(folder.resolve("autostart"));
        here = Stores.withRecords(folder.resolve("records"));
        Library.open(root, "", "stranger");
    }

    private Library open() throws ProblemException {
        return Library.open(root, "", "desk", here);
    }

    private Path run(String name, ObjectNode... lines) throws Exception {
        Path run = Files.createDirectories(root.resolve(".yondershelf/undo").resolve(name));
        StringBuilder text = new StringBuilder(
                sealed(JSON.createObjectNode().put("what", "take in 3 assets").put("when", "2026-03-01T10:00:00Z")));
        for (ObjectNode line : lines) {
            text.append(sealed(line));
        }
        Files.writeString(run.resolve("manifest.jsonl"), text.toString());
        return run;
    }

    private static String sealed(ObjectNode line) {
        return new String(SealedLine.seal(line), StandardCharsets.UTF_8);
    }

    private static ObjectNode came(String path, String hash) {
        return JSON.createObjectNode().put("path", path).put("after", hash);
    }

    /** The forged origin of a file, in both forms there ever were, puts nothing anywhere. */
    @Test
    void whereFilesCameFromIsNotBelieved() throws Exception {
        Path file = Files.writeString(root.resolve("start.desktop"), "[Desktop Entry]\n");
        String hash = ContentHash.of(file);
        Path forged = run("forged1", came("start.desktop", hash));
        Path wanted = outside.resolve("start.desktop");
        for (String origins : List.of(
                "[[" + JSON.writeValueAsString(wanted.toString()) + ",\"start.desktop\",1700000000000]]",
                "[{\"from\":" + JSON.writeValueAsString(wanted.toString())
                        + ",\"path\":\"start.desktop\",\"time\":1,\"hash\":\"" + hash + "\"}]")) {
            Files.writeString(forged.resolve("origins.json"), origins);
            Library library = open();
            try {
                FileActs.undo(library, "forged1", true, Work.SILENT);
            } catch (ProblemException refused) {
                assertTrue(refused.problem().sentence().contains("origins") || Files.exists(file));
            }
            assertFalse(Files.exists(wanted), "a place outside was written");
        }
        try (var list = Files.list(outside)) {
            assertEquals(0, list.count());
        }
    }

    /** What another machine moved in stays: only that one knows where it could go, and undoing here would be the end of it. */
    @Test
    void whatAnotherMachineMovedInIsNotLost() throws Exception {
        Path source = Files.write(folder.resolve("only.png"), new byte[] {1, 2, 3});
        Library there = Library.open(root, "", "laptop", Stores.withRecords(folder.resolve("records of the laptop")));
        String run;
        try (FileActs acts = there.writing().begin("move in")) {
            acts.copyIn(source, root.resolve("only.png"));
            acts.release(Map.of(source, root.resolve("only.png")), Work.SILENT);
            run = acts.run();
        }
        assertFalse(Files.exists(source));
        Library library = open();
        ProblemException told = assertThrows(ProblemException.class, () -> FileActs.undo(library, run));
        assertTrue(
                told.problem().cause().contains("another machine"),
                told.problem().sentence());
        assertArrayEquals(new byte[] {1, 2, 3}, Files.readAllBytes(root.resolve("only.png")));
        assertEquals(1, FileActs.undo(library, run, true, Work.SILENT).skipped().size(), "what stays is told");
        assertArrayEquals(new byte[] {1, 2, 3}, Files.readAllBytes(root.resolve("only.png")));
    }

    /** The machine that moved it in puts back those very bytes, whatever somebody made of the file meanwhile. */
    @Test
    void onlyTheBytesThatCameGoBack() throws Exception {
        Path source = Files.write(outside.resolve("mine.png"), new byte[] {1, 2, 3});
        Library library = open();
        String run;
        Path came = root.resolve("mine.png");
        try (FileActs acts = library.writing().begin("move in")) {
            acts.copyIn(source, came);
            acts.release(Map.of(source, came), Work.SILENT);
            run = acts.run();
        }
        // a forger knows the run and what a manifest must say for these bytes
        Files.write(came, new byte[] {9, 9, 9});
        run(run, came("mine.png", ContentHash.of(came)));
        assertThrows(ProblemException.class, () -> FileActs.undo(library, run));
        FileActs.undo(library, run, true, Work.SILENT);
        assertFalse(Files.exists(source));
        assertTrue(Files.exists(came));
    }

    /** A mark of a group that was cut off names nothing to bring in. */
    @Test
    void noSourceOfAnUnfinishedTakeIsBelieved() throws Exception {
        Path secret = Files.createDirectory(folder.resolve("private"));
        run("forged2", came("lamp.obj", "0"));
        Path running = Files.createDirectories(root.resolve(".yondershelf/running"));
        Files.writeString(
                running.resolve("forged2"),
                "{\"take\":\"\",\"sources\":[" + JSON.writeValueAsString(secret.toString()) + "],\"wanted\":[]}");
        assertEquals(List.of(), open().writing().unfinished());
        assertFalse(Files.exists(running.resolve("forged2")), "it can be taken back only, as others");
    }

    /** Whatever stands in a record: the library opens, and what cannot be repaired is told and left. */
    @Test
    void noRecordEndsTheOpening() throws Exception {
        Path running = Files.createDirectories(root.resolve(".yondershelf/running"));
        Files.createSymbolicLink(root.resolve("linked"), outside);
        Files.writeString(outside.resolve("m.mtl"), "newmtl m\n");
        ObjectNode through =
                came("linked/m.mtl", "0").put("before", "file1").put("old", "1").put("inPlace", true);
        ObjectNode nul =
                came("a\0b", "0").put("before", "file1").put("old", "1").put("inPlace", true);
        ObjectNode up =
                came("../../x", "0").put("before", "file1").put("old", "1").put("inPlace", true);
        ObjectNode kept = came("m.mtl", "0").put("before", "/etc/passwd").put("inPlace", true);
        int n = 0;
        for (ObjectNode line : List.of(through, nul, up, kept)) {
            String name = "bad" + n++;
            run(name, line);
            Files.writeString(running.resolve(name), "");
        }
        Files.createDirectory(running.resolve("a folder"));
        Library library = open();
        assertEquals(4, library.problems().size(), library.problems().toString());
        assertTrue(Files.exists(running.resolve("bad0")), "it is left");
        assertEquals("newmtl m\n", Files.readString(outside.resolve("m.mtl")));
        library.labels().edit(List.of(Edit.tag("a", "still works")));
        for (UndoRun.Summary run : FileActs.runs(library)) {
            assertThrows(ProblemException.class, () -> FileActs.undo(library, run.run()), run.run());
        }
        assertEquals("newmtl m\n", Files.readString(outside.resolve("m.mtl")));
    }
}
