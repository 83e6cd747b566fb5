package yondershelf.bench;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Six processes of three machines at once, for some seconds: the short form of {@link Storm}. */
class StormTest {
    @TempDir
    Path folder;

    @Test
    void everyAcknowledgedLabelIsSeenEverywhere() throws Exception {
        Storm.Result result = Storm.run(folder, 6, 20, 3);
        System.out.println(result);
        assertTrue(result.labels() > 20, result.toString());
    }
}
