package yondershelf.work;

import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CopyOnWriteArrayList;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/** Runs jobs in the background and keeps the list of them. Close it to stop everything, which waits a moment for it. */
public final class Jobs implements AutoCloseable {
    private static final int KEPT = 50;
    private static final int LAST_SECONDS = 3;
    /** Most jobs wait for the drive or for a reader's process some of the time. */
    private static final int SPARE = 3;

    /** The body of a job. */
    public interface Body<T> {
        T run(Work work) throws ProblemException;
    }

    private final CopyOnWriteArrayList<Job<?>> jobs = new CopyOnWriteArrayList<>();
    private final CopyOnWriteArrayList<Runnable> listeners = new CopyOnWriteArrayList<>();
    private final Pool lanes = new Pool(Parallel.threads() + SPARE);

    /** Starts what somebody asked for. */
    public <T> Job<T> start(String title, Body<T> body) {
        return start(title, Priority.ASKED_FOR, body);
    }

    public <T> Job<T> start(String title, Priority priority, Body<T> body) {
        return start(title, priority, false, CompletableFuture.completedFuture(true), body);
    }

    /** Starts work of a moment that somebody waits for, which is not worth showing unless it fails. */
    public <T> Job<T> startQuietly(String title, Body<T> body) {
        return start(title, Priority.LOOKED_AT, true, CompletableFuture.completedFuture(true), body);
    }

    /** Starts a job that waits, without a thread, until something before it is over, however that ends. */
    public <T> Job<T> startAfter(CompletableFuture<?> before, String title, Body<T> body) {
        return start(title, Priority.ASKED_FOR, false, before, body);
    }

    private <T> Job<T> start(
            String title, Priority priority, boolean quiet, CompletableFuture<?> before, Body<T> body) {
        Job<T> job = new Job<>(title, quiet, this::tell);
        jobs.add(job);
        while (jobs.size() > KEPT && jobs.get(0).isOver()) {
            jobs.remove(0);
        }
        tell();
        before.whenComplete((value, failure) -> {
            if (!lanes.add(priority, () -> runAndLetGo(job, body))) {
                // the program is ending: nothing new is begun
                job.end(Job.State.CANCELLED, () -> job.result().completeExceptionally(new CancellationException()));
            }
        });
        return job;
    }

    /** What a job resulted in belongs to those who asked for it; the list keeps only how it went. */
    private <T> void runAndLetGo(Job<T> job, Body<T> body) {
        run(job, body);
        jobs.replaceAll(j -> j == job ? job.remains() : j);
    }

    private static <T> void run(Job<T> job, Body<T> body) {
        if (job.isCancelled()) {
            job.end(Job.State.CANCELLED, () -> job.result().completeExceptionally(new CancellationException()));
            return;
        }
        job.begin();
        try {
            T value = body.run(job);
            if (job.isCancelled()) {
                job.end(Job.State.CANCELLED, () -> job.result().completeExceptionally(new CancellationException()));
            } else {
                job.end(Job.State.DONE, () -> job.result().complete(value));
            }
        } catch (ProblemException e) {
            ProgramLog.note(e.problem());
            job.problem(e.problem());
            job.end(Job.State.FAILED, () -> job.result().completeExceptionally(e));
        } catch (RuntimeException | Error e) {
            ProgramLog.note(job.title(), e);
            job.problem(Problem.of(job.title(), Phrase.of("work.this-went-wrong-inside-the", e)));
            job.end(Job.State.FAILED, () -> job.result().completeExceptionally(e));
        }
    }

    /** The latest jobs, oldest first. */
    public List<Job<?>> list() {
        return List.copyOf(jobs);
    }

    /** Calls back on any change of any job, from any thread, often. */
    public void onChange(Runnable listener) {
        listeners.add(listener);
    }

    private void tell() {
        listeners.forEach(Runnable::run);
    }

    @Override
    public void close() {
        jobs.forEach(Job::cancel);
        lanes.close();
        try {
            // they stop at their next look; files half written are worse than a moment's wait
            boolean stopped = lanes.await(LAST_SECONDS * 1000L);
            if (!stopped) {
                jobs.stream()
                        .filter(j -> !j.isOver())
                        .forEach(j -> j.problem(Problem.of(j.title(), Phrase.of("work.it-did-not-stop-in"))));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
