package yondershelf.table;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.Environment;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.render.Camera;
import yondershelf.render.Shaders;

/** Where things come to rest beside walls, in the air and beside each other, by plain trigonometry. */
class PlaceRulesTest {
    private static final double EXACT = 1e-6;

    private final SceneBuilder builder = new SceneBuilder(new Shaders(new Formats()));

    @TempDir
    Path folder;

    /** A wall 3 m high, 4 m wide and half a metre thick that stands at the origin and is turned. */
    private static Scene wall(double degrees) {
        Model wall = SceneTest.block("wall", 4, 3, 0.5);
        return Scene.empty("shore")
                .with(new Placement("w", "Wall", "", wall, Placing.stand(wall.bounds(), 0, 0, 0, degrees), Map.of()));
    }

    /** The direction in which the wall's front looks, level. */
    private static double[] front(double degrees) {
        double turn = Math.toRadians(degrees);
        return new double[] {Math.sin(turn), 0, Math.cos(turn)};
    }

    /** A camera five metres before the wall's front that looks at a point of it so high, so far to the side. */
    private static Camera at(double degrees, double aside, double high) {
        double[] n = front(degrees);
        double x = n[0] * 0.25 + n[2] * aside;
        double z = n[2] * 0.25 - n[0] * aside;
        return new Camera(x + n[0] * 5, high + 0.5, z + n[2] * 5, x, high, z, 0.6);
    }

