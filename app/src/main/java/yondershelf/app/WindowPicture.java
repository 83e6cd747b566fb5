package yondershelf.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.scene.control.Labeled;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.scene.robot.Robot;
import javafx.stage.Window;
import javafx.util.Duration;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Shown;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.search.Query;
import yondershelf.words.Phrase;

/** Takes a picture of the window when all it shows is there, for machines without a display. */
class WindowPicture {
    private static final int LONGEST_SECONDS = 240;
    private static final int FINE_SAMPLES = 24;

    final Workspace workspace;
    final ShelfWindow window;
    final Path target;
    private final Deque<Step> steps = new ArrayDeque<>();
    private long waitingSince;

    /** @param target a file */
    WindowPicture(Workspace workspace, ShelfWindow window, Path target) {
        this.workspace = workspace;
        this.window = window;
        this.target = target;
    }

    /** Takes it, and ends the program. */
    void take() {
        parkPointer();
        settled(() -> choose("Storm lantern"));
        fine(() -> save(target));
        next();
    }

    /** A pointer resting on a thing would light it up. */
    static void parkPointer() {
        new Robot().mouseMove(0, 0);
    }

    /** One step, run when the jobs are done and the table's picture has at least so many samples. */
    private record Step(int samples, Runnable act) {}

    void settled(Runnable step) {
        steps.add(new Step(0, step));
    }

    void fine(Runnable step) {
        steps.add(new Step(FINE_SAMPLES, step));
    }

    /** Runs the next step once nothing is under way any more and the table is fine enough. */
    void next() {
        waitingSince = System.nanoTime();
        poll();
    }

    private void poll() {
        PauseTransition pause = new PauseTransition(Duration.millis(400));
        pause.setOnFinished(e -> {
            Step step = steps.peek();
            int samples = step == null ? 0 : step.samples;
            boolean busy = workspace.jobs().list().stream().anyMatch(j -> !j.isOver())
                    || isLooking()
                    || window.table().picture().samples() < samples;
            boolean late = System.nanoTime() - waitingSince > LONGEST_SECONDS * 1_000_000_000L;
            if (busy && !late) {
                poll();
                return;
            }
            steps.poll();
            if (step == null) {
                Platform.exit();
                return;
            }
            step.act.run();
            next();
        });
        pause.play();
    }

    /** True while something on the screen only says that it is being looked for: no picture is taken of that. */
    static boolean isLooking() {
        String looking = Phrase.of("app.looking");
        return Window.getWindows().stream()
                .filter(w -> w.isShowing() && w.getScene() != null)
                .flatMap(w -> w.getScene().getRoot().lookupAll(".label").stream())
                .anyMatch(n -> n instanceof Labeled label && looking.equals(label.getText()));
    }

    Optional<Asset> named(String name) {
        Catalogue catalogue = workspace.catalogue();
        return catalogue.shelf().page(catalogue.shelf().find(Query.EVERYTHING.withWords(name)), 0, 40).stream()
                .filter(s -> s.name().equals(name) && !s.away())
                .map(Shown::asset)
                .findFirst();
    }

    void choose(String name) {
        named(name).ifPresent(a -> window.grid().choose(a, true));
    }

    void save(Path file) {
        write(window.getScene().snapshot(null), file);
    }

    void write(WritableImage image, Path file) {
        PixelReader pixels = image.getPixelReader();
        int w = (int) image.getWidth();
        int h = (int) image.getHeight();
        byte[] out = new byte[w * h * 3];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                int argb = pixels.getArgb(x, y);
                int i = (y * w + x) * 3;
                out[i] = (byte) (argb >> 16);
                out[i + 1] = (byte) (argb >> 8);
                out[i + 2] = (byte) argb;
            }
        }
        try {
            Path parent = file.toAbsolutePath().getParent();
            if (parent != null) {
                Files.createDirectories(parent);
            }
            Files.write(file, Formats.png(Picture.ofBytes(w, h, 3, out)));
        } catch (IOException e) {
            workspace.tell(Problem.of(file, Phrase.of("app.the-picture-could-not-be", e.getMessage())));
            System.err.println(file + ": " + e.getMessage());
        }
    }
}
