package yondershelf.app.model;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import javafx.application.Platform;
import org.testfx.api.FxToolkit;

/** The interface thread without a window, for what comes back on it. */
final class Toolkit {
    private Toolkit() {}

    static void start() throws Exception {
        FxToolkit.registerPrimaryStage();
    }

    /** Acts on the interface thread and waits for it. */
    static void run(Runnable act) throws Exception {
        CompletableFuture<Boolean> done = new CompletableFuture<>();
        Platform.runLater(() -> {
            try {
                act.run();
                done.complete(true);
            } catch (RuntimeException | AssertionError e) {
                done.completeExceptionally(e);
            }
        });
        done.get(30, TimeUnit.SECONDS);
    }

    /** Waits until something holds on the interface thread. */
    static void await(String what, BooleanSupplier condition) throws Exception {
        for (int i = 0; i < 600; i++) {
            CompletableFuture<Boolean> holds = new CompletableFuture<>();
            Platform.runLater(() -> holds.complete(condition.getAsBoolean()));
            if (holds.get(30, TimeUnit.SECONDS)) {
                return;
            }
            Thread.sleep(50);
        }
        throw new AssertionError(what + " did not happen");
    }
}