    private static double[] base(Model model, Transform t) {
        return Placing.base(new Placement("x", "X", "", model, t, Map.of()));
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, 30, 75, -130})
    void againstAWallItStandsInFrontOfIt(double degrees) {
        double[] n = front(degrees);
        Model crate = SceneTest.block("crate", 1, 0.5, 0.6);
        Scene scene = wall(degrees);
        for (double aside : new double[] {-1, 0.3}) {
            Placing.Rest rest = Objects.requireNonNull(
                    Placing.under(builder.build(scene), at(degrees, aside, 0.8), 0.5, 0.5, 1, crate.bounds(), 20));
            double out = 0.25 + 0.5 * 1.02;
            double[] base = base(crate, rest.toWorld());
            assertEquals(n[0] * out + n[2] * aside, base[0], EXACT);
            assertEquals(0, base[1], EXACT);
            assertEquals(n[2] * out - n[0] * aside, base[2], EXACT);
            assertEquals("", rest.on());
        }
    }

    @Test
    void beforeAWallATableCarriesIt() {
        Model table = SceneTest.block("table", 3, 0.7, 1.4);
        Scene scene = wall(0).with(
                        new Placement("t", "Table", "", table, Placing.stand(table.bounds(), 0, 0, 1, 0), Map.of()));
        Model crate = SceneTest.block("crate", 1, 0.5, 0.6);
        Placing.Rest rest = Objects.requireNonNull(
                Placing.under(builder.build(scene), at(0, 0.1, 1.2), 0.5, 0.5, 1, crate.bounds(), 0));
        double[] base = base(crate, rest.toWorld());
        assertEquals(0.1, base[0], EXACT);
        assertEquals(0.7, base[1], EXACT);
        assertEquals("Table", rest.on());
    }

    @Test
    void inTheSkyNothingRests() {
        BuiltScene built = builder.build(wall(0));
        Camera up = new Camera(0, 1, 5, 0, 9, 4, 0.6);
        Model crate = SceneTest.block("crate", 1, 0.5, 0.6);
        Placement placed = new Placement("c", "Crate", "", crate, Transform.IDENTITY, Map.of());
        assertNull(Placing.under(built, up, 0.5, 0.5, 1, crate.bounds(), 0));
        assertNull(Placing.seated(built, up, 0.5, 0.5, 1, crate.bounds(), 0));
        assertNull(Placing.moved(built, up, 0.5, 0.5, 1, placed));
    }

    /** One that is seated on a face is seated on the next one too, as large as it is, its base on the point. */
    @ParameterizedTest
    @ValueSource(doubles = {0, 30, -130})
    void whatIsSeatedIsSeatedAgain(double degrees) {
        Model lamp = SceneTest.block("lamp", 0.2, 0.4, 0.3);
        double[] n = front(degrees);
        Transform tilted = Transform.translation(3, 1, -2)
                .after(Transform.rotation(1, 0, 0, 1.2))
                .after(Transform.scale(2))
                .after(Placing.stand(lamp.bounds(), 0, 0, 0, 0));
        Placing.Rest rest = Objects.requireNonNull(Placing.moved(
                builder.build(wall(degrees)),
                at(degrees, 0.3, 0.8),
                0.5,
                0.5,
                1,
                new Placement("l", "Lamp", "", lamp, tilted, Map.of())));
        double[] base = base(lamp, rest.toWorld());
        assertEquals(n[0] * 0.25 + n[2] * 0.3, base[0], EXACT);
        assertEquals(0.8, base[1], EXACT);
        assertEquals(n[2] * 0.25 - n[0] * 0.3, base[2], EXACT);
        // its upright axis is the wall's normal, twice as long as one
        assertEquals(2 * n[0], rest.toWorld().xy(), EXACT);
        assertEquals(0, rest.toWorld().yy(), EXACT);
        assertEquals(2 * n[2], rest.toWorld().zy(), EXACT);
        assertEquals("Wall", rest.on());
    }

    /** Along the narrower of its level sides, by as much as it is wide there and a gap. */
    @ParameterizedTest
    @CsvSource({
        "1, 0.6, 0, 1",
        "0.6, 1, 0, 1",
        "1, 0.6, 37, 1",
        "1, 0.6, 37, 2.5",
        "0.6, 1, 200, 0.5",
        "0.7, 0.7, 15, 1"
    })
    void beside(double wide, double deep, double degrees, double scale) {
        Model block = SceneTest.block("b", wide, 0.5, deep);
        Transform t = Transform.translation(1, 0, 2)
                .after(Transform.rotation(0, 1, 0, Math.toRadians(degrees)))
                .after(Transform.scale(scale));
        Transform next = Placing.beside(new Placement("b", "B", "", block, t, Map.of()));
        double turn = Math.toRadians(degrees);
        double step = 1.15 * scale * Math.min(wide, deep);
        boolean alongZ = deep < wide;
        assertEquals((alongZ ? Math.sin(turn) : Math.cos(turn)) * step, next.tx() - t.tx(), EXACT);
        assertEquals(0, next.ty() - t.ty(), EXACT);
        assertEquals((alongZ ? Math.cos(turn) : -Math.sin(turn)) * step, next.tz() - t.tz(), EXACT);
        assertEquals(t.xx(), next.xx(), EXACT);
    }

    /** One that lies on its back has its height to the side. */
    @Test
    void besideWhatLies() {
        Model mast = SceneTest.block("mast", 0.4, 3, 0.6);
        Transform lying = Transform.rotation(1, 0, 0, Math.PI / 2);
        Transform next = Placing.beside(new Placement("m", "Mast", "", mast, lying, Map.of()));
        assertEquals(0.4 * 1.15, next.tx(), EXACT);
        // tilted about its own X, neither of the other two is level
        Transform leaning = Transform.rotation(0, 0, 1, 0.5).after(Transform.rotation(1, 0, 0, 0.0));
        Transform other = Placing.beside(new Placement("m", "Mast", "", mast, leaning, Map.of()));
        assertEquals(0.6 * 1.15, other.tz(), EXACT);
        assertEquals(0, other.tx(), EXACT);
    }

    private static Environment even(float level) {
        float[] out = new float[16 * 8 * 3];
        Arrays.fill(out, level);
        return new Environment("even", Picture.ofFloats(16, 8, 3, out));
    }

    /** Under an even sky of radiance L a level white surface sends L back (Lambert): so it reaches white at -log2 L stops. */
    @ParameterizedTest
    @CsvSource({"1, 0", "2, -1", "0.25, 2", "1.4142135, -0.5", "1000, -6", "0.0001, 6", "0, 0"})
    void theExposureOfAnEnvironment(float level, double stops) {
        assertEquals(stops, builder.prepareAhead(even(level)), 0.051);
    }

    /** A running program's unsaved scene is offered to nobody, and nothing of it stays when it is saved. */
    @Test
    void whatIsKeptIsLetGo() throws Exception {
        Model crate = SceneTest.block("crate", 1, 0.5, 0.6);
        Recovery recovery = new Recovery(folder.resolve("state"));
        assertEquals(List.of(), recovery.left());
        recovery.clear();
        recovery.keep(
                Scene.empty("jetty").with(new Placement("c", "Crate", "", crate, Transform.IDENTITY, Map.of())),
                Path.of("/work/jetty.glb"),
                new Formats());
        assertEquals(List.of(), recovery.left(), "this program still runs");
        List<String> kept = names(folder.resolve("state"));
        assertEquals(2, kept.size(), kept.toString());
        recovery.clear();
        assertEquals(List.of(), names(folder.resolve("state")));
    }

    private static List<String> names(Path folder) throws Exception {
        try (var list = java.nio.file.Files.list(folder)) {
            return list.map(f -> String.valueOf(f.getFileName())).sorted().toList();
        }
    }

    /** The sky of the standard, warmer where it is brightest; rows of it do not change where the angle does not. */
    @Test
    void daylightIsWarmOnOneSide() {
        Picture sky = Objects.requireNonNull(Daylight.light().environment()).radiance();
        int row = sky.height() / 4;
        double warmest = 0;
        double coldest = 9;
        int at = 0;
        for (int x = 0; x < sky.width(); x++) {
            double warm = sky.value(x, row, 0) / sky.value(x, row, 2);
            if (warm > warmest) {
                warmest = warm;
                at = x;
            }
            coldest = Math.min(coldest, warm);
        }
        assertTrue(warmest > coldest * 1.1, warmest + " and " + coldest);
        double degrees = Math.toDegrees((at + 0.5) / sky.width() * 2 * Math.PI - Math.PI);
        assertEquals(130, degrees, 2);
    }
}
