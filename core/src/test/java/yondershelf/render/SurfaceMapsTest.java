package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.awt.image.BufferedImage;
import java.awt.image.IndexColorModel;
import java.io.ByteArrayOutputStream;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.Environment;
import yondershelf.content.ImageSource;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;
import yondershelf.format.Formats;

/** Maps mean what the same thing made without a map looks like. */
class SurfaceMapsTest {
    private static final EnvironmentLight BLACK = EnvironmentLight.constant(0, 0, 0);

    /** A square facing +Z, leaned about the Y axis so that it faces +X as well; U grows along it to the right. */
    private static Mesh square(double lean, float @org.jspecify.annotations.Nullable [] colors) {
        float c = (float) Math.cos(lean);
        float s = (float) Math.sin(lean);
        float[] positions = {-4 * c, -4, 4 * s, 4 * c, -4, -4 * s, 4 * c, 4, -4 * s, -4 * c, 4, 4 * s};
        float[] normals = {s, 0, c, s, 0, c, s, 0, c, s, 0, c};
        float[] uvs = {0, 1, 1, 1, 1, 0, 0, 0};
        return new Mesh("square", List.of(new Part(positions, normals, uvs, colors, new int[] {0, 1, 2, 0, 2, 3}, 0)));
    }

    private static TextureUse pixel(int channels, double... values) {
        byte[] bytes = new byte[channels];
        for (int i = 0; i < channels; i++) {
            bytes[i] = (byte) Math.round(values[i] * 255);
        }
        return TextureUse.of(ImageSource.embedded("pixel", Formats.png(Picture.ofBytes(1, 1, channels, bytes))));
    }

    private static double[] seen(Mesh mesh, Material material, EnvironmentLight light) {
        return TestScenes.middle(TestScenes.lit(mesh, material, light, null), 256);
    }

    private static Material plain(double grey, double metallic, double roughness) {
        return Material.plain("plain", grey, grey, grey, metallic, roughness);
    }

    private static Material with(Material material, Role role, TextureUse use) {
        return material.withMaps(new EnumMap<>(Map.of(role, use)));
    }

    /** Light from the half of the sky that lies before every square, brighter above and to the right. */
    private static EnvironmentLight before() {
        int w = 128;
        int h = 64;
        float[] p = new float[w * h * 3];
        for (int y = 0; y < h; y++) {
            double up = Math.cos(Math.PI * (y + 0.5) / h);
            for (int x = 0; x < w; x++) {
                double phi = 2 * Math.PI * (x + 0.5) / w - Math.PI;
                double around = Math.sin(Math.PI * (y + 0.5) / h);
                // the middle column looks along -Z, so +Z is where the cosine is below zero
                boolean ahead = -Math.cos(phi) * around > 0.45;
                float level = ahead ? (float) (1.4 + 0.3 * up - 1.4 * Math.sin(phi) * around) : 0;
                for (int c = 0; c < 3; c++) {
                    p[(y * w + x) * 3 + c] = level;
                }
            }
        }
        return EnvironmentLight.of(new Environment("before", Picture.ofFloats(w, h, 3, p)), 0, 0);
    }

    /** A flat square whose normal map leans is lit as a leaning square is. */
    @Tag("long")
    @ParameterizedTest
    @CsvSource({"0, 0.7", "0, 0.3", "1, 0.4"})
    void aNormalMapIsTheSlopeItStandsFor(double metallic, double roughness) {
        int byte255 = (int) Math.round((Math.sin(Math.toRadians(20)) * 0.5 + 0.5) * 255);
        double x = byte255 / 255.0 * 2 - 1;
        int z255 = (int) Math.round((Math.sqrt(1 - x * x) * 0.5 + 0.5) * 255);
        double lean = Math.atan2(x, z255 / 255.0 * 2 - 1);
        Material material = plain(0.6, metallic, roughness);
        TextureUse map = pixel(3, byte255 / 255.0, 0.5, z255 / 255.0);
        double[] leaning = seen(square(lean, null), material, before());
        double[] mapped = seen(square(0, null), with(material, Role.NORMAL, map), before());
        double[] flat = seen(square(0, null), material, before());
        assertEquals(leaning[1], mapped[1], 0.02 * leaning[1]);
        assertTrue(Math.abs(leaning[1] - flat[1]) > 0.05 * flat[1], "the slope is to be seen");
    }

