package yondershelf.work;

import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;

/** Runs jobs in the background and keeps the list of them. Close it to stop everything, which waits a moment for it. */
public final class Jobs implements AutoCloseable {
    private static final int KEPT = 50;
    private static final int LAST_SECONDS = 3;

    /** The body of a job. */
    public interface Body<T> {
        T run(Work work) throws ProblemException;
    }

    private final CopyOnWriteArrayList<Job<?>> jobs = new CopyOnWriteArrayList<>();
    private final CopyOnWriteArrayList<Runnable> listeners = new CopyOnWriteArrayList<>();
    private final ExecutorService threads;

    public Jobs() {
        AtomicInteger number = new AtomicInteger();
        // as many threads as jobs: reading the thing in hand must not wait for a long scan to end
        this.threads = Executors.newCachedThreadPool(task -> {
            Thread thread = new Thread(task, "job " + number.incrementAndGet());
            thread.setDaemon(true);
            return thread;
        });
    }

    /** Starts a job. */
    public <T> Job<T> start(String title, Body<T> body) {
        return start(title, false, body);
    }

    /** Starts work of a moment, which is not worth showing unless it fails. */
    public <T> Job<T> startQuietly(String title, Body<T> body) {
        return start(title, true, body);
    }

    private <T> Job<T> start(String title, boolean quiet, Body<T> body) {
        Job<T> job = new Job<>(title, quiet, this::tell);
        jobs.add(job);
        while (jobs.size() > KEPT && jobs.get(0).isOver()) {
            jobs.remove(0);
        }
        tell();
        try {
            threads.execute(() -> run(job, body));
        } catch (RejectedExecutionException closed) {
            // the program is ending: nothing new is begun
            job.end(Job.State.CANCELLED, () -> job.result().completeExceptionally(new CancellationException()));
        }
        return job;
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
            job.problem(Problem.of(job.title(), "this went wrong inside the program (" + e + ")"));
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
        threads.shutdownNow();
        try {
            // they stop at their next look; files half written are worse than a moment's wait
            boolean stopped = threads.awaitTermination(LAST_SECONDS, TimeUnit.SECONDS);
            if (!stopped) {
                jobs.stream()
                        .filter(j -> !j.isOver())
                        .forEach(j -> j.problem(Problem.of(j.title(), "it did not stop in time")));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
