package yondershelf.format.picture;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.SplittableRandom;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;

/** Eight-bit pictures keep every value, in the right channel. */
class PicturesTest {
    @TempDir
    Path folder;

    @ParameterizedTest
    @ValueSource(ints = {1, 3, 4})
    void whatIsWrittenIsReadBack(int channels) throws Exception {
        byte[] values = new byte[7 * 5 * channels];
        new SplittableRandom(channels).nextBytes(values);
        Path file = folder.resolve("p.png");
        Files.write(file, Formats.png(Picture.ofBytes(7, 5, channels, values)));
        Picture read = new Formats().readPicture(ImageSource.at(file));
        assertEquals(channels, read.channels());
        assertArrayEquals(values, read.bytes());
        assertEquals(new ContentReader.PictureSize(7, 5), new Formats().measure(ImageSource.at(file)));
    }

    /** The other formats through the toolkit's own writers: red stays red whatever the layout in memory. */
    @ParameterizedTest
    @ValueSource(strings = {"bmp", "tif", "jpg", "png"})
    void redIsRed(String format) throws Exception {
        for (int type : new int[] {BufferedImage.TYPE_3BYTE_BGR, BufferedImage.TYPE_INT_RGB}) {
            BufferedImage image = new BufferedImage(16, 16, type);
            for (int i = 0; i < 256; i++) {
                image.setRGB(i % 16, i / 16, 0xff0000 | 0x20);
            }
            Path file = folder.resolve("red." + format);
            ImageIO.write(image, format, file.toFile());
            Picture read = new Formats().readPicture(ImageSource.at(file));
            assertEquals(1, read.value(8, 8, 0), 0.03);
            assertEquals(0, read.value(8, 8, 1), 0.03);
            assertEquals(0x20 / 255f, read.value(8, 8, 2), 0.03);
        }
    }

    /** A flat RGB document written by hand after the published file format: header, three empty sections, raw planes. */
    @Test
    void layeredDocumentsShowTheirWhole() throws Exception {
        java.nio.ByteBuffer psd = java.nio.ByteBuffer.allocate(26 + 12 + 2 + 2 * 3 * 3);
        psd.put("8BPS".getBytes(java.nio.charset.StandardCharsets.US_ASCII))
                .putShort((short) 1)
                .put(new byte[6]);
        psd.putShort((short) 3).putInt(2).putInt(3).putShort((short) 8).putShort((short) 3);
        psd.putInt(0).putInt(0).putInt(0).putShort((short) 0);
        for (int plane = 0; plane < 3; plane++) {
            for (int i = 0; i < 6; i++) {
                psd.put((byte) (plane * 80 + i * 10));
            }
        }
        Path file = Files.write(folder.resolve("flat.psd"), psd.array());
        Picture read = new Formats().readPicture(ImageSource.at(file));
        assertEquals(3, read.width());
        assertEquals(2, read.height());
        assertEquals(50 / 255f, read.value(2, 1, 0), 1e-6);
        assertEquals(210 / 255f, read.value(2, 1, 2), 1e-6);
    }

    @Test
    void sixteenBitsAreKept() throws Exception {
        BufferedImage image = new BufferedImage(4, 4, BufferedImage.TYPE_USHORT_GRAY);
        image.getRaster().setSample(2, 1, 0, 0x1234);
        Path file = folder.resolve("deep.png");
        ImageIO.write(image, "png", file.toFile());
        Picture read = new Formats().readPicture(ImageSource.at(file));
        assertEquals(0x1234 / 65535f, read.value(2, 1, 0), 1e-7);
    }
}
