package yondershelf.app.model;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.application.Platform;

/**
 * Does something on the interface thread a moment after it was asked for, once for all that ask meanwhile: each frame of the
 * window costs as much as everything in it.
 */
public final class Throttle {
    private final Runnable act;
    private final Executor later;
    private final AtomicBoolean asked = new AtomicBoolean();

    /** @param millis how long the first one who asks waits */
    public Throttle(long millis, Runnable act) {
        this.act = act;
        this.later = CompletableFuture.delayedExecutor(millis, TimeUnit.MILLISECONDS, Platform::runLater);
    }

    /** From any thread. */
    public void ask() {
        if (asked.compareAndSet(false, true)) {
            later.execute(() -> {
                asked.set(false);
                act.run();
            });
        }
    }
}
