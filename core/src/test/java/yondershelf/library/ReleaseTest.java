package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.work.Work;

/** Files moved in from elsewhere: gone from there only when they are here, and back there when that is undone. */
class ReleaseTest {
    @TempDir
    Path folder;

    private Path root;
    private Path outside;
    private Library library;
    private String run = "";
    private final List<Problem> told = new ArrayList<>();
    private final Work work = Work.telling(told::add);

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectories(folder.resolve("shelf"));
        outside = Files.createDirectories(folder.resolve("stick/pack"));
        library = Library.open(root, "", "desk", Stores.withRecords(folder.resolve("records")));
        for (String name : List.of("lamp.obj", "post.obj")) {
            Files.writeString(outside.resolve(name), "# " + name);
            Files.setLastModifiedTime(outside.resolve(name), FileTime.fromMillis(1_500_000_000_000L));
        }
    }

    private void moveIn(boolean changedMeanwhile) throws Exception {
        try (FileActs acts = library.writing().begin("take")) {
            run = acts.run();
            Map<Path, Path> came = new LinkedHashMap<>();
            for (String name : List.of("lamp.obj", "post.obj")) {
                acts.copyIn(outside.resolve(name), root.resolve("new").resolve(name));
                came.put(outside.resolve(name), root.resolve("new").resolve(name));
            }
            if (changedMeanwhile) {
                Files.writeString(outside.resolve("post.obj"), "# changed");
            }
            acts.release(came, work);
        }
    }

    @Test
    void theyGoAndComeBackAsTheyWere() throws Exception {
        moveIn(false);
        assertEquals(List.of(), told);
        assertFalse(Files.exists(outside.resolve("lamp.obj")));
        Files.delete(outside);
        FileActs.undo(library, run);
        assertEquals("# lamp.obj", Files.readString(outside.resolve("lamp.obj")));
        assertEquals(
                1_500_000_000_000L,
                Files.getLastModifiedTime(outside.resolve("post.obj")).toMillis());
        assertFalse(Files.exists(root.resolve("new")));
    }

    @Test
    void whatWasChangedMeanwhileStaysAndIsTold() throws Exception {
        moveIn(true);
        assertEquals("# changed", Files.readString(outside.resolve("post.obj")));
        assertEquals(
                List.of(outside.resolve("post.obj").toString()),
                told.stream().map(Problem::file).toList());
        // something else lies where it came from: it stays in the library, and the other file as it is
        assertThrows(ProblemException.class, () -> FileActs.undo(library, run));
        assertEquals("# post.obj", Files.readString(root.resolve("new/post.obj")));
        Undoing.Undone undone = FileActs.undo(library, run, true, Work.SILENT);
        assertEquals("# lamp.obj", Files.readString(outside.resolve("lamp.obj")));
        assertEquals("# changed", Files.readString(outside.resolve("post.obj")));
        assertEquals("# post.obj", Files.readString(root.resolve("new/post.obj")), undone.toString());
        assertFalse(Files.exists(root.resolve("new/lamp.obj")));
    }

    /** Another machine does not know where they came from: nothing is let go of there. */
    @Test
    void anotherMachineLeavesThemWhereTheyAre() throws Exception {
        moveIn(false);
        Library other = Library.open(root, "", "laptop", Stores.withRecords(folder.resolve("others")));
        ProblemException refused = assertThrows(ProblemException.class, () -> FileActs.undo(other, run));
        assertTrue(
                refused.problem().file().contains("lamp.obj"), refused.problem().file());
        assertEquals("# lamp.obj", Files.readString(root.resolve("new/lamp.obj")));
        assertFalse(Files.exists(outside.resolve("lamp.obj")));
    }

    /** What lies there by the same bytes is the file itself. */
    @Test
    void whatCameBackAlreadyIsLeftAlone() throws Exception {
        moveIn(false);
        Files.writeString(outside.resolve("lamp.obj"), "# lamp.obj");
        Files.writeString(root.resolve("new/keep.txt"), "mine");
        FileActs.undo(library, run);
        assertEquals("# post.obj", Files.readString(outside.resolve("post.obj")));
        assertTrue(Files.exists(root.resolve("new/keep.txt")));
        assertFalse(Files.exists(root.resolve("new/lamp.obj")));
    }

    @Test
    void onlyNamesOfGroupsAreRemembered() throws Exception {
        for (MachineRecords records : List.of(MachineRecords.inMemory(), MachineRecords.in(folder.resolve("r")))) {
            assertTrue(records.get("abc1", MachineRecords.Subject.NOTE).isEmpty());
            records.put("abc1", MachineRecords.Subject.NOTE, new byte[] {1, 2});
            records.put("abc1", MachineRecords.Subject.ORIGINS, new byte[] {3});
            assertEquals(2, records.get("abc1", MachineRecords.Subject.NOTE).orElseThrow().length);
            assertEquals(3, records.get("abc1", MachineRecords.Subject.ORIGINS).orElseThrow()[0]);
            records.forget("abc1", MachineRecords.Subject.NOTE);
            assertTrue(records.get("abc1", MachineRecords.Subject.NOTE).isEmpty());
            assertTrue(records.get("abc1", MachineRecords.Subject.ORIGINS).isPresent());
            for (String bad : List.of("", "../abc", "a/b", "A", "a".repeat(41))) {
                assertThrows(
                        java.io.IOException.class, () -> records.put(bad, MachineRecords.Subject.NOTE, new byte[] {1}));
                assertTrue(records.get(bad, MachineRecords.Subject.NOTE).isEmpty());
                records.forget(bad, MachineRecords.Subject.NOTE);
            }
        }
    }

    @Test
    void whatWasCutOffIsOfferedToWhoNotedIt() throws Exception {
        try (FileActs acts = library.writing().begin("take", "how to go on", Work.SILENT)) {
            run = acts.run();
            acts.write(root.resolve("a.txt"), new byte[] {1});
            List<Unfinished> here = library.writing().unfinished();
            assertEquals(List.of(new Unfinished(run, "how to go on")), here);
            assertEquals(
                    "noted",
                    Files.readString(library.own().resolve("running").resolve(run)),
                    "nothing of this machine");
        }
        assertEquals(List.of(), library.writing().unfinished());
        Unfinished.note(library, run, "once more");
        library.writing().settle(library.writing().unfinished().get(0));
        assertEquals(List.of(), library.writing().unfinished());
        assertFalse(Files.exists(library.own().resolve("running").resolve(run)));
    }

    @Test
    void placesComeBackAsTheyWereWritten() {
        Place was = new Place(
                List.of(new Place.Seen("a/b.obj", "12-abc"), new Place.Seen("a/b.mtl", "")),
                "",
                "",
                List.of("old.obj", "older.obj"));
        assertEquals(was, Place.parse(was.text()).orElseThrow());
        assertEquals(
                Place.movedTo("lib"), Place.parse(Place.movedTo("lib").text()).orElseThrow());
        assertEquals(Place.became("id"), Place.parse(Place.became("id").text()).orElseThrow());
        for (String none : List.of("", "{", "[]", "null", "{\"files\":[]}", "7")) {
            assertTrue(Place.parse(none).isEmpty(), none);
        }
        assertEquals("\u00e9.obj", Place.composed("e\u0301.obj"));
    }
}
