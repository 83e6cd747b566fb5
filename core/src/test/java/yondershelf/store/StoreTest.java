package yondershelf.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ProblemException;
import yondershelf.format.Oracles;

/** What is kept of a library on this machine: on a full drive, and as others see the file. */
class StoreTest {
    @TempDir
    Path folder;

    private static AssetRow row(int i) {
        String path = "pack/lamp " + i + ".glb";
        return new AssetRow(0, "id" + i, "model", "Lamp " + i, "pack", path, path + "\0", "10@" + i, 5, "");
    }

    @Test
    void aFullDriveCostsWhatIsNewAndSaysSo() throws Exception {
        try (Connections connections = Connections.open(folder.resolve("a.db"));
                Store store = new Store(connections)) {
            store.write(batch -> batch.put(row(1)));
            // SQLite reports a full drive as soon as the file may grow no further
            connections.write(sql -> sql.plain("PRAGMA max_page_count = 40"));
            ProblemException full = assertThrows(
                    ProblemException.class,
                    () -> store.write(batch -> {
                        for (int i = 2; i < 5_000; i++) {
                            batch.put(row(i));
                        }
                    }));
            assertTrue(full.problem().cause().contains("full"), full.problem().sentence());
            assertEquals(1, store.assetCount(), "all of it or nothing");
            assertEquals("Lamp 1", store.asset("id1").orElseThrow().name());
            connections.write(sql -> sql.plain("PRAGMA max_page_count = 100000"));
            store.write(batch -> batch.put(row(2)));
            assertEquals(2, store.assetCount());
            assertTrue(store.isSound());
        }
    }

    /** Holds a store open and writes rows until it is told to end. */
    static final class Writer {
        public static void main(String[] args) throws Exception {
            try (Store store = Store.open(Path.of(args[0]))) {
                System.out.println("open");
                for (int i = 0; System.in.available() == 0; i++) {
                    int row = 1_000 + i % 50;
                    store.write(batch -> batch.put(row(row)));
                }
                store.write(batch -> batch.put(row(5_000)));
            }
        }
    }

    /** Another process made a store anew that was damaged: who has the old file open finds the new one, and deletes nothing. */
    @Test
    void aStoreMadeAnewByAnotherProcessIsFound() throws Exception {
        Path file = folder.resolve("a.db");
        try (Store store = Store.open(file)) {
            store.write(batch -> batch.put(row(1)));
            Process other = yondershelf.Child.start(Writer.class, file);
            try (var lines = other.inputReader(java.nio.charset.StandardCharsets.UTF_8)) {
                assertEquals("open", lines.readLine());
                Store.delete(file);
                // this process makes it anew, or the other one does: both go on in the same file
                store.write(batch -> batch.put(row(2)));
                store.write(batch -> batch.put(row(3)));
                other.getOutputStream().write('\n');
                other.getOutputStream().flush();
                assertEquals(0, other.waitFor());
            }
            assertTrue(store.asset("id2").isPresent());
            assertTrue(store.asset("id3").isPresent());
            assertTrue(store.asset("id5000").isPresent(), "what the other process wrote last");
            assertTrue(store.isSound());
        }
    }

    /** What cannot be read or written for the moment is no lost store: nothing is deleted. */
    @Test
    void aDriveThatLetsNothingBeWrittenLosesNoStore() throws Exception {
        Path file = folder.resolve("a.db");
        try (Connections connections = Connections.open(file);
                Store store = new Store(connections)) {
            store.write(batch -> batch.put(row(1)));
            Object key = Files.readAttributes(file, java.nio.file.attribute.BasicFileAttributes.class)
                    .fileKey();
            // SQLite refuses every change from here on, as on a medium that was made read-only
            assertThrows(ProblemException.class, () -> connections.write(sql -> sql.plain("PRAGMA query_only = 1")));
            assertThrows(ProblemException.class, () -> store.write(batch -> batch.put(row(2))));
            assertEquals(
                    key,
                    Files.readAttributes(file, java.nio.file.attribute.BasicFileAttributes.class)
                            .fileKey());
            assertTrue(store.asset("id1").isPresent());
        }
    }

    @Test
    void theFileIsSoundForTheShellOfSqlite() throws Exception {
        Oracles.need(Oracles.hasCommand("sqlite3"), "sqlite3");
        Path file = folder.resolve("a.db");
        try (Store store = Store.open(file)) {
            for (int round = 0; round < 20; round++) {
                int from = round * 50;
                store.write(batch -> {
                    for (int i = from; i < from + 120; i++) {
                        batch.put(row(i));
                        batch.references("pack/lamp " + i + ".glb", Set.of("pack/a.png", "pack/b" + i + ".png"));
                        batch.judge("id" + i, "k", List.of("one", "two"));
                    }
                    batch.folder(new FolderRow("pack" + from, from, "a\0" + from + "\0" + 5 + "\0"));
                    batch.skipped("pack", Map.of("pack/x.txt", "not a model"));
                });
                store.asset("id" + from).ifPresent(a -> remove(store, a.row()));
            }
            // while it is open, with its log beside it
            assertEquals(
                    "ok",
                    Oracles.run(List.of("sqlite3", file.toString(), "PRAGMA integrity_check"))
                            .strip());
            assertEquals(
                    String.valueOf(store.assetCount()),
                    Oracles.run(List.of("sqlite3", file.toString(), "SELECT count(*) FROM asset"))
                            .strip());
        }
        assertEquals(
                "ok",
                Oracles.run(List.of("sqlite3", file.toString(), "PRAGMA integrity_check"))
                        .strip());
        assertTrue(Files.size(file) > 0);
    }

    private static void remove(Store store, int row) {
        try {
            store.write(batch -> batch.remove(row));
        } catch (ProblemException e) {
            throw new AssertionError(e);
        }
    }
}
