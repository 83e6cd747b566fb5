package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.render.Booth;
import yondershelf.sorting.SortedItem;
import yondershelf.work.Work;

/** Materials whose maps lie on several UV squares: MaterialX 1.38, "Filename Substitutions"; squares are numbered 1001 + u + 10 v. */
class SquaresTest extends Planning {
    private void square(String path, int red, int green, int blue) throws Exception {
        byte[] pixels = new byte[16 * 16 * 3];
        for (int i = 0; i < pixels.length; i += 3) {
            pixels[i] = (byte) red;
            pixels[i + 1] = (byte) green;
            pixels[i + 2] = (byte) blue;
        }
        file(path, Formats.png(Picture.ofBytes(16, 16, 3, pixels)));
    }

    private void fourSquares(String before, String... names) throws Exception {
        int[][] colours = {{200, 10, 10}, {10, 200, 10}, {10, 10, 200}, {200, 200, 10}};
        for (int i = 0; i < names.length; i++) {
            square(before + names[i] + ".png", colours[i][0], colours[i][1], colours[i][2]);
        }
    }

    private static String hue(double r, double g, double b) {
        double half = Math.max(r, Math.max(g, b)) / 2;
        return (r > half ? "R" : "-") + (g > half ? "G" : "-") + (b > half ? "B" : "-");
    }

    /** Colours in a preview, each over at least one in fifty of its pixels: where two squares meet they mix. */
    private Set<String> hues(Asset asset) throws Exception {
        Picture seen = Objects.requireNonNull(
                catalogue.contents().previews().take(asset, 96, Booth.DRAFT_SAMPLES, () -> false));
        java.util.Map<String, Integer> count = new java.util.TreeMap<>();
        for (int y = 0; y < seen.height(); y++) {
            for (int x = 0; x < seen.width(); x++) {
                double r = seen.value(x, y, 0);
                double g = seen.value(x, y, 1);
                double b = seen.value(x, y, 2);
                if (seen.value(x, y, 3) > 0.5 && Math.max(r, Math.max(g, b)) > 2 * Math.min(r, Math.min(g, b))) {
                    count.merge(hue(r, g, b), 1, Integer::sum);
                }
            }
        }
        count.values().removeIf(n -> n < seen.width() * seen.height() / 50);
        return count.keySet();
    }

    private static Picture seen(Material material, Role role) throws Exception {
        return new Formats()
                .readColours(Objects.requireNonNull(material.maps().get(role)).image());
    }

    private static void areAllThere(Material material) throws Exception {
        Picture whole = seen(material, Role.BASE_COLOR);
        assertEquals(32, whole.width());
        assertEquals("R--", hue(whole.value(4, 28, 0), whole.value(4, 28, 1), whole.value(4, 28, 2)));
        assertEquals("-G-", hue(whole.value(28, 28, 0), whole.value(28, 28, 1), whole.value(28, 28, 2)));
        assertEquals("--B", hue(whole.value(4, 4, 0), whole.value(4, 4, 1), whole.value(4, 4, 2)));
        assertEquals("RG-", hue(whole.value(28, 4, 0), whole.value(28, 4, 1), whole.value(28, 4, 2)));
        TextureUse use = Objects.requireNonNull(material.maps().get(Role.BASE_COLOR));
        // the first square's lower left corner is the whole's, and its upper right the whole's middle
        assertEquals(0.5, use.scaleU());
        assertEquals(0.5, use.scaleV());
        assertEquals(0, use.offsetU());
        assertEquals(0.5, use.offsetV());
    }

    @Test
    void aSetIsTakenInWithAllItsSquares() throws Exception {
        fourSquares("pack/hull/hull_basecolor.", "1001", "1002", "1011", "1012");
        fourSquares("pack/hull/hull_roughness_", "u1_v1", "u2_v1", "u1_v2");
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(
                    List.of(folder.resolve("pack")),
                    wishes(NameStyle.USUAL, false, false, Set.of(), Habits.NONE),
                    Work.SILENT);
            assertEquals(1, plan.items().size());
            assertEquals(
                    "maps of one name: base color, roughness, on several UV squares",
                    plan.items().get(0).why());
            take(intake, plan);
        }
        Asset hull = asset("Hull");
        Path document = library.resolve(hull.path());
        String text = Files.readString(document);
        assertTrue(text.contains("hull_basecolor.&lt;UDIM&gt;.png"), text);
        assertTrue(text.contains("hull_roughness_&lt;UVTILE&gt;.png"), text);
        assertEquals(8, hull.files().size(), hull.files().toString());
        Material read = reader.readMaterials(document).first();
        areAllThere(read);
        TextureUse rough = Objects.requireNonNull(read.maps().get(Role.ROUGHNESS));
        assertEquals(32, reader.readPicture(rough.image()).height());
        assertEquals(new TreeSet<>(Set.of("R--", "-G-", "--B", "RG-")), new TreeSet<>(hues(hull)));
    }

    /** Also when no document says so, by their names. */
    @Test
    void aSetThatOnlyLiesThere() throws Exception {
        fourSquares("library/hull_basecolor.", "1001", "1002", "1011", "1012");
        square("library/hull_roughness.1001.png", 90, 90, 90);
        square("library/hull_roughness.1002.png", 90, 90, 90);
        catalogue.scanning().scan(library, Work.SILENT);
        Asset hull = asset("Hull");
        assertEquals(6, hull.files().size());
        areAllThere(catalogue.contents().material(hull));
        assertEquals(new TreeSet<>(Set.of("R--", "-G-", "--B", "RG-")), new TreeSet<>(hues(hull)));
    }

    /** In scenes of USD too (UsdPreviewSurface specification, "UsdUVTexture", inputs:file). */
    @Test
    void aModelWearsThem() throws Exception {
        fourSquares("library/maps/hull.", "1001", "1002", "1011", "1012");
        text("library/hull.usda", """
                #usda 1.0
                (
                    upAxis = "Y"
                )
                def Mesh "Hull"
                {
                    int[] faceVertexCounts = [4]
                    int[] faceVertexIndices = [0, 1, 2, 3]
                    point3f[] points = [(0, 0, 0), (2, 0, 0), (2, 2, 0), (0, 2, 0)]
                    texCoord2f[] primvars:st = [(0, 0), (2, 0), (2, 2), (0, 2)] (
                        interpolation = "vertex"
                    )
                    rel material:binding = </Paint>
                }
                def Material "Paint"
                {
                    token outputs:surface.connect = </Paint/Surface.outputs:surface>
                    def Shader "Surface"
                    {
                        uniform token info:id = "UsdPreviewSurface"
                        color3f inputs:diffuseColor.connect = </Paint/Chart.outputs:rgb>
                        token outputs:surface
                    }
                    def Shader "Chart"
                    {
                        uniform token info:id = "UsdUVTexture"
                        asset inputs:file = @./maps/hull.<UDIM>.png@
                        float3 outputs:rgb
                    }
                }
                """);
        catalogue.scanning().scan(library, Work.SILENT);
        Asset hull = asset("Hull");
        assertEquals(
                5,
                hull.files().size(),
                hull.files().stream().map(SortedItem.SortedFile::path).collect(Collectors.joining(" ")));
        areAllThere(reader.readModel(library.resolve(hull.path())).materials().get(0));
        assertEquals(new TreeSet<>(Set.of("R--", "-G-", "--B", "RG-")), new TreeSet<>(hues(hull)));
    }
}
