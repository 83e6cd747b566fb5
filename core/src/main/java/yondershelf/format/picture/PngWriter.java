package yondershelf.format.picture;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import javax.imageio.ImageIO;
import yondershelf.content.Picture;

/** Pictures to PNG, eight bits a channel; floats are clamped to 0 to 1 and stored as they are. */
public final class PngWriter {
    private PngWriter() {}

    public static byte[] write(Picture p) {
        boolean alpha = p.channels() == 4 || p.channels() == 2;
        boolean grey = p.channels() == 1;
        int type =
                grey ? BufferedImage.TYPE_BYTE_GRAY : alpha ? BufferedImage.TYPE_INT_ARGB : BufferedImage.TYPE_INT_RGB;
        BufferedImage image = new BufferedImage(p.width(), p.height(), type);
        if (grey) {
            byte[] row = new byte[p.width()];
            for (int y = 0; y < p.height(); y++) {
                for (int x = 0; x < p.width(); x++) {
                    row[x] = (byte) level(p, x, y, 0);
                }
                image.getRaster().setDataElements(0, y, p.width(), 1, row);
            }
        } else {
            int[] row = new int[p.width()];
            int colours = p.channels() >= 3 ? 1 : 0;
            for (int y = 0; y < p.height(); y++) {
                for (int x = 0; x < p.width(); x++) {
                    int a = alpha ? level(p, x, y, p.channels() - 1) : 255;
                    row[x] = a << 24
                            | level(p, x, y, 0) << 16
                            | level(p, x, y, colours) << 8
                            | level(p, x, y, colours * 2);
                }
                image.setRGB(0, y, p.width(), 1, row, 0, p.width());
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory failed", e);
        }
        return out.toByteArray();
    }

    private static int level(Picture p, int x, int y, int channel) {
        float value = p.value(x, y, channel);
        return value > 0 ? (int) (Math.min(value, 1) * 255 + 0.5f) : 0;
    }
}
