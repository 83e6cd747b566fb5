package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.TextureUse;

/**
 * Where a picture lies on a surface: KHR_texture_transform scales, then rotates counter-clockwise, then shifts. With rows that run down this
 * is u' = u cos + v sin and v' = v cos - u sin (as renderers of the extension's authors write it; from memory).
 */
class PlacedPictureTest {
    /** Red, green; blue, white: no turn and no mirroring leaves it as it is. */
    private static final TextureImage FOUR =
            new TextureImage(Picture.ofBytes(2, 2, 3, new byte[] {-1, 0, 0, 0, -1, 0, 0, 0, -1, -1, -1, -1}), false);

    private static final float[] RED = {1, 0, 0};
    private static final float[] GREEN = {0, 1, 0};
    private static final float[] BLUE = {0, 0, 1};
    private static final float[] WHITE = {1, 1, 1};

    private static float[] seen(double u, double v, double scale, double offset, double rotation) {
        Surface s = new Surface();
        s.u = (float) u;
        s.v = (float) v;
        float[] out = new float[4];
        TextureUse use =
                new TextureUse(ImageSource.embedded("four", new byte[0]), scale, scale, offset, offset, rotation);
        Shader.Slot.of(FOUR, use).lookup(s, out);
        return new float[] {out[0], out[1], out[2]};
    }

    @Test
    void asItIs() {
        assertArrayEquals(RED, seen(0.25, 0.25, 1, 0, 0), 1e-5f);
        assertArrayEquals(GREEN, seen(0.75, 0.25, 1, 0, 0), 1e-5f);
        assertArrayEquals(BLUE, seen(0.25, 0.75, 1, 0, 0), 1e-5f);
        assertArrayEquals(WHITE, seen(0.75, 0.75, 1, 0, 0), 1e-5f);
    }

    /** A quarter turn: u' = v and v' = -u, which repeats. */
    @Test
    void aQuarterTurnGoesOneWayAround() {
        assertArrayEquals(BLUE, seen(0.25, 0.25, 1, 0, Math.PI / 2), 1e-5f);
        assertArrayEquals(RED, seen(0.75, 0.25, 1, 0, Math.PI / 2), 1e-5f);
        assertArrayEquals(WHITE, seen(0.25, 0.75, 1, 0, Math.PI / 2), 1e-5f);
        assertArrayEquals(GREEN, seen(0.75, 0.75, 1, 0, Math.PI / 2), 1e-5f);
    }

    /** The place on the surface that shows the middle of a texel, found by turning back: by any angle, larger or smaller, shifted. */
    @ParameterizedTest
    @ValueSource(doubles = {30, 45, 90, 200, -70})
    void anyTurnScaleAndShift(double degrees) {
        double angle = Math.toRadians(degrees);
        float[][] colours = {RED, GREEN, BLUE, WHITE};
        for (double scale : new double[] {1, 3}) {
            for (int i = 0; i < 4; i++) {
                // before the shift
                double a = (i % 2 == 0 ? 0.25 : 0.75) - 0.125;
                double b = (i < 2 ? 0.25 : 0.75) - 0.125;
                double u = (a * Math.cos(angle) - b * Math.sin(angle)) / scale;
                double v = (a * Math.sin(angle) + b * Math.cos(angle)) / scale;
                assertArrayEquals(colours[i], seen(u, v, scale, 0.125, angle), 1e-4f);
            }
        }
    }
}
