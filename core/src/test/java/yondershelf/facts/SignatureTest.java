package yondershelf.facts;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.awt.image.BufferedImage;
import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToDoubleBiFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Transform;
import yondershelf.format.Oracles;

/** Things that look alike are found by their signatures, whatever was done to their pictures; things formed alike by their shapes. */
class SignatureTest {
    private static final int FAMILY = 6;

    @TempDir
    Path folder;

    /** For each of all pictures, how many of its family stand among the first six. */
    private static <T> int[] found(List<T> all, ToDoubleBiFunction<T, T> distance) {
        int[] out = new int[all.size()];
        for (int i = 0; i < out.length; i++) {
            T one = all.get(i);
            int own = i / FAMILY;
            out[i] = (int) IntStream.range(0, all.size())
                    .boxed()
                    .sorted(Comparator.comparingDouble((Integer k) -> distance.applyAsDouble(one, all.get(k))))
                    .limit(FAMILY)
                    .filter(k -> k / FAMILY == own)
                    .count();
        }
        return out;
    }

    /** The share of originals whose family fills the first six places, the mirror image missing or not. */
    private static double whole(int[] found, int least) {
        int good = 0;
        for (int i = 0; i < found.length; i += FAMILY) {
            good += found[i] >= least ? 1 : 0;
        }
        return good / (found.length / (double) FAMILY);
    }

    private static List<BufferedImage> pictures(int families) throws Exception {
        List<BufferedImage> out = new ArrayList<>();
        for (int i = 0; i < families; i++) {
            out.addAll(MadePictures.family(MadePictures.made(i)));
        }
        return out;
    }

    @Tag("long")
    @Test
    void aFamilyIsFoundAmongTwoHundred() throws Exception {
        List<Signature> all = new ArrayList<>();
        for (BufferedImage image : pictures(200)) {
            all.add(Signature.of(MadePictures.picture(image)));
        }
        int[] found = found(all, Signature::distance);
        double share = whole(found, FAMILY - 1);
        double mirrored = whole(found, FAMILY);
        System.out.println("families whole in the first six: " + share + ", mirror images too: " + mirrored);
        assertTrue(share >= 0.95, "of the originals " + share);
        assertTrue(mirrored >= 0.8, "with the mirror image " + mirrored);
    }

    /**
     * Beside the perceptual hash of an independent program (moments after Hu 1962, of the picture in two colour spaces): ours is to
     * rank no worse on the same pictures.
     */
    @Tag("long")
    @Test
    @EnabledIfEnvironmentVariable(named = "YONDER_ORACLES", matches = ".+")
    void besideAPerceptualHash() throws Exception {
        Oracles.need(isInstalled(), "imagemagick");
        List<BufferedImage> pictures = pictures(40);
        List<double[]> hashes = hashes(pictures);
        List<Signature> ours = new ArrayList<>();
        for (BufferedImage picture : pictures) {
            ours.add(Signature.of(MadePictures.picture(picture)));
        }
        double theirs = whole(found(hashes, SignatureTest::squares), FAMILY - 1);
        double own = whole(found(ours, Signature::distance), FAMILY - 1);
        System.out.println("families whole in the first six: " + own + ", by a perceptual hash " + theirs);
        assertTrue(theirs > 0.3, "the hash was not read: " + theirs);
        assertTrue(own >= theirs, own + " is less than " + theirs);
    }

    private static boolean isInstalled() {
        try {
            return new ProcessBuilder("identify", "-version")
                            .redirectErrorStream(true)
                            .start()
                            .waitFor()
                    == 0;
        } catch (Exception e) {
            return false;
        }
    }

    /** Of all in one call: to start the program for each takes longer than its sums. */
    private List<double[]> hashes(List<BufferedImage> pictures) throws Exception {
        List<String> command = new ArrayList<>(List.of("identify", "-verbose", "-moments"));
        for (int i = 0; i < pictures.size(); i++) {
            Path file = folder.resolve("picture " + i + ".png");
            ImageIO.write(pictures.get(i), "png", file.toFile());
            command.add(file.toString());
        }
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        List<List<Double>> out = new ArrayList<>();
        try (BufferedReader in =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
            Pattern line = Pattern.compile("\\s*PH[1-7]:\\s*(-?[0-9.e+-]+),?\\s+(-?[0-9.e+-]+).*");
            for (String text = in.readLine(); text != null; text = in.readLine()) {
                if (text.startsWith("Image:")) {
                    out.add(new ArrayList<>());
                }
                Matcher m = line.matcher(text);
                if (m.matches()) {
                    out.getLast().add(Double.parseDouble(m.group(1)));
                    out.getLast().add(Double.parseDouble(m.group(2)));
                }
            }
        }
        assertEquals(0, process.waitFor());
        assertEquals(pictures.size(), out.size());
        return out.stream()
                .map(hash -> hash.stream().mapToDouble(d -> d).toArray())
                .toList();
    }

    private static double squares(double[] a, double[] b) {
        assertEquals(a.length, b.length);
        double sum = 0;
        for (int i = 0; i < a.length; i++) {
            sum += (a[i] - b[i]) * (a[i] - b[i]);
        }
        return sum;
    }

