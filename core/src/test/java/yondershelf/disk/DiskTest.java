package yondershelf.disk;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.FileNotFoundException;
import java.io.IOException;
import java.nio.file.FileStore;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.format.Oracles;

/** What holds once an act has returned: whatever a power cut leaves of what was not synced, it is there. */
@SuppressWarnings("NullAway.Init")
class DiskTest {
    private static final byte[] OLD = {1, 2, 3};
    private static final byte[] NEW = {9, 8};

    @TempDir
    Path root;

    private DiskModel model;
    private Disk disk;
    private Path file;

    @BeforeEach
    void begin() throws Exception {
        Files.createDirectories(root.resolve("kept"));
        Files.createDirectories(root.resolve("elsewhere"));
        file = Files.write(root.resolve("kept/a.bin"), OLD);
        model = new DiskModel(root);
        disk = new Disk(model);
    }

    private byte[] safe(String path) {
        Map<Path, byte[]> safe = model.safe();
        return safe.getOrDefault(Path.of(path), new byte[0]);
    }

    @Test
    void writtenBytesAreSafeWhereverTheyWereWrittenFirst() throws Exception {
        disk.write(file, root.resolve("elsewhere"), out -> out.write(NEW));
        assertArrayEquals(NEW, safe("kept/a.bin"));
        disk.write(root.resolve("kept/b.bin"), root.resolve("elsewhere"), out -> out.write(OLD));
        assertArrayEquals(OLD, safe("kept/b.bin"));
        assertEquals(List.of(), names("elsewhere"), "nothing is left where it was written first");
    }

    @Test
    void addedBytesAreSafeInAFileThatWasThereAndInOneThatWasNot() throws Exception {
        disk.append(file, new byte[] {'x', '\n'});
        assertArrayEquals(new byte[] {1, 2, 3, '\n', 'x', '\n'}, safe("kept/a.bin"));
        disk.append(root.resolve("kept/new.jsonl"), NEW);
        assertArrayEquals(NEW, safe("kept/new.jsonl"));
    }

    @Test
    void whatMovedIsSafeInItsNewPlaceAndGoneFromTheOldOne() throws Exception {
        disk.transfer(file, root.resolve("elsewhere/b.bin"));
        assertArrayEquals(OLD, safe("elsewhere/b.bin"));
        assertNull(model.safe().get(Path.of("kept/a.bin")));
    }

    @Test
    void whatWasDeletedDoesNotComeBack() throws Exception {
        disk.delete(file);
        assertNull(model.safe().get(Path.of("kept/a.bin")));
    }

    @Test
    void aFailedWriteLeavesTheOldBytesAndNothingElse() {
        assertThrows(
                IOException.class,
                () -> disk.write(file, root.resolve("elsewhere"), out -> {
                    out.write(NEW);
                    throw new IOException("the source failed");
                }));
        assertArrayEquals(OLD, safe("kept/a.bin"));
        assertEquals(List.of(), names("elsewhere"));
        assertEquals(List.of("a.bin"), names("kept"));
    }

    /** The order is what makes a write safe: bytes, then the name, then the folder the name is in. */
    @Test
    void eachCallIsToldInItsOrder() throws Exception {
        List<String> told = new ArrayList<>();
        Disk watched = new Disk((act, path, to) -> told.add(act + " " + (to == null ? path : to).getFileName()));
        watched.write(file, out -> out.write(NEW));
        assertEquals(4, told.size());
        assertTrue(
                told.get(0).startsWith("WRITE " + Disk.TEMPORARY) && told.get(1).startsWith("SYNC " + Disk.TEMPORARY));
        assertEquals(List.of("MOVE a.bin", "SYNC_FOLDER kept"), told.subList(2, 4));
        told.clear();
        watched.append(file, NEW);
        watched.append(root.resolve("kept/b.bin"), NEW);
        watched.delete(file);
        watched.delete(file);
        watched.makeFolders(root.resolve("kept/c/d"));
        assertEquals(
                List.of(
                        "WRITE a.bin",
                        "SYNC a.bin",
                        "WRITE b.bin",
                        "SYNC b.bin",
                        "SYNC_FOLDER kept",
                        "DELETE a.bin",
                        "SYNC_FOLDER kept",
                        "MAKE_FOLDER c",
                        "SYNC_FOLDER kept",
                        "MAKE_FOLDER d",
                        "SYNC_FOLDER c"),
                told);
        assertThrows(IOException.class, () -> watched.syncFolder(root.resolve("nowhere")));
    }

    @Test
    void linesAddedAfterAWholeOneStandBelowIt() throws Exception {
        Path lines = root.resolve("kept/lines");
        disk.append(lines, new byte[] {'a', '\n'});
        disk.append(lines, new byte[] {'b', '\n'});
        assertEquals(List.of("a", "b"), Files.readAllLines(lines));
    }

    @Test
    void overwritingKeepsTheFileAndItsOtherNames() throws Exception {
        Path other = Files.createLink(root.resolve("elsewhere/link.bin"), file);
        disk.overwrite(file, out -> out.write(NEW));
        assertArrayEquals(NEW, Files.readAllBytes(other), "its other name shows the new bytes, and none of the old");
        assertArrayEquals(NEW, safe("kept/a.bin"));
        assertThrows(IOException.class, () -> disk.overwrite(root.resolve("none"), out -> out.write(NEW)));
    }

