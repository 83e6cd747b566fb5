package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** The line around the chosen object stays around it while the view changes size, and fits it when the view has come to rest. */
class OutlineWindowTest extends OneWindow {
    @AfterEach
    void usual() throws Exception {
        run(() -> on.window.halves().setDivider(Halves.USUAL));
    }

    /** The picture and the line over it, in this order. */
    private List<ImageView> layers() {
        List<ImageView> out = new ArrayList<>();
        on.window.table().picture().lookupAll(".image-view").forEach(n -> out.add((ImageView) n));
        assertEquals(2, out.size());
        return out;
    }

    private Bounds inWindow(ImageView view) {
        return view.localToScene(view.getBoundsInLocal());
    }

    /** From the left and the top, as shares of the picture: left, top, right, bottom of the line; empty before it is drawn. */
    private double[] drawn() {
        Image line = layers().get(1).getImage();
        double[] box = {1, 1, 0, 0};
        if (line == null) {
            return new double[0];
        }
        for (int y = 0; y < line.getHeight(); y++) {
            for (int x = 0; x < line.getWidth(); x++) {
                if (line.getPixelReader().getArgb(x, y) >>> 24 > 0) {
                    box[0] = Math.min(box[0], x / line.getWidth());
                    box[1] = Math.min(box[1], y / line.getHeight());
                    box[2] = Math.max(box[2], (x + 1) / line.getWidth());
                    box[3] = Math.max(box[3], (y + 1) / line.getHeight());
                }
            }
        }
        return box[2] > box[0] ? box : new double[0];
    }

    /** True when the line was drawn for the size the picture has now. */
    private boolean isAtRest() {
        var picture = on.window.table().picture();
        Image line = layers().get(1).getImage();
        return picture.isCurrent()
                && line != null
                && line.getWidth() == (int) picture.getWidth() / 2
                && line.getHeight() == (int) picture.getHeight() / 2
                && drawn().length == 4;
    }

    /** Where the middle of the bench's top is seen, as shares of the picture. */
    private double[] top() {
        var at = on.workspace.table().scene().placements().get(0).toWorld();
        var picture = on.window.table().picture();
        return picture.camera().project(at.tx(), 0.8, at.tz(), picture.getWidth() / picture.getHeight());
    }

    @Test
    void itStaysAroundTheObject() throws Exception {
        on.drag("Workbench", on.onTable(0.5, 0.7), "the bench stands", () -> on.standing() == 1);
        on.robot.clickOn(on.seen(0, 0.8, 0));
        for (double divider : new double[] {Halves.USUAL, 0.45, 0.6, 0.52}) {
            run(() -> {
                on.window.halves().setDivider(divider);
                on.window.applyCss();
                on.window.layout();
                Bounds picture = inWindow(layers().get(0));
                Bounds line = inWindow(layers().get(1));
                // in the very frame in which it changes, drawn for it or not
                assertEquals(picture.getMinX(), line.getMinX(), 1);
                assertEquals(picture.getMinY(), line.getMinY(), 1);
                assertEquals(picture.getWidth(), line.getWidth(), 1);
                assertEquals(picture.getHeight(), line.getHeight(), 1);
            });
            await("drawn anew at " + divider, this::isAtRest);
            double[] box = onFx(this::drawn);
            double[] seen = onFx(this::top);
            assertTrue(box[0] < seen[0] && seen[0] < box[2], "across: " + box[0] + " " + seen[0] + " " + box[2]);
            assertTrue(box[1] < seen[1] && seen[1] < box[3], "down: " + box[1] + " " + seen[1] + " " + box[3]);
            assertEquals((box[0] + box[2]) / 2, seen[0], 0.1, "around the middle of it");
        }
    }
}
