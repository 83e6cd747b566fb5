package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.disk.Disk;
import yondershelf.disk.DiskModel;
import yondershelf.work.Work;

/**
 * The power fails after each call to the disk, with what a file system may then have lost: bytes not synced, names in folders
 * not synced. The model of what survives is that of Pillai et al., OSDI 2014: synced bytes and synced names stay, anything
 * else may or may not.
 */
class PowerCutTest {
    @TempDir
    Path folder;

    @Test
    void atEachCallTheOldOrTheNewBytesAreThereAndTheOldComeBack() throws Exception {
        for (boolean linked : new boolean[] {false, true}) {
            Path root = Files.createDirectory(folder.resolve("library" + linked));
            Path file = Files.write(root.resolve("a.bin"), new byte[] {1, 2, 3});
            if (linked) {
                Files.createLink(root.resolve("second name.bin"), file);
            }
            Library.open(root, "", "desk");
            DiskModel model = new DiskModel(root);
            Library library = Opening.open(root, "", null, "desk", new Disk(model), System::currentTimeMillis);
            try (FileActs acts = library.writing().begin("test")) {
                acts.write(file, new byte[] {9, 9});
                acts.write(root.resolve("new/b.bin"), new byte[] {7});
                acts.write(file, new byte[] {8});
            }
            assertTrue(
                    model.afterEach().size() > 40,
                    "calls seen: " + model.afterEach().size());
            int n = 0;
            for (Map<Path, byte[]> state : model.afterEach()) {
                check(state, Files.createDirectory(folder.resolve("cut" + linked + n++)));
            }
        }
    }

    /** A file that moves is there under its old or its new name, whole, and goes back. */
    @Test
    void aFileThatMovesIsNeverGone() throws Exception {
        Path root = Files.createDirectory(folder.resolve("library"));
        Files.createDirectory(root.resolve("old"));
        for (String name : List.of("a.bin", "b.bin")) {
            Path file = Files.write(root.resolve("old").resolve(name), new byte[] {1, 2, 3});
            Files.setLastModifiedTime(file, FileTime.fromMillis(1_700_000_000_000L));
        }
        Library.open(root, "", "desk");
        DiskModel model = new DiskModel(root);
        Library library = Opening.open(root, "", null, "desk", new Disk(model), System::currentTimeMillis);
        try (FileActs acts = library.writing().begin("move")) {
            acts.move(Map.of("old/a.bin", "new/deep/a.bin", "old/b.bin", "new/b.bin"), Work.SILENT);
            acts.write(root.resolve("new/b.bin"), new byte[] {9});
        }
        assertTrue(
                model.afterEach().size() > 30,
                "calls seen: " + model.afterEach().size());
        int n = 0;
        for (Map<Path, byte[]> state : model.afterEach()) {
            Path cut = Files.createDirectory(folder.resolve("cut" + n++));
            Library found = laidOut(state, cut);
            boolean there = Files.exists(cut.resolve("old/a.bin")) || Files.exists(cut.resolve("new/deep/a.bin"));
            assertTrue(there, "a.bin is gone after call " + n / 2);
            for (UndoRun.Summary run : FileActs.runs(found)) {
                FileActs.undo(found, run.run());
            }
            for (String name : List.of("a.bin", "b.bin")) {
                assertArrayEquals(new byte[] {1, 2, 3}, Files.readAllBytes(cut.resolve("old/" + name)));
            }
            assertFalse(Files.exists(cut.resolve("new")), "folders made for it are gone again");
        }
    }

    private static Library laidOut(Map<Path, byte[]> state, Path cut) throws Exception {
        for (Map.Entry<Path, byte[]> file : state.entrySet()) {
            Path path = cut.resolve(file.getKey().toString());
            Files.createDirectories(path.getParent());
            Files.write(path, file.getValue());
            // a move leaves the time as it is
            Files.setLastModifiedTime(path, FileTime.fromMillis(1_700_000_000_000L));
        }
        return Library.open(cut, "", "desk");
    }

    private static void check(Map<Path, byte[]> state, Path cut) throws Exception {
        Library library = laidOut(state, cut);
        byte[] a = Files.readAllBytes(cut.resolve("a.bin"));
        assertTrue(
                a.length == 3 && a[0] == 1 || a.length == 2 && a[0] == 9 || a.length == 1 && a[0] == 8,
                "half " + a.length);
        Path b = cut.resolve("new/b.bin");
        if (Files.exists(b)) {
            assertArrayEquals(new byte[] {7}, Files.readAllBytes(b));
        }
        List<UndoRun.Summary> runs = FileActs.runs(library);
        assertTrue(runs.size() <= 1);
        assertTrue(!runs.isEmpty() || a.length == 3 && !Files.exists(b), "what was done can be undone");
        for (UndoRun.Summary run : runs) {
            FileActs.undo(library, run.run());
        }
        assertArrayEquals(new byte[] {1, 2, 3}, Files.readAllBytes(cut.resolve("a.bin")));
        assertEquals(false, Files.exists(b, LinkOption.NOFOLLOW_LINKS));
    }
}
