package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.util.concurrent.CompletableFuture;
import javafx.application.ColorScheme;
import javafx.scene.Scene;
import javafx.scene.control.ProgressBar;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import yondershelf.work.Job;

/** What somebody asked of the system, while the program runs: other surroundings, less motion. */
class SystemWishesTest extends OneWindow {
    private Scene.Preferences system() {
        return on.window.getScene().getPreferences();
    }

    private boolean isLight() {
        return on.window.getStyleClass().contains("light");
    }

    @AfterEach
    void asBefore() throws Exception {
        run(() -> {
            system().setColorScheme(null);
            system().setReducedMotion(null);
            on.window.surroundings().want(Theme.Wanted.DARK);
        });
    }

    @Test
    void surroundingsFollowTheSystemUntilSomebodyChooses() throws Exception {
        run(() -> on.window.surroundings().want(Theme.Wanted.SYSTEM));
        run(() -> system().setColorScheme(ColorScheme.LIGHT));
        assertTrue(onFx(this::isLight));
        run(() -> system().setColorScheme(ColorScheme.DARK));
        assertFalse(onFx(this::isLight));
        run(() -> on.window.surroundings().want(Theme.Wanted.LIGHT));
        run(() -> system().setColorScheme(ColorScheme.LIGHT));
        run(() -> system().setColorScheme(ColorScheme.DARK));
        assertTrue(onFx(this::isLight), "chosen: the system is not asked");
    }

    /** A bar without an end runs to and fro; where less motion is asked for it stands. */
    @Test
    void theBarStandsWhereLessMotionIsAskedFor() throws Exception {
        for (boolean less : new boolean[] {false, true}) {
            run(() -> system().setReducedMotion(less));
            CompletableFuture<Boolean> end = new CompletableFuture<>();
            Job<Boolean> job = on.workspace.jobs().start("Holding the bar", work -> end.join());
            ProgressBar bar = (ProgressBar) onFx(() -> on.window.lookup("#jobs .job-bar"));
            await("the bar", () -> bar.isVisible() && bar.isIndeterminate() != less);
            assertEquals(less ? 0.5 : -1, onFx(bar::getProgress), 0.01);
            end.complete(true);
            await("its end", job::isOver);
        }
    }
}