    @Test
    void whatIsNotWaitedForIsWholeOrNotThereToo() throws Exception {
        disk.writeLazily(file, NEW);
        assertArrayEquals(NEW, Files.readAllBytes(file));
        assertThrows(
                IOException.class,
                () -> disk.writeLazily(file, out -> {
                    out.write(OLD);
                    throw new IOException("the source failed");
                }));
        assertArrayEquals(NEW, Files.readAllBytes(file));
        assertEquals(List.of("a.bin"), names("kept"));
    }

    /** A move between volumes is a copy, safe before the first one goes. */
    @Test
    void whatMovesToAnotherVolumeIsThereAndGoneHere() throws Exception {
        Optional<Path> other = otherVolume();
        Oracles.need(other.isPresent(), "a second volume");
        Path there = Files.createTempDirectory(other.orElseThrow(), "volume");
        try {
            Path to = there.resolve("b.bin");
            disk.transfer(file, to);
            assertArrayEquals(OLD, Files.readAllBytes(to));
            assertNull(model.safe().get(Path.of("kept/a.bin")));
            assertFalse(Files.exists(file));
            Path fresh = Files.write(root.resolve("kept/fresh"), NEW);
            assertThrows(IOException.class, () -> disk.move(fresh, to), "one step, or not at all");
            assertArrayEquals(OLD, Files.readAllBytes(to));
        } finally {
            Files.deleteIfExists(there.resolve("b.bin"));
            Files.delete(there);
        }
    }

    private Optional<Path> otherVolume() throws IOException {
        FileStore here = Files.getFileStore(root);
        for (String name : List.of("/dev/shm", "/run", "/run/lock", "/var/tmp", "target")) {
            Path folder = Path.of(name).toAbsolutePath();
            if (Files.isWritable(folder) && !Files.getFileStore(folder).equals(here)) {
                return Optional.of(folder);
            }
        }
        return Optional.empty();
    }

    @Test
    void foldersAreMadeOnceAndToldFromAbove() throws Exception {
        Path deep = root.resolve("kept/x/y");
        List<Path> missing = List.of(root.resolve("kept/x"), deep);
        assertEquals(missing, Disk.missingFolders(deep));
        assertEquals(missing, disk.makeFolders(deep));
        assertTrue(Files.isDirectory(deep));
        assertEquals(List.of(), disk.makeFolders(deep));
        assertThrows(IOException.class, () -> disk.makeFolders(file.resolve("below a file")));
        assertThrows(IOException.class, () -> disk.makeFolders(file), "a file is no folder");
    }

    @Test
    void whatIsPutAsideGetsANameOfItsOwn() throws Exception {
        Path home = root.resolve("home.old.json");
        assertEquals(root.resolve("home.old.damaged.json"), Disk.free(home, "damaged"));
        Files.write(root.resolve("home.old.damaged.json"), OLD);
        assertEquals(root.resolve("home.old.damaged-2.json"), Disk.free(home, "damaged"));
        Files.createSymbolicLink(root.resolve("home.old.damaged-2.json"), root.resolve("nowhere"));
        assertEquals(root.resolve("home.old.damaged-3.json"), Disk.free(home, "damaged"));
        assertEquals(root.resolve("plain.aside"), Disk.free(root.resolve("plain"), "aside"));
    }

    @Test
    void onlyPlainFilesOfABoundedLengthAreRead() throws Exception {
        assertArrayEquals(OLD, Disk.read(file, 3));
        assertThrows(FileSystemException.class, () -> Disk.read(file, 2));
        assertThrows(FileSystemException.class, () -> Disk.read(root, 100));
        Path link = Files.createSymbolicLink(root.resolve("link"), file);
        assertThrows(FileSystemException.class, () -> Disk.read(link, 100));
        IOException none = assertThrows(IOException.class, () -> Disk.read(root.resolve("none"), 100));
        assertTrue(Disk.isMissing(none));
        assertTrue(Disk.isMissing(new FileNotFoundException("by the older classes")));
        assertFalse(Disk.isMissing(new FileSystemException("full")));
    }

    @Test
    void onlyOldTemporaryFilesAreSweptAway() throws Exception {
        Path kept = file.getParent();
        assertNotNull(kept);
        Path old = Files.write(Disk.temporaryIn(kept), OLD);
        Files.setLastModifiedTime(old, FileTime.from(Instant.now().minusSeconds(7200)));
        Path young = Files.write(Disk.temporaryIn(kept), OLD);
        Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(7200)));
        Disk.sweep(kept, 3_600_000);
        assertFalse(Files.exists(old));
        assertTrue(Files.exists(young), "somebody may be writing it");
        assertTrue(Files.exists(file), "it is no temporary file");
        Disk.sweep(root.resolve("none"), 0);
    }

    private List<String> names(String folder) {
        try (var all = Files.list(root.resolve(folder))) {
            return all.map(p -> String.valueOf(p.getFileName())).sorted().toList();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }
}
