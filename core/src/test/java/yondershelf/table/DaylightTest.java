package yondershelf.table;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;
import yondershelf.content.Picture;

/** The plain light against the standard overcast sky of CIE S 011 (horizontal illuminance 7/9 of pi times the zenith's luminance). */
class DaylightTest {
    private final Picture sky = Daylight.light().environment().radiance();

    /** Luminance of a row, weights of Rec. 709. */
    private double level(int y) {
        int at = y * sky.width() * 3;
        return 0.2126 * sky.floats()[at] + 0.7152 * sky.floats()[at + 1] + 0.0722 * sky.floats()[at + 2];
    }

    @Test
    void aLevelWhiteSurfaceReachesWhite() {
        double sum = 0;
        double rows = sky.height();
        for (int y = 0; y < rows / 2; y++) {
            double angle = Math.PI * (y + 0.5) / rows;
            sum += level(y) * Math.cos(angle) * Math.sin(angle) * Math.PI / rows * 2;
        }
        assertEquals(1, sum, 0.03);
        assertEquals(9 / 7.0, level(0), 0.03);
    }
}
