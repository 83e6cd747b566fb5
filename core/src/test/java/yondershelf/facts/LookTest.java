package yondershelf.facts;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import yondershelf.content.Picture;

/** What a picture looks like: what is clear around it does not count, its mirror image is nearly alike, upside down it is another. */
class LookTest {
    /** Dark on the left, light on the right and somewhat lighter below, reddish above: unlike all ways round. */
    private static int[] colour(int x, int y, int w, int h) {
        int light = 40 + 150 * x / w + 40 * y / h;
        return new int[] {Math.min(255, light + 50 * (h - y) / h), light, Math.max(0, light - 20)};
    }

    private interface Place {
        int[] at(int x, int y);
    }

    private static Picture picture(int w, int h, int channels, Place place) {
        byte[] out = new byte[w * h * channels];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                int[] c = place.at(x, y);
                for (int k = 0; k < channels; k++) {
                    out[(y * w + x) * channels + k] = (byte) (k < 3 ? c[k] : c.length > 3 ? c[3] : 255);
                }
            }
        }
        return Picture.ofBytes(w, h, channels, out);
    }

    private static Signature seen(int w, int h, Place place) {
        return Signature.of(picture(w, h, 3, place));
    }

    @Test
    void aClearFrameAroundItDoesNotCount() {
        Signature bare = seen(64, 64, (x, y) -> colour(x, y, 64, 64));
        for (int[] at : new int[][] {{0, 0}, {40, 0}, {0, 17}, {31, 29}, {64, 64}}) {
            Signature framed = Signature.of(picture(128, 128, 4, (x, y) -> {
                int px = x - at[0];
                int py = y - at[1];
                boolean inside = px >= 0 && py >= 0 && px < 64 && py < 64;
                int[] c = inside ? colour(px, py, 64, 64) : new int[] {0, 0, 0};
                return new int[] {c[0], c[1], c[2], inside ? 255 : 0};
            }));
            assertEquals(0, bare.distance(framed), "at " + at[0] + ", " + at[1]);
        }
    }

    @Test
    void mirroredIsNearlyAlikeAndUpsideDownIsNot() {
        Signature as = seen(64, 64, (x, y) -> colour(x, y, 64, 64));
        Signature mirrored = seen(64, 64, (x, y) -> colour(63 - x, y, 64, 64));
        Signature turned = seen(64, 64, (x, y) -> colour(y, x, 64, 64));
        Signature flipped = seen(64, 64, (x, y) -> colour(x, 63 - y, 64, 64));
        assertEquals(0, as.distance(as));
        int mirror = as.distance(mirrored);
        assertTrue(mirror > 0, "told apart from itself");
        assertTrue(mirror * 5 < as.distance(flipped), mirror + " mirrored, " + as.distance(flipped) + " upside down");
        assertTrue(mirror * 20 < as.distance(turned), mirror + " mirrored, " + as.distance(turned) + " turned");
        assertEquals(mirror, mirrored.distance(as), "both ways");
    }
}
