package yondershelf.sorting.evidence;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import yondershelf.content.Coding;
import yondershelf.content.Picture;
import yondershelf.content.Role;

/**
 * A wrong word about a picture costs more than none. Maps are made from heights of which everything is known, their slopes by
 * differences, with noise and packed as JPEG by Java's own writer at the qualities packs come in: what is said of them is never wrong,
 * and of plain ones nothing is said.
 */
class UndecidedTest {
    private static final int SIDE = 256;
    private static final int[] QUALITIES = {100, 95, 90, 80, 70, 60};

    private interface Height {
        double at(int x, int y);
    }

    /** Surfaces as materials have them, in units of their own. */
    private static Map<String, Height> heights() {
        Map<String, Height> out = new TreeMap<>();
        out.put("bricks", (x, y) -> {
            int row = y / 32;
            int shifted = (x + row % 2 * 32) % 64;
            double u = Math.min(shifted, 63 - shifted) / 6.0;
            double v = Math.min(y % 32, 31 - y % 32) / 6.0;
            return Math.min(1, Math.min(u, v)) * 3;
        });
        out.put("waves", (x, y) -> 4 * Math.sin(x * Math.PI / 32) + 3 * Math.cos((x + 2 * y) * Math.PI / 64));
        out.put("weave", (x, y) -> 2 * Math.abs(Math.sin(x * Math.PI / 16)) * Math.abs(Math.cos(y * Math.PI / 16)));
        double[] rough = fractal(5);
        out.put("rock", (x, y) -> rough[Math.floorMod(y, SIDE) * SIDE + Math.floorMod(x, SIDE)] * 30);
        double[] fine = fractal(3);
        out.put("plaster", (x, y) -> fine[Math.floorMod(y, SIDE) * SIDE + Math.floorMod(x, SIDE)] * 6);
        out.put("pebbles", (x, y) -> {
            double dx = (x % 32 - 16) / 15.0;
            double dy = (y % 32 - 16) / 15.0;
            return 10 * Math.sqrt(Math.max(0, 1 - dx * dx - dy * dy));
        });
        return out;
    }

    /** Noise of many sizes that repeats, coarse ones strongest. */
    private static double[] fractal(int seed) {
        SplittableRandom random = new SplittableRandom(seed);
        double[] out = new double[SIDE * SIDE];
        for (int cells = 4, n = 0; cells <= 64; cells *= 2, n++) {
            double[] grid = random.doubles(cells * cells).toArray();
            for (int y = 0; y < SIDE; y++) {
                for (int x = 0; x < SIDE; x++) {
                    double u = x * cells / (double) SIDE;
                    double v = y * cells / (double) SIDE;
                    int i = (int) u;
                    int k = (int) v;
                    double a = smooth(u - i);
                    double b = smooth(v - k);
                    double top = mix(grid[k * cells + i], grid[k * cells + (i + 1) % cells], a);
                    int below = (k + 1) % cells * cells;
                    double under = mix(grid[below + i], grid[below + (i + 1) % cells], a);
                    out[y * SIDE + x] += mix(top, under, b) / (1 << n);
                }
            }
        }
        return out;
    }

    private static double smooth(double t) {
        return t * t * (3 - 2 * t);
    }

    private static double mix(double a, double b, double t) {
        return a + (b - a) * t;
    }

    /** @param noise standard deviation in steps of eight bits */
    private static byte[] normals(Height height, double strength, boolean up, double noise, SplittableRandom random) {
        byte[] out = new byte[SIDE * SIDE * 3];
        for (int y = 0; y < SIDE; y++) {
            for (int x = 0; x < SIDE; x++) {
                double right = height.at(Math.floorMod(x + 1, SIDE), y) - height.at(Math.floorMod(x - 1, SIDE), y);
                double down = height.at(x, Math.floorMod(y + 1, SIDE)) - height.at(x, Math.floorMod(y - 1, SIDE));
                double nx = -right / 2 * strength;
                double ny = down / 2 * strength * (up ? 1 : -1);
                double length = Math.sqrt(nx * nx + ny * ny + 1);
                double[] n = {nx / length, ny / length, 1 / length};
                for (int c = 0; c < 3; c++) {
                    double value = 127.5 + 127.5 * n[c] + (noise > 0 ? random.nextGaussian() * noise : 0);
                    out[(y * SIDE + x) * 3 + c] = (byte) Math.clamp(Math.round(value), 0, 255);
                }
            }
        }
        return out;
    }

