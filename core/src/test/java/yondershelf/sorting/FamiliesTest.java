package yondershelf.sorting;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.format.reading.FileType;

/** Levels of detail, versions and sizes of one thing. Naming habits: common practice, no source. */
class FamiliesTest {
    private static final Lore ALL_AROUND = new Lore() {
        @Override
        public Set<String> references(String path) {
            return Set.of();
        }

        @Override
        public Optional<FileType> type(String path) {
            return Optional.empty();
        }

        @Override
        public int shape(String path) {
            return 2000;
        }

        @Override
        public Shows shows(String path) {
            return Shows.SURROUNDINGS;
        }

        @Override
        public boolean areFrames(List<String> paths) {
            return paths.get(0).startsWith("smoke");
        }
    };

    private static List<SortedItem> sorted(List<String> paths) {
        return Sorter.sort(paths, ALL_AROUND).items();
    }

    private static String text(SortedItem item) {
        return item.kind().word() + " " + item.name() + ": "
                + item.files().stream()
                        .map(f -> f.path() + (f.variant().isEmpty() ? "" : " (" + f.variant() + ")"))
                        .collect(Collectors.joining(", "));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "lantern_LOD1.glb lantern_LOD0.glb lantern_LOD2.glb | model Lantern: lantern_LOD0.glb,"
                        + " lantern_LOD1.glb (level 1), lantern_LOD2.glb (level 2)",
                "lantern.glb lantern_lod_1.glb | model Lantern: lantern.glb, lantern_lod_1.glb (level 1)",
                "MooringPost_v01.glb MooringPost_v03.glb MooringPost_v02.glb | model Mooring post: MooringPost_v03.glb,"
                        + " MooringPost_v02.glb (v2), MooringPost_v01.glb (v1)",
                "north_pier_1k.hdr north_pier_4k.hdr north_pier_2k.exr | hdri North pier: north_pier_4k.hdr,"
                        + " north_pier_2k.exr (2k exr), north_pier_1k.hdr (1k)",
                "chart.1002.png chart.1001.png chart.1011.png | texture Chart: chart.1001.png, chart.1002.png (1002),"
                        + " chart.1011.png (1011)",
                "chart_512.png chart_2048.png | texture Chart: chart_2048.png, chart_512.png (512)",
                "hdris/1k/north_pier.hdr hdris/4k/north_pier.hdr | hdri North pier: hdris/4k/north_pier.hdr,"
                        + " hdris/1k/north_pier.hdr (1k)",
                "rig/LOD1/capstan.obj rig/LOD0/capstan.obj rig/LOD2/capstan.obj | model Capstan: rig/LOD0/capstan.obj,"
                        + " rig/LOD1/capstan.obj (level 1), rig/LOD2/capstan.obj (level 2)",
                "rig/lod_0/a.obj rig/lod_1/b.obj | model A: rig/lod_0/a.obj + model B: rig/lod_1/b.obj",
                "Stühle_v1.glb Stühle_v2.glb | model Stühle: Stühle_v2.glb, Stühle_v1.glb (v1)",
                "Pavés_v1.glb Pavés_v2.glb | model Pavés: Pavés_v2.glb, Pavés_v1.glb (v1)"
            })
    void oneThingInSeveralFiles(String files, String expected) {
        assertEquals(
                List.of(expected.split(" \\+ ")),
                sorted(List.of(files.split(" "))).stream()
                        .map(FamiliesTest::text)
                        .toList());
    }

    /** Of maps in several versions the latest is used, beside those that come in one. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "oak_albedo_v1.png oak_albedo_v2.png oak_normal.png | oak_albedo_v2.png oak_normal.png",
                "oak_albedo_v10.png oak_albedo_v9.png oak_normal_v3.png oak_normal_v2.png | oak_albedo_v10.png oak_normal_v3.png",
                "v2_oak_albedo.png v1_oak_albedo.png oak_normal.png | v2_oak_albedo.png oak_normal.png"
            })
    void theLatestVersionOfAMapIsUsed(String files, String used) {
        List<SortedItem> items = sorted(List.of(files.split(" ")));
        assertEquals(1, items.size());
        assertEquals(
                List.of(used.split(" ")),
                items.get(0).files().stream()
                        .filter(SortedItem.SortedFile::isUsed)
                        .map(SortedItem.SortedFile::path)
                        .sorted(java.util.Comparator.comparing((String p) -> p.contains("normal")))
                        .toList());
    }

    /** Squares of UVs: 1001 and one more a column, ten more a row; columns and rows from 1 in the other way of writing it. */
    @ParameterizedTest
    @CsvSource({
        "robe_u1_v1_albedo.png, 1001",
        "robe_u2_v1_albedo.png, 1002",
        "robe_u1_v2_albedo.png, 1011",
        "robe_u2_v3_albedo.png, 1022",
        "robe_albedo_u10_v1.png, 1010",
        "robe_albedo_1034.png, 1034",
        "robe_albedo.1022.png, 1022"
    })
    void squaresOfUvs(String name, int square) {
        assertEquals(square, MapName.of(name).tile());
    }

    @ParameterizedTest
    @CsvSource({
        "door_left.glb door_right.glb",
        "buoy_red.glb buoy_green.glb",
        "lantern.glb lantern.obj",
        "box_1.glb box_2.glb",
        "tiles_001.png tiles_002.png",
        "1k.hdr 2k.hdr",
        "level_crossing.glb level.glb"
    })
    void thingsOfTheirOwn(String files) {
        assertEquals(2, sorted(List.of(files.split(" "))).size());
    }

    private static List<String> numbered(String before, int from, int to, String after) {
        return IntStream.rangeClosed(from, to)
                .mapToObj(i -> before + String.format(Locale.ROOT, "%04d", i) + after)
                .toList();
    }

    /** Frames that move are one thing; as many numbered pictures that do not, and a few, are not. */
    @Test
    void numberedFrames() {
        List<SortedItem> smoke = sorted(numbered("smoke/", 1, 80, ".png"));
        assertEquals(1, smoke.size());
        assertEquals("Smoke", smoke.get(0).name());
        assertEquals(80, smoke.get(0).files().size());
        assertEquals("smoke/0001.png", smoke.get(0).files().get(0).path());
        assertEquals("frame 80", smoke.get(0).files().get(79).variant());
        assertEquals(
                "Smoke wisp",
                sorted(numbered("smoke_wisp_", 10, 30, ".png")).get(0).name());
        assertEquals(40, sorted(numbered("fabric_", 1, 40, ".jpg")).size());
        assertEquals(5, sorted(numbered("smoke_", 1, 5, ".png")).size());
        List<String> gaps = new ArrayList<>(numbered("smoke_", 1, 40, ".png"));
        gaps.removeIf(path -> path.contains("3"));
        assertEquals(gaps.size(), sorted(gaps).size());
    }

    /** A word nobody knows is a map's where it stands in its place and the pictures are of one format. */
    @Test
    void anUnknownWordInAnotherFormatIsAnotherPicture() {
        List<String> set = List.of("brick_basecolor.png", "brick_normal.png", "brick_wall.jpg", "brick_cavity.png");
        assertEquals(
                List.of(
                        "material Brick: brick_basecolor.png, brick_normal.png, brick_cavity.png (cavity)",
                        "texture Brick wall: brick_wall.jpg"),
                sorted(set).stream().map(FamiliesTest::text).toList());
    }

    /** Numbers beyond 1000 are UV squares where they begin with 1001, and nowhere else. */
    @Test
    void numberedThingsAreNoSquares() {
        assertEquals(40, sorted(numbered("pic ", 1000, 1039, ".png")).size());
        assertEquals(20, sorted(numbered("pic ", 1210, 1229, ".png")).size());
        assertEquals(1, sorted(numbered("chart_", 1001, 1006, ".png")).size());
        List<String> sets = new ArrayList<>(numbered("surface_", 1000, 1019, "_basecolor.png"));
        sets.addAll(numbered("surface_", 1000, 1019, "_normal.png"));
        assertEquals(20, sorted(sets).size());
        List<String> squares = new ArrayList<>(numbered("stool_", 1001, 1006, "_basecolor.png"));
        squares.addAll(numbered("stool_", 1001, 1006, "_normal.png"));
        assertEquals(1, sorted(squares).size());
    }

    /** No file is lost or told twice, in whatever order they come. */
    @Property
    void orderDoesNotMatter(@ForAll Random random) {
        List<String> paths = new ArrayList<>();
        for (String name : List.of("lantern", "oar", "sky")) {
            for (String more : List.of("", "_lod1", "_v2", "_1k", "_v2_lod1")) {
                if (random.nextBoolean()) {
                    paths.add(name + more + (name.equals("sky") ? ".hdr" : ".glb"));
                }
            }
        }
        List<String> expected = sorted(paths).stream().map(FamiliesTest::text).toList();
        Collections.shuffle(paths, random);
        assertEquals(expected, sorted(paths).stream().map(FamiliesTest::text).toList());
        Set<String> told = new TreeSet<>();
        sorted(paths).forEach(i -> i.files().forEach(f -> told.add(f.path())));
        assertEquals(new TreeSet<>(paths), told);
    }

    @Test
    void whatIsKeptIsReadBack() {
        SortedItem.SortedFile level =
                new SortedItem.SortedFile("a.glb", null, yondershelf.content.Coding.PLAIN, "level 1");
        assertEquals(level, SortedItem.SortedFile.of("a.glb", level.mark()));
    }
}
