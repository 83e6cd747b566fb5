package yondershelf.format.assimp;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.lwjgl.assimp.AIFile;
import org.lwjgl.assimp.AIFileIO;
import org.lwjgl.system.MemoryUtil;
import yondershelf.references.Reach;

/** Opens files for Assimp: the model itself, and plain files within its reach. Nothing is ever written. Used from one thread. */
final class AssimpFiles implements AutoCloseable {
    private static final long MOST_BYTES = Integer.MAX_VALUE;
    private static final int FROM_START = 0;
    private static final int FROM_HERE = 1;
    private static final int FAILED = -1;

    private final Path model;
    private final Reach reach;
    private final AIFileIO io = AIFileIO.calloc();
    private final List<AIFile> open = new ArrayList<>();

    AssimpFiles(Path model, Reach reach) {
        this.model = model.toAbsolutePath().normalize();
        this.reach = reach;
        io.OpenProc((self, name, mode) -> open(MemoryUtil.memUTF8(name), MemoryUtil.memASCII(mode)))
                .CloseProc((self, file) -> close(file));
    }

    AIFileIO io() {
        return io;
    }

    private long open(String name, String mode) {
        ByteBuffer bytes = mode.contains("w") || mode.contains("a") ? null : map(name);
        if (bytes == null) {
            return MemoryUtil.NULL;
        }
        AIFile file = AIFile.calloc();
        file.ReadProc((self, into, size, count) -> {
                    long items = size == 0 ? 0 : Math.min(count, bytes.remaining() / size);
                    int length = (int) (items * size);
                    MemoryUtil.memCopy(MemoryUtil.memAddress(bytes), into, length);
                    bytes.position(bytes.position() + length);
                    return items;
                })
                .WriteProc((self, from, size, count) -> 0)
                .TellProc(self -> bytes.position())
                .FileSizeProc(self -> bytes.limit())
                .SeekProc((self, offset, origin) -> {
                    long base = origin == FROM_START ? 0 : origin == FROM_HERE ? bytes.position() : bytes.limit();
                    long to = base + offset;
                    if (to < 0 || to > bytes.limit()) {
                        return FAILED;
                    }
                    bytes.position((int) to);
                    return 0;
                })
                .FlushProc(self -> {});
        open.add(file);
        return file.address();
    }

    private @Nullable ByteBuffer map(String name) {
        try {
            Path path = Path.of(name).toAbsolutePath().normalize();
            boolean may = path.equals(model) || reach.mayOpen(model, path);
            if (!may || !Files.isRegularFile(path) || Files.size(path) > MOST_BYTES) {
                return null;
            }
            try (FileChannel channel = FileChannel.open(path, StandardOpenOption.READ)) {
                return channel.size() == 0
                        ? ByteBuffer.allocateDirect(0)
                        : channel.map(FileChannel.MapMode.READ_ONLY, 0, channel.size());
            }
        } catch (IOException | InvalidPathException e) {
            // Assimp takes it for missing and says so
            return null;
        }
    }

    private void close(long address) {
        open.stream().filter(f -> f.address() == address).findFirst().ifPresent(file -> {
            open.remove(file);
            free(file);
        });
    }

    private static void free(AIFile file) {
        file.ReadProc().free();
        file.WriteProc().free();
        file.TellProc().free();
        file.FileSizeProc().free();
        file.SeekProc().free();
        file.FlushProc().free();
        file.free();
    }

    @Override
    public void close() {
        open.forEach(AssimpFiles::free);
        open.clear();
        io.OpenProc().free();
        io.CloseProc().free();
        io.free();
    }
}
