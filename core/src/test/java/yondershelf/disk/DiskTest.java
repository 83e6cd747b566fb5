package yondershelf.disk;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

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

    private List<String> names(String folder) {
        try (var all = Files.list(root.resolve(folder))) {
            return all.map(p -> String.valueOf(p.getFileName())).sorted().toList();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }
}
