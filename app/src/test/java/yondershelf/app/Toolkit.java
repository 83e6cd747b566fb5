package yondershelf.app;

import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import org.testfx.api.FxToolkit;
import yondershelf.app.model.TextSize;

/** The interface thread, for what happens on it or comes back to it. */
public final class Toolkit {
    private static final int SECONDS = 120;

    private Toolkit() {}

    public static void start() throws Exception {
        TextSize.asOutlines();
        FxToolkit.registerPrimaryStage();
    }

    /** Acts on the interface thread and waits for the result. */
    public static <T> T onFx(Callable<T> call) throws Exception {
        CompletableFuture<T> done = new CompletableFuture<>();
        Platform.runLater(() -> {
            try {
                done.complete(call.call());
            } catch (Exception | AssertionError e) {
                done.completeExceptionally(e);
            }
        });
        return done.get(SECONDS, TimeUnit.SECONDS);
    }

    /** Acts on the interface thread and waits for it. */
    public static void run(Runnable act) throws Exception {
        onFx(() -> {
            act.run();
            return true;
        });
    }

    /** Waits until everything was laid out once more. */
    static void pulse() throws Exception {
        CompletableFuture<Boolean> done = new CompletableFuture<>();
        Platform.runLater(() -> new AnimationTimer() {
            private int seen;

            @Override
            public void handle(long now) {
                // timers run before the layout of their own pulse
                if (++seen == 2) {
                    stop();
                    done.complete(true);
                }
            }
        }.start());
        done.get(SECONDS, TimeUnit.SECONDS);
    }

    /** Waits until something holds on the interface thread. */
    public static void await(String what, BooleanSupplier condition) throws Exception {
        if (!happens(condition, SECONDS)) {
            throw new AssertionError(what + " did not happen");
        }
    }

    /** True when something holds on the interface thread within so many seconds. */
    static boolean happens(BooleanSupplier condition, int seconds) throws Exception {
        long end = System.nanoTime() + seconds * 1_000_000_000L;
        // most things take a moment, and what takes long is not disturbed by being asked for
        for (int pause = 10; System.nanoTime() < end; pause = Math.min(100, pause + 10)) {
            if (onFx(condition::getAsBoolean)) {
                return true;
            }
            Thread.sleep(pause);
        }
        return onFx(condition::getAsBoolean);
    }
}
