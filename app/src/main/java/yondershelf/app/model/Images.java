package yondershelf.app.model;

import javafx.scene.image.Image;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import yondershelf.content.Picture;

/** The core's pictures as the toolkit's images. */
public final class Images {
    private Images() {}

    /** An image of an eight-bit picture with four channels, alpha not premultiplied. May be called on any thread. */
    public static Image of(Picture picture) {
        byte[] in = picture.bytes();
        int[] argb = new int[picture.width() * picture.height()];
        int channels = picture.channels();
        for (int i = 0; i < argb.length; i++) {
            int at = i * channels;
            int alpha = channels == 4 ? in[at + 3] & 0xff : 255;
            argb[i] = alpha << 24
                    | (in[at] & 0xff) << 16
                    | (in[at + (channels >= 3 ? 1 : 0)] & 0xff) << 8
                    | in[at + (channels >= 3 ? 2 : 0)] & 0xff;
        }
        WritableImage image = new WritableImage(picture.width(), picture.height());
        image.getPixelWriter()
                .setPixels(
                        0,
                        0,
                        picture.width(),
                        picture.height(),
                        PixelFormat.getIntArgbInstance(),
                        argb,
                        0,
                        picture.width());
        return image;
    }
}
