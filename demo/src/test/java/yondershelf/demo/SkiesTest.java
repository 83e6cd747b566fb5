package yondershelf.demo;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import yondershelf.content.Picture;

/** The clear noon sky against what is published of clear days. */
class SkiesTest {
    /** Half the field a pyrheliometer sees: what lies within counts as direct (WMO guide to instruments, 7.2.1; from memory). */
    private static final double DIRECT = Math.toRadians(2.5);

    /** Irradiance of a level surface: by the sun, and by the rest of the sky; red, green, blue. */
    private static double[][] level(Picture sky) {
        double[][] out = new double[2][3];
        int w = sky.width();
        int h = sky.height();
        double[] sun = {
            Math.cos(Skies.NOON_SUN) * Math.sin(Skies.NOON_TURN),
            Math.sin(Skies.NOON_SUN),
            Math.cos(Skies.NOON_SUN) * Math.cos(Skies.NOON_TURN)
        };
        for (int y = 0; y < h / 2; y++) {
            double up = Math.PI / 2 - Math.PI * (y + 0.5) / h;
            double texel = Math.cos(up) * Math.PI / h * 2 * Math.PI / w;
            for (int x = 0; x < w; x++) {
                double phi = ((x + 0.5) / w - 0.5) * 2 * Math.PI;
                double cosine = sun[0] * Math.cos(up) * Math.sin(phi)
                        + sun[1] * Math.sin(up)
                        + sun[2] * Math.cos(up) * Math.cos(phi);
                double[] sum = out[Math.acos(Math.min(1, cosine)) < DIRECT ? 0 : 1];
                for (int c = 0; c < 3; c++) {
                    sum[c] += sky.value(x, y, c) * texel * Math.sin(up);
                }
            }
        }
        return out;
    }

    private static double luminance(double[] rgb) {
        return 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
    }

    /** Blue over red, linear sRGB, of a phase of daylight above 7000 K (CIE 15, equations of illuminant D). */
    private static double blueOverRed(double kelvin) {
        double x = -2.0064e9 / Math.pow(kelvin, 3) + 1.9018e6 / (kelvin * kelvin) + 247.48 / kelvin + 0.23704;
        double y = -3 * x * x + 2.87 * x - 0.275;
        double bigX = x / y;
        double bigZ = (1 - x - y) / y;
        // IEC 61966-2-1
        double red = 3.2406 * bigX - 1.5372 - 0.4986 * bigZ;
        double blue = 0.0557 * bigX - 0.2040 + 1.0570 * bigZ;
        return blue / red;
    }

    /**
     * On clear summer days the sky gives a level surface 0.134 to 0.138 of what the sun gives one that faces it (ASHRAE clear sky, factor C
     * of June and July, from memory); a quarter more as light than as power (luminous efficacies of about 130 and 105 lm/W, from memory).
     */
    @Test
    void theClearSkyHasItsShareOfTheLight() {
        double[][] level = level(Skies.clearNoon());
        double ratio = luminance(level[1]) / (luminance(level[0]) / Math.sin(Skies.NOON_SUN));
        assertTrue(ratio > 0.13 && ratio < 0.18, "sky to sun " + ratio);
        double white = (luminance(level[0]) + luminance(level[1])) / Math.PI;
        assertEquals(1, white, 0.1, "a white level surface just reaches white");
    }

    /** The light of a clear sky without the sun is that of daylight of 9000 to 15,000 K; sun and sky together are nearly white. */
    @Test
    void shadowsAreAsBlueAsTheSkyMakesThem() {
        double[][] level = level(Skies.clearNoon());
        double shade = level[1][2] / level[1][0];
        assertTrue(shade > blueOverRed(9000) && shade < blueOverRed(15_000), "blue over red in shadow " + shade);
        double together = (level[0][2] + level[1][2]) / (level[0][0] + level[1][0]);
        assertTrue(together > 0.85 && together < 1.1, "blue over red in the sun " + together);
    }
}
