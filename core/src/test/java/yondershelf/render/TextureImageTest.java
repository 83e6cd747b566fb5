package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.Rounds;
import yondershelf.content.Picture;
import yondershelf.content.Srgb;

/** Pictures looked up by UV: texel centres, straight lines between them, repeating (glTF 2.0, 3.8.4: the default wrap). */
class TextureImageTest {
    private static final int W = 5;
    private static final int H = 3;

    private final float[] out = new float[4];

    private static byte[] noise(int channels) {
        byte[] bytes = new byte[W * H * channels];
        SplittableRandom random = new SplittableRandom(channels);
        random.nextBytes(bytes);
        return bytes;
    }

    @Test
    void texelCentresGiveWhatIsStored() {
        for (int channels : new int[] {1, 2, 3, 4}) {
            byte[] bytes = noise(channels);
            TextureImage plain = new TextureImage(Picture.ofBytes(W, H, channels, bytes), false);
            TextureImage colour = new TextureImage(Picture.ofBytes(W, H, channels, bytes), true);
            for (int y = 0; y < H; y++) {
                for (int x = 0; x < W; x++) {
                    int i = (y * W + x) * channels;
                    double u = (x + 0.5) / W;
                    double v = (y + 0.5) / H;
                    plain.lookup(u, v, out);
                    assertEquals((bytes[i] & 0xff) / 255f, out[0], 1e-5);
                    colour.lookup(u + 3, v - 2, out);
                    assertEquals(Srgb.toLinear((bytes[i] & 0xff) / 255f), out[0], 1e-5);
                    boolean alpha = channels == 2 || channels == 4;
                    // transparency never carries the curve
                    assertEquals(alpha ? (bytes[i + channels - 1] & 0xff) / 255f : 1, out[3], 1e-5);
                    if (channels < 3) {
                        assertEquals(out[0], out[2]);
                    }
                }
            }
            assertEquals(channels % 2 == 0, plain.hasAlpha());
        }
    }

    @Test
    void betweenCentresItIsTheMeanAndRoundTheEdgeItGoesOn() {
        byte[] bytes = noise(3);
        TextureImage image = new TextureImage(Picture.ofBytes(W, H, 3, bytes), false);
        image.lookup(1.0 / W, 0.5 / H, out);
        assertEquals(((bytes[0] & 0xff) + (bytes[3] & 0xff)) / 510f, out[0], 1e-5);
        image.lookup(0, 0.5 / H, out);
        assertEquals(((bytes[0] & 0xff) + (bytes[(W - 1) * 3] & 0xff)) / 510f, out[0], 1e-5);
        float[] again = new float[4];
        SplittableRandom random = new SplittableRandom(1);
        for (int i = 0; i < Rounds.of(500); i++) {
            double u = random.nextDouble();
            double v = random.nextDouble();
            image.lookup(u, v, out);
            image.lookup(u + random.nextInt(-4, 5), v + random.nextInt(-4, 5), again);
            assertEquals(out[1], again[1], 1e-4);
        }
    }

    @Test
    void floatsAreTakenAsTheyAreUnlessTheyAreColours() {
        Picture picture = Picture.ofFloats(1, 1, 3, new float[] {0.5f, 7, 0});
        new TextureImage(picture, false).lookup(0.3, 0.9, out);
        assertEquals(0.5f, out[0]);
        assertEquals(7, out[1], 1e-5);
        new TextureImage(picture, true).lookup(0.3, 0.9, out);
        assertEquals(0.2140, out[0], 1e-4);
        assertFalse(new TextureImage(picture, true).hasAlpha());
        assertTrue(out[3] == 1);
    }
}
