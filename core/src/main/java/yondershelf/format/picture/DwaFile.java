package yondershelf.format.picture;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;
import yondershelf.work.Parallel;

/**
 * An OpenEXR file in DWA compression as one without compression (OpenEXR File Layout): what reads pictures need not know the
 * compression then. Parts in other compressions stay as they are; of several resolutions the first stays.
 */
final class DwaFile {
    private static final int DWAA = 8;
    private static final int DWAB = 9;
    private static final int LINES_A = 32;
    private static final int LINES_B = 256;
    private static final int TILED = 1 << 9;
    private static final int SEVERAL_PARTS = 1 << 12;

    private final ByteBuffer in;
    private final boolean several;
    private final List<Part> parts = new ArrayList<>();
    private final int headersEnd;

    /** Blocks to be written: where each is in the file, and where it goes. */
    private final List<Block> blocks = new ArrayList<>();

    /** One header and the table of where its blocks are. */
    private static final class Part {
        final ExrAttributes head;
        final int compressionAt;
        final int compression;
        final int x;
        final int y;
        final int width;
        final int height;
        final boolean tiled;
        final List<DwaBlock.Channel> channels = new ArrayList<>();
        final int rowBytes;
        int tileWidth;
        int tileHeight;
        /** In the file: how many blocks, and where their table begins. */
        int count;

        int table;

        Part(ByteBuffer in, int at, int flags) {
            head = new ExrAttributes(in, at);
            compressionAt = need("compression", 1);
            compression = in.get(compressionAt);
            int window = need("dataWindow", 16);
            x = in.getInt(window);
            y = in.getInt(window + 4);
            width = in.getInt(window + 8) - x + 1;
            height = in.getInt(window + 12) - y + 1;
            if (width <= 0 || height <= 0 || (long) width * height > Pictures.MOST_PIXELS / 4) {
                throw new IllegalArgumentException("a size that cannot be");
            }
            ExrAttributes.Value type = head.get("type", 1);
            tiled = type == null ? (flags & TILED) != 0 : in.get(type.at()) == 't';
            if (tiled) {
                int tiles = need("tiles", 9);
                tileWidth = in.getInt(tiles);
                tileHeight = in.getInt(tiles + 4);
                if (tileWidth <= 0 || tileHeight <= 0) {
                    throw new IllegalArgumentException("tiles of a size that cannot be");
                }
            }
            rowBytes = channels(in);
        }

        private int channels(ByteBuffer in) {
            int bytes = 0;
            int at = need("channels", 1);
            while (in.get(at) != 0) {
                String name = ExrAttributes.text(in, at);
                at += name.length() + 1;
                if (isPacked() && (in.getInt(at + 8) != 1 || in.getInt(at + 12) != 1)) {
                    throw new IllegalArgumentException("channels of a lower resolution than the picture");
                }
                DwaBlock.Channel channel = new DwaBlock.Channel(name, in.getInt(at), in.get(at + 4) != 0);
                channels.add(channel);
                bytes += channel.bytes();
                at += 16;
            }
            return bytes;
        }

        private int need(String name, int size) {
            ExrAttributes.Value value = head.get(name, size);
            if (value == null) {
                throw new IllegalArgumentException("a header without " + name);
            }
            return value.at();
        }

        boolean isPacked() {
            return compression == DWAA || compression == DWAB;
        }

        int linesInBlock() {
            return tiled ? tileHeight : compression == DWAB ? LINES_B : LINES_A;
        }

        int across() {
            return tiled ? (width - 1) / tileWidth + 1 : 1;
        }

        int blocks() {
            return across() * ((height - 1) / linesInBlock() + 1);
        }

        /** Blocks there will be: one for each tile, or each line. */
        int blocksOut() {
            return !isPacked() ? count : tiled ? blocks() : height;
        }
    }

    /**
     * A block as it will be written.
     *
     * @param tableAt where its place is told
     */
    private record Block(Part part, int from, int number, int to, int tableAt) {}

    private DwaFile(ByteBuffer in) {
        this.in = in;
        int flags = in.getInt(4);
        several = (flags & SEVERAL_PARTS) != 0;
        int at = ExrAttributes.FIRST;
        do {
            Part part = new Part(in, at, flags);
            parts.add(part);
            at = part.head.end();
        } while (several && in.get(at) != 0);
        headersEnd = several ? at + 1 : at;
        int table = headersEnd;
        for (Part part : parts) {
            ExrAttributes.Value count = part.head.get("chunkCount", 4);
            part.table = table;
            // of a part by itself only the first resolution counts, and nothing comes behind its table
            part.count = several && count != null ? in.getInt(count.at()) : part.blocks();
            if (part.count < (part.isPacked() ? part.blocks() : 0) || part.count > in.limit() / 8) {
                throw new IllegalArgumentException("a table of blocks that cannot be");
            }
            table += part.count * 8;
        }
    }

