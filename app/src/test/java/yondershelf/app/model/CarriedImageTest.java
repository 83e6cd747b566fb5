package yondershelf.app.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import javafx.geometry.Rectangle2D;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import yondershelf.app.Toolkit;

/** What hangs on the pointer shows the thing and no clear border. */
class CarriedImageTest {

    @BeforeAll
    static void start() throws Exception {
        Toolkit.start();
    }

    private static WritableImage wide() {
        WritableImage image = new WritableImage(64, 64);
        for (int y = 16; y < 48; y++) {
            for (int x = 0; x < 64; x++) {
                image.getPixelWriter().setColor(x, y, Color.OLIVE);
            }
        }
        return image;
    }

    @Test
    void onlyWhatIsFilledIsShown() throws Exception {
        assertEquals(new Rectangle2D(0, 16, 64, 32), CarriedImage.filled(wide()));
        assertEquals(new Rectangle2D(0, 0, 9, 7), CarriedImage.filled(new WritableImage(9, 7)));
        Toolkit.run(() -> {
            var drawn = CarriedImage.of(wide());
            assertEquals(2, drawn.getWidth() / drawn.getHeight(), 0.1);
            assertEquals(Color.OLIVE, drawn.getPixelReader().getColor(1, (int) drawn.getHeight() / 2));
        });
    }

    @Test
    void aLongerNameTakesMoreRoom() throws Exception {
        Toolkit.run(() -> assertTrue(CarriedImage.of("Storm lantern").getWidth()
                > CarriedImage.of("Buoy").getWidth()));
    }
}
