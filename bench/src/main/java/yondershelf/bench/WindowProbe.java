package yondershelf.bench;

import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Queue;
import java.util.SplittableRandom;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.FutureTask;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import javafx.animation.AnimationTimer;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.control.ScrollBar;
import javafx.scene.control.TextInputControl;
import javafx.scene.layout.Pane;
import javafx.stage.Window;
import yondershelf.app.ShelfApplication;
import yondershelf.app.ShelfWindow;

/** Starts the program as it is and measures from outside: by the interface thread's own clock and by what it is kept from. */
final class WindowProbe {
    private static final int BEAT_MILLIS = 4;
    private static final int FRAMES = 1_500;
    private static final int ROUNDS = 11;
    private static final double LATE_MILLIS = 20;
    private static final long LONG_NANOS = 50_000_000;
    private static final int QUIET_MILLIS = 250;
    private static final long PATIENCE_SECONDS = 120;
    private static final String[] WORDS = {
        "lam", "buoy 12", "clamp rop", "winch", "tide 4", "ga", "mast 777", "crate la"
    };

    private final ThreadMXBean threads = ManagementFactory.getThreadMXBean();
    private final AtomicLong longest = new AtomicLong();
    private final long begun = System.nanoTime();
    /** Waits nobody should notice: when each began and how long it was, in milliseconds. */
    private final Queue<double[]> longOnes = new ConcurrentLinkedQueue<>();

    private final ShelfWindow window;
    private final long interfaceThread;

    private WindowProbe(ShelfWindow window) throws Exception {
        this.window = window;
        this.interfaceThread = onFx(() -> Thread.currentThread().threadId());
        Thread beat = new Thread(this::beat, "beat");
        beat.setDaemon(true);
        beat.start();
    }

    /** @param args open, answer, pull, look, plan or browse; the program's folder; then the library, how many assets, how many minutes */
    public static void main(String[] args) throws Exception {
        Thread program = new Thread(() -> Application.launch(ShelfApplication.class, "--home=" + args[1]), "program");
        program.start();
        ShelfWindow window = shown();
        long since = System.nanoTime();
        Figures.say(
                "start of Java to the window",
                (double) (System.currentTimeMillis()
                        - ManagementFactory.getRuntimeMXBean().getStartTime()),
                "ms");
        WindowProbe probe = new WindowProbe(window);
        if (!List.of("look", "answer").contains(args[0])) {
            probe.firstScreen(since);
        }
        switch (args[0]) {
            case "open" -> probe.open();
            case "answer" -> new FirstAnswer(probe, window).run(since);
            case "pull" -> Trouble.pulled(probe, Path.of(args[2]));
            case "plan" -> new PlanProbe(probe, window).run(Path.of(args[2]));
            case "look" -> Trouble.look(probe, Integer.parseInt(args[2]));
            default -> new Browsing(window, new SplittableRandom(1)).run(Integer.parseInt(args[2]));
        }
        Platform.exit();
        program.join();
        System.exit(0);
    }

    private void open() throws Exception {
        letters();
        scrolling("scrolling, a program just started", FRAMES);
        scrolling("scrolling", FRAMES * 2);
        onFx(() -> {
            window.grid().chooseAt(40_000, false);
            return true;
        });
        Thread.sleep(1_000);
        scrolling("scrolling, one far away chosen", FRAMES * 2);
    }

    ShelfWindow window() {
        return window;
    }

    private static ShelfWindow shown() throws Exception {
        while (true) {
            try {
                ShelfWindow found = onFx(() -> Window.getWindows().stream()
                        .filter(w -> w.isShowing() && w.getScene().getRoot() instanceof ShelfWindow)
                        .map(w -> (ShelfWindow) w.getScene().getRoot())
                        .findFirst()
                        .orElse(null));
                if (found != null) {
                    return found;
                }
            } catch (IllegalStateException notYetStarted) {
                Thread.onSpinWait();
            }
            Thread.sleep(1);
        }
    }

    static <T> T onFx(Callable<T> act) throws Exception {
        FutureTask<T> task = new FutureTask<>(act);
        Platform.runLater(task);
        return task.get();
    }

