package yondershelf.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

/** Work split over threads is whole, or says that it is not. */
class ParallelTest {
    @Test
    void eachPartIsDoneOnce() {
        int[] hits = new int[1000];
        assertTrue(Parallel.run(1000, 3, () -> false, i -> hits[i]++));
        for (int hit : hits) {
            assertEquals(1, hit);
        }
        assertTrue(Parallel.run(0, 3, () -> false, i -> hits[i]++), "nothing is soon done");
        assertEquals(1, hits[0]);
    }

    @Test
    void cancelledItSaysSo() {
        AtomicInteger done = new AtomicInteger();
        assertFalse(Parallel.run(1000, 2, () -> done.get() > 20, i -> done.incrementAndGet()));
        assertTrue(done.get() < 1000);
    }

    /** As many threads as were asked for, all at once, each with what it made for itself. */
    @Test
    void eachThreadHasItsOwn() {
        CyclicBarrier together = new CyclicBarrier(3);
        Set<Object> own = ConcurrentHashMap.newKeySet();
        Set<Thread> threads = ConcurrentHashMap.newKeySet();
        assertTrue(Parallel.run(3, 3, () -> false, Object::new, (mine, i) -> {
            own.add(mine);
            threads.add(Thread.currentThread());
            try {
                together.await(300, TimeUnit.SECONDS);
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
        }));
        assertEquals(3, own.size());
        assertEquals(3, threads.size());
        assertTrue(threads.remove(Thread.currentThread()), "the caller works too");
        assertTrue(threads.stream().allMatch(Thread::isDaemon), "none keeps the program from ending");
        assertTrue(threads.stream().noneMatch(Thread::isAlive), "none outlives the work");
        threads.clear();
        Parallel.run(5, 1, () -> false, i -> threads.add(Thread.currentThread()));
        assertEquals(Set.of(Thread.currentThread()), threads);
        assertEquals(Runtime.getRuntime().availableProcessors(), Parallel.threads());
    }

    @Test
    void whatGoesWrongIsTold() {
        IllegalArgumentException five = new IllegalArgumentException("five");
        IllegalStateException told = assertThrows(
                IllegalStateException.class,
                () -> Parallel.run(10, 2, () -> false, i -> {
                    if (i == 5) {
                        throw five;
                    }
                }));
        assertSame(five, told.getCause());
        OutOfMemoryError much = new OutOfMemoryError("much");
        assertSame(
                much,
                assertThrows(
                        OutOfMemoryError.class,
                        () -> Parallel.run(10, 2, () -> false, i -> {
                            if (i == 5) {
                                throw much;
                            }
                        })));
    }

    /** Who is interrupted while waiting waits to the end, and is interrupted then. */
    @Test
    void anInterruptionIsKeptForTheCaller() throws Exception {
        CyclicBarrier end = new CyclicBarrier(2);
        Thread worker = Thread.ofPlatform().start(() -> {
            try {
                end.await();
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
        });
        FutureTask<Boolean> waiting = new FutureTask<>(() -> {
            Parallel.awaitEnd(worker);
            return !worker.isAlive() && Thread.interrupted();
        });
        Thread waiter = Thread.ofPlatform().start(waiting);
        waiter.interrupt();
        while (waiter.isInterrupted()) {
            Thread.onSpinWait();
        }
        end.await();
        assertTrue(waiting.get(300, TimeUnit.SECONDS));
        Parallel.awaitEnd(worker);
        assertFalse(Thread.interrupted());
    }
}
