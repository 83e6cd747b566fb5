package yondershelf.app;

import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import javafx.application.Platform;
import yondershelf.work.Parallel;

/**
 * How long the interface thread is kept at a stretch by the program's own code, told apart from what the toolkit, its robot and the tests
 * do there: by looking at its stack every few milliseconds. Measured in its processor time, which other programs on the machine do not
 * lengthen; whatever it waits for besides is not its own code's work, and is forbidden to it by other means.
 */
final class OwnTime implements AutoCloseable {
    private static final int LOOK_MILLIS = 3;
    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();

    /** @param at the frames of the program it was in, the innermost first */
    record Longest(long nanos, String at) {}

    private final Thread interfaceThread;
    private final Thread looking;
    private final Thread asking;
    private volatile boolean over;
    private volatile Longest longest = new Longest(0, "");
    private volatile long longestWait;

    OwnTime(Thread interfaceThread) {
        this.interfaceThread = interfaceThread;
        looking = Thread.ofPlatform().daemon().start(this::look);
        asking = Thread.ofPlatform().daemon().start(this::ask);
    }

    /** Processor time of the calling thread so far, in nanoseconds. */
    static long used() {
        return THREADS.getCurrentThreadCpuTime();
    }

    void begin() {
        longest = new Longest(0, "");
        longestWait = 0;
    }

    Longest longest() {
        return longest;
    }

    /** Whatever kept it: how long it took to answer. */
    long longestWaitNanos() {
        return longestWait;
    }

    private void look() {
        long since = -1;
        try {
            while (!over) {
                long used = THREADS.getThreadCpuTime(interfaceThread.threadId());
                String at = own(interfaceThread.getStackTrace());
                if (at.isEmpty()) {
                    since = -1;
                } else if (since < 0) {
                    since = used;
                } else if (used - since > longest.nanos) {
                    longest = new Longest(used - since, at);
                }
                Thread.sleep(LOOK_MILLIS);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** The program's frames; none where a test has something done there. */
    private static String own(StackTraceElement[] stack) {
        List<String> frames = Arrays.stream(stack)
                .filter(f -> f.getClassName().startsWith("yondershelf."))
                .map(f -> f.getClassName().replaceFirst("\\$.*", "") + "." + f.getMethodName())
                .toList();
        boolean tests = frames.stream()
                .anyMatch(f -> f.contains("Test.")
                        || f.contains("Driver.")
                        || f.contains("app.Toolkit.")
                        || f.contains("InterfaceThreadGuard."));
        return tests
                ? ""
                : frames.stream()
                        .limit(4)
                        .map(f -> f.substring(f.lastIndexOf('.', f.lastIndexOf('.') - 1) + 1))
                        .collect(Collectors.joining(" < "));
    }

    private void ask() {
        try {
            while (!over) {
                long asked = System.nanoTime();
                CountDownLatch answer = new CountDownLatch(1);
                Platform.runLater(answer::countDown);
                while (!answer.await(10, TimeUnit.SECONDS)) {
                    longestWait = Math.max(longestWait, System.nanoTime() - asked);
                }
                longestWait = Math.max(longestWait, System.nanoTime() - asked);
                Thread.sleep(5);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() {
        over = true;
        Parallel.awaitEnd(looking);
        Parallel.awaitEnd(asking);
    }
}
