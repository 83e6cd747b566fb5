package yondershelf.disk;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.InterruptedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.Child;

/** Who has the lock has it until the last of its takings is closed, for other processes as for other threads. */
@SuppressWarnings("NullAway.Init")
class LockTest {
    @TempDir
    Path folder;

    /** Another process: says whether it gets the lock at once. */
    public static final class Other {
        private Other() {}

        public static void main(String[] args) throws Exception {
            try (Lock _ = Lock.take(Path.of(args[0]), "the other", Lock.Waiting.NOT)) {
                System.out.print("in");
            } catch (InterruptedIOException e) {
                System.out.print("out");
            }
        }
    }

    private String other() throws Exception {
        Process other = Child.start(Other.class, folder.resolve("a.lock"));
        return new String(other.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }

    private String otherThread() throws Exception {
        StringBuilder said = new StringBuilder();
        Thread thread = new Thread(() -> {
            try (Lock _ = Lock.take(folder.resolve("a.lock"), "another thread", Lock.Waiting.NOT)) {
                said.append("in");
            } catch (InterruptedIOException e) {
                said.append("out");
            } catch (java.io.IOException e) {
                said.append(e);
            }
        });
        thread.start();
        thread.join();
        return said.toString();
    }

    @Test
    void takenTwiceAndClosedOnceItIsStillHeld() throws Exception {
        Path file = folder.resolve("a.lock");
        try (Lock _ = Lock.take(file, "outer", Lock.Waiting.NOT)) {
            try (Lock _ = Lock.take(file, "inner", Lock.Waiting.NOT)) {
                assertEquals("out", other());
                assertEquals("out", otherThread());
            }
            assertEquals("out", other(), "the inner one was closed");
            assertEquals("out", otherThread(), "the inner one was closed");
        }
        assertEquals("in", other(), "both were closed");
        assertEquals("in", otherThread());
    }

    @Test
    void oneFileHasOneLockByWhateverPathItIsNamed() throws Exception {
        try (Lock _ = Lock.take(folder.resolve("sub/../a.lock").normalize(), "outer", Lock.Waiting.NOT)) {
            Path link = java.nio.file.Files.createSymbolicLink(
                    folder.resolveSibling(folder.getFileName() + " link"), folder);
            try (Lock _ = Lock.take(link.resolve("a.lock"), "inner", Lock.Waiting.NOT)) {
                assertEquals("out", other());
            } finally {
                java.nio.file.Files.delete(link);
            }
            assertEquals("out", other());
        }
    }
}
