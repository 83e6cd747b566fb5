package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Staging;
import yondershelf.content.Staging.Shape;
import yondershelf.content.Transform;

/** Lights of a file as surroundings: from where, how strong beside each other, and how a picture of surroundings lies. */
class StagedLightTest {
    private static final Model NOTHING = new Model("nothing", List.of(), List.of(), List.of(), List.of());
    /** A light looks along -Z: turned by a quarter about X it shines down. */
    private static final Transform DOWN = Transform.rotation(1, 0, 0, -Math.PI / 2);

    private static Staging.Light light(Shape shape, Staging.Emission emission, Transform toModel) {
        return new Staging.Light("lamp", shape, 1, 1, 1, emission, toModel);
    }

    private static Picture made(Staging.Light... lights) throws ProblemException {
        return made(null, lights);
    }

    private static Picture made(@Nullable Picture picture, Staging.Light... lights) throws ProblemException {
        return StagedLight.of("made", NOTHING, List.of(lights), image -> java.util.Objects.requireNonNull(picture))
                .radiance();
    }

    /** Light that comes from around a direction: the sum of radiance and solid angle there. */
    private static double from(Picture sky, double x, double y, double z) {
        double sum = 0;
        for (int row = 0; row < sky.height(); row++) {
            double theta = (row + 0.5) / sky.height() * Math.PI;
            double patch = Math.PI / sky.height() * 2 * Math.PI / sky.width() * Math.sin(theta);
            for (int column = 0; column < sky.width(); column++) {
                // the middle column looks along -Z, the top row up
                double phi = ((column + 0.5) / sky.width() - 0.5) * 2 * Math.PI;
                double dx = Math.sin(phi) * Math.sin(theta);
                double dy = Math.cos(theta);
                double dz = -Math.cos(phi) * Math.sin(theta);
                if (dx * x + dy * y + dz * z > Math.cos(Math.toRadians(12))) {
                    sum += sky.value(column, row, 1) * patch;
                }
            }
        }
        return sum;
    }

    /** All of it comes from where the light stands, and lights white paper white: an illuminance of pi. */
    @Test
    void itComesFromWhereTheLightStands() throws Exception {
        Picture sky = made(light(Shape.DIRECTIONAL, Staging.Emission.of(3), DOWN));
        assertEquals(Math.PI, from(sky, 0, 1, 0), 0.01);
        assertEquals(0, from(sky, 0, -1, 0), 1e-9);
        Picture lamp = made(light(Shape.POINT, Staging.Emission.of(5), Transform.translation(4, 0, 0)));
        assertEquals(Math.PI, from(lamp, 1, 0, 0), 0.01);
    }

    /** The inverse square law, and Lambert's cosine for what shines from a face. */
    @Test
    void severalKeepTheirShares() throws Exception {
        Picture two = made(
                light(Shape.POINT, Staging.Emission.of(1), Transform.translation(0, 1, 0)),
                light(Shape.POINT, Staging.Emission.of(1), Transform.translation(3, 0, 0)));
        assertEquals(9, from(two, 0, 1, 0) / from(two, 1, 0, 0), 0.1);
        // a panel that looks past the middle by 60 degrees gives half
        Transform aslant = Transform.translation(0, 0, 2).after(Transform.rotation(0, 1, 0, Math.PI / 3));
        Staging.Emission flat = new Staging.Emission(1, Math.PI / 2, Math.PI / 2, 0.01, null);
        Picture panel = made(
                light(Shape.AREA, flat, aslant),
                light(Shape.POINT, Staging.Emission.of(1), Transform.translation(0, 2, 0)));
        assertEquals(0.5, from(panel, 0, 0, 1) / from(panel, 0, 1, 0), 0.01);
    }

    /**
     * The cone of KHR_lights_punctual: its reference code squares the share of the cosine between outer and inner angle.
     */
    @Test
    void aConeFadesTowardsItsEdge() throws Exception {
        double inner = Math.toRadians(10);
        double outer = Math.toRadians(40);
        Staging.Emission cone = new Staging.Emission(1, inner, outer, 0, null);
        Staging.Light other = light(Shape.POINT, Staging.Emission.of(1), Transform.translation(0, 2, 0));
        for (int degrees : new int[] {0, 5, 20, 30, 39}) {
            double share = (Math.cos(Math.toRadians(degrees)) - Math.cos(outer)) / (Math.cos(inner) - Math.cos(outer));
            Transform turned =
                    Transform.translation(0, 0, 2).after(Transform.rotation(0, 1, 0, Math.toRadians(degrees)));
            Picture sky = made(light(Shape.SPOT, cone, turned), other);
            double wanted = Math.pow(Math.min(1, share), 2);
            assertEquals(wanted, from(sky, 0, 0, 1) / from(sky, 0, 1, 0), 0.02, degrees + " degrees off the axis");
        }
        // outside the cone nothing arrives; alone it is taken as aimed
        Transform away = Transform.translation(0, 0, 2).after(Transform.rotation(0, 1, 0, 1));
        assertEquals(0, from(made(light(Shape.SPOT, cone, away), other), 0, 0, 1), 1e-9);
        assertEquals(Math.PI, from(made(light(Shape.SPOT, cone, away)), Math.sin(1), 0, Math.cos(1)), 0.01);
        assertThrows(
                ProblemException.class,
                () -> made(light(Shape.SPOT, cone, away), light(Shape.POINT, Staging.Emission.of(0), DOWN)));
    }

    /** OpenEXR's environment maps (ImfEnvmap.h): longitude 0, the middle, is +Z, and +X is at longitude 90 degrees, left of it. */
    @Test
    void aPictureOfSurroundingsLiesAsItsStandardSays() throws Exception {
        float[] values = new float[64 * 32 * 3];
        for (int y = 15; y < 17; y++) {
            for (int c = 0; c < 3; c++) {
                values[(y * 64 + 32) * 3 + c] = 1;
                values[(y * 64 + 31) * 3 + c] = 1;
                values[(y * 64 + 15) * 3 + c] = 3;
                values[(y * 64 + 16) * 3 + c] = 3;
            }
        }
        ImageSource named = ImageSource.embedded("sky", new byte[0]);
        Staging.Emission sky = new Staging.Emission(1, Math.PI, Math.PI, 0, named);
        Picture picture = Picture.ofFloats(64, 32, 3, values);
        Picture made = made(picture, light(Shape.SURROUNDINGS, sky, Transform.IDENTITY));
        assertEquals(3, from(made, 1, 0, 0) / from(made, 0, 0, 1), 0.05);
        assertEquals(Math.PI, from(made, 1, 0, 0) + from(made, 0, 0, 1), 0.05);
        // turned with its light: what was at +Z is at +X then
        Picture turned = made(picture, light(Shape.SURROUNDINGS, sky, Transform.rotation(0, 1, 0, Math.PI / 2)));
        assertEquals(3, from(turned, 0, 0, -1) / from(turned, 1, 0, 0), 0.05);
    }
}
