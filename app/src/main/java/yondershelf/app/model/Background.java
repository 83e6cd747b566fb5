package yondershelf.app.model;

import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import javafx.application.Platform;
import yondershelf.content.Problem;
import yondershelf.work.Job;
import yondershelf.work.Jobs;
import yondershelf.work.Priority;

/** Starts jobs whose results come back on the interface thread, and whose failures are shown there. */
public final class Background {
    private final Jobs jobs;
    private final Consumer<Problem> trouble;
    private CompletableFuture<?> last = CompletableFuture.completedFuture(true);

    /** @param trouble told on the interface thread when a job failed */
    Background(Jobs jobs, Consumer<Problem> trouble) {
        this.jobs = jobs;
        this.trouble = trouble;
    }

    /** @param then gets the result on the interface thread */
    public <T> Job<T> run(String title, Jobs.Body<T> body, Consumer<T> then) {
        return run(title, body, then, () -> {});
    }

    /**
     * Work of a moment, whose failure is only listed.
     *
     * @param then gets the result on the interface thread
     */
    public <T> Job<T> quietly(String title, Jobs.Body<T> body, Consumer<T> then) {
        return quietly(title, body, then, () -> {});
    }

    /** @param otherwise called on the interface thread when it failed or was stopped */
    <T> Job<T> quietly(String title, Jobs.Body<T> body, Consumer<T> then, Runnable otherwise) {
        Job<T> job = jobs.startQuietly(title, body);
        job.result()
                .whenComplete((value, failure) -> Platform.runLater(() -> {
                    if (failure == null) {
                        then.accept(value);
                    } else {
                        otherwise.run();
                    }
                }));
        return job;
    }

    /** @param otherwise called on the interface thread when the job failed or was stopped */
    public <T> Job<T> run(String title, Jobs.Body<T> body, Consumer<T> then, Runnable otherwise) {
        return told(jobs.start(title, body), then, otherwise);
    }

    /** The same for what nobody asked for. */
    <T> Job<T> housekeeping(String title, Jobs.Body<T> body, Consumer<T> then) {
        return told(jobs.start(title, Priority.HOUSEKEEPING, body), then, () -> {});
    }

    private <T> Job<T> told(Job<T> job, Consumer<T> then, Runnable otherwise) {
        job.result()
                .whenComplete((value, failure) -> Platform.runLater(() -> {
                    if (failure == null) {
                        then.accept(value);
                        return;
                    }
                    if (!job.problems().isEmpty()) {
                        trouble.accept(job.problems().get(job.problems().size() - 1));
                    }
                    otherwise.run();
                }));
        return job;
    }

    /**
     * The same, once all jobs asked for in turn before it are over: an act on files and its undo must not meet. Used from
     * the interface thread.
     *
     * @param otherwise called on the interface thread when the job failed or was stopped
     */
    <T> void inTurn(String title, Jobs.Body<T> body, Consumer<T> then, Runnable otherwise) {
        last = told(jobs.startAfter(last, title, body), then, otherwise).result();
    }

    <T> CompletableFuture<T> run(String title, Jobs.Body<T> body) {
        return run(title, body, value -> {}).result();
    }
}
