package yondershelf.search;

import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.CRC32C;
import java.util.zip.CheckedOutputStream;
import org.jspecify.annotations.Nullable;
import yondershelf.disk.Disk;

/**
 * Keeps an index as a file: rows of numbers as they lie in memory, and a checksum (CRC-32C, RFC 3720 appendix B.4) at the end.
 * It is a cache: a file that is damaged or of another format counts as none.
 */
public final class IndexFile {
    private static final int FORMAT = 0x79_73_69_04;
    private static final long MOST_BYTES = 1L << 31;

    private IndexFile() {}

    /**
     * An index read back.
     *
     * @param states by a library's id: what was given when it was saved
     */
    public record Kept(Index index, Map<String, Long> states) {}

    /** @param states by a library's id: how far the index knows it; given back when it is read */
    public static void save(Index index, Map<String, Long> states, Path file) throws IOException {
        Index.Columns columns = index.compacted();
        Disk.REAL.writeLazily(file, out -> write(columns, states, out));
    }

    /** The index in a file; null when there is none that can be used. */
    public static @Nullable Kept load(Path file) {
        try {
            byte[] bytes = Disk.read(file, MOST_BYTES);
            CRC32C sum = new CRC32C();
            int end = bytes.length - Long.BYTES;
            if (end < 0) {
                return null;
            }
            sum.update(bytes, 0, end);
            if (ByteBuffer.wrap(bytes, end, Long.BYTES).getLong() != sum.getValue()) {
                return null;
            }
            try (DataInputStream in = new DataInputStream(new java.io.ByteArrayInputStream(bytes, 0, end))) {
                return in.readInt() == FORMAT ? read(in) : null;
            }
        } catch (IOException e) {
            return null;
        }
    }

    private static void write(Index.Columns columns, Map<String, Long> states, OutputStream plain) throws IOException {
        CheckedOutputStream checked = new CheckedOutputStream(new BufferedOutputStream(plain, 1 << 16), new CRC32C());
        DataOutputStream out = new DataOutputStream(checked);
        Documents documents = columns.documents();
        out.writeInt(FORMAT);
        out.writeInt(states.size());
        for (Map.Entry<String, Long> state : states.entrySet()) {
            out.writeUTF(state.getKey());
            out.writeLong(state.getValue());
        }
        out.writeInt(documents.libraries().size());
        for (String library : documents.libraries()) {
            out.writeUTF(library);
        }
        int size = documents.size();
        byte[] kinds = new byte[size];
        int[] rows = new int[size];
        int[] places = new int[size];
        int[] since = new int[size];
        int[] tagEnds = new int[size];
        Ints tags = new Ints();
        Texts names = new Texts();
        for (int doc = 0; doc < size; doc++) {
            kinds[doc] = (byte) documents.kind(doc);
            rows[doc] = documents.row(doc);
            places[doc] = documents.folder(doc);
            since[doc] = (int) documents.since(doc);
            names.add(documents.name(doc));
            for (int t = documents.firstTag(doc); t < documents.endOfTags(doc); t++) {
                tags.add(documents.tag(t));
            }
            tagEnds[doc] = tags.size();
        }
        out.writeInt(size);
        out.write(kinds);
        for (int[] column : List.of(rows, places, since, tagEnds, tags.copy())) {
            write(out, column, column.length);
        }
        write(out, names);
        for (int[] column : documents.traits().columns()) {
            write(out, column, column.length);
        }
        out.writeInt(documents.traits().texts().size());
        for (String text : documents.traits().texts()) {
            writeText(out, text);
        }
        out.writeInt(columns.folders().size());
        for (int folder = 0; folder < columns.folders().size(); folder++) {
            out.writeInt(columns.folders().library(folder));
            writeText(out, columns.folders().path(folder));
        }
        out.writeInt(columns.tags().size());
        for (String tag : columns.tags().names()) {
            writeText(out, tag);
        }
        write(out, columns.tokens().texts());
        columns.postings().settle(columns.tokens().size());
        int[] starts = columns.postings().starts();
        write(out, starts, starts.length);
        int[] postings = columns.postings().postings();
        write(out, postings, postings.length);
        out.flush();
        out.writeLong(checked.getChecksum().getValue());
        out.flush();
    }