    /** A lamp in the dark shows its own light and nothing else, times its map (linear light, IEC 61966-2-1). */
    @Test
    void whatGlows() {
        Material lamp = plain(0, 0, 1).withEmission(4, 2, 0.5);
        assertArrayEquals(new double[] {4, 2, 0.5}, seen(square(0, null), lamp, BLACK), 1e-4);
        TextureUse half = pixel(3, 1, 188 / 255.0, 0);
        double[] mapped = seen(square(0, null), with(lamp, Role.EMISSIVE, half), BLACK);
        double linear = Math.pow((188 / 255.0 + 0.055) / 1.055, 2.4);
        assertArrayEquals(new double[] {4, 2 * linear, 0}, mapped, 2e-3);
    }

    /** Something a quarter there lets three quarters of what is behind it through. */
    @Test
    void whatIsSeenThrough() {
        EnvironmentLight white = EnvironmentLight.constant(1, 1, 1);
        Material black = plain(0, 1, 1).withOpacity(0.25);
        assertEquals(0.75, seen(square(0, null), black, white)[1], 0.02);
        Material mapped = with(plain(0, 1, 1), Role.OPACITY, pixel(1, 0.25));
        assertEquals(0.75, seen(square(0, null), mapped, white)[1], 0.02);
    }

    /** A map's values multiply the factors (glTF 2.0, 3.9.2); roughness is packed in green, metallic in blue. */
    @ParameterizedTest
    @ValueSource(doubles = {0.2, 0.6, 1})
    void packedValuesAreThoseOfTheFactors(double value) {
        double stored = Math.round(value * 255) / 255.0;
        Material factors = plain(0.7, stored, stored);
        Material packed = with(plain(0.7, 1, 1), Role.PACKED, pixel(3, 0, value, value));
        assertEquals(seen(square(0.3, null), factors, before())[1], seen(square(0.3, null), packed, before())[1], 2e-3);
    }

    /** 3.9.2: vertex colours are linear and multiply the base color. */
    @Test
    void vertexColours() {
        float[] half = new float[16];
        java.util.Arrays.fill(half, 0.5f);
        for (int v = 0; v < 4; v++) {
            half[v * 4 + 3] = 1;
        }
        double tinted = seen(square(0, half), plain(0.8, 0, 0.9), before())[1];
        assertEquals(seen(square(0, null), plain(0.4, 0, 0.9), before())[1], tinted, 2e-3);
    }

    /** A map on the second set of UVs shows what it shows on the first when those are the same; the first set does not matter. */
    @Test
    void aMapOnTheSecondSet() {
        byte[] halves = {(byte) 255, 0, 0, 0, 0, (byte) 255};
        TextureUse picture =
                TextureUse.of(ImageSource.embedded("halves", Formats.png(Picture.ofBytes(2, 1, 3, halves))));
        TextureUse second = new TextureUse(picture.image(), 1, 1, 0, 0, 0, Wrap.REPEAT, Wrap.REPEAT, 1);
        Part part = square(0, null).parts().get(0);
        for (float u : new float[] {0.25f, 0.75f}) {
            float[] there = {u, 0.5f, u, 0.5f, u, 0.5f, u, 0.5f};
            float[] elsewhere = {1 - u, 0.5f, 1 - u, 0.5f, 1 - u, 0.5f, 1 - u, 0.5f};
            Part first = new Part(part.positions(), part.normals(), there, null, part.indices(), 0);
            Part both =
                    new Part(part.positions(), part.normals(), elsewhere, null, part.indices(), 0).withSecondUvs(there);
            EnvironmentLight light = EnvironmentLight.constant(1, 1, 1);
            Material plain = plain(1, 0, 1);
            double[] want = seen(new Mesh("one", List.of(first)), with(plain, Role.BASE_COLOR, picture), light);
            double[] is = seen(new Mesh("two", List.of(both)), with(plain, Role.BASE_COLOR, second), light);
            assertArrayEquals(want, is, 1e-6);
            assertTrue(u < 0.5 ? is[0] > 2 * is[2] : is[2] > 2 * is[0], "red on the left, blue on the right");
        }
    }

