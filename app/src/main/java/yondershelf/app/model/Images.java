package yondershelf.app.model;

import java.nio.IntBuffer;
import javafx.scene.image.Image;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import yondershelf.content.Picture;
import yondershelf.render.Reduction;

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
                    | premultiplied(in[at] & 0xff, alpha) << 16
                    | premultiplied(in[at + (channels >= 3 ? 1 : 0)] & 0xff, alpha) << 8
                    | premultiplied(in[at + (channels >= 3 ? 2 : 0)] & 0xff, alpha);
        }
        // the image shows these very pixels: copying them again would be the greater part of the work
        return new WritableImage(new PixelBuffer<>(
                picture.width(), picture.height(), IntBuffer.wrap(argb), PixelFormat.getIntArgbPreInstance()));
    }

    /** The same, no larger than it is shown: what the toolkit makes smaller while drawing shows bands in fine patterns. */
    public static Image of(Picture picture, int edge) {
        return picture.width() <= edge
                ? of(picture)
                : of(Reduction.of(picture, edge, edge * picture.height() / picture.width()));
    }

    private static int premultiplied(int value, int alpha) {
        return alpha == 255 ? value : (value * alpha + 127) / 255;
    }
}
