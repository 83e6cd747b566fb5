package yondershelf.app;

import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;
import static yondershelf.app.WindowDriver.middle;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import yondershelf.content.Picture;
import yondershelf.format.Formats;

/** What moves is one tile, and plays under the mouse. */
class MovingWindowTest extends OneWindow {
    private static final int FRAMES = 20;
    private static final int SIDE = 48;

    /** A beam that goes round. */
    private static byte[] frame(int number) {
        byte[] out = new byte[SIDE * SIDE * 3];
        for (int i = 0; i < SIDE * SIDE; i++) {
            double x = i % SIDE - SIDE / 2.0;
            double y = i / SIDE - SIDE / 2.0;
            double away = Math.cos(Math.atan2(y, x) - number * 2 * Math.PI / FRAMES);
            for (int c = 0; c < 3; c++) {
                out[i * 3 + c] = (byte) (40 + 90 * (away + 1) - 15 * c);
            }
        }
        return Formats.png(Picture.ofBytes(SIDE, SIDE, 3, out));
    }

    /** On the interface thread. */
    private static @Nullable Image seen(Node tile) {
        return ((ImageView) tile.lookup("ImageView")).getImage();
    }

    @Test
    void framesPlayUnderTheMouse() throws Exception {
        Path folder = Files.createDirectories(on.demo("Coast surfaces/beacon"));
        try {
            for (int i = 1; i <= FRAMES; i++) {
                Files.write(folder.resolve(String.format(Locale.ROOT, "%04d.png", i)), frame(i));
            }
            run(on.workspace.libraries()::scan);
            on.click("#search");
            on.robot.write("beacon", 10);
            await("one thing", () -> on.workspace.shelf().hits().get().total() == 1);
            Node tile = on.tile("Beacon");
            on.robot.moveTo(10, 790);
            await("its preview", () -> seen(tile) != null);
            Image still = onFx(() -> seen(tile));
            on.robot.moveTo(middle(tile));
            Set<@Nullable Image> played = new HashSet<>();
            await("several of its pictures", () -> played.add(seen(tile)) && played.size() > 6);
            on.robot.moveTo(10, 790);
            await("its preview again", () -> still == seen(tile));
        } finally {
            for (int i = 1; i <= FRAMES; i++) {
                Files.deleteIfExists(folder.resolve(String.format(Locale.ROOT, "%04d.png", i)));
            }
            Files.deleteIfExists(folder);
            run(() -> on.workspace
                    .shelf()
                    .query()
                    .set(on.workspace.shelf().query().get().cleared()));
            run(on.workspace.libraries()::scan);
            await(
                    "all as before",
                    () -> on.isQuiet() && on.workspace.shelf().hits().get().total() > 60);
        }
    }
}
