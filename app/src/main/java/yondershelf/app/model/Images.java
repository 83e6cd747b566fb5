package yondershelf.app.model;

import java.nio.IntBuffer;
import javafx.scene.image.Image;
import javafx.scene.image.PixelBuffer;
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
                    | premultiplied(in[at] & 0xff, alpha) << 16
                    | premultiplied(in[at + (channels >= 3 ? 1 : 0)] & 0xff, alpha) << 8
                    | premultiplied(in[at + (channels >= 3 ? 2 : 0)] & 0xff, alpha);
        }
        // the image shows these very pixels: copying them again would be the greater part of the work
        return new WritableImage(new PixelBuffer<>(
                picture.width(), picture.height(), IntBuffer.wrap(argb), PixelFormat.getIntArgbPreInstance()));
    }

    /** The same, halved as often as it stays at least as large as it is shown. */
    public static Image of(Picture picture, int edge) {
        Picture smaller = picture;
        while (Math.min(smaller.width(), smaller.height()) >= edge * 2) {
            smaller = halved(smaller);
        }
        return of(smaller);
    }

    /** Each pixel the mean of four, as they are shown. */
    private static Picture halved(Picture picture) {
        int w = picture.width() / 2;
        int h = picture.height() / 2;
        int channels = picture.channels();
        int row = picture.width() * channels;
        byte[] in = picture.bytes();
        byte[] out = new byte[w * h * channels];
        for (int y = 0, to = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                int at = y * 2 * row + x * 2 * channels;
                for (int c = 0; c < channels; c++, at++) {
                    int sum = (in[at] & 0xff)
                            + (in[at + channels] & 0xff)
                            + (in[at + row] & 0xff)
                            + (in[at + row + channels] & 0xff);
                    out[to++] = (byte) ((sum + 2) / 4);
                }
            }
        }
        return Picture.ofBytes(w, h, channels, out);
    }

    private static int premultiplied(int value, int alpha) {
        return alpha == 255 ? value : (value * alpha + 127) / 255;
    }
}
