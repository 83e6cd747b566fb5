package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A file's fingerprint: its first and its last byte count, at any size; between the pieces that are read a change may be missed. */
@SuppressWarnings("NullAway.Init")
class FingerprintTest {
    @TempDir
    Path folder;

    private String of(byte[] bytes) throws Exception {
        return Fingerprint.of(Files.write(folder.resolve("a.bin"), bytes));
    }

    @Test
    void theFirstAndTheLastByteCountAtAnySize() throws Exception {
        SplittableRandom random = new SplittableRandom(5);
        for (int size :
                new int[] {1, 2, 1000, (256 << 10) - 1, 256 << 10, (256 << 10) + 1, 300_001, 1 << 20, (1 << 20) + 7}) {
            byte[] bytes = new byte[size];
            random.nextBytes(bytes);
            String before = of(bytes);
            assertEquals(before, of(bytes));
            assertEquals(size, Fingerprint.size(before));
            for (int at : new int[] {0, size - 1}) {
                bytes[at] ^= 1;
                assertNotEquals(before, of(bytes), "byte " + at + " of " + size);
                bytes[at] ^= 1;
            }
        }
    }

    /** Up to 256 KiB each byte counts; above, each of the four pieces does, to both of its ends. */
    @Test
    void eachPieceCountsToBothOfItsEnds() throws Exception {
        int piece = 64 << 10;
        byte[] whole = new byte[4 * piece];
        String before = of(whole);
        for (int at = 0; at < whole.length; at += 9973) {
            whole[at] = 1;
            assertNotEquals(before, of(whole), "byte " + at);
            whole[at] = 0;
        }
        byte[] large = new byte[1 << 20];
        before = of(large);
        for (int i = 0; i < 4; i++) {
            int from = (int) ((long) (large.length - piece) * i / 3);
            for (int at : new int[] {from, from + piece - 1}) {
                large[at] = 1;
                assertNotEquals(before, of(large), "byte " + at);
                large[at] = 0;
            }
        }
    }
}
