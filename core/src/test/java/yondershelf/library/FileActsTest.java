package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ProblemException;

/** Files come back byte for byte, and nothing outside the library is touched. */
class FileActsTest {
    @TempDir
    Path folder;

    private Path root;
    private Library library;

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectory(folder.resolve("library"));
        library = Library.open(root, "", "desk");
    }

    @Test
    void undoBringsTheOldBytesBack() throws Exception {
        Path file = root.resolve("a/old.bin");
        Files.createDirectories(file.getParent());
        byte[] before = {1, 2, 3, 0, -1};
        Files.write(file, before);
        FileActs acts = library.begin("test");
        acts.write(file, new byte[] {9});
        acts.write(file, new byte[] {8, 8});
        acts.write(root.resolve("b/c/new.bin"), new byte[] {7});
        assertEquals(1, FileActs.runs(library).size());
        FileActs.undo(library, acts.run());
        assertArrayEquals(before, Files.readAllBytes(file));
        assertFalse(Files.exists(root.resolve("b")));
        assertEquals(0, FileActs.runs(library).size());
        assertThrows(ProblemException.class, () -> FileActs.undo(library, acts.run()));
    }

    @Test
    void undoRefusesWhenSomebodyElseChangedTheFile() throws Exception {
        Path file = root.resolve("x.bin");
        FileActs acts = library.begin("test");
        acts.write(file, new byte[] {1});
        Files.write(file, new byte[] {2});
        assertThrows(ProblemException.class, () -> FileActs.undo(library, acts.run()));
        assertArrayEquals(new byte[] {2}, Files.readAllBytes(file));
    }

    @Test
    void nothingOutsideTheLibraryIsWritten() {
        FileActs acts = library.begin("test");
        for (String path :
                new String[] {"../out.bin", "a/../../out.bin", "/tmp/out.bin", ".yondershelf/library.json", ""}) {
            assertThrows(ProblemException.class, () -> acts.write(Path.of(path), new byte[] {1}), path);
        }
        assertFalse(Files.exists(folder.resolve("out.bin")));
    }
}