    /** One colour, however PNG keeps it (third edition, 6.1: palettes, greys of 1 to 16 bits), is the same map in every role. */
    @Tag("long")
    @ParameterizedTest
    @EnumSource(
            value = Role.class,
            names = {
                "BASE_COLOR",
                "NORMAL",
                "ROUGHNESS",
                "METALLIC",
                "PACKED",
                "OCCLUSION",
                "OPACITY",
                "EMISSIVE",
                "CLEARCOAT",
                "SHEEN_COLOR"
            })
    void palettesAndGreysInEveryRole(Role role) throws Exception {
        double before = Double.NaN;
        for (int grey : new int[] {102, 204}) {
            int[] colour = role == Role.NORMAL ? new int[] {grey, 128, 230} : new int[] {grey, grey, grey};
            byte[] rgb = {(byte) colour[0], (byte) colour[1], (byte) colour[2]};
            double[] want = worn(role, Formats.png(Picture.ofBytes(1, 1, 3, rgb)));
            // occlusion is worked out, not looked up
            assertTrue(role == Role.OCCLUSION || Math.abs(want[0] - before) > 1e-5 == grey > 102, "it is looked at");
            before = want[0];
            byte[] reds = {0, rgb[0]};
            byte[] greens = {0, rgb[1]};
            byte[] blues = {0, rgb[2]};
            IndexColorModel palette = new IndexColorModel(1, 2, reds, greens, blues);
            BufferedImage indexed = new BufferedImage(1, 1, BufferedImage.TYPE_BYTE_BINARY, palette);
            indexed.getRaster().setSample(0, 0, 0, 1);
            assertArrayEquals(want, worn(role, png(indexed)), 1e-6, "palette");
            if (role != Role.NORMAL) {
                BufferedImage eight = new BufferedImage(1, 1, BufferedImage.TYPE_BYTE_GRAY);
                eight.getRaster().setSample(0, 0, 0, grey);
                assertArrayEquals(want, worn(role, png(eight)), 1e-6, "grey of 8 bits");
                BufferedImage sixteen = new BufferedImage(1, 1, BufferedImage.TYPE_USHORT_GRAY);
                sixteen.getRaster().setSample(0, 0, 0, grey * 257);
                assertArrayEquals(want, worn(role, png(sixteen)), 1e-4, "grey of 16 bits");
            }
        }
    }

    private static byte[] png(BufferedImage image) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        assertTrue(ImageIO.write(image, "png", out));
        return out.toByteArray();
    }

    private static double[] worn(Role role, byte[] png) {
        Layers layers = new Layers(
                1.5, null, null, new Layers.Clearcoat(1, 0.2), new Layers.Sheen(1, 1, 1, 0.5), null, null, false);
        Material all = plain(0.9, 0.5, 0.8).withEmission(0.5, 0.5, 0.5).withLayers(layers);
        Material worn = with(all, role, TextureUse.of(ImageSource.embedded("one", png)));
        // few samples: the same ones are drawn for all that is compared
        return TestScenes.middle(TestScenes.lit(square(0.3, null), worn, before(), null), 16);
    }

    /** KHR_texture_transform, from its formula: of four pixels in a row, the offset chooses which is seen. */
    @Test
    void aMovedMapShowsAnotherPlace() {
        byte[] row = {0, 85, (byte) 170, (byte) 255};
        ImageSource four = ImageSource.embedded("four", Formats.png(Picture.ofBytes(4, 1, 1, row)));
        Material lamp = plain(0, 0, 1).withEmission(1, 1, 1);
        double[] expected = {0, 85, 170, 255};
        for (int i = 0; i < 4; i++) {
            TextureUse moved = new TextureUse(four, 0, 0, (i + 0.5) / 4, 0.5, 0);
            double seen = seen(square(0, null), with(lamp, Role.EMISSIVE, moved), BLACK)[0];
            double srgb = expected[i] / 255;
            double linear = srgb <= 0.04045 ? srgb / 12.92 : Math.pow((srgb + 0.055) / 1.055, 2.4);
            assertEquals(linear, seen, 2e-3);
        }
    }

    /** Beyond the edges, glTF 2.0, 5.26: again, turned over, or the edge. Pixels of a row of four at an eighth beyond and so on. */
    @Tag("long")
    @Test
    void edgesAreAsTheSamplerSays() {
        byte[] row = {0, 85, (byte) 170, (byte) 255};
        ImageSource four = ImageSource.embedded("four", Formats.png(Picture.ofBytes(4, 1, 1, row)));
        Material lamp = plain(0, 0, 1).withEmission(1, 1, 1);
        double[] at = {-0.375, -0.125, 1.125, 1.375, 2.125};
        int[][] want = {{170, 255, 0, 85, 0}, {85, 0, 255, 170, 0}, {0, 0, 255, 255, 255}};
        for (Wrap wrap : Wrap.values()) {
            for (int i = 0; i < at.length; i++) {
                TextureUse moved = new TextureUse(four, 0, 0, at[i], 0.5, 0).withWrap(wrap, wrap);
                double seen = seen(square(0, null), with(lamp, Role.EMISSIVE, moved), BLACK)[0];
                double srgb = want[wrap.ordinal()][i] / 255.0;
                double linear = srgb <= 0.04045 ? srgb / 12.92 : Math.pow((srgb + 0.055) / 1.055, 2.4);
                assertEquals(linear, seen, 2e-3, wrap + " at " + at[i]);
            }
        }
    }
}
