package yondershelf.table;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;
import yondershelf.content.Picture;

/** The plain light against the standard general sky of CIE S 011, type 7 (its figures from memory). */
class DaylightTest {
    private final Picture sky = Daylight.light().environment().radiance();

    private double[] at(double zenith, double turn) {
        int y = (int) (zenith / Math.PI * sky.height());
        int x = (int) ((turn / (2 * Math.PI) + 0.5) * sky.width());
        return new double[] {sky.value(x, y, 0), sky.value(x, y, 1), sky.value(x, y, 2)};
    }

    @Test
    void aLevelWhiteSurfaceReachesWhiteAndIsWhite() {
        double[] sum = new double[3];
        for (int y = 0; y < sky.height() / 2; y++) {
            double zenith = Math.PI * (y + 0.5) / sky.height();
            double texel = Math.sin(zenith) * Math.PI / sky.height() * 2 * Math.PI / sky.width();
            for (int x = 0; x < sky.width(); x++) {
                for (int c = 0; c < 3; c++) {
                    sum[c] += sky.value(x, y, c) * Math.cos(zenith) * texel / Math.PI;
                }
            }
        }
        for (double level : sum) {
            assertEquals(1, level, 0.001);
        }
    }

    /** At the light itself the indicatrix is 1 + 5 (1 - exp(-1.25 pi)) + 0.3, a right angle away it is 1. */
    @Test
    void oneSideIsBrighterByTheStandardsRatio() {
        double light = Math.toRadians(130);
        double[] bright = at(Math.toRadians(48), light);
        double[] away = at(Math.toRadians(42), light - Math.PI);
        assertEquals(6.2, bright[1] / away[1], 0.25);
    }

    /** Ground and sky meet without an edge: from one row to the next nothing changes by more than a tenth. */
    @Test
    void theHorizonIsSoft() {
        for (int x = 0; x < sky.width(); x += 8) {
            for (int y = sky.height() / 4; y < sky.height() - 1; y++) {
                double here = sky.value(x, y, 1);
                assertEquals(1, sky.value(x, y + 1, 1) / here, 0.1, "row " + y);
            }
        }
    }
}
