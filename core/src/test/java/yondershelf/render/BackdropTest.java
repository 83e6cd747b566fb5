package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.Srgb;

/** A picture behind everything is seen where nothing stands, and lights nothing. */
class BackdropTest {
    private static final EnvironmentLight WHITE = EnvironmentLight.constant(0.5, 0.5, 0.5);

    /** West half red, east half blue, as the picture's middle looks along -Z. */
    private static Picture halves() {
        byte[] out = new byte[64 * 32 * 3];
        for (int i = 0; i < 64 * 32; i++) {
            out[i * 3 + (i % 64 < 32 ? 0 : 2)] = (byte) 188;
        }
        return Picture.ofBytes(64, 32, 3, out);
    }

    private static Film seen(EnvironmentLight light) {
        RenderScene scene =
                TestScenes.lit(TestScenes.sphere(32), Material.plain("m", 0.5, 0.5, 0.5, 0, 1), light, null);
        Film film = new Film(33, 33);
        // along -Z, the middle of the picture
        Camera camera = new Camera(0, 0, 6, 0, 0, 0, Math.toRadians(40));
        PathTracer.render(scene, camera, film, 16, PathTracer.Quality.TABLE, 2, () -> false);
        return film;
    }

    @Test
    void isSeenAndLightsNothing() {
        Film without = seen(WHITE);
        Film with = seen(WHITE.behind(halves()));
        assertArrayEquals(without.mean(16, 16), with.mean(16, 16), "the ball is lit as before");
        double red = Srgb.toLinear(188 / 255.0);
        assertEquals(red, with.mean(1, 16)[0], 0.01);
        assertEquals(0, with.mean(1, 16)[2], 0.01);
        assertEquals(red, with.mean(31, 16)[2], 0.01);
        assertEquals(0.5, without.mean(1, 16)[0], 0.01);
    }

    /** With the light's exposure and turn. */
    @Test
    void followsTheLight() {
        Film turned = seen(WHITE.behind(halves()).with(1, Math.PI));
        assertEquals(2 * Srgb.toLinear(188 / 255.0), turned.mean(31, 16)[0], 0.02);
        assertEquals(0, turned.mean(31, 16)[2], 0.02);
    }
}