    private static final Picture GREY = Picture.ofBytes(1, 1, 3, new byte[] {90, 90, 90});

    private static Signature formed(Mesh mesh, Transform t) {
        Model model = new Model(
                "m", List.of(mesh), List.of(new yondershelf.content.Node("m", t, 0, List.of())), List.of(0), List.of());
        return Signature.of(GREY).with(model);
    }

    /** A box of three extents as twelve triangles, or more. */
    private static Mesh box(double x, double y, double z, int parts) {
        float[] p = new float[6 * 6 * parts * parts * 3];
        int at = 0;
        double[][][] faces = {
            {{0, 0, 0}, {x, 0, 0}, {0, y, 0}}, {{0, 0, z}, {x, 0, 0}, {0, y, 0}},
            {{0, 0, 0}, {0, y, 0}, {0, 0, z}}, {{x, 0, 0}, {0, y, 0}, {0, 0, z}},
            {{0, 0, 0}, {x, 0, 0}, {0, 0, z}}, {{0, y, 0}, {x, 0, 0}, {0, 0, z}}
        };
        for (double[][] f : faces) {
            for (int i = 0; i < parts * parts; i++) {
                double u = i % parts / (double) parts;
                double v = i / parts / (double) parts;
                double d = 1.0 / parts;
                double[][] uv = {{u, v}, {u + d, v}, {u + d, v + d}, {u, v}, {u + d, v + d}, {u, v + d}};
                for (double[] corner : uv) {
                    for (int c = 0; c < 3; c++) {
                        p[at++] = (float) (f[0][c] + corner[0] * f[1][c] + corner[1] * f[2][c]);
                    }
                }
            }
        }
        int[] indices = IntStream.range(0, p.length / 3).toArray();
        return new Mesh("box", List.of(new Part(p, null, null, null, indices, 0)));
    }

    /** Osada et al. 2002, section 3: the same under rotation, mirroring, scaling and other triangles; different for other shapes. */
    @Test
    void shapes() {
        Signature cube = formed(box(1, 1, 1, 1), Transform.IDENTITY);
        int same = 0;
        for (Transform t : List.of(
                Transform.rotation(1, 2, 3, 1.1),
                Transform.scale(25),
                Transform.scale(-1, 1, 1),
                Transform.translation(5, 0, 9).after(Transform.rotation(0, 1, 0, 2)))) {
            same = Math.max(same, cube.distance(formed(box(1, 1, 1, 1), t)));
        }
        same = Math.max(same, cube.distance(formed(box(1, 1, 1, 7), Transform.IDENTITY)));
        int plank = cube.distance(formed(box(4, 1, 0.2, 1), Transform.IDENTITY));
        int rod = cube.distance(formed(box(9, 0.3, 0.3, 1), Transform.IDENTITY));
        int brick = cube.distance(formed(box(1.2, 1, 0.9, 1), Transform.IDENTITY));
        assertTrue(10 * same < plank && 10 * same < rod, same + " " + plank + " " + rod);
        assertTrue(brick < plank && brick < rod, "a brick is nearer to a cube than a plank: " + brick);
        // the mean distance between points of a unit cube's surface divides its diagonal 1.86 times: bins beyond are
        // empty
        byte[] bytes = cube.bytes();
        int from = bytes.length - 1 - ShapeHistogram.BINS;
        int beyond = (int) Math.ceil(Math.sqrt(3) / 0.9 * ShapeHistogram.BINS / 2.5);
        assertEquals(0, bytes[from + Math.min(ShapeHistogram.BINS - 1, beyond + 1)]);
    }

    @Test
    void coloursThatArePicked() {
        byte[] halves = new byte[64 * 64 * 3];
        for (int i = 0; i < halves.length; i += 3) {
            boolean left = i / 3 % 64 < 40;
            halves[i] = (byte) (left ? 20 : 200);
            halves[i + 1] = (byte) (left ? 110 : 60);
            halves[i + 2] = (byte) (left ? 90 : 40);
        }
        byte[] bytes = Signature.of(Picture.ofBytes(64, 64, 3, halves)).bytes();
        float[] lab = new float[3];
        Lab.of(20, 110, 90, lab);
        assertTrue(Signature.distance(lab, bytes, 0) < 2);
        Lab.of(200, 60, 40, lab);
        assertTrue(Signature.distance(lab, bytes, 0) < 2);
        Lab.of(240, 240, 80, lab);
        assertTrue(Signature.distance(lab, bytes, 0) > 25);
    }

    @Test
    void keptAndRead() {
        Signature one = Signature.of(MadePictures.picture(MadePictures.made(3)));
        assertEquals(one, Signature.parse(one.bytes()));
        assertEquals(0, one.distance(one));
        assertEquals(null, Signature.parse(new byte[3]));
        byte[] two = Arrays.copyOf(one.bytes(), 2 * Signature.BYTES);
        System.arraycopy(one.bytes(), 0, two, Signature.BYTES, Signature.BYTES);
        assertEquals(0, one.distance(two, Signature.BYTES));
    }
}
