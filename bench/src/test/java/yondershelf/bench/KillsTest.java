package yondershelf.bench;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Killed at random points, with a fixed seed: the short form of {@link Kills}. */
class KillsTest {
    @TempDir
    Path folder;

    @Test
    void everythingPromisedIsKept() throws Exception {
        Kills.Result result = Kills.run(folder, 4, 25);
        System.out.println(result);
        assertTrue(result.edits() > 10 && result.runs() > 10, result.toString());
    }
}
