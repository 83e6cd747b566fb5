package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Picture;

/** What a film gathers of a ball on the ground, against where they are. */
class FilmTest {
    private static final int SIZE = 33;
    private static final int MIDDLE = SIZE / 2 * SIZE + SIZE / 2;

    private static RenderScene ball() {
        Picture sky = EnergyTest.gradient();
        EnvironmentLight light = EnvironmentLight.of(new Environment("sky", sky), 0, 0);
        Material paint = Material.plain("paint", 0.6, 0.3, 0.2, 0, 0.5);
        return TestScenes.lit(TestScenes.sphere(64), paint, light, new RenderScene.Ground(-1, false, 0.5, 1e3));
    }

    private static Film drawn(Set<Film.Buffer> more, int... samples) {
        Film film = new Film(SIZE, SIZE, more);
        // level, past the ball to the horizon
        Camera camera = new Camera(0, 0, 6, 0, 0, 0, Math.toRadians(40));
        for (int each : samples) {
            PathTracer.render(ball(), camera, film, each, PathTracer.Quality.TABLE, 2, () -> false);
        }
        return film;
    }

    @Test
    void distanceItemAndDirectionAreThoseOfTheBall() {
        Film film = drawn(EnumSet.of(Film.Buffer.DEPTH, Film.Buffer.ITEM), 16);
        float[] depth = film.of(Film.Buffer.DEPTH);
        float[] item = film.of(Film.Buffer.ITEM);
        assertEquals(5, depth[MIDDLE], 0.01, "a ball of one metre, six away");
        assertEquals(0, item[MIDDLE]);
        assertEquals(1, film.of(Film.Buffer.NORMAL)[MIDDLE * 3 + 2] / 16, 0.01, "it looks to the eye");
        assertEquals(0.3, film.of(Film.Buffer.ALBEDO)[MIDDLE * 3 + 1] / 16, 0.01);
        int sky = 2 * SIZE + 2;
        assertEquals(Float.POSITIVE_INFINITY, depth[sky]);
        assertEquals(-1, item[sky]);
        // the ground in the lowest row, a metre below the eye: the ray falls by the tangent of its angle
        double fall = Math.tan(Math.toRadians(20)) * (2 * (SIZE - 0.5) / SIZE - 1);
        int ground = (SIZE - 1) * SIZE + SIZE / 2;
        assertEquals(Math.sqrt(1 + 1 / (fall * fall)), depth[ground], 0.1);
        assertEquals(-1, item[ground]);
    }

    /** Every second sample goes to the half, whatever the samples were asked for in. */
    @Test
    void halvesAreOfEverySecondSample() {
        Film whole = drawn(EnumSet.of(Film.Buffer.HALF), 4);
        Film steps = drawn(EnumSet.of(Film.Buffer.HALF), 1, 3);
        assertArrayEquals(whole.of(Film.Buffer.HALF), steps.of(Film.Buffer.HALF));
        assertArrayEquals(whole.of(Film.Buffer.LIGHT), steps.of(Film.Buffer.LIGHT));
        float[] light = whole.of(Film.Buffer.LIGHT);
        float[] half = whole.of(Film.Buffer.HALF);
        double one = 0;
        double other = 0;
        boolean differs = false;
        for (int i = 0; i < light.length; i++) {
            one += half[i];
            other += light[i] - half[i];
            differs |= Math.abs(light[i] - 2 * half[i]) > 0.01;
        }
        assertEquals(1, one / other, 0.02);
        assertTrue(differs, "they are of different samples");
    }

    @Test
    void whatIsNotWantedIsNotHeld() {
        Film film = drawn(Set.of(), 1);
        assertThrows(NullPointerException.class, () -> film.of(Film.Buffer.DEPTH));
        assertArrayEquals(film.of(Film.Buffer.LIGHT), Reconstruction.MEAN.light(film));
        assertArrayEquals(
                film.of(Film.Buffer.LIGHT),
                drawn(EnumSet.allOf(Film.Buffer.class), 1).of(Film.Buffer.LIGHT));
    }
}