    /** How long an event has to wait. */
    private void beat() {
        try {
            while (true) {
                long asked = System.nanoTime();
                onFx(() -> true);
                long wait = System.nanoTime() - asked;
                longest.accumulateAndGet(wait, Math::max);
                if (wait > LONG_NANOS) {
                    longOnes.add(new double[] {(asked - begun) / 1e6, wait / 1e6});
                }
                Thread.sleep(BEAT_MILLIS);
            }
        } catch (Exception e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Milliseconds, since it was asked last. */
    double longestWait() {
        return longest.getAndSet(0) / 1e6;
    }

    static void await(BooleanSupplier condition) throws Exception {
        long end = System.nanoTime() + PATIENCE_SECONDS * 1_000_000_000L;
        while (!onFx(condition::getAsBoolean)) {
            if (System.nanoTime() > end) {
                throw new IllegalStateException("waited for " + PATIENCE_SECONDS + " s in vain");
            }
            Thread.sleep(2);
        }
    }

    private boolean hasTiles() {
        // without a selector: looking must cost less than what is looked at
        return window.grid().getChildrenUnmodifiable().stream()
                        .filter(Pane.class::isInstance)
                        .flatMap(p -> ((Pane) p).getChildren().stream())
                        .filter(n -> n.isVisible()
                                && n.getStyleClass().contains("tile")
                                && !"being fetched".equals(n.getAccessibleText()))
                        .count()
                >= 12;
    }

    private void firstScreen(long since) throws Exception {
        await(this::hasTiles);
        Figures.say("window to the first tiles", (System.nanoTime() - since) / 1e6, "ms");
        await(() -> hasTiles() && window.grid().loader().isInViewSettled());
        Figures.say("window to a full screen of thumbnails", (System.nanoTime() - since) / 1e6, "ms");
        Thread.sleep(10_000);
        Figures.say("  longest wait of an event since", longestWait(), "ms");
        for (double[] wait : longOnes) {
            Figures.say(
                    String.format(Locale.ROOT, "  a wait over 50 ms, %.0f ms after the window", wait[0]),
                    wait[1],
                    "ms");
        }
        Figures.say("  process ten seconds later", residentMegabytes(), "MB");
        System.gc();
        Runtime java = Runtime.getRuntime();
        Figures.say("  heap used", (java.totalMemory() - java.freeMemory()) / 1e6, "MB");
    }

    static double residentMegabytes() throws Exception {
        for (String line : Files.readAllLines(Path.of("/proc/self/status"))) {
            if (line.startsWith("VmRSS:")) {
                return Long.parseLong(line.replaceAll("\\D", "")) / 1e3;
            }
        }
        throw new IllegalStateException("this system does not say how much a process holds");
    }

    private double busy() {
        return threads.getThreadCpuTime(interfaceThread) / 1e6;
    }

    /** The interface thread's own time from a letter to rest, and the longest an event waited meanwhile. */
    private void letters() throws Exception {
        TextInputControl line = (TextInputControl) window.lookup("#search");
        List<Double> busy = new ArrayList<>();
        List<Double> waits = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            for (String word : WORDS) {
                for (int n = 1; n <= word.length(); n++) {
                    String typed = word.substring(0, n);
                    longestWait();
                    double before = busy();
                    onFx(() -> {
                        line.setText(typed);
                        return true;
                    });
                    Thread.sleep(QUIET_MILLIS);
                    busy.add(busy() - before);
                    waits.add(longestWait());
                }
                onFx(() -> {
                    line.setText("");
                    return true;
                });
                Thread.sleep(QUIET_MILLIS);
            }
            if (round == 0) {
                Figures.say("letters of a program just started", busy.size(), "");
                Figures.say("  interface busy, median", Figures.median(busy), "ms");
                Figures.say("  interface busy, 99 of 100", Figures.quantile(busy, 0.99), "ms");
                busy.clear();
                waits.clear();
            }
        }
        double beat = beatCost();
        Figures.say("letters", busy.size(), "");
        Figures.say("  interface busy, median", Figures.median(busy) - beat, "ms");
        Figures.say("  interface busy, 99 of 100", Figures.quantile(busy, 0.99) - beat, "ms");
        Figures.say("  longest wait of an event, median", Figures.median(waits), "ms");
        Figures.say("  longest wait of an event, 99 of 100", Figures.quantile(waits, 0.99), "ms");
    }

    /** What measuring itself costs the interface thread in the time of a letter. */
    private double beatCost() throws Exception {
        List<Double> idle = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            double before = busy();
            Thread.sleep(QUIET_MILLIS);
            idle.add(busy() - before);
        }
        return Figures.median(idle);
    }

    static ScrollBar bar(ShelfWindow window) {
        return window.grid().getChildrenUnmodifiable().stream()
                .filter(ScrollBar.class::isInstance)
                .map(ScrollBar.class::cast)
                .findFirst()
                .orElseThrow();
    }

    /** A wheel's step at each frame, as fast as frames come. */
    private void scrolling(String what, int frames) throws Exception {
        scrolling(what, frames, bar(window), 120, 20_000);
    }

    /**
     * @param step of the bar's value at each frame
     * @param leap the same at every three hundredth
     */
    void scrolling(String what, int frames, ScrollBar bar, double step, double leap) throws Exception {
        List<Double> own = new ArrayList<>();
        List<Double> between = new ArrayList<>();
        FutureTask<Boolean> over = new FutureTask<>(() -> true);
        onFx(() -> {
            bar.setValue(0);
            new AnimationTimer() {
                private long last;
                private double lastBusy;

                @Override
                public void handle(long now) {
                    long clock = System.nanoTime();
                    double busy = busy();
                    if (last > 0) {
                        between.add((clock - last) / 1e6);
                        own.add(busy - lastBusy);
                    }
                    last = clock;
                    lastBusy = busy;
                    bar.setValue(Math.min(bar.getMax(), bar.getValue() + (own.size() % 300 == 299 ? leap : step)));
                    if (own.size() == frames) {
                        stop();
                        over.run();
                    }
                }
            }.start();
            return true;
        });
        over.get();
        Figures.say(what + ": frames, scrolled", own.size(), "" + onFx(bar::getValue) + " of " + onFx(bar::getMax));
        Figures.say("  interface busy in one, median", Figures.median(own), "ms");
        Figures.say("  interface busy in one, 99 of 100", Figures.quantile(own, 0.99), "ms");
        Figures.say("  from one to the next, median", Figures.median(between), "ms");
        Figures.say("  from one to the next, 99 of 100", Figures.quantile(between, 0.99), "ms");
        long inTime = between.stream().filter(b -> b < LATE_MILLIS).count();
        Figures.say("  from one to the next, under 20 ms", 100.0 * inTime / between.size(), "%");
        Figures.say("  from one to the next, longest", Figures.quantile(between, 1), "ms");
    }
}
