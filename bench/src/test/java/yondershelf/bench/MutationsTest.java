package yondershelf.bench;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Forty seconds of damaged input with a fixed seed: nothing leaves the edge, hangs, stays behind or reaches outside. */
class MutationsTest {
    @TempDir
    Path folder;

    @Test
    void damagedInputIsHeldAtTheEdge() throws Exception {
        Set<Long> before =
                ProcessHandle.current().children().map(ProcessHandle::pid).collect(Collectors.toSet());
        Mutations.Result result = Mutations.run(folder, 20_261_126L, 100_000, TimeUnit.SECONDS.toNanos(40));
        System.out.println(result.rounds() + " rounds of damaged input: " + result.byKind());
        assertEquals(List.of(), result.failures());
        assertTrue(result.rounds() > 300, "rounds " + result.rounds());
        Set<Long> left =
                ProcessHandle.current().children().map(ProcessHandle::pid).collect(Collectors.toSet());
        left.removeAll(before);
        for (long pid : left) {
            ProcessHandle.of(pid).ifPresent(p -> {
                try {
                    p.onExit().get(10, TimeUnit.SECONDS);
                } catch (Exception e) {
                    throw new AssertionError("the reader " + pid + " stays", e);
                }
            });
        }
    }
}
