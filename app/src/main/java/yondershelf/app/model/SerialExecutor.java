package yondershelf.app.model;

import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import javafx.application.Platform;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/**
 * Short work that must be done in the order it was asked for, but not on the interface thread: saving labels, answering
 * searches. Nothing long belongs here; that is what jobs are for.
 */
final class SerialExecutor implements AutoCloseable {
    private static final int LAST_SECONDS = 10;

    private final ExecutorService thread = Executors.newSingleThreadExecutor(task -> {
        Thread made = new Thread(task, "in order");
        made.setDaemon(true);
        return made;
    });
    private final Consumer<Problem> trouble;

    /** @param trouble told on the interface thread when something failed */
    SerialExecutor(Consumer<Problem> trouble) {
        this.trouble = trouble;
    }

    /** Does something; its result, or what went wrong, comes back on the interface thread. */
    <T> void run(String what, Callable<T> body, Consumer<T> then) {
        if (thread.isShutdown()) {
            // the program ends: what came back last has nobody to show it to
            return;
        }
        thread.execute(() -> {
            try {
                T value = body.call();
                Platform.runLater(() -> then.accept(value));
            } catch (ProblemException e) {
                Platform.runLater(() -> trouble.accept(e.problem()));
            } catch (Exception e) {
                Platform.runLater(
                        () -> trouble.accept(Problem.of(what, Phrase.of("model.this-went-wrong-inside-the", e))));
            }
        });
    }

    /** Waits for what was asked for: a label typed just before closing is saved too. */
    @Override
    public void close() {
        thread.shutdown();
        try {
            if (!thread.awaitTermination(LAST_SECONDS, TimeUnit.SECONDS)) {
                thread.shutdownNow();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
