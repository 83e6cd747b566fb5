package yondershelf.app.model;

import javafx.geometry.Rectangle2D;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.SnapshotParameters;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelReader;
import javafx.scene.paint.Color;
import javafx.scene.shape.Rectangle;
import javafx.scene.text.Font;
import javafx.scene.text.Text;

/** What hangs on the pointer while an asset is carried: opaque, because not every desktop can draw through it. */
public final class CarriedImage {
    private static final double EDGE = 72;
    private static final Color BACK = Color.web("#10171a");

    private CarriedImage() {}

    /** The part of a preview that holds something. */
    static Image of(Image preview) {
        ImageView view = new ImageView(preview);
        view.setViewport(filled(preview));
        view.setFitWidth(EDGE);
        view.setFitHeight(EDGE);
        view.setPreserveRatio(true);
        return drawn(view);
    }

    /** A name, for what is seen elsewhere while it is carried. */
    public static Image of(String name) {
        Text text = new Text(9, 16, name);
        text.setFont(Font.font("Open Sans", 12));
        text.setFill(Color.web("#f2f5f4"));
        Rectangle back = new Rectangle(Math.ceil(text.getLayoutBounds().getWidth()) + 18, 23, BACK);
        return drawn(new Group(back, text));
    }

    private static Image drawn(Node node) {
        SnapshotParameters how = new SnapshotParameters();
        how.setFill(BACK);
        return node.snapshot(how, null);
    }

    /** The smallest rectangle outside of which a picture is clear; all of it when it is clear everywhere. */
    static Rectangle2D filled(Image image) {
        PixelReader pixels = image.getPixelReader();
        int w = (int) image.getWidth();
        int h = (int) image.getHeight();
        int left = w;
        int top = h;
        int right = -1;
        int bottom = -1;
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                if (pixels.getArgb(x, y) >>> 24 > 127) {
                    left = Math.min(left, x);
                    right = Math.max(right, x);
                    top = Math.min(top, y);
                    bottom = y;
                }
            }
        }
        return right < 0
                ? new Rectangle2D(0, 0, w, h)
                : new Rectangle2D(left, top, right - left + 1.0, bottom - top + 1.0);
    }
}
