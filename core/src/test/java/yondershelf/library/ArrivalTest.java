package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ProblemException;

/** What is about to come, told apart from what is there already. */
class ArrivalTest {
    @TempDir
    Path folder;

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void whatIsThereByteForByteIsThere() throws Exception {
        Path from = Files.writeString(folder.resolve("from"), "lamp");
        Path to = folder.resolve("to");
        assertFalse(Arrival.copy(from, to).isThere());
        assertFalse(Arrival.made(bytes("lamp"), to).isThere());
        Files.writeString(to, "lamp");
        assertTrue(Arrival.copy(from, to).isThere());
        assertTrue(Arrival.made(bytes("lamp"), to).isThere());
        Files.writeString(to, "lump");
        assertFalse(Arrival.copy(from, to).isThere());
        assertFalse(Arrival.made(bytes("lamp"), to).isThere());
        Files.writeString(to, "lamp post");
        assertFalse(Arrival.copy(from, to).isThere());
        assertFalse(Arrival.made(bytes("lamp"), to).isThere());
        Files.delete(from);
        assertFalse(Arrival.copy(from, to).isThere());
        assertFalse(Arrival.copy(folder, folder).isThere(), "a folder");
    }

    @Test
    void twoAreTheSameByNameAndByWhatTheyBring() {
        Path to = folder.resolve("to");
        Arrival one = Arrival.made(bytes("lamp"), to);
        assertTrue(one.isSame(Arrival.made(bytes("lamp"), to)));
        assertFalse(one.isSame(Arrival.made(bytes("lump"), to)));
        assertFalse(one.isSame(Arrival.made(bytes("lamp"), folder.resolve("other"))));
        assertFalse(one.isSame(Arrival.copy(folder.resolve("lamp"), to)));
        assertTrue(Arrival.copy(folder.resolve("lamp"), to).isSame(Arrival.copy(folder.resolve("lamp"), to)));
        assertFalse(Arrival.copy(folder.resolve("lamp"), to).isSame(Arrival.copy(folder.resolve("post"), to)));
    }

    @Test
    void whatCannotBeCopiedSaysWhy() throws Exception {
        Path to = folder.resolve("to");
        Arrival.made(bytes("lamp"), to).check();
        Arrival.copy(Files.writeString(folder.resolve("from"), "lamp"), to).check();
        ProblemException gone = assertThrows(
                ProblemException.class,
                () -> Arrival.copy(folder.resolve("no"), to).check());
        ProblemException none = assertThrows(
                ProblemException.class, () -> Arrival.copy(folder, to).check());
        assertNotEquals(gone.problem().cause(), none.problem().cause());
        assertEquals(folder.resolve("no").toString(), gone.problem().file());
    }

    /** Around the size of a piece, read whole or copied, the hash is one. */
    @Test
    void whatIsWrittenIsWhatComes() throws Exception {
        SplittableRandom random = new SplittableRandom(11);
        for (int size : new int[] {0, 1, 65_536, (1 << 20) - 1, 1 << 20, (1 << 20) + 1, (4 << 20) + 3, 9 << 20}) {
            byte[] all = new byte[size];
            random.nextBytes(all);
            Path from = Files.write(folder.resolve("size" + size), all);
            ByteArrayOutputStream copied = new ByteArrayOutputStream();
            ByteArrayOutputStream made = new ByteArrayOutputStream();
            Arrival copy = Arrival.copy(from, folder.resolve("to"));
            Arrival whole = Arrival.made(all, folder.resolve("to"));
            assertEquals(copy.into(copied), whole.into(made), "size " + size);
            assertEquals(ContentHash.of(from), ContentHash.of(all));
            assertEquals(size, copy.weight());
            assertEquals(size, whole.weight());
            assertTrue(java.util.Arrays.equals(all, copied.toByteArray()));
            assertTrue(java.util.Arrays.equals(all, made.toByteArray()));
        }
    }
}
