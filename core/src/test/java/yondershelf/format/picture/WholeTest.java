package yondershelf.format.picture;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;

/** A picture that was not copied to its end, or whose bytes changed, is told from a whole one without decoding it. */
class WholeTest {
    @TempDir
    Path folder;

    private final Formats formats = new Formats();

    /** A noisy picture, written by the runtime's own writers. */
    private static byte[] written(String kind) throws Exception {
        BufferedImage image = new BufferedImage(96, 64, BufferedImage.TYPE_INT_RGB);
        Random random = new Random(7);
        for (int i = 0; i < 96 * 64; i++) {
            image.setRGB(i % 96, i / 96, random.nextInt(1 << 24));
        }
        ImageWriter writer = ImageIO.getImageWritersByFormatName(kind.startsWith("png") ? "png" : "jpeg")
                .next();
        ImageWriteParam how = writer.getDefaultWriteParam();
        if (kind.endsWith("progressive")) {
            how.setProgressiveMode(ImageWriteParam.MODE_DEFAULT);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (var stream = ImageIO.createImageOutputStream(out)) {
            writer.setOutput(stream);
            writer.write(null, new IIOImage(image, null, null), how);
        } finally {
            writer.dispose();
        }
        return out.toByteArray();
    }

    @ParameterizedTest
    @ValueSource(strings = {"png", "jpeg", "jpeg progressive"})
    void aCutFileIsToldAndAWholeOneIsNot(String kind) throws Exception {
        byte[] whole = written(kind);
        Path file = folder.resolve(kind.startsWith("png") ? "tarred planks.png" : "tarred planks.jpg");
        Files.write(file, whole);
        assertEquals(new ContentReader.PictureSize(96, 64), formats.measure(ImageSource.at(file)));

        byte[] trailed = Arrays.copyOf(whole, whole.length + 500);
        assertEquals(
                new ContentReader.PictureSize(96, 64),
                formats.measure(ImageSource.embedded("trailed", trailed)),
                "bytes after the end are no fault");

        Random random = new Random(11);
        for (int i = 0; i < 40; i++) {
            Files.write(file, Arrays.copyOf(whole, 1 + random.nextInt(whole.length - (kind.equals("png") ? 12 : 1))));
            ProblemException cut = assertThrows(ProblemException.class, () -> formats.measure(ImageSource.at(file)));
            assertTrue(cut.problem().file().contains("tarred planks"), cut.problem()::toString);
        }
    }

    /** Any changed byte of a PNG after its signature is noticed; measuring alone does not look for that. */
    @Test
    void aChangedByteIsNoticed() throws Exception {
        byte[] whole = written("png");
        formats.verify(ImageSource.embedded("whole", whole));
        Random random = new Random(13);
        for (int i = 0; i < 60; i++) {
            byte[] harmed = whole.clone();
            harmed[8 + random.nextInt(whole.length - 8)] ^= (byte) (1 << random.nextInt(8));
            assertThrows(ProblemException.class, () -> formats.verify(ImageSource.embedded("harmed", harmed)));
        }
    }

    @Test
    void whatIsNeitherIsReadWhole() throws Exception {
        byte[] sky = Formats.hdr(Picture.ofFloats(4, 2, 3, new float[24]));
        formats.verify(ImageSource.embedded("sky.hdr", sky));
        byte[] half = Arrays.copyOf(sky, sky.length - 6);
        assertThrows(ProblemException.class, () -> formats.verify(ImageSource.embedded("sky.hdr", half)));
    }
}
