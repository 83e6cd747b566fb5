package yondershelf.work;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import java.util.function.IntConsumer;
import java.util.function.ObjIntConsumer;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** Splits one computation over threads. */
public final class Parallel {
    private Parallel() {}

    /** As many threads as the machine has processors. */
    public static int threads() {
        return Runtime.getRuntime().availableProcessors();
    }

    /**
     * Runs the body for 0 to count - 1, in any order, and returns when all are done or, soon after it, when cancelled.
     *
     * @return false when it was cancelled before all were done
     */
    public static boolean run(int count, int threads, BooleanSupplier cancelled, IntConsumer body) {
        return run(count, threads, cancelled, () -> body, IntConsumer::accept);
    }

    /**
     * The same with something each thread makes for itself and works with; nothing of it outlives the run.
     *
     * @return false when it was cancelled before all were done
     */
    public static <T> boolean run(
            int count, int threads, BooleanSupplier cancelled, Supplier<T> own, ObjIntConsumer<T> body) {
        AtomicInteger next = new AtomicInteger();
        AtomicInteger done = new AtomicInteger();
        AtomicReference<@Nullable Throwable> failure = new AtomicReference<>();
        Runnable share = () -> {
            int i = next.getAndIncrement();
            try {
                T with = own.get();
                while (i < count && failure.get() == null && !cancelled.getAsBoolean()) {
                    body.accept(with, i);
                    done.incrementAndGet();
                    i = next.getAndIncrement();
                }
            } catch (RuntimeException | Error e) {
                failure.compareAndSet(null, e);
            }
        };
        List<Thread> helpers = new ArrayList<>();
        for (int t = 1; t < Math.min(threads, count); t++) {
            Thread helper = new Thread(share, "parallel " + t);
            helper.setDaemon(true);
            helper.start();
            helpers.add(helper);
        }
        share.run();
        helpers.forEach(Parallel::awaitEnd);
        Throwable problem = failure.get();
        if (problem instanceof Error error) {
            throw error;
        }
        if (problem != null) {
            throw new IllegalStateException("a parallel task failed", problem);
        }
        return done.get() == count;
    }

    /** Waits until a thread has ended, however often it is interrupted; the interruption is kept for the caller. */
    public static void awaitEnd(Thread thread) {
        boolean interrupted = false;
        while (thread.isAlive()) {
            try {
                thread.join();
            } catch (InterruptedException e) {
                interrupted = true;
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
