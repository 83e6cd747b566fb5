package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.disk.Disk;
import yondershelf.work.Work;

/**
 * The power fails after each call to the disk, with what a file system may then have lost: bytes not synced, names in folders
 * not synced. The model of what survives is that of Pillai et al., OSDI 2014: synced bytes and synced names stay, anything
 * else may or may not.
 */
class PowerCutTest {
    @TempDir
    Path folder;

    /** What a disk holds for sure, and what it may hold, while calls are made. */
    private static final class Model implements Disk.Watcher {
        private final Path root;
        private int numbers;
        /** Names as programs see them, and as they would be found if no folder was synced since. */
        private Map<Path, Integer> names = new HashMap<>();

        private Map<Path, Integer> safeNames = new HashMap<>();
        private final Map<Integer, byte[]> safeBytes = new HashMap<>();
        private final List<Map<Path, byte[]>> afterEach = new ArrayList<>();

        Model(Path root) throws IOException {
            this.root = root;
            try (var walk = Files.walk(root)) {
                for (Path path : walk.filter(Files::isRegularFile).toList()) {
                    names.put(path, ++numbers);
                    safeBytes.put(numbers, Files.readAllBytes(path));
                }
            }
            safeNames = new HashMap<>(names);
        }

        @Override
        public void did(Disk.Operation act, Path path, @Nullable Path to) {
            switch (act) {
                case WRITE -> names.computeIfAbsent(path, k -> ++numbers);
                case SYNC -> safeBytes.put(number(path), bytes(path));
                case MOVE -> names.put(java.util.Objects.requireNonNull(to), removed(path));
                case DELETE -> names.remove(path);
                case SYNC_FOLDER -> {
                    safeNames.keySet().removeIf(p -> path.equals(p.getParent()));
                    names.forEach((p, n) -> {
                        if (path.equals(p.getParent())) {
                            safeNames.put(p, n);
                        }
                    });
                }
                case MAKE_FOLDER -> {}
            }
            afterEach.add(found(safeNames));
            afterEach.add(found(names));
        }

        private int number(Path path) {
            return names.computeIfAbsent(path, k -> ++numbers);
        }

        private int removed(Path path) {
            Integer number = names.remove(path);
            return number == null ? ++numbers : number;
        }

        private static byte[] bytes(Path path) {
            try {
                return Files.readAllBytes(path);
            } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        }

        /** Bytes never synced are not there: the worst that may happen to them. */
        private Map<Path, byte[]> found(Map<Path, Integer> where) {
            Map<Path, byte[]> out = new HashMap<>();
            where.forEach(
                    (path, number) -> out.put(root.relativize(path), safeBytes.getOrDefault(number, new byte[0])));
            return out;
        }
    }

    @Test
    void atEachCallTheOldOrTheNewBytesAreThereAndTheOldComeBack() throws Exception {
        for (boolean linked : new boolean[] {false, true}) {
            Path root = Files.createDirectory(folder.resolve("library" + linked));
            Path file = Files.write(root.resolve("a.bin"), new byte[] {1, 2, 3});
            if (linked) {
                Files.createLink(root.resolve("second name.bin"), file);
            }
            Library.open(root, "", "desk");
            Model model = new Model(root);
            Library library = Opening.open(root, "", null, "desk", new Disk(model), System::currentTimeMillis);
            try (FileActs acts = library.begin("test")) {
                acts.write(file, new byte[] {9, 9});
                acts.write(root.resolve("new/b.bin"), new byte[] {7});
                acts.write(file, new byte[] {8});
            }
            assertTrue(model.afterEach.size() > 40, "calls seen: " + model.afterEach.size());
            int n = 0;
            for (Map<Path, byte[]> state : model.afterEach) {
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
        Model model = new Model(root);
        Library library = Opening.open(root, "", null, "desk", new Disk(model), System::currentTimeMillis);
        try (FileActs acts = library.begin("move")) {
            acts.move(Map.of("old/a.bin", "new/deep/a.bin", "old/b.bin", "new/b.bin"), Work.SILENT);
            acts.write(root.resolve("new/b.bin"), new byte[] {9});
        }
        assertTrue(model.afterEach.size() > 30, "calls seen: " + model.afterEach.size());
        int n = 0;
        for (Map<Path, byte[]> state : model.afterEach) {
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
