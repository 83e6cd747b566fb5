package yondershelf.render;

import yondershelf.content.Picture;

/** A loose texture made small: centred in a square with transparent margins. */
final class Thumbnail {
    private static final double MARGIN = 0.04;

    private Thumbnail() {}

    static Picture of(Picture p, int size) {
        double room = size * (1 - 2 * MARGIN);
        double scale = room / Math.max(p.width(), p.height());
        int w = Math.max(1, (int) Math.round(p.width() * scale));
        int h = Math.max(1, (int) Math.round(p.height() * scale));
        int left = (size - w) / 2;
        int top = (size - h) / 2;
        byte[] small = Reduction.of(p, w, h).bytes();
        byte[] out = new byte[size * size * 4];
        for (int y = 0; y < h; y++) {
            System.arraycopy(small, y * w * 4, out, ((top + y) * size + left) * 4, w * 4);
        }
        return Picture.ofBytes(size, size, 4, out);
    }
}
