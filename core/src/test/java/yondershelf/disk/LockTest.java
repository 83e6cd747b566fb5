package yondershelf.disk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.InterruptedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.FutureTask;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.Child;
import yondershelf.words.Phrase;

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
            Path link = Files.createSymbolicLink(folder.resolveSibling(folder.getFileName() + " link"), folder);
            try (Lock _ = Lock.take(link.resolve("a.lock"), "inner", Lock.Waiting.NOT)) {
                assertEquals("out", other());
            } finally {
                Files.delete(link);
            }
            assertEquals("out", other());
        }
    }

    /** Who waits is told for whom and for how long, and gets the lock once it is free. */
    @Test
    void whoWaitsIsToldForWhomAndGetsItThen() throws Exception {
        Path file = folder.resolve("a.lock");
        Lock mine = Lock.take(file, "moving files", Lock.Waiting.NOT);
        List<String> told = new CopyOnWriteArrayList<>();
        List<Long> millis = new CopyOnWriteArrayList<>();
        FutureTask<String> waiting = new FutureTask<>(() -> {
            try (Lock _ = Lock.take(file, "the second", (holder, waited) -> {
                told.add(holder);
                millis.add(waited);
                return true;
            })) {
                return "in";
            }
        });
        Thread thread = Thread.ofPlatform().start(waiting);
        while (told.size() < 3) {
            Thread.onSpinWait();
        }
        mine.close();
        assertEquals("in", waiting.get());
        thread.join();
        assertTrue(
                told.get(0)
                        .startsWith("moving files (process "
                                + ProcessHandle.current().pid()),
                told.get(0));
        assertTrue(millis.get(0) >= 0 && millis.get(0) < millis.get(2) && millis.get(2) < 600_000, millis + "");
        assertEquals("in", otherThread(), "and let go of it");
    }

    @Test
    void whoeverHoldsItInAnotherProcessIsNamed() throws Exception {
        Path file = folder.resolve("a.lock");
        Process holder = Child.start(Holder.class, file);
        try {
            assertEquals("held", holder.inputReader(StandardCharsets.UTF_8).readLine());
            List<String> told = new CopyOnWriteArrayList<>();
            InterruptedIOException given = assertThrows(
                    InterruptedIOException.class,
                    () -> Lock.take(file, "mine", (who, waited) -> {
                        told.add(who);
                        return told.size() < 3;
                    }));
            assertEquals(3, told.size(), "asked until it is given up");
            assertTrue(told.get(2).startsWith("the holder (process " + holder.pid()), told.get(2));
            assertEquals(told.get(2), given.getMessage());
            // given up: nothing of it stays in the way of this process's own threads
            FutureTask<Boolean> interrupted = new FutureTask<>(() -> {
                assertThrows(
                        InterruptedIOException.class,
                        () -> Lock.take(file, "mine", (who, waited) -> {
                            Thread.currentThread().interrupt();
                            return true;
                        }));
                return Thread.interrupted();
            });
            Thread.ofPlatform().start(interrupted);
            assertTrue(interrupted.get(), "the interruption is passed on");
        } finally {
            holder.destroyForcibly().waitFor();
        }
        assertEquals("in", otherThread(), "the system lets go of what a killed process held");
        assertEquals("in", other());
    }

    /** Another process that takes the lock, says so, and ends when it is killed or whoever started it is. */
    public static final class Holder {
        private Holder() {}

        public static void main(String[] args) throws Exception {
            try (Lock _ = Lock.take(Path.of(args[0]), "the holder", Lock.Waiting.NOT)) {
                System.out.println("held");
                int _ = System.in.read();
            }
        }
    }

    @Test
    void aFolderOrLinkIsNoLock() throws Exception {
        Path file = folder.resolve("a.lock");
        Files.createDirectory(file);
        assertThrows(FileSystemException.class, () -> Lock.take(file, "mine", Lock.Waiting.NOT));
        Files.delete(file);
        Files.createSymbolicLink(file, folder.resolve("elsewhere"));
        assertThrows(FileSystemException.class, () -> Lock.take(file, "mine", Lock.Waiting.NOT));
        Files.delete(file);
        assertEquals("in", otherThread(), "nothing was held meanwhile");
    }

    /** A lock file that says nothing of who has it, as an emptied one. */
    @Test
    void somebodyWithoutANameIsAnotherProcess() throws Exception {
        Path file = folder.resolve("a.lock");
        Process holder = Child.start(Holder.class, file);
        try {
            assertEquals("held", holder.inputReader(StandardCharsets.UTF_8).readLine());
            Files.write(file, new byte[0]);
            InterruptedIOException given =
                    assertThrows(InterruptedIOException.class, () -> Lock.take(file, "mine", Lock.Waiting.NOT));
            assertEquals(Phrase.of("disk.another-process"), given.getMessage());
        } finally {
            holder.destroyForcibly().waitFor();
        }
    }
}
