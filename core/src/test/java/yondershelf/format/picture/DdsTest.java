package yondershelf.format.picture;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;
import yondershelf.format.reading.ContentReader;

/** DDS textures: blocks of any bits against oiiotool, an independent reader. */
class DdsTest {
    private static final int WIDTH = 22;
    private static final int HEIGHT = 13;

    @TempDir
    Path folder;

    private static ByteBuffer header(int bytes, String fourCc, int bits, int... masks) {
        ByteBuffer out = ByteBuffer.allocate(128 + bytes).order(ByteOrder.LITTLE_ENDIAN);
        out.put("DDS ".getBytes(StandardCharsets.US_ASCII))
                .putInt(124)
                .putInt(0x1007)
                .putInt(HEIGHT)
                .putInt(WIDTH);
        out.putInt(76, 32);
        out.putInt(80, fourCc.isEmpty() ? 0x41 : 4);
        out.put(84, fourCc.getBytes(StandardCharsets.US_ASCII));
        out.putInt(88, bits);
        for (int i = 0; i < masks.length; i++) {
            out.putInt(92 + i * 4, masks[i]);
        }
        out.putInt(108, 0x1000);
        return out.position(128);
    }

    private Path file(String fourCc, int block) throws Exception {
        SplittableRandom random = new SplittableRandom(fourCc.hashCode());
        byte[] blocks = new byte[(WIDTH + 3) / 4 * ((HEIGHT + 3) / 4) * block];
        random.nextBytes(blocks);
        Path file = folder.resolve(fourCc + ".dds");
        Files.write(file, header(blocks.length, fourCc, 0).put(blocks).array());
        return file;
    }

