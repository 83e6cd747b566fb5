package yondershelf.format.picture;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;

/** Radiance and OpenEXR pictures against Debian's oiiotool (OpenImageIO) and against the formats' own rules. */
class RadiancePicturesTest {
    @TempDir
    Path folder;

    private static Picture random(int w, int h, long seed) {
        SplittableRandom r = new SplittableRandom(seed);
        float[] p = new float[w * h * 3];
        for (int i = 0; i < p.length; i++) {
            p[i] = (float) Math.pow(2, r.nextDouble(-9, 9));
            if (i % 97 == 0) {
                p[i] = 0;
            }
            if (i > 3 && (i / 60) % 3 == 0) {
                p[i] = p[i - 3]; // runs
            }
        }
        return Picture.ofFloats(w, h, 3, p);
    }

    @ParameterizedTest
    @ValueSource(strings = {"hdr", "exr"})
    void oursAgreesWithTheOutsideReader(String ending) throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        Picture picture = random(200, 90, 4);
        Path file = folder.resolve("random." + ending);
        Files.write(file, ending.equals("hdr") ? Formats.hdr(picture) : Formats.exr(picture));
        compare(file);
    }

    /** The same the other way round: files that the outside program writes, in the packings found in the wild. */
    @Tag("long")
    @ParameterizedTest
    @ValueSource(strings = {"none", "rle", "zips", "zip", "piz", "pxr24"})
    void filesOfTheOutsideWriterAreRead(String packing) throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        Path source = folder.resolve("source.exr");
        Files.write(source, Formats.exr(random(130, 70, 9)));
        for (String type : new String[] {"half", "float"}) {
            Path file = folder.resolve(packing + type + ".exr");
            Oracles.run(List.of(
                    "oiiotool", source.toString(), "-d", type, "--compression", packing, "-o", file.toString()));
            compare(file);
        }
        Path tiled = folder.resolve("tiled.exr");
        Oracles.run(List.of("oiiotool", source.toString(), "--tile", "32", "32", "-o", tiled.toString()));
        compare(tiled);
        Path hdr = folder.resolve("outside.hdr");
        Oracles.run(List.of("oiiotool", source.toString(), "-o", hdr.toString()));
        compare(hdr);
    }

    private static void compare(Path file) throws Exception {
        String out = Oracles.run(List.of("oiiotool", "--stats", file.toString()));
        Picture read = new Formats().readPicture(ImageSource.at(file));
        double[] min = {9e9, 9e9, 9e9};
        double[] max = new double[3];
        double[] sum = new double[3];
        for (int y = 0; y < read.height(); y++) {
            for (int x = 0; x < read.width(); x++) {
                for (int c = 0; c < 3; c++) {
                    double v = read.value(x, y, c);
                    min[c] = Math.min(min[c], v);
                    max[c] = Math.max(max[c], v);
                    sum[c] += v;
                }
            }
        }
        double n = read.width() * (double) read.height();
        double[] mean = {sum[0] / n, sum[1] / n, sum[2] / n};
        near(stats(out, "Min"), min);
        near(stats(out, "Max"), max);
        near(stats(out, "Avg"), mean);
    }

    private static void near(double[] expected, double[] actual) {
        for (int c = 0; c < 3; c++) {
            assertEquals(expected[c], actual[c], 2e-5 * Math.max(1, Math.abs(expected[c])), Arrays.toString(expected));
        }
    }

    private static double[] stats(String out, String word) {
        Matcher m = Pattern.compile("Stats " + word + ":\\s+(\\S+)\\s+(\\S+)\\s+(\\S+)")
                .matcher(out);
        assertTrue(m.find(), out);
        return new double[] {
            Double.parseDouble(m.group(1)), Double.parseDouble(m.group(2)), Double.parseDouble(m.group(3))
        };
    }

    /** RGBE by the published rule: mantissa times 2^(e - 136). */
    @Test
    void flatAndOldRunLengthScanlines() throws Exception {
        String head = "#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y 2 +X 4\n";
        List<Byte> body = new ArrayList<>();
        int[] flat = {128, 64, 32, 129, 0, 0, 0, 0, 255, 255, 255, 128, 10, 20, 30, 136};
        int[] runs = {128, 128, 128, 129, 1, 1, 1, 3};
        for (int b : flat) {
            body.add((byte) b);
        }
        for (int b : runs) {
            body.add((byte) b);
        }
        byte[] bytes = new byte[head.length() + body.size()];
        System.arraycopy(head.getBytes(StandardCharsets.US_ASCII), 0, bytes, 0, head.length());
        for (int i = 0; i < body.size(); i++) {
            bytes[head.length() + i] = body.get(i);
        }
        Picture p = RadianceHdr.read("flat.hdr", bytes);
        assertEquals(1.0, p.value(0, 0, 0), 1e-6);
        assertEquals(0.25, p.value(0, 0, 2), 1e-6);
        assertEquals(0.0, p.value(1, 0, 1), 0);
        assertEquals(20.0, p.value(3, 0, 1), 1e-6);
        for (int x = 0; x < 4; x++) {
            assertEquals(1.0, p.value(x, 1, 1), 1e-6);
        }
    }

    @Test
    void cutShortPicturesSaySo() throws Exception {
        byte[] hdr = Formats.hdr(random(64, 64, 1));
        byte[] exr = Formats.exr(random(64, 64, 1));
        for (byte[] whole : new byte[][] {hdr, exr}) {
            for (int cut : new int[] {0, 5, 40, whole.length / 2}) {
                Path file = folder.resolve(whole == hdr ? "cut.hdr" : "cut.exr");
                Files.write(file, Arrays.copyOf(whole, cut));
                ProblemException e =
                        assertThrows(ProblemException.class, () -> new Formats().readPicture(ImageSource.at(file)));
                assertTrue(e.problem().sentence().contains(file.getFileName().toString()));
            }
        }
    }
}
