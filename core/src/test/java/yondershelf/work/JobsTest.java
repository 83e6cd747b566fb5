package yondershelf.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;

/** Long work tells how far it is, can be stopped, and never hides what went wrong. */
class JobsTest {
    @Test
    void progressResultAndProblems() throws Exception {
        try (Jobs jobs = new Jobs()) {
            AtomicInteger told = new AtomicInteger();
            jobs.onChange(told::incrementAndGet);
            Job<Integer> job = jobs.start("Counting", work -> {
                for (int i = 1; i <= 4; i++) {
                    work.progress(i, 4, "thing " + i);
                }
                work.problem(Problem.of("b.png", "it is empty"));
                return 42;
            });
            assertEquals(42, job.result().get(10, TimeUnit.SECONDS));
            assertEquals(Job.State.DONE, job.state());
            assertEquals(1.0, job.share());
            assertEquals("b.png: it is empty.", job.problems().get(0).sentence());
            assertTrue(told.get() >= 6);
        }
    }

    @Test
    void cancellingStopsAtTheNextLook() throws Exception {
        try (Jobs jobs = new Jobs()) {
            CountDownLatch running = new CountDownLatch(1);
            Job<String> job = jobs.start("Endless", work -> {
                running.countDown();
                while (!work.isCancelled()) {
                    Thread.onSpinWait();
                }
                return "stopped";
            });
            assertTrue(running.await(10, TimeUnit.SECONDS));
            job.cancel();
            assertThrows(CancellationException.class, () -> job.result().get(10, TimeUnit.SECONDS));
            assertEquals(Job.State.CANCELLED, job.state());
            assertTrue(job.isOver());
        }
    }

    @Test
    void failuresKeepTheirReason() throws Exception {
        try (Jobs jobs = new Jobs()) {
            Job<String> told = jobs.start("Reading", work -> {
                throw new Problem("a.glb", "the file is cut short", "Fetch it again").raise();
            });
            Job<String> inside = jobs.start("Broken", work -> {
                throw new IllegalStateException("oops");
            });
            assertThrows(ExecutionException.class, () -> told.result().get(10, TimeUnit.SECONDS));
            assertThrows(ExecutionException.class, () -> inside.result().get(10, TimeUnit.SECONDS));
            assertEquals(
                    "a.glb: the file is cut short. Fetch it again.",
                    told.problems().get(0).sentence());
            assertTrue(inside.problems().get(0).cause().contains("oops"));
            assertEquals(Job.State.FAILED, inside.state());
        }
    }

    /** However long housekeeping takes, what is asked for begins, and what is looked at. */
    @Test
    void urgentWorkNeverWaitsForOther() throws Exception {
        try (Jobs jobs = new Jobs()) {
            CountDownLatch end = new CountDownLatch(1);
            List<Job<Boolean>> slow = new ArrayList<>();
            for (Priority priority : List.of(Priority.HOUSEKEEPING, Priority.ASKED_FOR)) {
                for (int i = 0; i < 40; i++) {
                    slow.add(jobs.start("Slow " + i, priority, work -> waited(end)));
                }
                Priority urgent = Priority.values()[priority.ordinal() - 1];
                assertEquals(7, jobs.start("Urgent", urgent, work -> 7).result().get(10, TimeUnit.SECONDS));
            }
            long running =
                    slow.stream().filter(j -> j.state() == Job.State.RUNNING).count();
            assertTrue(running < 20, "a bounded pool: " + running);
            end.countDown();
            for (Job<Boolean> job : slow) {
                assertTrue(job.result().get(60, TimeUnit.SECONDS));
            }
        }
    }

    private static boolean waited(CountDownLatch end) {
        try {
            return end.await(60, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    /** What a job resulted in is not held by the list of jobs. */
    @Test
    void resultsAreLetGo() throws Exception {
        try (Jobs jobs = new Jobs()) {
            java.lang.ref.WeakReference<byte[]> large = new java.lang.ref.WeakReference<>(
                    jobs.start("Large", work -> new byte[10 << 20]).result().get(10, TimeUnit.SECONDS));
            jobs.start("Another", work -> 1).result().get(10, TimeUnit.SECONDS);
            for (int i = 0; i < 200 && large.get() != null; i++) {
                System.gc();
                Thread.sleep(20);
            }
            assertEquals(null, large.get());
            assertEquals(Job.State.DONE, jobs.list().get(0).state());
            assertEquals("Large", jobs.list().get(0).title());
        }
    }

    /** Waiting for another job takes no thread, and goes on however that ended. */
    @Test
    void aJobAfterAnotherWaitsWithoutAThread() throws Exception {
        try (Jobs jobs = new Jobs()) {
            java.util.concurrent.CompletableFuture<String> before = new java.util.concurrent.CompletableFuture<>();
            List<Job<Integer>> after = new ArrayList<>();
            for (int i = 0; i < 50; i++) {
                after.add(jobs.startAfter(before, "After", work -> 1));
            }
            assertEquals(2, jobs.start("Meanwhile", work -> 2).result().get(10, TimeUnit.SECONDS));
            before.completeExceptionally(new IllegalStateException("it failed"));
            for (Job<Integer> job : after) {
                assertEquals(1, job.result().get(10, TimeUnit.SECONDS));
            }
        }
    }

    @Test
    void parallelWorkIsWholeOrSaysSo() {
        int[] hits = new int[1000];
        assertTrue(Parallel.run(1000, 3, () -> false, i -> hits[i]++));
        for (int hit : hits) {
            assertEquals(1, hit);
        }
        AtomicInteger done = new AtomicInteger();
        assertFalse(Parallel.run(1000, 2, () -> done.get() > 20, i -> done.incrementAndGet()));
        assertTrue(done.get() < 1000);
        assertThrows(
                IllegalStateException.class,
                () -> Parallel.run(10, 2, () -> false, i -> {
                    if (i == 5) {
                        throw new IllegalArgumentException("five");
                    }
                }));
    }

    @Test
    void historyGoesBackAndForth() throws Exception {
        History history = new History();
        List<String> log = new ArrayList<>();
        history.perform("first", () -> log.add("+1"), () -> log.add("-1"));
        history.perform("second", () -> log.add("+2"), () -> log.add("-2"));
        history.undo();
        history.undo();
        history.redo();
        assertEquals(List.of("+1", "+2", "-2", "-1", "+1"), log);
        assertEquals("second", history.redoable().orElseThrow());
        history.perform("third", () -> log.add("+3"), () -> log.add("-3"));
        assertTrue(history.redoable().isEmpty(), "a new act ends what could be done again");
    }

    @Test
    void anActThatFailsIsNotRememberedAndOneThatCannotBeUndoneStays() throws Exception {
        History history = new History();
        ProblemException trouble = Problem.of("x", "no").raise();
        assertThrows(
                ProblemException.class,
                () -> history.perform(
                        "fails",
                        () -> {
                            throw trouble;
                        },
                        () -> {}));
        assertTrue(history.undoable().isEmpty());
        history.perform("stays", () -> {}, () -> {
            throw trouble;
        });
        assertThrows(ProblemException.class, history::undo);
        assertEquals("stays", history.undoable().orElseThrow());
    }

    /** What is asked for while the program ends is not begun, and nobody is thrown at. */
    @Test
    void nothingIsBegunAfterTheEnd() {
        Jobs jobs = new Jobs();
        jobs.close();
        Job<Boolean> late = jobs.start("late", work -> true);
        assertEquals(Job.State.CANCELLED, late.state());
        assertTrue(late.result().isCompletedExceptionally());
    }
}
