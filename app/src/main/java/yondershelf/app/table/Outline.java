package yondershelf.app.table;

import javafx.scene.image.ImageView;
import javafx.scene.image.PixelWriter;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.Pane;
import org.jspecify.annotations.Nullable;
import yondershelf.render.Camera;
import yondershelf.table.BuiltScene;
import yondershelf.table.PartRef;

/** A line around the chosen object, or around the one part that a carried material would change. */
final class Outline extends Pane {
    private static final int ACCENT = 0xff74c4ac;
    private static final int STEP = 2;

    private final ImageView image = new ImageView();
    private boolean strong;

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
        image.setImage(null);
    }

    void show(BuiltScene built, Camera camera, @Nullable String placement, @Nullable PartRef only, boolean filled) {
        strong = filled;
        int w = (int) getWidth() / STEP;
        int h = (int) getHeight() / STEP;
        if (placement == null || w < 4 || h < 4) {
            image.setImage(null);
            return;
        }
        boolean[] mask = built.mask(camera, w, h, placement, only);
        WritableImage out = new WritableImage(w, h);
        PixelWriter writer = out.getPixelWriter();
        int inside = filled ? 0x3374c4ac : 0;
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
        image.setImage(out);
    }

    private static boolean at(boolean[] mask, int w, int h, int x, int y) {
        return x >= 0 && y >= 0 && x < w && y < h && mask[y * w + x];
    }
}
