package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import javafx.geometry.Point2D;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import yondershelf.library.Asset;

/** What is carried from the shelf into the window of another program arrives there as files. */
class WithAnotherProgramTest extends OneWindow {
    /**
     * A real drag between two processes. By its name the last that uses the one window: where no window manager runs, who has the keys
     * after the other program has gone is not certain.
     */
    @Test
    void draggedIntoAnotherProgram() throws Exception {
        Asset chest = on.named("Tool chest");
        Point2D from = WindowDriver.middle(on.tile("Tool chest"));
        Process other = OwnProcess.start(List.of(), "yondershelf.app.OtherProgramMain");
        try {
            BlockingQueue<String> told = new LinkedBlockingQueue<>();
            Thread.ofPlatform()
                    .daemon()
                    .name("what it says")
                    .start(() ->
                            other.inputReader(StandardCharsets.UTF_8).lines().forEach(told::add));
            assertEquals("ready", told.poll(300, TimeUnit.SECONDS));
            Point2D there =
                    new Point2D(OtherProgram.X + OtherProgram.WIDE / 2.0, OtherProgram.Y + OtherProgram.HIGH / 2.0);
            String got = null;
            for (int attempt = 0; attempt < 3 && got == null; attempt++) {
                // by the mouse alone: the other window may have the keys
                on.robot.moveTo(from);
                on.robot.press(MouseButton.PRIMARY);
                on.robot.moveTo(from.add(14, 6));
                on.robot.moveTo(from.add(40, 14));
                on.robot.moveTo(there.subtract(30, 20));
                on.robot.moveTo(there);
                Toolkit.pulse();
                on.robot.moveTo(there.add(2, 1));
                on.robot.release(MouseButton.PRIMARY);
                got = told.poll(20, TimeUnit.SECONDS);
            }
            assertEquals("got " + on.demo("Station props/" + chest.path()).toAbsolutePath(), got);
        } finally {
            other.destroy();
            // its window may have the keys until it is gone
            assertTrue(other.waitFor(300, TimeUnit.SECONDS));
        }
        assertTrue(on.workspace.history().undoable().isEmpty(), "nothing was done to them");
    }
}
