package yondershelf.format.worker;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A RAR archive read in a process of its own, from its beginning to its end. Entries come one after the other. The parts of an archive in several files
 * are read by its first one.
 */
public final class RarReader implements Closeable {
    /** Unpacking is slow, and the whole archive is one reading. */
    private static final double MOST_SECONDS = 1800;

    private static final long SILENT_MILLIS = 120_000;
    private static final int HEAP_MEGABYTES = 64;
    private static final int ADDRESS_MEGABYTES = 2048;
    private static final Pattern PART = Pattern.compile("(?i)(.*\\.part)([0-9]{1,5})(\\.rar)");

    private final Worker child;
    private final long size;
    private String name = "";
    private byte kind;
    /** What is left of a block of the present entry; negative after its end. */
    private int left = -1;

    /**
     * Begins to read.
     *
     * @throws IOException when it is not there, or the process cannot be started
     */
    public RarReader(Path archive) throws IOException {
        List<Path> volumes = volumes(archive.toAbsolutePath());
        long bytes = 0;
        for (Path volume : volumes) {
            bytes += Files.size(volume);
        }
        size = bytes;
        Path log = Path.of(System.getProperty("java.io.tmpdir")).toAbsolutePath();
        child = Worker.start(
                new Limits(MOST_SECONDS, HEAP_MEGABYTES, ADDRESS_MEGABYTES, ADDRESS_MEGABYTES), log, RarMain.class);
        try {
            WorkerMain.paths(child.out(), volumes);
            child.out().flush();
        } catch (IOException e) {
            child.close();
            throw e;
        }
    }

    /** True for a part of an archive whose first part lies beside it. */
    public static boolean isLaterPart(Path archive) {
        Matcher part = PART.matcher(String.valueOf(archive.getFileName()));
        return part.matches()
                && Integer.parseInt(part.group(2)) > 1
                && Files.isRegularFile(archive.resolveSibling(nth(part, 1)));
    }

    private static String nth(Matcher part, int n) {
        String digits = String.valueOf(n);
        int length = part.group(2).length();
        return part.group(1) + "0".repeat(Math.max(0, length - digits.length())) + digits + part.group(3);
    }

    private static List<Path> volumes(Path archive) throws IOException {
        Matcher part = PART.matcher(String.valueOf(archive.getFileName()));
        if (!part.matches()) {
            return List.of(archive);
        }
        List<Path> out = new ArrayList<>();
        for (int n = 1; ; n++) {
            Path next = archive.resolveSibling(nth(part, n));
            if (!Files.isRegularFile(next)) {
                return out;
            }
            out.add(next);
        }
    }

    private interface Exchange<T> {
        T now() throws IOException;
    }

    /** The child may die or be silent at any time. */
    private <T> T exchange(Exchange<T> exchange) throws IOException {
        try (Worker.Deadline deadline = child.deadline(SILENT_MILLIS)) {
            try {
                return exchange.now();
            } catch (java.io.EOFException e) {
                throw new IOException(
                        deadline.expired() || child.ranOutOfTime()
                                ? "reading it took too long and was stopped"
                                : "reading it broke the reader",
                        e);
            }
        }
    }

    /**
     * Goes on to the next entry.
     *
     * @return false after the last one
     * @throws IOException when what follows cannot be read
     */
    public boolean next() throws IOException {
        if (left >= 0) {
            open().transferTo(java.io.OutputStream.nullOutputStream());
        }
        return exchange(() -> {
            byte told = child.in().readByte();
            if (told == RarMain.FAILED) {
                throw new IOException(WorkerMain.text(child.in()));
            }
            if (told == RarMain.END) {
                return false;
            }
            name = WorkerMain.text(child.in());
            kind = child.in().readByte();
            left = kind == RarMain.FILE ? 0 : -1;
            return true;
        });
    }

    /** Bytes of all its parts. */
    public long size() {
        return size;
    }

    /** The entry's path as it is written. */
    public String name() {
        return name;
    }

    public boolean isFolder() {
        return kind == RarMain.FOLDER;
    }

    public boolean isLink() {
        return kind == RarMain.LINK;
    }

    public boolean isPlain() {
        return kind == RarMain.FILE;
    }

    public boolean isLocked() {
        return kind == RarMain.LOCKED;
    }

    /** The entry's bytes, to be read before the next one; damage is told while they are read. */
    public InputStream open() {
        return new InputStream() {
            @Override
            public int read() throws IOException {
                byte[] one = new byte[1];
                return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
            }

            @Override
            public int read(byte[] into, int offset, int length) throws IOException {
                if (left < 0 || length == 0) {
                    return left < 0 ? -1 : 0;
                }
                return exchange(() -> block(into, offset, length));
            }
        };
    }

    private int block(byte[] into, int offset, int length) throws IOException {
        if (left == 0) {
            int next = child.in().readInt();
            left = next == 0 ? -1 : next;
            if (next == RarMain.BROKEN) {
                throw new IOException(WorkerMain.text(child.in()));
            }
            if (left < 0) {
                return -1;
            }
        }
        int read = Math.min(left, length);
        child.in().readFully(into, offset, read);
        left -= read;
        return read;
    }

    @Override
    public void close() {
        child.close();
    }
}
