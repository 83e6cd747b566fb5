package yondershelf.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import yondershelf.content.Problem;

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
            assertEquals(42, job.result().get(100, TimeUnit.SECONDS));
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
            assertTrue(running.await(100, TimeUnit.SECONDS));
            job.cancel();
            assertThrows(CancellationException.class, () -> job.result().get(100, TimeUnit.SECONDS));
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
            assertThrows(ExecutionException.class, () -> told.result().get(100, TimeUnit.SECONDS));
            assertThrows(ExecutionException.class, () -> inside.result().get(100, TimeUnit.SECONDS));
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
                assertEquals(7, jobs.start("Urgent", urgent, work -> 7).result().get(100, TimeUnit.SECONDS));
            }
            long running =
                    slow.stream().filter(j -> j.state() == Job.State.RUNNING).count();
            assertTrue(running < 20, "a bounded pool: " + running);
            end.countDown();
            for (Job<Boolean> job : slow) {
                assertTrue(job.result().get(300, TimeUnit.SECONDS));
            }
        }
    }

    private static boolean waited(CountDownLatch end) {
        try {
            return end.await(900, TimeUnit.SECONDS);
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
                    jobs.start("Large", work -> new byte[10 << 20]).result().get(100, TimeUnit.SECONDS));
            jobs.start("Another", work -> 1).result().get(100, TimeUnit.SECONDS);
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
            CompletableFuture<String> before = new CompletableFuture<>();
            List<Job<Integer>> after = new ArrayList<>();
            for (int i = 0; i < 50; i++) {
                after.add(jobs.startAfter(before, "After", work -> 1));
            }
            assertEquals(2, jobs.start("Meanwhile", work -> 2).result().get(100, TimeUnit.SECONDS));
            before.completeExceptionally(new IllegalStateException("it failed"));
            for (Job<Integer> job : after) {
                assertEquals(1, job.result().get(100, TimeUnit.SECONDS));
            }
        }
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

    /** What a job says of itself before, while and after it runs; whoever listens is told of each step. */
    @Test
    void aJobSaysHowFarItIs() throws Exception {
        try (Jobs jobs = new Jobs()) {
            Set<Job.State> heard = ConcurrentHashMap.newKeySet();
            Set<Integer> problems = ConcurrentHashMap.newKeySet();
            jobs.onChange(() -> jobs.list().forEach(j -> {
                heard.add(j.state());
                problems.add(j.problems().size());
            }));
            CompletableFuture<Boolean> before = new CompletableFuture<>();
            CountDownLatch begun = new CountDownLatch(1);
            CountDownLatch end = new CountDownLatch(1);
            Job<Integer> job = jobs.startAfter(before, "Counting", work -> {
                work.progress(1, 4, "the first");
                work.problem(Problem.of("b.png", "it is empty"));
                begun.countDown();
                waited(end);
                return 5;
            });
            assertEquals(Set.of(Job.State.WAITING), heard, "that it came is told");
            assertFalse(job.isOver());
            assertEquals(0, job.seconds());
            assertEquals(-1, job.share(), "not known yet");
            assertEquals(-1, job.secondsLeft());
            long start = System.nanoTime();
            before.complete(true);
            assertTrue(begun.await(100, TimeUnit.SECONDS));
            assertFalse(job.isOver());
            assertEquals(Set.of(Job.State.WAITING, Job.State.RUNNING), heard);
            assertEquals(Set.of(0, 1), problems);
            assertEquals("1 of 4, the first", job.done() + " of " + job.total() + ", " + job.what());
            assertEquals(0.25, job.share());
            while (job.seconds() < 0.01) {
                Thread.onSpinWait();
            }
            double left = job.secondsLeft();
            assertTrue(
                    left >= 0.03 && left <= 3 * (System.nanoTime() - start) / 1e9, "a quarter is done; left " + left);
            end.countDown();
            job.result().get(100, TimeUnit.SECONDS);
            double seconds = job.seconds();
            assertTrue(seconds <= (System.nanoTime() - start) / 1e9);
            assertEquals(seconds * 3, job.secondsLeft(), 1e-9);
            assertEquals(seconds, job.seconds(), "it stands still after the end");
            assertEquals(Set.of(Job.State.WAITING, Job.State.RUNNING, Job.State.DONE), heard);
            assertFalse(job.isQuiet());
            assertTrue(jobs.startQuietly("Looking", work -> 1).isQuiet());
        }
    }

    @Test
    void theTimeLeftIsNotGuessedAtTheVeryBeginning() throws Exception {
        try (Jobs jobs = new Jobs()) {
            Job<Integer> job = jobs.start("Counting", work -> {
                work.progress(1, 100, "one");
                return 1;
            });
            job.result().get(100, TimeUnit.SECONDS);
            assertEquals(0.01, job.share());
            assertEquals(-1, job.secondsLeft());
            job.progress(7, 5, "more than were counted");
            assertEquals(1, job.share());
        }
    }

    @Test
    void whatIsCancelledBeforeItBeganIsNotBegun() throws Exception {
        try (Jobs jobs = new Jobs()) {
            CompletableFuture<Boolean> before = new CompletableFuture<>();
            AtomicInteger ran = new AtomicInteger();
            Job<Integer> job = jobs.startAfter(before, "Never", work -> ran.incrementAndGet());
            AtomicInteger told = new AtomicInteger();
            jobs.onChange(told::incrementAndGet);
            job.cancel();
            assertEquals(1, told.get());
            before.complete(true);
            assertThrows(CancellationException.class, () -> job.result().get(100, TimeUnit.SECONDS));
            assertEquals(0, ran.get());
            assertEquals(Job.State.CANCELLED, job.state());
        }
    }

    /** Each step of urgency leaves the more urgent one a thread, and uses all others. */
    @Test
    void allThreadsButThoseForTheUrgentAreUsed() throws Exception {
        try (Jobs jobs = new Jobs()) {
            CountDownLatch end = new CountDownLatch(1);
            int threads = Parallel.threads() + 3;
            int left = 2;
            for (Priority priority : List.of(Priority.HOUSEKEEPING, Priority.ASKED_FOR, Priority.LOOKED_AT)) {
                for (int i = 0; i < 40; i++) {
                    jobs.start("Slow", priority, work -> waited(end));
                }
                int expected = threads - left--;
                while (running(jobs) < expected) {
                    Thread.onSpinWait();
                }
                assertEquals(expected, running(jobs), priority + "");
            }
            end.countDown();
        }
    }

    private static long running(Jobs jobs) {
        return jobs.list().stream().filter(j -> j.state() == Job.State.RUNNING).count();
    }

    @Test
    void theLatestFiftyAreListed() throws Exception {
        try (Jobs jobs = new Jobs()) {
            for (int i = 0; i < 60; i++) {
                jobs.start("Job " + i, work -> 1).result().get(100, TimeUnit.SECONDS);
                int last = i;
                while (!jobs.list().get(jobs.list().size() - 1).title().equals("Job " + last)
                        || !jobs.list().stream().allMatch(Job::isOver)) {
                    Thread.onSpinWait();
                }
            }
            assertEquals(50, jobs.list().size());
            assertEquals("Job 10", jobs.list().get(0).title());
            CompletableFuture<Boolean> before = new CompletableFuture<>();
            for (int i = 0; i < 60; i++) {
                jobs.startAfter(before, "Waiting", work -> 1);
            }
            assertEquals(60, jobs.list().size(), "what is not over is listed, however many");
            before.complete(true);
        }
    }

    /** Ending asks all to stop, and wakes those that sleep. */
    @Test
    void theEndWakesWhatSleeps() throws Exception {
        Jobs jobs = new Jobs();
        CountDownLatch begun = new CountDownLatch(2);
        Job<Boolean> asleep = jobs.start("Asleep", work -> {
            begun.countDown();
            return waited(new CountDownLatch(1));
        });
        Job<Boolean> looking = jobs.start("Looking", work -> {
            begun.countDown();
            while (!work.isCancelled()) {
                Thread.onSpinWait();
            }
            return true;
        });
        assertTrue(begun.await(100, TimeUnit.SECONDS));
        Job<Boolean> behind = jobs.startAfter(new CompletableFuture<>(), "Behind", work -> true);
        jobs.close();
        assertTrue(asleep.isOver() && looking.isOver());
        assertEquals(List.of(), asleep.problems());
        assertTrue(behind.isCancelled());
    }

    @Test
    void whatDoesNotStopIsSaid() throws Exception {
        Jobs jobs = new Jobs();
        AtomicBoolean end = new AtomicBoolean();
        CountDownLatch begun = new CountDownLatch(1);
        Job<Boolean> deaf = jobs.start("Deaf", work -> {
            begun.countDown();
            while (!end.get()) {
                Thread.onSpinWait();
            }
            return true;
        });
        Job<Integer> over = jobs.start("Over", work -> 1);
        over.result().get(100, TimeUnit.SECONDS);
        assertTrue(begun.await(100, TimeUnit.SECONDS));
        Thread.currentThread().interrupt();
        jobs.close();
        assertTrue(Thread.interrupted(), "an interruption while closing is passed on");
        assertEquals(List.of(), deaf.problems(), "it was not waited for");
        jobs.close();
        assertEquals("it did not stop in time", deaf.problems().get(0).cause());
        assertEquals(List.of(), over.problems());
        end.set(true);
        deaf.result().exceptionally(e -> true).get(100, TimeUnit.SECONDS);
    }
}