    private static Sample sample(byte[] rgb) {
        return new Sample(Picture.ofBytes(SIDE, SIDE, 3, rgb));
    }

    private static byte[] jpeg(byte[] rgb, int quality) throws IOException {
        BufferedImage image = new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < SIDE * SIDE; i++) {
            int value = (rgb[i * 3] & 0xff) << 16 | (rgb[i * 3 + 1] & 0xff) << 8 | rgb[i * 3 + 2] & 0xff;
            image.setRGB(i % SIDE, i / SIDE, value);
        }
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ImageWriteParam how = writer.getDefaultWriteParam();
        how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
        how.setCompressionQuality(quality / 100f);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (var out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            writer.write(null, new IIOImage(image, null, null), how);
        } finally {
            writer.dispose();
        }
        BufferedImage back = ImageIO.read(new ByteArrayInputStream(bytes.toByteArray()));
        byte[] read = new byte[SIDE * SIDE * 3];
        for (int i = 0; i < SIDE * SIDE; i++) {
            int value = back.getRGB(i % SIDE, i / SIDE);
            read[i * 3] = (byte) (value >> 16);
            read[i * 3 + 1] = (byte) (value >> 8);
            read[i * 3 + 2] = (byte) value;
        }
        return read;
    }

    private static List<Verdict> judged(Maps.Map... maps) {
        return Evidence.of(new Maps(List.of(maps)));
    }

    private static Maps.Map normal(String path, boolean saidDown, byte[] rgb) {
        return new Maps.Map(path, Role.NORMAL, saidDown ? Coding.GREEN_DOWN : Coding.PLAIN, sample(rgb));
    }

    /** Which way green points: right, or nothing. Weak ones may go untold; of strong ones nearly all are told. */
    @Tag("long")
    @Test
    void greenIsNeverTurnedWrongly() throws Exception {
        SplittableRandom random = new SplittableRandom(21);
        int strong = 0;
        int told = 0;
        List<String> untold = new ArrayList<>();
        for (Map.Entry<String, Height> height : heights().entrySet()) {
            for (double strength : new double[] {0.01, 0.05, 0.2, 1}) {
                for (double noise : new double[] {0, 2}) {
                    for (int quality : new int[] {100, 90, 60}) {
                        byte[] up = normals(height.getValue(), strength, true, noise, random);
                        byte[] down = normals(height.getValue(), strength, false, noise, random);
                        if (quality < 100) {
                            up = jpeg(up, quality);
                            down = jpeg(down, quality);
                        }
                        String what = height.getKey() + " " + strength + " noise " + noise + " quality " + quality;
                        assertEquals(List.of(), judged(normal("n.jpg", false, up)), what);
                        assertEquals(List.of(), judged(normal("n_dx.jpg", true, down)), what);
                        List<Verdict> turned = judged(normal("n.jpg", false, down));
                        assertTrue(
                                turned.isEmpty() || turned.get(0).coding().equals(Coding.GREEN_DOWN),
                                what + " " + turned);
                        if (strength == 1) {
                            strong++;
                            told += turned.size();
                            if (turned.isEmpty()) {
                                untold.add(what);
                            }
                        }
                    }
                }
            }
        }
        System.out.printf("green told of %d of %d strong reliefs%n", told, strong);
        assertTrue(told >= strong * 9 / 10, "told " + told + " of " + strong + ": " + untold);
    }

    /** Flat, flat with one odd pixel, white noise, noise that was packed: nothing, whatever their names say. */
    @Tag("long")
    @Test
    void ofFlatAndNoisyOnesNothingIsSaid() throws Exception {
        SplittableRandom random = new SplittableRandom(22);
        List<byte[]> all = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            byte[] flat = normals((x, y) -> 0, 1, true, 0, random);
            flat[random.nextInt(SIDE * SIDE) * 3 + i % 2] = (byte) random.nextInt(256);
            all.add(flat);
            all.add(normals((x, y) -> 0, 1, true, 0.5 + i * 4, random));
        }
        for (byte[] one : List.copyOf(all)) {
            all.add(jpeg(one, 95));
            all.add(jpeg(one, 70));
        }
        for (byte[] one : all) {
            for (boolean down : new boolean[] {true, false}) {
                for (String name : List.of("n.png", "wall_normal_gl.png", "wallNormalDX.png")) {
                    assertEquals(List.of(), judged(normal(name, down, one)), name);
                }
            }
        }
    }

    /** A base color of one tone, or nearly one, is a base color, with a normal map beside it or without. */
    @Tag("long")
    @Test
    void plainColoursStayColours() throws Exception {
        SplittableRandom random = new SplittableRandom(23);
        byte[] relief = normals(java.util.Objects.requireNonNull(heights().get("bricks")), 0.5, true, 0, random);
        int tried = 0;
        for (int r = 96; r <= 160; r += 16) {
            for (int g = 96; g <= 160; g += 16) {
                for (int b : new int[] {200, 230, 255}) {
                    for (double noise : new double[] {0, 1, 6}) {
                        byte[] plain = new byte[SIDE * SIDE * 3];
                        for (int i = 0; i < plain.length; i++) {
                            double value = (i % 3 == 0 ? r : i % 3 == 1 ? g : b) + random.nextGaussian() * noise;
                            plain[i] = (byte) Math.clamp(Math.round(value), 0, 255);
                        }
                        byte[] packed = noise == 0 ? plain : jpeg(plain, QUALITIES[tried % QUALITIES.length]);
                        Maps.Map colour = new Maps.Map("c.jpg", Role.BASE_COLOR, Coding.PLAIN, sample(packed));
                        assertEquals(List.of(), judged(colour), r + " " + g + " " + b + " noise " + noise);
                        assertEquals(List.of(), judged(colour, normal("n.png", false, relief)));
                        tried++;
                    }
                }
            }
        }
        assertEquals(225, tried);
    }

    /** Colours that change, in soft blues as cloth and sky have them, are no directions. */
    @Test
    void softBluesStayColours() throws Exception {
        double[] cloth = fractal(9);
        double[] dye = fractal(10);
        for (double light : new double[] {0.05, 0.15, 0.3}) {
            for (double tint : new double[] {0, 0.1}) {
                byte[] rgb = new byte[SIDE * SIDE * 3];
                for (int i = 0; i < SIDE * SIDE; i++) {
                    double shade = (cloth[i] - 1) * light;
                    double other = (dye[i] - 1) * tint;
                    double[] colour = {0.5 + shade + other, 0.5 + shade - other, 0.97 + shade / 3};
                    for (int c = 0; c < 3; c++) {
                        rgb[i * 3 + c] = (byte) Math.clamp(Math.round(255 * colour[c]), 0, 255);
                    }
                }
                Maps.Map colour = new Maps.Map("c.jpg", Role.BASE_COLOR, Coding.PLAIN, sample(jpeg(rgb, 90)));
                assertEquals(List.of(), judged(colour), "light " + light + " tint " + tint);
                byte[] relief =
                        normals((x, y) -> 3 * Math.sin(x * Math.PI / 16), 0.5, true, 0, new SplittableRandom(1));
                assertEquals(List.of(), judged(colour, normal("n.png", false, relief)));
            }
        }
    }

    /** A normal map in the place of a color is still found, unless it hardly shows anything. */
    @Test
    void realDirectionsAreFoundInOtherPlaces() throws Exception {
        SplittableRandom random = new SplittableRandom(24);
        int found = 0;
        int all = 0;
        for (Height height : heights().values()) {
            for (int quality : QUALITIES) {
                byte[] rgb = normals(height, 0.5, true, 0, random);
                byte[] packed = quality < 100 ? jpeg(rgb, quality) : rgb;
                List<Verdict> said = judged(new Maps.Map("c.png", Role.BASE_COLOR, Coding.PLAIN, sample(packed)));
                found += said.stream().anyMatch(v -> v.role() == Role.NORMAL) ? 1 : 0;
                all++;
            }
        }
        System.out.printf("directions in the place of a color: %d of %d found%n", found, all);
        assertTrue(found >= all * 3 / 4, found + " of " + all);
    }
}
