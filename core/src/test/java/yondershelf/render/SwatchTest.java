package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.format.Formats;

/** Materials side by side are told apart by what is seen of them: their gloss and the scale of their pattern. */
class SwatchTest {
    private static final int SIZE = 140;
    private static final Booth BOOTH = new Booth(new Shaders(new Formats()));

    @TempDir
    Path folder;

    private static Picture taken(Material material) {
        return Objects.requireNonNull(
                BOOTH.preview(BOOTH.stage(material), SIZE, SIZE, Booth.FINAL_SAMPLES, () -> false));
    }

    private static boolean isWhole(Picture p, int x, int y) {
        return p.value(x, y, 3) > 0.99;
    }

    /**
     * How hard edges are inside of the thing: the step of luma, 0 to 1 in stored values, from a pixel to the second right of it that
     * only one in a hundred exceeds.
     */
    private static double hardness(Picture p) {
        double[] steps = new double[SIZE * SIZE];
        int n = 0;
        for (int y = 0; y < SIZE / 2; y++) {
            for (int x = 4; x < SIZE - 6; x++) {
                if (isWhole(p, x - 4, y) && isWhole(p, x + 6, y) && isWhole(p, x, y + 4)) {
                    steps[n++] = Math.abs(p.value(x + 2, y, 1) - p.value(x, y, 1));
                }
            }
        }
        assertTrue(n > 1000, "much of the upper half is the ball: " + n);
        Arrays.sort(steps, 0, n);
        return steps[n * 99 / 100];
    }

    @Tag("long")
    @Test
    void theGlossierTheHarderIsTheBarInItsLight() {
        for (double metallic : new double[] {0, 1}) {
            double polished = hardness(taken(Material.plain("polished", 0.25, 0.25, 0.25, metallic, 0.05)));
            double satin = hardness(taken(Material.plain("satin", 0.25, 0.25, 0.25, metallic, 0.35)));
            double matt = hardness(taken(Material.plain("matt", 0.25, 0.25, 0.25, metallic, 0.9)));
            String seen = "metallic " + metallic + ": " + polished + ", " + satin + ", " + matt;
            assertTrue(polished > 2 * satin, seen);
            assertTrue(satin > 1.15 * matt, seen);
        }
    }

    private Material striped(int stripes) throws Exception {
        byte[] pixels = new byte[256 * 256 * 3];
        for (int i = 0; i < pixels.length; i++) {
            int x = i / 3 % 256;
            pixels[i] = (byte) (x * stripes / 128 % 2 == 0 ? 40 : 200);
        }
        Path file = folder.resolve(stripes + ".png");
        Files.write(file, Formats.png(Picture.ofBytes(256, 256, 3, pixels)));
        return Material.ofMaps("striped", Map.of(Role.BASE_COLOR, TextureUse.of(ImageSource.at(file))));
    }

    /** Changes from dark to light along the front of the block. */
    private static int changes(Picture p) {
        int most = 0;
        for (int y = SIZE / 2; y < SIZE; y++) {
            int changes = 0;
            double before = 0;
            for (int x = 1; x < SIZE - 1; x++) {
                if (isWhole(p, x, y)) {
                    double step = p.value(x, y, 1) - p.value(x - 1, y, 1);
                    if (Math.abs(step) > 0.04) {
                        if (step * before < 0) {
                            changes++;
                        }
                        before = step;
                    }
                }
            }
            most = Math.max(most, changes);
        }
        return most;
    }

    @Tag("long")
    @Test
    void aPatternOfAnotherScaleLooksLikeOne() throws Exception {
        int coarse = changes(taken(striped(2)));
        int fine = changes(taken(striped(8)));
        assertTrue(coarse >= 3, "coarse " + coarse);
        assertTrue(fine > 2.5 * coarse, "coarse " + coarse + ", fine " + fine);
    }
}
