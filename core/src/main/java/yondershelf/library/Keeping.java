package yondershelf.library;

import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ProblemException;
import yondershelf.store.Batch;
import yondershelf.store.Store;

/**
 * Writes to a store beside the work that goes on, one thing after the other. Who reads what may have been written calls
 * {@link #settle} first. For one thread.
 */
final class Keeping implements AutoCloseable {
    private final Store store;
    private @Nullable FutureTask<@Nullable ProblemException> running;

    Keeping(Store store) {
        this.store = store;
    }

    /**
     * Begins to write, after what was begun before.
     *
     * @param body touches nothing the caller goes on changing
     * @throws ProblemException when what was begun before could not be kept
     */
    void write(Consumer<Batch> body) throws ProblemException {
        settle();
        FutureTask<@Nullable ProblemException> task = new FutureTask<>(() -> {
            try {
                store.write(body);
                return null;
            } catch (ProblemException e) {
                return e;
            }
        });
        running = task;
        Thread.ofPlatform().daemon().name("keeping").start(task);
    }

    /** Waits until all is written. */
    void settle() throws ProblemException {
        ProblemException problem = ended();
        if (problem != null) {
            throw problem;
        }
    }

    private @Nullable ProblemException ended() {
        FutureTask<@Nullable ProblemException> task = running;
        if (task == null) {
            return null;
        }
        running = null;
        boolean interrupted = false;
        try {
            while (true) {
                try {
                    return task.get();
                } catch (InterruptedException e) {
                    // what was begun is kept all the same
                    interrupted = true;
                } catch (ExecutionException e) {
                    throw new IllegalStateException("keeping what was found went wrong", e.getCause());
                }
            }
        } finally {
            if (interrupted) {
                Thread.currentThread().interrupt();
            }
        }
    }

    /** Waits; a problem that nobody asked for any more is the one that is on its way already. */
    @Override
    public void close() {
        ended();
    }
}
