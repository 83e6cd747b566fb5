package yondershelf.app.table;

import java.util.concurrent.CompletableFuture;
import javafx.application.Platform;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelWriter;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.Pane;
import org.jspecify.annotations.Nullable;
import yondershelf.render.Camera;
import yondershelf.table.BuiltScene;
import yondershelf.table.PartRef;
import yondershelf.words.Phrase;
import yondershelf.work.ProgramLog;

/** A line around the chosen object, or around the one part that a carried material would change. */
final class Outline extends Pane {
    private static final int ACCENT = 0xff74c4ac;
    private static final int STEP = 2;

    private final ImageView image = new ImageView();
    private boolean strong;
    private @Nullable Wanted shown;
    private @Nullable Wanted wanted;
    private boolean drawing;

    Outline() {
        setMouseTransparent(true);
        image.setSmooth(true);
        // as the picture below it, which is stretched until the next one comes
        image.fitWidthProperty().bind(widthProperty());
        image.fitHeightProperty().bind(heightProperty());
        getChildren().add(image);
    }

    /** True while it shows what a carried material would change. */
    boolean isStrong() {
        return strong;
    }

    void clear() {
        strong = false;
        shown = null;
        wanted = null;
        image.setImage(null);
    }

    /** What is to be outlined, from where it is looked at. */
    private record Wanted(
            BuiltScene built,
            Camera camera,
            String placement,
            @Nullable PartRef only,
            boolean filled,
            int width,
            int height) {}

    /** The line follows when it is drawn: which pixels show the object is found out beside the interface thread. */
    void show(BuiltScene built, Camera camera, @Nullable String placement, @Nullable PartRef only, boolean filled) {
        strong = filled;
        int w = (int) getWidth() / STEP;
        int h = (int) getHeight() / STEP;
        if (placement == null || w < 4 || h < 4) {
            shown = null;
            wanted = null;
            image.setImage(null);
            return;
        }
        Wanted now = new Wanted(built, camera, placement, only, filled, w, h);
        if (now.equals(shown)) {
            return;
        }
        shown = now;
        wanted = now;
        if (!drawing) {
            draw();
        }
    }

    /** One at a time, the latest that was asked for. */
    private void draw() {
        Wanted next = wanted;
        wanted = null;
        drawing = next != null;
        if (next != null) {
            CompletableFuture.supplyAsync(() -> drawn(next))
                    .whenCompleteAsync(
                            (line, failure) -> {
                                if (failure != null) {
                                    ProgramLog.note(Phrase.of("table.outlining-an-object"), failure);
                                } else if (next.equals(shown)) {
                                    image.setImage(line);
                                }
                                draw();
                            },
                            Platform::runLater);
        }
    }

    private static WritableImage drawn(Wanted of) {
        int w = of.width;
        int h = of.height;
        boolean[] mask = of.built.mask(of.camera, w, h, of.placement, of.only);
        WritableImage out = new WritableImage(w, h);
        PixelWriter writer = out.getPixelWriter();
        int inside = of.filled ? 0x3374c4ac : 0;
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                boolean here = mask[y * w + x];
                boolean edge = here != at(mask, w, h, x + 1, y)
                        || here != at(mask, w, h, x, y + 1)
                        || here != at(mask, w, h, x - 1, y)
                        || here != at(mask, w, h, x, y - 1);
                if (edge && !here) {
                    writer.setArgb(x, y, ACCENT);
                } else if (here && inside != 0) {
                    writer.setArgb(x, y, inside);
                }
            }
        }
        return out;
    }

    private static boolean at(boolean[] mask, int w, int h, int x, int y) {
        return x >= 0 && y >= 0 && x < w && y < h && mask[y * w + x];
    }
}
