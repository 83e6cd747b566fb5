package yondershelf.catalogue;

import java.util.ArrayList;
import java.util.List;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.ContentReader;
import yondershelf.sorting.SortedItem;
import yondershelf.sorting.Sorter;

/** One picture that lies on several UV squares, put together small: squares are numbered from 1001, ten in a row, rows upwards. */
final class Mosaic {
    private static final int FIRST = 1001;
    private static final int ROW = 10;
    private static final int MOST_ROWS = 20;

    private record Tile(int column, int row, SortedItem.SortedFile file) {}

    private final Source source;
    private final List<Tile> tiles;
    private final int columns;
    private final int rows;

    private Mosaic(Source source, List<Tile> tiles) {
        this.source = source;
        this.tiles = tiles;
        this.columns = 1 + tiles.stream().mapToInt(Tile::column).max().orElse(0);
        this.rows = 1 + tiles.stream().mapToInt(Tile::row).max().orElse(0);
    }

    /** The squares of a texture; fewer than two when it is a picture like others. */
    static Mosaic of(Source source) {
        List<Tile> tiles = new ArrayList<>();
        for (SortedItem.SortedFile file : source.files()) {
            int number = Sorter.tile(file.path()) - FIRST;
            boolean square = file.variant().isEmpty() || file.variant().matches("1[0-9]{3}");
            if (number >= 0 && number / ROW < MOST_ROWS && square) {
                tiles.add(new Tile(number % ROW, number / ROW, file));
            }
        }
        return new Mosaic(source, tiles);
    }

    boolean isOne() {
        return tiles.size() > 1;
    }

    /**
     * All of it; squares nobody painted are empty.
     *
     * @param edge of the whole in pixels, about
     */
    Picture read(ContentReader reader, int edge) throws ProblemException {
        int cell = Math.max(1, edge / Math.max(columns, rows));
        int width = columns * cell;
        byte[] out = new byte[width * rows * cell * 4];
        for (Tile tile : tiles) {
            Picture picture = reader.readColours(ImageSource.at(source.root().resolve(tile.file.path())));
            int left = tile.column * cell;
            int top = (rows - 1 - tile.row) * cell;
            for (int y = 0; y < cell; y++) {
                for (int x = 0; x < cell; x++) {
                    average(picture, x, y, cell, out, ((top + y) * width + left + x) * 4);
                }
            }
        }
        return Picture.ofBytes(width, rows * cell, 4, out);
    }

    /** The mean of the pixels that come to lie on one. */
    private static void average(Picture from, int x, int y, int cell, byte[] out, int at) {
        int x0 = x * from.width() / cell;
        int x1 = Math.max(x0 + 1, (x + 1) * from.width() / cell);
        int y0 = y * from.height() / cell;
        int y1 = Math.max(y0 + 1, (y + 1) * from.height() / cell);
        double[] sum = new double[4];
        for (int v = y0; v < y1; v++) {
            for (int u = x0; u < x1; u++) {
                for (int c = 0; c < 4; c++) {
                    sum[c] += channel(from, u, v, c);
                }
            }
        }
        for (int c = 0; c < 4; c++) {
            double mean = sum[c] / ((x1 - x0) * (double) (y1 - y0));
            out[at + c] = (byte) Math.round(255 * Math.clamp(mean, 0, 1));
        }
    }

    private static double channel(Picture from, int u, int v, int c) {
        int channels = from.channels();
        if (c == 3) {
            return channels == 4 || channels == 2 ? from.value(u, v, channels - 1) : 1;
        }
        return from.value(u, v, channels < 3 ? 0 : c);
    }
}
