package yondershelf.sorting;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.Visible;
import yondershelf.format.Formats;

/** Names that a Linux file system takes and hardly any program expects. */
class OddNamesTest {
    @TempDir
    Path folder;

    private final byte[] png = Formats.png(Picture.ofBytes(2, 2, 1, new byte[4]));

    @Test
    @EnabledOnOs(OS.LINUX)
    void oddNamesAreReadAsTheyAre() throws Exception {
        for (String name : List.of(
                "back\\slash.png", "two\nlines.png", "rock\n_normal.png", "rock\n_rough.png", "bell\u0007.png")) {
            Files.write(folder.resolve(name), png);
        }
        Sorted sorted = Sorter.sort(folder, Sorter.filesBelow(folder), new Formats());
        assertEquals(List.of(), sorted.skipped());
        assertEquals(4, sorted.items().size(), sorted.items().toString());
        for (SortedItem item : sorted.items()) {
            assertTrue(item.files().stream().allMatch(f -> Files.exists(folder.resolve(f.path()))), item.toString());
            assertTrue(item.folder().isEmpty());
            assertFalse(item.name().chars().anyMatch(Character::isISOControl), item.name());
        }
    }

    @Test
    @EnabledOnOs(OS.LINUX)
    void whatCannotBeWrittenInUtf8AndWhatIsALinkIsToldOnce() throws Exception {
        Process made = new ProcessBuilder(
                        "sh", "-c", "printf x > \"$(printf 'b\\374d.png')\"; ln -s / out; mkfifo pipe.png")
                .directory(folder.toFile())
                .start();
        assertEquals(0, made.waitFor());
        Files.write(folder.resolve("good.png"), png);
        Sorted sorted = Sorter.sort(folder, Sorter.filesBelow(folder), new Formats());
        assertEquals(1, sorted.items().size());
        assertEquals(3, sorted.skipped().size(), sorted.skipped().toString());
        assertTrue(sorted.skipped().stream().anyMatch(s -> s.reason().contains("UTF-8")));
        assertTrue(sorted.skipped().stream().anyMatch(s -> s.reason().contains("link")));
        assertTrue(sorted.skipped().stream().anyMatch(s -> s.reason().contains("plain")));
    }

    @Test
    void whatSteersATerminalOrTurnsWritingAroundIsWrittenOut() {
        assertEquals("a\\x1B[31mb\\x07", Visible.text("a\u001B[31mb\u0007"));
        assertEquals("gpj\\u202Eexe.png", Visible.text("gpj\u202Eexe.png"));
        assertEquals("plain Öl \uD83D\uDD6F", Visible.text("plain Öl \uD83D\uDD6F"));
        assertFalse(Problem.of("x\u001B]0;y\u0007", "z").sentence().contains("\u001B"));
    }
}