    /** Random blocks hold every case: both orders of the ends, holes, all codes. Rounding may differ by a step or two of 255. */
    @ParameterizedTest
    @CsvSource({"DXT1, 8, 4", "DXT3, 16, 4", "DXT5, 16, 4", "ATI1, 8, 1", "ATI2, 16, 3"})
    void blocksAgainstAnotherReader(String fourCc, int block, int channels) throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        Path file = file(fourCc, block);
        Picture read = new Formats().readPicture(ImageSource.at(file));
        assertEquals(WIDTH, read.width());
        assertEquals(HEIGHT, read.height());
        assertEquals(channels, read.channels());
        // colours and alpha apart, so that nothing is multiplied with alpha on the way
        Picture told = told(file, channels == 1 ? "0" : "R,G,B");
        Picture alpha = channels == 4 ? told(file, "A") : told;
        int compared = 0;
        for (int i = 0; i < WIDTH * HEIGHT; i++) {
            boolean hole = channels == 4 && read.value(i % WIDTH, i / WIDTH, 3) == 0;
            for (int c = 0; c < channels; c++) {
                if (fourCc.equals("ATI2") && c == 2) {
                    // the third part of a unit normal, which the other reader leaves out
                    double x = read.value(i % WIDTH, i / WIDTH, 0) * 2 - 1;
                    double y = read.value(i % WIDTH, i / WIDTH, 1) * 2 - 1;
                    double z = read.value(i % WIDTH, i / WIDTH, 2) * 2 - 1;
                    assertEquals(Math.max(0, 1 - x * x - y * y), z * z, 0.02);
                    continue;
                }
                if (hole && c < 3) {
                    continue; // what colour a hole has nobody sees
                }
                assertEquals(
                        (c == 3 ? alpha : told).value(i % WIDTH, i / WIDTH, c % 3),
                        read.value(i % WIDTH, i / WIDTH, c),
                        2.01 / 255,
                        fourCc + " texel " + i + " channel " + c);
                compared++;
            }
        }
        assertTrue(compared > WIDTH * HEIGHT / 2);
    }

    private Picture told(Path file, String channels) throws Exception {
        Path other = folder.resolve("other.png");
        Oracles.run(List.of(
                "oiiotool",
                "--no-autopremult",
                file.toString(),
                "--ch",
                channels,
                "-d",
                "uint8",
                "-o",
                other.toString()));
        return new Formats().readPicture(ImageSource.at(other));
    }

    /** Plain pixels by their masks, worked by hand. */
    @Test
    void plainPixels() throws Exception {
        ByteBuffer turned = header(WIDTH * HEIGHT * 4, "", 32, 0xff0000, 0xff00, 0xff, 0xff000000);
        for (int i = 0; i < WIDTH * HEIGHT; i++) {
            turned.put(new byte[] {10, 20, (byte) i, (byte) 200});
        }
        Path file = folder.resolve("turned.dds");
        Files.write(file, turned.array());
        Picture read = new Formats().readPicture(ImageSource.at(file));
        assertEquals(7 / 255f, read.value(7, 0, 0), 1e-6);
        assertEquals(20 / 255f, read.value(7, 0, 1), 1e-6);
        assertEquals(10 / 255f, read.value(7, 0, 2), 1e-6);
        assertEquals(200 / 255f, read.value(7, 0, 3), 1e-6);
        assertEquals(new ContentReader.PictureSize(WIDTH, HEIGHT), new Formats().measure(ImageSource.at(file)));
    }

    /** A cube with two levels a face: all six faces are read, in a row, in the order of the guide: +X, -X, +Y, -Y, +Z, -Z. */
    @Test
    void cubesAndVolumes() throws Exception {
        int edge = 8;
        int face = edge * edge * 4 + edge / 2 * (edge / 2) * 4;
        ByteBuffer cube = header(face * 6, "", 32, 0xff, 0xff00, 0xff0000, 0xff000000);
        cube.putInt(12, edge).putInt(16, edge).putInt(28, 2).putInt(112, 0xFE00);
        for (int i = 0; i < face * 6; i++) {
            cube.put((byte) (i % 4 == 3 ? 255 : i / face * 30 + i % 4 + (i % face < edge * edge * 4 ? 0 : 99)));
        }
        Path file = folder.resolve("cube.dds");
        Files.write(file, cube.array());
        Picture row = new Formats().readPicture(ImageSource.at(file));
        assertEquals(edge * 6, row.width());
        assertEquals(new ContentReader.PictureSize(edge * 6, edge), new Formats().measure(ImageSource.at(file)));
        for (int i = 0; i < 6; i++) {
            assertEquals((i * 30 + 2) / 255f, row.value(i * edge + 3, 5, 2), 1e-6, "face " + i);
        }
        assertTrue(Formats.isCube(ImageSource.at(file)));
        cube.putInt(112, 0x7E00);
        Files.write(file, cube.array());
        assertEquals(edge, new Formats().readPicture(ImageSource.at(file)).width());
        assertEquals(
                List.of("faces of a cube, of which some are missing"),
                Formats.remarks(ImageSource.at(file)).notShown());
        cube.putInt(112, 0x200000).putInt(24, 5);
        Files.write(file, cube.array());
        assertEquals(
                List.of("all of its 5 layers but the first"),
                Formats.remarks(ImageSource.at(file)).notShown());
    }

    @Test
    void whatIsNotReadIsNamed() throws Exception {
        ByteBuffer later = ByteBuffer.allocate(400).order(ByteOrder.LITTLE_ENDIAN);
        later.put(header(0, "DX10", 0).array()).putInt(98);
        Path file = folder.resolve("bc7.dds");
        Files.write(file, later.array());
        ProblemException refused =
                assertThrows(ProblemException.class, () -> new Formats().readPicture(ImageSource.at(file)));
        assertTrue(refused.problem().cause().contains("BC7"), refused.getMessage());
        Files.write(file, header(10, "DXT1", 0).array());
        assertThrows(ProblemException.class, () -> new Formats().readPicture(ImageSource.at(file)));
    }
}
