package yondershelf.facts;

import java.util.Arrays;
import yondershelf.content.Picture;

/**
 * Dynamic range of a radiance picture: the base-2 logarithm of its brightest luminance over its first percentile of
 * luminances above zero. The percentile keeps a few black pixels from deciding.
 */
public final class DynamicRange {
    private DynamicRange() {}

    /** Stops; 0 for a picture of one brightness, NaN for a black one. */
    public static double stops(Picture picture) {
        int w = picture.width();
        int h = picture.height();
        float[] levels = new float[w * h];
        int n = 0;
        float brightest = 0;
        int g = picture.channels() >= 3 ? 1 : 0;
        int b = picture.channels() >= 3 ? 2 : 0;
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                float level = 0.2126f * picture.value(x, y, 0)
                        + 0.7152f * picture.value(x, y, g)
                        + 0.0722f * picture.value(x, y, b);
                if (level > 0 && level < Float.POSITIVE_INFINITY) {
                    levels[n++] = level;
                    brightest = Math.max(brightest, level);
                }
            }
        }
        if (n == 0) {
            return Double.NaN;
        }
        Arrays.sort(levels, 0, n);
        return Math.log(brightest / levels[n / 100]) / Math.log(2);
    }
}