    private static Kept read(DataInputStream in) throws IOException {
        Map<String, Long> states = new HashMap<>();
        for (int i = in.readInt(); i > 0; i--) {
            states.put(in.readUTF(), in.readLong());
        }
        List<String> libraries = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            libraries.add(in.readUTF());
        }
        byte[] kinds = new byte[in.readInt()];
        in.readFully(kinds);
        Ints rows = new Ints(readInts(in));
        Ints places = new Ints(readInts(in));
        Moments since = new Moments();
        for (int seconds : readInts(in)) {
            since.add(Integer.toUnsignedLong(seconds));
        }
        since.trim();
        Ints tagEnds = new Ints(readInts(in));
        Chars tagNumbers = Chars.of(readInts(in));
        Texts names = readTexts(in);
        List<int[]> traits = new ArrayList<>();
        for (int i = 0; i < TraitColumns.COUNT; i++) {
            traits.add(readInts(in));
        }
        List<String> texts = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            texts.add(readText(in));
        }
        Folders folders = new Folders();
        for (int i = in.readInt(); i > 0; i--) {
            int library = in.readInt();
            folders.number(library, readText(in));
        }
        Tags tags = new Tags();
        for (int i = in.readInt(); i > 0; i--) {
            tags.withParents(List.of(readText(in)));
        }
        Documents documents = new Documents(
                folders,
                libraries,
                kinds,
                rows,
                places,
                since,
                names,
                tagEnds,
                tagNumbers,
                TraitColumns.of(traits, texts));
        for (int doc = 0; doc < documents.size(); doc++) {
            for (int t = documents.firstTag(doc); t < documents.endOfTags(doc); t++) {
                tags.add(documents.tag(t), doc);
            }
        }
        tags.trim();
        Tokens tokens = new Tokens(readTexts(in));
        Postings postings = new Postings(readInts(in), readInts(in));
        return new Kept(new Index(new Index.Columns(documents, tokens, postings, folders, tags)), states);
    }

    private static void write(DataOutputStream out, int[] values, int many) throws IOException {
        out.writeInt(many);
        ByteBuffer bytes = ByteBuffer.allocate(1 << 16);
        for (int from = 0; from < many; from += bytes.capacity() / Integer.BYTES) {
            int now = Math.min(many - from, bytes.capacity() / Integer.BYTES);
            bytes.clear().asIntBuffer().put(values, from, now);
            out.write(bytes.array(), 0, now * Integer.BYTES);
        }
    }

    private static int[] readInts(DataInputStream in) throws IOException {
        int[] out = new int[in.readInt()];
        byte[] bytes = new byte[1 << 16];
        for (int from = 0; from < out.length; from += bytes.length / Integer.BYTES) {
            int now = Math.min(out.length - from, bytes.length / Integer.BYTES);
            in.readFully(bytes, 0, now * Integer.BYTES);
            ByteBuffer.wrap(bytes).asIntBuffer().get(out, from, now);
        }
        return out;
    }

    private static void write(DataOutputStream out, Texts texts) throws IOException {
        out.writeInt(texts.size());
        int[] blocks = texts.blocks();
        write(out, blocks, blocks.length);
        byte[] bytes = texts.bytes();
        out.writeInt(bytes.length);
        out.write(bytes);
    }

    private static Texts readTexts(DataInputStream in) throws IOException {
        int size = in.readInt();
        int[] blocks = readInts(in);
        byte[] bytes = new byte[in.readInt()];
        in.readFully(bytes);
        return new Texts(size, bytes, blocks);
    }

    private static void writeText(DataOutputStream out, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        out.writeInt(bytes.length);
        out.write(bytes);
    }

    private static String readText(DataInputStream in) throws IOException {
        byte[] bytes = new byte[in.readInt()];
        in.readFully(bytes);
        return new String(bytes, StandardCharsets.UTF_8);
    }
}
