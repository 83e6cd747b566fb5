package yondershelf.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Orientation;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import yondershelf.app.ShelfWindow;
import yondershelf.content.Picture;
import yondershelf.format.Formats;

/** A plan of thousands of lines in the window: how long events wait while it is made, and how it scrolls. */
final class PlanProbe {
    private static final int THINGS = 5_000;
    private static final int IN_A_FOLDER = 20;
    private static final int FRAMES = 1_500;

    private final WindowProbe probe;
    private final ShelfWindow window;

    PlanProbe(WindowProbe probe, ShelfWindow window) {
        this.probe = probe;
        this.window = window;
    }

    /** Small pictures, none like another. */
    static void make(Path folder) throws Exception {
        for (int i = 0; i < THINGS; i++) {
            Path at = Files.createDirectories(folder.resolve("crate " + i / IN_A_FOLDER));
            byte[] pixels = new byte[16 * 16 * 3];
            for (int k = 0; k < pixels.length; k++) {
                pixels[k] = (byte) (i * 31 + k * (1 + i % 7));
            }
            pixels[0] = (byte) i;
            pixels[1] = (byte) (i >> 8);
            // letters, because a number at the end may be a size
            String name = "chart " + (char) ('a' + i % 26) + (char) ('a' + i / 26 % 26) + (char) ('a' + i / 676 % 26);
            Files.write(at.resolve(name + ".png"), Formats.png(Picture.ofBytes(16, 16, 3, pixels)));
        }
    }

    void run(Path folder) throws Exception {
        planned("a first plan of " + THINGS + " things", folder);
        WindowProbe.onFx(() -> {
            window.bring(List.of());
            return true;
        });
        Thread.sleep(2_000);
        planned("another one", folder);
        ListView<?> list = (ListView<?>) window.lookup("#plan");
        ScrollBar bar = WindowProbe.onFx(() -> list.lookupAll(".scroll-bar").stream()
                .filter(n -> n instanceof ScrollBar b && b.getOrientation() == Orientation.VERTICAL)
                .map(ScrollBar.class::cast)
                .findFirst()
                .orElseThrow());
        probe.scrolling("scrolling the plan, lines fresh", FRAMES, bar, 0.4 / THINGS, 0.08);
        probe.scrolling("scrolling the plan", FRAMES, bar, 0.4 / THINGS, 0.08);
        Figures.say("  longest wait of an event meanwhile", probe.longestWait(), "ms");
        List<Double> ticks = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            probe.longestWait();
            int at = 2 + i * 7;
            WindowProbe.onFx(() -> {
                list.getSelectionModel().clearAndSelect(at);
                list.fireEvent(new KeyEvent(KeyEvent.KEY_PRESSED, " ", " ", KeyCode.SPACE, false, false, false, false));
                return true;
            });
            Thread.sleep(150);
            ticks.add(probe.longestWait());
        }
        Figures.say("  longest wait at a tick, median", Figures.median(ticks), "ms");
        Figures.say("  longest wait at a tick, of 40", Figures.quantile(ticks, 1), "ms");
    }

    private void planned(String what, Path folder) throws Exception {
        probe.longestWait();
        long begun = System.nanoTime();
        WindowProbe.onFx(() -> {
            window.bring(List.of(folder));
            return true;
        });
        WindowProbe.await(() -> window.lookup("#plan") instanceof ListView<?> list
                && list.getItems().size() > THINGS);
        Figures.say(what, (System.nanoTime() - begun) / 1e6, "ms");
        Figures.say("  longest wait of an event until then", probe.longestWait(), "ms");
        Thread.sleep(10_000);
        Figures.say("  longest wait while the things are looked at", probe.longestWait(), "ms");
    }
}
