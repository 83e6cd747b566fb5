package yondershelf.references;

import yondershelf.content.Picture;

/** One picture made of those of several UV squares, reduced so that it fits into memory beside others. */
final class SquarePicture {
    private static final int CHANNELS = 4;
    /** The longest edge, in pixels: pictures of bytes, and of floats, whose pixels are four times as large. */
    private static final int MOST_OF_BYTES = 4096;

    private static final int MOST_OF_FLOATS = 2048;

    private final Squares squares;
    private final int cell;
    private final boolean floats;
    private final byte[] bytes;
    private final float[] values;

    private SquarePicture(Squares squares, int cell, boolean floats) {
        this.squares = squares;
        this.cell = cell;
        this.floats = floats;
        int all = squares.columns() * squares.rows() * cell * cell * CHANNELS;
        this.bytes = new byte[floats ? 0 : all];
        this.values = new float[floats ? all : 0];
    }

    /** Of squares like this one. */
    static SquarePicture of(Squares squares, Picture one) {
        int most = one.isFloat() ? MOST_OF_FLOATS : MOST_OF_BYTES;
        int room = most / Math.max(squares.columns(), squares.rows());
        return new SquarePicture(
                squares, Math.clamp(Math.max(one.width(), one.height()), 1, Math.max(1, room)), one.isFloat());
    }

    void put(Squares.Square square, Picture picture) {
        int left = square.column() * cell;
        int top = (squares.rows() - 1 - square.row()) * cell;
        for (int y = 0; y < cell; y++) {
            int at = ((top + y) * squares.columns() * cell + left) * CHANNELS;
            for (int x = 0; x < cell; x++) {
                mean(picture, x, y, at + x * CHANNELS);
            }
        }
    }

    Picture picture() {
        int width = squares.columns() * cell;
        int height = squares.rows() * cell;
        return floats
                ? Picture.ofFloats(width, height, CHANNELS, values)
                : Picture.ofBytes(width, height, CHANNELS, bytes);
    }

    /** The mean of the pixels that come to lie on one. */
    private void mean(Picture from, int x, int y, int at) {
        int x0 = (int) ((long) x * from.width() / cell);
        int x1 = Math.max(x0 + 1, (int) ((x + 1L) * from.width() / cell));
        int y0 = (int) ((long) y * from.height() / cell);
        int y1 = Math.max(y0 + 1, (int) ((y + 1L) * from.height() / cell));
        for (int c = 0; c < CHANNELS; c++) {
            double sum = 0;
            for (int v = y0; v < y1; v++) {
                for (int u = x0; u < x1; u++) {
                    sum += channel(from, u, v, c);
                }
            }
            double mean = sum / ((x1 - x0) * (double) (y1 - y0));
            if (floats) {
                values[at + c] = (float) mean;
            } else {
                bytes[at + c] = (byte) Math.round(255 * Math.clamp(mean, 0, 1));
            }
        }
    }

    /** Grey is all three colours; where nothing says how opaque it is, it is. */
    private static double channel(Picture from, int u, int v, int c) {
        int channels = from.channels();
        if (c == CHANNELS - 1) {
            return channels == 4 || channels == 2 ? from.value(u, v, channels - 1) : 1;
        }
        return from.value(u, v, channels < 3 ? 0 : c);
    }
}
