package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.Child;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.mend.Finding;
import yondershelf.mend.Mend;
import yondershelf.work.Work;

/** Acts are whole or not at all, whatever ends them; taking away and giving back need no room for a second copy. */
class WholeActsTest {
    @TempDir
    Path folder;

    private Library library() throws Exception {
        return Library.open(Files.createDirectories(folder.resolve("library")), "", "desk");
    }

    /** Work whose telling of progress fails at one point, as anything may. */
    private static Work failing(int at, Throwable failure) {
        return new Work() {
            private int calls;

            @Override
            public void progress(long done, long total, String what) {
                if (++calls == at) {
                    if (failure instanceof Error error) {
                        throw error;
                    }
                    throw (RuntimeException) failure;
                }
            }

            @Override
            public boolean isCancelled() {
                return false;
            }

            @Override
            public void problem(Problem problem) {}
        };
    }

    private static Finding pointing(String file) {
        return new Finding(
                Finding.Code.TEXTURE_MISSING,
                Finding.Severity.ERROR,
                "asset",
                file,
                "",
                "",
                new Finding.Remedy("", null, List.of(new Finding.Change(file, "old.png", "new.png"))));
    }

    @Test
    void aMendThatEndsEarlyLeavesNothing() throws Exception {
        Library library = library();
        for (Throwable failure : List.of(new IllegalStateException("a bug"), new OutOfMemoryError("no memory"))) {
            for (String name : List.of("a.mtl", "b.mtl", "c.mtl")) {
                Files.writeString(library.root().resolve(name), "newmtl m\nmap_Kd old.png\n");
            }
            assertThrows(
                    failure.getClass(),
                    () -> Mend.apply(
                            library,
                            List.of(pointing("a.mtl"), pointing("b.mtl"), pointing("c.mtl")),
                            failing(3, failure)));
            for (String name : List.of("a.mtl", "b.mtl", "c.mtl")) {
                assertEquals(
                        "newmtl m\nmap_Kd old.png\n",
                        Files.readString(library.root().resolve(name)));
            }
            assertEquals(List.of(), FileActs.runs(library));
            assertEquals(List.of(), library.writing().unfinished());
        }
    }

    /** Deletes a file and takes it back where no file may grow beyond 4 MiB, so that it could not be copied. */
    static final class Crowded {
        public static void main(String[] args) throws Exception {
            Library library = Library.open(Path.of(args[0]), "", "desk");
            Path file = library.root().resolve("large.bin");
            String run;
            try (FileActs acts = library.writing().begin("delete")) {
                acts.delete(file);
                run = acts.run();
            }
            System.out.println(Files.exists(file));
            System.out.println(FileActs.undo(library, run));
        }
    }

    @Test
    void aLargeFileIsDeletedAndGivenBackWithoutRoom() throws Exception {
        Path root = library().root();
        byte[] bytes = new byte[12 << 20];
        new java.util.Random(4).nextBytes(bytes);
        Path file = Files.write(root.resolve("large.bin"), bytes);
        FileTime time = FileTime.fromMillis(1_700_000_000_000L);
        Files.setLastModifiedTime(file, time);
        Process process = Child.startIn("ulimit -f 8192", Crowded.class, root);
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertEquals(0, process.waitFor(), said);
        assertEquals(List.of("false", "1"), said.lines().toList());
        assertArrayEquals(bytes, Files.readAllBytes(file));
        assertEquals(time, Files.getLastModifiedTime(file));
    }

    /** Noted, and the power went before anything happened: the file is there, and undoing finds nothing to do. */
    @Test
    void aDeletionThatWasOnlyNotedIsBackAlready() throws Exception {
        Library library = library();
        Path file = Files.writeString(library.root().resolve("rope.txt"), "hemp");
        UndoRun run = UndoRun.begin(library, "delete");
        run.putAway("rope.txt", file);
        Files.move(library.own().resolve("undo").resolve(run.run()).resolve("file1"), file);
        assertEquals(0, FileActs.undo(library, run.run()));
        assertEquals("hemp", Files.readString(file));
    }

    /** What was put away and damaged since is not given back as if it were whole. */
    @Test
    void damageToWhatWasPutAwayIsSeen() throws Exception {
        Library library = library();
        Path file = Files.writeString(library.root().resolve("rope.txt"), "hemp");
        String name;
        try (FileActs acts = library.writing().begin("delete")) {
            acts.delete(file);
            name = acts.run();
        }
        Files.writeString(library.own().resolve("undo").resolve(name).resolve("file1"), "jute");
        ProblemException damaged = assertThrows(ProblemException.class, () -> FileActs.undo(library, name));
        assertTrue(
                damaged.problem().cause().contains("old bytes"),
                damaged.problem().sentence());
        assertFalse(Files.exists(file));
    }
}
