package yondershelf.format.reading;

import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import yondershelf.work.Parallel;

/** All bytes of a file. What lies in the system's memory already is copied from there by all processors. */
final class FileBytes {
    private static final long LARGE = 8 << 20;
    /** Stays in a processor's own memory on its way. */
    private static final int STEP = 1 << 18;

    private FileBytes() {}

    static byte[] of(Path file) throws IOException {
        long size = Files.size(file);
        if (size < LARGE || size > Integer.MAX_VALUE - 8) {
            return Files.readAllBytes(file);
        }
        byte[] out = new byte[(int) size];
        AtomicReference<@Nullable IOException> failed = new AtomicReference<>();
        try (FileChannel in = FileChannel.open(file)) {
            int steps = (int) ((size + STEP - 1) / STEP);
            Parallel.run(steps, Parallel.threads(), () -> failed.get() != null, i -> {
                try {
                    read(in, out, i * STEP);
                } catch (IOException e) {
                    failed.set(e);
                }
            });
        }
        IOException failure = failed.get();
        if (failure != null) {
            throw failure;
        }
        return out;
    }

    private static void read(FileChannel in, byte[] out, int from) throws IOException {
        ByteBuffer part = ByteBuffer.wrap(out, from, Math.min(STEP, out.length - from));
        while (part.hasRemaining()) {
            if (in.read(part, part.position()) < 0) {
                throw new EOFException("it became shorter while it was read");
            }
        }
    }
}
