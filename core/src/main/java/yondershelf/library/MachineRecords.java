package yondershelf.library;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import yondershelf.disk.Disk;

/**
 * What this machine alone remembers of a library's groups of changes: whatever names places outside of the library. A library
 * travels and anybody may have written what lies in it, so that such places are never read from there.
 */
public abstract sealed class MachineRecords {
    /** Names of groups come from folders of the library: only what can be one is looked for. */
    private static final Pattern RUN = Pattern.compile("[0-9a-z]{1,40}");

    private static final long MOST_BYTES = 256L << 20;

    /** What a record is about. */
    enum Subject {
        /** What a later start must know when the group did not end. */
        NOTE,
        /** Where files came from that the group moved into the library. */
        ORIGINS
    }

    private MachineRecords() {}

    /** Kept in a folder of this machine, made when something is remembered. */
    public static MachineRecords in(Path folder) {
        return new InFolder(folder);
    }

    /** Forgotten with the process. */
    public static MachineRecords inMemory() {
        return new InMemory();
    }

    /** Remembers it in place of what was remembered before; on the disk when this returns. */
    void put(String run, Subject subject, byte[] bytes) throws IOException {
        if (!RUN.matcher(run).matches()) {
            throw new IOException("no name of a group of changes: " + run);
        }
        write(name(run, subject), bytes);
    }

    /** What is remembered of a group; empty when nothing is. */
    Optional<byte[]> get(String run, Subject subject) throws IOException {
        return RUN.matcher(run).matches() ? read(name(run, subject)) : Optional.empty();
    }

    void forget(String run, Subject subject) throws IOException {
        if (RUN.matcher(run).matches()) {
            remove(name(run, subject));
        }
    }

    private static String name(String run, Subject subject) {
        return run + "." + subject.name().toLowerCase(Locale.ROOT) + ".json";
    }

    abstract void write(String name, byte[] bytes) throws IOException;

    abstract Optional<byte[]> read(String name) throws IOException;

    abstract void remove(String name) throws IOException;

    private static final class InFolder extends MachineRecords {
        private final Path folder;

        InFolder(Path folder) {
            this.folder = folder;
        }

        @Override
        void write(String name, byte[] bytes) throws IOException {
            Disk.REAL.makeFolders(folder.toAbsolutePath());
            Disk.REAL.write(folder.resolve(name), out -> out.write(bytes));
        }

        @Override
        Optional<byte[]> read(String name) throws IOException {
            Path file = folder.resolve(name);
            return Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)
                    ? Optional.of(Disk.read(file, MOST_BYTES))
                    : Optional.empty();
        }

        @Override
        void remove(String name) throws IOException {
            Disk.REAL.delete(folder.resolve(name));
        }
    }

    private static final class InMemory extends MachineRecords {
        private final Map<String, byte[]> records = new ConcurrentHashMap<>();

        @Override
        void write(String name, byte[] bytes) {
            records.put(name, bytes);
        }

        @Override
        Optional<byte[]> read(String name) {
            return Optional.ofNullable(records.get(name));
        }

        @Override
        void remove(String name) {
            records.remove(name);
        }
    }
}
