package yondershelf.facts;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.Srgb;
import yondershelf.format.Formats;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;
import yondershelf.sorting.Sorter;

/** Skies are told from maps of surfaces by their pixels, whatever their names say. */
class PanoramaTest {
    private static final int W = 256;
    private static final int H = 128;

    @TempDir
    Path folder;

    private interface Radiance {
        double[] at(double azimuth, double height, int x, int y);
    }

    private static Picture picture(Radiance radiance) {
        float[] out = new float[W * H * 3];
        for (int y = 0; y < H; y++) {
            for (int x = 0; x < W; x++) {
                double[] c = radiance.at(2 * Math.PI * (x + 0.5) / W, Math.PI * (0.5 - (y + 0.5) / H), x, y);
                for (int k = 0; k < 3; k++) {
                    out[(y * W + x) * 3 + k] = (float) c[k];
                }
            }
        }
        return Picture.ofFloats(W, H, 3, out);
    }

    /** Waves over the whole sheet that meet at their edges, as a map that repeats has them; 0 to 1. */
    private static double waves(int x, int y) {
        double u = 2 * Math.PI * x / W;
        double v = 2 * Math.PI * y / H;
        return 0.5 + 0.2 * Math.sin(5 * u + 2 * v) + 0.2 * Math.sin(9 * v - 3 * u) + 0.1 * Math.cos(17 * u + 11 * v);
    }

    /** The overcast sky of CIE S 011, type 1: three times as bright above as at the horizon; below it dark ground. */
    private static double[] overcast(double height, double azimuth) {
        double sky =
                height > 0 ? (1 + 2 * Math.sin(height)) / 3 : 0.15 + 0.03 * Math.sin(7 * azimuth) * Math.cos(height);
        return new double[] {sky * 0.9, sky, sky * 1.1};
    }

    private static double[] sunny(double azimuth, double height) {
        double[] c = overcast(height, azimuth);
        double glow = 1 + 0.6 * Math.cos(azimuth - 2) * Math.cos(height);
        for (int i = 0; i < 3; i++) {
            c[i] *= glow;
        }
        double toSun = Math.hypot(azimuth - 2, height - 0.6);
        double sun = toSun < 0.06 ? 6_000 : 0;
        return new double[] {c[0] + sun, c[1] + sun * 0.95, c[2] + sun * 0.8};
    }

    private static Map<String, Picture> skies() {
        Map<String, Picture> all = new LinkedHashMap<>();
        all.put("rough_sea_dawn", picture((a, h, x, y) -> sunny(a, h)));
        all.put("normal_day", picture((a, h, x, y) -> overcast(h, a)));
        all.put("metal_workshop_4k", picture((a, h, x, y) -> {
            double lamp = Math.hypot(a - 1, h - 1) < 0.1 ? 40 : 0;
            double wall = 0.3 + 0.1 * Math.sin(6 * a) * Math.cos(h);
            return new double[] {wall + lamp, wall * 0.9 + lamp, wall * 0.7 + lamp};
        }));
        return all;
    }

    private static Map<String, Picture> maps() {
        Map<String, Picture> all = new LinkedHashMap<>();
        all.put("cliff_height", picture((a, h, x, y) -> {
            double v = waves(x, y) * 3;
            return new double[] {v, v, v};
        }));
        all.put("planks_rough", picture((a, h, x, y) -> {
            double v = waves(x, y);
            return new double[] {v, v, v};
        }));
        all.put("slate_normal", picture((a, h, x, y) ->
                new double[] {0.5 + 0.3 * (waves(x, y) - 0.5), 0.5 + 0.3 * (waves(y, x) - 0.5), 0.95}));
        all.put("flat_ao", picture((a, h, x, y) -> new double[] {0.8, 0.8, 0.8}));
        return all;
    }

    @Test
    void pixelsDecide() {
        skies().forEach((name, sky) -> assertTrue(Panorama.of(sky).isOne(), name + ": " + Panorama.of(sky)));
        maps().forEach((name, map) -> assertFalse(Panorama.of(map).isOne(), name + ": " + Panorama.of(map)));
        Picture half = picture((a, h, x, y) -> sunny(a / 2, h));
        assertFalse(Panorama.of(half).meets(), "half of the way round does not meet itself: " + Panorama.of(half));
    }

    /** Eight bits of a sky are a panorama that gives no light; a map of that shape is a map. */
    @Test
    void eightBitsGiveNoLight() throws Exception {
        Picture sky = Objects.requireNonNull(skies().get("rough_sea_dawn"));
        assertTrue(eightBit(sky).startsWith("panorama, not enough range for light"), eightBit(sky));
        assertEquals("", eightBit(Objects.requireNonNull(maps().get("cliff_height"))));
    }

    private String eightBit(Picture radiance) throws Exception {
        byte[] out = new byte[W * H * 3];
        for (int i = 0; i < out.length; i++) {
            int c = radiance.channels() < 3 ? 0 : i % 3;
            out[i] = (byte) Srgb.linearToByte(radiance.value(i / 3 % W, i / 3 / W, c));
        }
        Path file = Files.write(folder.resolve("wide.png"), Formats.png(Picture.ofBytes(W, H, 3, out)));
        return new FactsMeter(new Formats()).texture(file).reason();
    }

    @Test
    void namesDoNotHideASky() throws Exception {
        for (Map.Entry<String, Picture> sky : skies().entrySet()) {
            Files.write(folder.resolve(sky.getKey() + ".hdr"), Formats.hdr(sky.getValue()));
        }
        for (Map.Entry<String, Picture> map : maps().entrySet()) {
            Files.write(folder.resolve(map.getKey() + ".exr"), Formats.exr(map.getValue()));
        }
        Sorted sorted = Sorter.sort(folder, Sorter.filesBelow(folder), new Formats());
        assertEquals(
                3, sorted.items().stream().filter(i -> i.kind() == Kind.HDRI).count(), sorted.toString());
        for (SortedItem item : sorted.items()) {
            String path = item.files().get(0).path();
            assertEquals(path.endsWith(".hdr"), item.kind() == Kind.HDRI, path);
        }
        Facts facts = new FactsMeter(new Formats()).hdri(folder.resolve("rough_sea_dawn.hdr"));
        assertEquals(1, facts.remarks().assumed().size());
        assertEquals("", facts.reason());
        Facts doubtful = new FactsMeter(new Formats()).hdri(folder.resolve("cliff_height.exr"));
        assertTrue(doubtful.reason().contains("may show no surroundings"), doubtful.reason());
    }

    /** In a sky that hardly changes an edge of 0.02 stops is none, in each of its rows; one of 0.3 stops is. */
    @Test
    void aFaintEdgeOfAnEvenSkyIsNone() {
        assertTrue(edged(0.02).meets());
        assertTrue(edged(0.1).meets());
        assertFalse(edged(0.3).meets());
    }

    private static Panorama edged(double stops) {
        int w = 128;
        int h = 64;
        float[] p = new float[w * h * 3];
        for (int i = 0; i < w * h; i++) {
            // half of it before the edge, half behind: nothing else changes along a row
            float level = (float) Math.pow(2, i % w < w / 2 ? 0 : stops);
            p[i * 3] = level * 0.9f;
            p[i * 3 + 1] = level;
            p[i * 3 + 2] = level * 1.2f;
        }
        return Panorama.of(Picture.ofFloats(w, h, 3, p));
    }
}
