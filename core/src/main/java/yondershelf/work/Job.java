package yondershelf.work;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;

/**
 * One long piece of work: its state can be read from any thread at any time.
 *
 * @param <T> what it results in
 */
public final class Job<T> implements Work {

    /** Where a job stands. */
    public enum State {
        WAITING,
        RUNNING,
        DONE,
        CANCELLED,
        FAILED
    }

    private final String title;
    private final boolean quiet;
    private final Runnable changed;
    private final CompletableFuture<T> result = new CompletableFuture<>();
    private final List<Problem> problems = new ArrayList<>();
    private volatile State state = State.WAITING;
    private volatile boolean cancelled;
    private volatile long done;
    private volatile long total;
    private volatile String what = "";
    private volatile long startedNanos;
    private volatile long endedNanos;

    Job(String title, boolean quiet, Runnable changed) {
        this.title = title;
        this.quiet = quiet;
        this.changed = changed;
    }

    /** What it does, for a person. */
    public String title() {
        return title;
    }

    /** Work of a moment, not worth showing unless it fails. */
    public boolean isQuiet() {
        return quiet;
    }

    public State state() {
        return state;
    }

    public boolean isOver() {
        return state != State.WAITING && state != State.RUNNING;
    }

    /** Ends exceptionally when the job failed or was cancelled. */
    public CompletableFuture<T> result() {
        return result;
    }

    public long done() {
        return done;
    }

    public long total() {
        return total;
    }

    public String what() {
        return what;
    }

    /** Share done, 0 to 1; -1 when not known. */
    public double share() {
        return total > 0 ? Math.min(1, done / (double) total) : -1;
    }

    /** Seconds it has run. */
    public double seconds() {
        if (startedNanos == 0) {
            return 0;
        }
        return ((endedNanos != 0 ? endedNanos : System.nanoTime()) - startedNanos) / 1e9;
    }

    /** Seconds still to go at the pace so far; -1 when not known. */
    public double secondsLeft() {
        double share = share();
        return share > 0.02 ? seconds() * (1 - share) / share : -1;
    }

    public List<Problem> problems() {
        synchronized (problems) {
            return List.copyOf(problems);
        }
    }

    /** Asks the job to stop; it does so at its next look. */
    public void cancel() {
        cancelled = true;
        changed.run();
    }

    @Override
    public void progress(long newDone, long newTotal, String newWhat) {
        done = newDone;
        total = newTotal;
        what = newWhat;
        changed.run();
    }

    @Override
    public boolean isCancelled() {
        return cancelled;
    }

    @Override
    public void problem(Problem problem) {
        synchronized (problems) {
            problems.add(problem);
        }
        changed.run();
    }

    void begin() {
        startedNanos = System.nanoTime();
        state = State.RUNNING;
        changed.run();
    }

    void end(State last, @Nullable Runnable tell) {
        endedNanos = System.nanoTime();
        state = last;
        changed.run();
        if (tell != null) {
            tell.run();
        }
    }

    /** How it went, without what it resulted in. */
    Job<T> remains() {
        Job<T> left = new Job<>(title, quiet, changed);
        left.problems.addAll(problems());
        left.startedNanos = startedNanos;
        left.endedNanos = endedNanos;
        left.done = done;
        left.total = total;
        left.what = what;
        left.cancelled = cancelled;
        left.state = state;
        left.result.cancel(false);
        return left;
    }
}
