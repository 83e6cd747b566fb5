package yondershelf.format.picture;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;

/** Pictures written by Debian's oiiotool in the formats that packs come in are read with the right values. */
class OutsidePicturesTest {
    @TempDir
    Path folder;

    private Path source() throws Exception {
        byte[] p = new byte[40 * 30 * 3];
        for (int i = 0; i < 40 * 30; i++) {
            p[i * 3] = (byte) (i % 40 * 6);
            p[i * 3 + 1] = (byte) (i / 40 * 8);
            p[i * 3 + 2] = 60;
        }
        return Files.write(folder.resolve("source.png"), Formats.png(Picture.ofBytes(40, 30, 3, p)));
    }

    @Tag("long")
    @ParameterizedTest
    @CsvSource({"tga, 0.002", "tif, 0.002", "bmp, 0.002", "webp, 0.05", "jpg, 0.05", "png, 0.002"})
    void valuesAgree(String ending, double tolerance) throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        Path file = folder.resolve("written." + ending);
        String out = Oracles.run(List.of("oiiotool", source().toString(), "-o", file.toString()));
        assertTrue(Files.exists(file) && Files.size(file) > 0, out);
        Picture read = new Formats().readPicture(ImageSource.at(file));
        assertEquals(40, read.width());
        assertEquals(30, read.height());
        double worst = 0;
        for (int y = 0; y < 30; y++) {
            for (int x = 0; x < 40; x++) {
                worst = Math.max(worst, Math.abs(read.value(x, y, 0) - x * 6 / 255.0));
                worst = Math.max(worst, Math.abs(read.value(x, y, 1) - y * 8 / 255.0));
            }
        }
        assertTrue(worst <= tolerance, ending + " differs by " + worst);
    }

    /** Colours multiplied by their alpha, as oiiotool writes them, come without it. */
    @Tag("long")
    @ParameterizedTest
    @CsvSource({
        "uint8, tif, 0.004",
        "uint16, tif, 0.0001",
        "float, tif, 0.0001",
        "half, exr, 0.001",
        "uint8, png, 0.004"
    })
    void premultipliedAlpha(String depth, String ending, double tolerance) throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        Path file = folder.resolve(depth + "." + ending);
        Oracles.run(List.of(
                "oiiotool",
                "--pattern",
                "constant:color=0.25,0.1,0.05,0.5",
                "4x4",
                "4",
                "-d",
                depth,
                "-o",
                file.toString()));
        Picture read = new Formats().readPicture(ImageSource.at(file));
        assertEquals(4, read.channels());
        double[] want = {0.5, 0.2, 0.1, 0.5};
        for (int c = 0; c < 4; c++) {
            assertEquals(want[c], read.value(2, 2, c), tolerance, "channel " + c);
        }
    }

    @Test
    void sixteenBitTiffAndFloatTiff() throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        for (String depth : new String[] {"uint16", "float"}) {
            Path file = folder.resolve(depth + ".tif");
            Oracles.run(List.of("oiiotool", source().toString(), "-d", depth, "-o", file.toString()));
            Picture read = new Formats().readPicture(ImageSource.at(file));
            assertTrue(read.isFloat(), depth);
            assertEquals(20 * 6 / 255.0, read.value(20, 5, 0), 0.002, depth);
        }
    }

    /** Of the parts of a rendering, depth first and then colours, the one with colours is the picture. */
    @Test
    void severalPartsOfOneExr() throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        String source = source().toString();
        Path file = folder.resolve("parts.exr");
        String out = Oracles.run(List.of(
                "oiiotool",
                source,
                "--ch",
                "B",
                "--chnames",
                "Z",
                "-d",
                "half",
                source,
                "-d",
                "half",
                "--siappend",
                "-o",
                file.toString()));
        assertTrue(Files.exists(file), out);
        assertTrue(Oracles.run(List.of("oiiotool", "--info", "-a", file.toString()))
                .contains("2 subimages"));
        Picture read = new Formats().readPicture(ImageSource.at(file));
        assertEquals(40, read.width());
        for (int y = 0; y < 30; y++) {
            for (int x = 0; x < 40; x++) {
                assertEquals(x * 6 / 255.0, read.value(x, y, 0), 0.002);
                assertEquals(y * 8 / 255.0, read.value(x, y, 1), 0.002);
            }
        }
    }

    /** DWA compression against oiiotool's own unpacking of the same file: colours, alpha as runs, depth, tiles, parts. */
    @Tag("long")
    @ParameterizedTest
    @CsvSource({
        "dwaa, half, 'R,G,B', ''",
        "dwab, half, 'R,G,B,A', ''",
        "dwaa:200, float, 'R,G,B,A', ''",
        "dwaa, half, 'R,G,B', '--tile 64 32'",
        "dwab, float, 'R,G,B,A,Z', '--tile 32 32'",
        "dwaa, half, 'beauty.R,beauty.G,beauty.B,Z', ''"
    })
    void dwaAsItIsUnpackedElsewhere(String packing, String depth, String channels, String more) throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        int count = channels.split(",").length;
        List<String> write = new ArrayList<>(List.of("oiiotool", "--pattern"));
        StringBuilder low = new StringBuilder("0.1");
        StringBuilder high = new StringBuilder("7.5");
        for (int i = 1; i < count; i++) {
            low.append(",0.").append(i + 1);
            high.append(',').append(i).append(".25");
        }
        write.add("fill:topleft=" + low + ":topright=" + high + ":bottomleft=" + high + ":bottomright=" + low);
        write.addAll(
                List.of("203x150", String.valueOf(count), "--chnames", channels, "--noise:type=uniform:min=0:max=0.2"));
        write.addAll(List.of("-d", depth));
        if (!more.isEmpty()) {
            write.addAll(List.of(more.split(" ")));
        }
        Path packed = folder.resolve("packed.exr");
        Path plain = folder.resolve("plain.exr");
        write.addAll(List.of("--compression", packing, "-o", packed.toString()));
        String said = Oracles.run(write);
        assertTrue(Files.exists(packed), said);
        assertTrue(Oracles.run(List.of("oiiotool", "--info", "-v", packed.toString()))
                .contains("\"dwa"));
        Oracles.run(List.of("oiiotool", packed.toString(), "--compression", "none", "-o", plain.toString()));
        sameHalves(new Formats().readPicture(ImageSource.at(plain)), new Formats().readPicture(ImageSource.at(packed)));
    }

    /** Within the last bit of a half float on DWA's curve, for sums in another order: 2.2 / 512 of the value at most. */
    private static void sameHalves(Picture want, Picture is) {
        assertEquals(want.width(), is.width());
        assertEquals(want.height(), is.height());
        assertEquals(want.channels(), is.channels());
        for (int y = 0; y < want.height(); y++) {
            for (int x = 0; x < want.width(); x++) {
                for (int c = 0; c < want.channels(); c++) {
                    double value = want.value(x, y, c);
                    assertEquals(value, is.value(x, y, c), 0.0044 * Math.abs(value) + 1e-4, x + ", " + y + ", " + c);
                }
            }
        }
    }

    @Test
    void damagedDwaEndsInASentence() throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        Path file = folder.resolve("whole.exr");
        Oracles.run(List.of(
                "oiiotool",
                "--pattern",
                "noise",
                "80x70",
                "4",
                "-d",
                "half",
                "--compression",
                "dwaa",
                "-o",
                file.toString()));
        byte[] whole = Files.readAllBytes(file);
        assertEquals(80, new Formats().readPicture(ImageSource.at(file)).width());
        SplittableRandom random = new SplittableRandom(5);
        int header =
                new ExrAttributes(ByteBuffer.wrap(whole).order(ByteOrder.LITTLE_ENDIAN), ExrAttributes.FIRST).end();
        int refused = 0;
        for (int i = 0; i < 400; i++) {
            byte[] damaged = i % 4 == 0
                    ? Arrays.copyOf(whole, header + 1 + random.nextInt(whole.length - header - 1))
                    : whole.clone();
            for (int k = 0; k < 1 + i % 5; k++) {
                damaged[header + random.nextInt(damaged.length - header)] = (byte) random.nextInt(256);
            }
            Files.write(folder.resolve("bad.exr"), damaged);
            try {
                new Formats().readPicture(ImageSource.at(folder.resolve("bad.exr")));
            } catch (ProblemException e) {
                refused++;
                assertTrue(e.problem().cause().contains("broken"), e.problem().toString());
            }
        }
        assertTrue(refused > 100, refused + " refused");
    }

    /** Passes in one file, depth plainly packed and colours in DWA. */
    @Test
    void dwaInOneOfSeveralParts() throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        String source = source().toString();
        for (String packing : List.of("dwaa", "none")) {
            Oracles.run(List.of(
                    "oiiotool",
                    source,
                    "--ch",
                    "B",
                    "--chnames",
                    "Z",
                    "-d",
                    "half",
                    "--attrib",
                    "compression",
                    "zip",
                    source,
                    "-d",
                    "half",
                    "--attrib",
                    "compression",
                    packing,
                    "--siappend",
                    "-o",
                    folder.resolve(packing + ".exr").toString()));
        }
        String said = Oracles.run(List.of(
                "oiiotool", "--info", "-v", "-a", folder.resolve("dwaa.exr").toString()));
        assertTrue(said.contains("2 subimages") && said.contains("compression: \"dwaa\""), said);
        Picture packed = new Formats().readPicture(ImageSource.at(folder.resolve("dwaa.exr")));
        Picture plain = new Formats().readPicture(ImageSource.at(folder.resolve("none.exr")));
        for (int x = 0; x < 40; x++) {
            assertEquals(plain.value(x, 12, 0), packed.value(x, 12, 0), 0.03);
        }
    }

    /** Any damage to a picture ends in a sentence or in a picture, never in another exception. */
    @ParameterizedTest
    @CsvSource({"tga", "tif", "bmp", "webp", "jpg", "png", "hdr", "exr"})
    void damagedPicturesEndInASentence(String ending) throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        Path file = folder.resolve("whole." + ending);
        Oracles.run(List.of("oiiotool", source().toString(), "-o", file.toString()));
        byte[] whole = Files.readAllBytes(file);
        SplittableRandom random = new SplittableRandom(ending.hashCode());
        Path bad = folder.resolve("bad." + ending);
        for (int i = 0; i < 60; i++) {
            byte[] damaged = i % 3 == 0 ? Arrays.copyOf(whole, random.nextInt(whole.length)) : whole.clone();
            for (int k = 0; k < 4 && damaged.length > 0 && !ending.equals("exr"); k++) {
                damaged[random.nextInt(Math.min(damaged.length, 200))] = (byte) random.nextInt(256);
            }
            Files.write(bad, damaged);
            try {
                new Formats().readPicture(ImageSource.at(bad));
            } catch (ProblemException e) {
                assertTrue(e.problem().file().contains("bad."), e.problem().toString());
            }
        }
    }
}