    /**
     * The file without DWA compression; the same when it has none, or cannot be understood: then whoever reads it will say so.
     *
     * @param file little-endian
     * @param memory makes room for so many bytes
     * @throws IllegalArgumentException for a block that is broken
     */
    static ByteBuffer plain(ByteBuffer file, IntFunction<ByteBuffer> memory) {
        ByteBuffer in = file.duplicate().order(ByteOrder.LITTLE_ENDIAN);
        try {
            Part first = new Part(in, ExrAttributes.FIRST, in.getInt(4));
            if (!first.isPacked() && (in.getInt(4) & SEVERAL_PARTS) == 0) {
                return file;
            }
        } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
            return file;
        }
        try {
            DwaFile dwa = new DwaFile(in);
            return dwa.parts.stream().anyMatch(Part::isPacked) ? dwa.plain(memory) : file;
        } catch (IndexOutOfBoundsException e) {
            throw new IllegalArgumentException("the file is cut short", e);
        }
    }

    private ByteBuffer plain(IntFunction<ByteBuffer> memory) {
        ByteBuffer out = memory.apply(lay()).order(ByteOrder.LITTLE_ENDIAN);
        out.put(0, in, 0, headersEnd);
        for (Part part : parts) {
            if (part.isPacked()) {
                out.put(part.compressionAt, (byte) 0);
                ExrAttributes.Value count = part.head.get("chunkCount", 4);
                if (count != null) {
                    out.putInt(count.at(), part.blocksOut());
                }
                ExrAttributes.Value tiles = part.head.get("tiles", 9);
                if (tiles != null) {
                    // one resolution
                    out.put(tiles.at() + 8, (byte) 0);
                }
            }
        }
        AtomicReference<@Nullable RuntimeException> broken = new AtomicReference<>();
        Parallel.run(blocks.size(), Parallel.threads(), () -> broken.get() != null, i -> {
            try {
                write(blocks.get(i), out);
            } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
                broken.compareAndSet(null, e);
            }
        });
        RuntimeException problem = broken.get();
        if (problem != null) {
            throw problem;
        }
        return out;
    }

    private int prefix() {
        return several ? 4 : 0;
    }

    /** Finds where everything goes. The size of the file that will be. */
    private int lay() {
        long to = headersEnd + 8L * parts.stream().mapToInt(Part::blocksOut).sum();
        int table = headersEnd;
        for (Part part : parts) {
            int wanted = part.isPacked() ? part.blocks() : part.count;
            for (int i = 0; i < wanted; i++) {
                long from = in.getLong(part.table + i * 8);
                if (from < headersEnd || from >= in.limit() || to > Integer.MAX_VALUE) {
                    throw new IllegalArgumentException("a block that is not in the file");
                }
                blocks.add(new Block(part, (int) from, i, (int) to, table));
                int lines = lines(part, i);
                if (!part.isPacked()) {
                    to += sizeOf(part, (int) from);
                    table += 8;
                } else if (part.tiled) {
                    to += prefix() + 20 + (long) part.rowBytes * columns(part, i) * lines;
                    table += 8;
                } else {
                    to += lines * (prefix() + 8 + (long) part.rowBytes * part.width);
                    table += 8 * lines;
                }
            }
        }
        if (to > Integer.MAX_VALUE) {
            throw new IllegalArgumentException("a picture of more than two gigabytes");
        }
        return (int) to;
    }

    private static int lines(Part part, int block) {
        return Math.min(part.linesInBlock(), part.height - block / part.across() * part.linesInBlock());
    }

    private static int columns(Part part, int block) {
        return part.tiled ? Math.min(part.tileWidth, part.width - block % part.across() * part.tileWidth) : part.width;
    }

    /** Of a block in the file, with what stands before its values. */
    private int sizeOf(Part part, int from) {
        int head = prefix() + (part.tiled ? 20 : 8);
        return head + in.getInt(from + head - 4);
    }

    private void write(Block block, ByteBuffer out) {
        Part part = block.part;
        if (!part.isPacked()) {
            out.putLong(block.tableAt, block.to);
            out.put(block.to, in, block.from, sizeOf(part, block.from));
            return;
        }
        int head = prefix() + (part.tiled ? 20 : 8);
        int size = in.getInt(block.from + head - 4);
        int lines = lines(part, block.number);
        int columns = columns(part, block.number);
        int row = part.rowBytes * columns;
        byte[] rows;
        if (size < 0 || size > in.limit() - block.from - head) {
            throw new IllegalArgumentException("a block cut short");
        } else if (size == row * lines) {
            // what packing would not have made smaller
            rows = new byte[size];
            in.get(block.from + head, rows);
        } else {
            rows = DwaBlock.unpack(in, block.from + head, size, part.channels, columns, lines);
        }
        if (part.tiled) {
            out.putLong(block.tableAt, block.to);
            out.put(block.to, in, block.from, head - 4);
            out.putInt(block.to + head - 4, rows.length);
            out.put(block.to + head, rows);
            return;
        }
        int first = in.getInt(block.from + prefix());
        for (int y = 0; y < lines; y++) {
            int to = block.to + y * (head + row);
            out.putLong(block.tableAt + y * 8, to);
            out.put(to, in, block.from, prefix());
            out.putInt(to + prefix(), first + y);
            out.putInt(to + prefix() + 4, row);
            out.put(to + head, rows, y * row, row);
        }
    }
}
