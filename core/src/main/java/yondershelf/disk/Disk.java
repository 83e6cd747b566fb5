package yondershelf.disk;

import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ThreadLocalRandom;
import org.jspecify.annotations.Nullable;
import yondershelf.words.Phrase;

/**
 * The one way files are written: whole or not at all, through a temporary file that is created new and follows no link.
 * Safe for several threads.
 */
public final class Disk {
    /** Begins the names of temporary files, so that what a killed process left can be swept. */
    public static final String TEMPORARY = ".yonder-";

    /** What was done to the disk. */
    public enum Operation {
        WRITE,
        SYNC,
        MOVE,
        SYNC_FOLDER,
        MAKE_FOLDER,
        DELETE
    }

    /** Told of each call after it was done, in order; how tests see what would survive a power cut. */
    public interface Watcher {
        /** @param to where a file was moved, else null */
        void did(Operation act, Path path, @Nullable Path to);
    }

    /** The disk with nobody watching. */
    public static final Disk REAL = new Disk((act, path, to) -> {});

    /** Fills a file. */
    public interface Fill {
        void into(OutputStream out) throws IOException;
    }

    private final Watcher watcher;

    public Disk(Watcher watcher) {
        this.watcher = watcher;
    }

    /**
     * Replaces a file, or makes it. When this returns, the new bytes are on the disk; when it fails or the power does, the old
     * ones are.
     *
     * @param temporary an existing folder on the same volume, for the file while it is being written
     */
    public void write(Path target, Path temporary, Fill fill) throws IOException {
        Path fresh = temporaryIn(temporary);
        try {
            writeNew(fresh, fill);
            replace(fresh, target);
        } finally {
            Files.deleteIfExists(fresh);
        }
    }

    /** The same with the temporary file beside the target, where no other folder on its volume is known. */
    public void write(Path target, Fill fill) throws IOException {
        write(target, folderOf(target), fill);
    }

    private static Path folderOf(Path file) {
        Path parent = file.toAbsolutePath().getParent();
        return parent == null ? file : parent;
    }

    /** The same for a file that can be made again: whole or not at all, but not waited for. */
    public void writeLazily(Path target, byte[] bytes) throws IOException {
        writeLazily(target, out -> out.write(bytes));
    }

    /** The same for what is better written piece by piece. */
    public void writeLazily(Path target, Fill fill) throws IOException {
        Path fresh = temporaryIn(folderOf(target));
        try {
            try (OutputStream out =
                    Files.newOutputStream(fresh, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
                fill.into(out);
            }
            Files.move(fresh, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(fresh);
        }
    }

    /** A name nobody has in a folder: short, so that any target's name fits the file system too. */
    public static Path temporaryIn(Path folder) {
        return folder.resolve(
                TEMPORARY + Long.toString(ThreadLocalRandom.current().nextLong(1L << 60), 36) + ".part");
    }

    /** Makes a file that was not there, and syncs it. Its folder is not synced. */
    public void writeNew(Path file, Fill fill) throws IOException {
        try (FileChannel channel = FileChannel.open(
                file, Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS))) {
            fill(channel, file, fill);
        }
    }

    private void fill(FileChannel channel, Path file, Fill fill) throws IOException {
        OutputStream out = Channels.newOutputStream(channel);
        fill.into(out);
        out.flush();
        watcher.did(Operation.WRITE, file, null);
        channel.force(true);
        watcher.did(Operation.SYNC, file, null);
    }

    /**
     * Writes into a file that is there, keeping what is special about it: its hard links above all. Not atomic: whoever calls
     * has kept the old bytes.
     */
    public void overwrite(Path file, Fill fill) throws IOException {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS)) {
            channel.truncate(0);
            fill(channel, file, fill);
        }
    }

    /**
     * Adds to a file's end, making the file when need be; synced when this returns. When it fails, on a full drive say, nothing of
     * it stays.
     */
    public void append(Path file, byte[] bytes) throws IOException {
        boolean made = !Files.exists(file, LinkOption.NOFOLLOW_LINKS);
        try (FileChannel channel = FileChannel.open(
                file,
                Set.of(
                        StandardOpenOption.CREATE,
                        StandardOpenOption.READ,
                        StandardOpenOption.WRITE,
                        LinkOption.NOFOLLOW_LINKS))) {
            long end = channel.size();
            try {
                appendTo(channel, end, bytes);
                watcher.did(Operation.WRITE, file, null);
                channel.force(true);
            } catch (IOException e) {
                goBack(channel, end, e);
                throw e;
            }
            watcher.did(Operation.SYNC, file, null);
        }
        if (made) {
            syncFolder(file.toAbsolutePath().getParent());
        }
    }

    /** Adds lines at the end; after a torn last line of an earlier crash, on a line of their own. */
    private static void appendTo(FileChannel channel, long end, byte[] lines) throws IOException {
        ByteBuffer out = ByteBuffer.allocate(lines.length + 1);
        if (end > 0) {
            ByteBuffer last = ByteBuffer.allocate(1);
            channel.read(last, end - 1);
            if (last.get(0) != '\n') {
                out.put((byte) '\n');
            }
        }
        out.put(lines).flip();
        channel.position(end);
        while (out.hasRemaining()) {
            channel.write(out);
        }
    }

    private static void goBack(FileChannel channel, long end, IOException reason) {
        try {
            channel.truncate(end);
            channel.force(true);
        } catch (IOException e) {
            reason.addSuppressed(e);
        }
    }

    /** Moves a written file to its place in one step and syncs the folder it is in then. */
    public void replace(Path fresh, Path target) throws IOException {
        move(fresh, target);
        syncFolder(target.toAbsolutePath().getParent());
    }

    /** The same without syncing the folder: for many, after which it is to be synced. */
    public void move(Path fresh, Path target) throws IOException {
        try {
            Files.move(fresh, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (AtomicMoveNotSupportedException e) {
            throw new FileSystemException(target.toString(), null, Phrase.of("disk.the-file-cannot-be-replaced"));
        }
        watcher.did(Operation.MOVE, fresh, target);
    }

    /**
     * Moves a file in one step, over one that may be there, and syncs both folders; copies it where the two are on different
     * volumes.
     */
    public void transfer(Path from, Path to) throws IOException {
        try {
            Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            watcher.did(Operation.MOVE, from, to);
            syncFolder(folderOf(to));
            syncFolder(folderOf(from));
        } catch (AtomicMoveNotSupportedException e) {
            write(to, out -> Files.copy(from, out));
            delete(from);
        }
    }

    /** A name beside a file that nothing has, for putting the file aside: {@code home.damaged.json}, {@code home.damaged-2.json}... */
    public static Path free(Path file, String mark) {
        String name = String.valueOf(file.getFileName());
        int dot = name.lastIndexOf('.') < 0 ? name.length() : name.lastIndexOf('.');
        Path free = file.resolveSibling(name.substring(0, dot) + "." + mark + name.substring(dot));
        for (int n = 2; Files.exists(free, LinkOption.NOFOLLOW_LINKS); n++) {
            free = file.resolveSibling(name.substring(0, dot) + "." + mark + "-" + n + name.substring(dot));
        }
        return free;
    }

    /** Deletes a file and syncs its folder. */
    public void delete(Path file) throws IOException {
        if (Files.deleteIfExists(file)) {
            watcher.did(Operation.DELETE, file, null);
            syncFolder(file.toAbsolutePath().getParent());
        }
    }

    /**
     * Makes a folder and those above it that are missing, each of them synced.
     *
     * @return the folders that were made, the uppermost first
     */
    public List<Path> makeFolders(Path folder) throws IOException {
        List<Path> made = new ArrayList<>();
        for (Path at : missingFolders(folder)) {
            try {
                Files.createDirectory(at);
                made.add(at);
                watcher.did(Operation.MAKE_FOLDER, at, null);
                syncFolder(at.toAbsolutePath().getParent());
            } catch (java.nio.file.FileAlreadyExistsException e) {
                if (!Files.isDirectory(at)) {
                    throw e;
                }
            }
        }
        return made;
    }

    /** The folders {@link #makeFolders} would make, the uppermost first. */
    public static List<Path> missingFolders(Path folder) {
        List<Path> missing = new ArrayList<>();
        for (Path at = folder; at != null && !Files.isDirectory(at); at = at.getParent()) {
            missing.add(0, at);
        }
        return missing;
    }

    /** Waits until a folder has on the disk what was moved into it. */
    public void syncFolder(@Nullable Path folder) throws IOException {
        if (folder == null) {
            return;
        }
        try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
            channel.force(true);
        } catch (IOException e) {
            // some systems open no folders (Windows): there a rename is synced with the file
            if (Files.isDirectory(folder)) {
                return;
            }
            throw e;
        }
        watcher.did(Operation.SYNC_FOLDER, folder, null);
    }

    /**
     * All bytes of a file, which must be a plain one: a pipe would hang, a device never end, a link lead elsewhere.
     *
     * @param most no more bytes than this are read
     * @throws FileSystemException when it is no plain file or larger
     */
    public static byte[] read(Path file, long most) throws IOException {
        BasicFileAttributes is = Files.readAttributes(file, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
        if (!is.isRegularFile()) {
            throw new FileSystemException(file.toString(), null, Phrase.of("disk.it-is-no-plain-file"));
        }
        if (is.size() > Math.min(most, Integer.MAX_VALUE - 64)) {
            throw new FileSystemException(file.toString(), null, Phrase.of("disk.it-is-too-large"));
        }
        try (SeekableByteChannel channel =
                Files.newByteChannel(file, Set.of(StandardOpenOption.READ, LinkOption.NOFOLLOW_LINKS))) {
            return Channels.newInputStream(channel).readAllBytes();
        }
    }

    /** True for an error that says the file is not there. */
    public static boolean isMissing(IOException e) {
        return e instanceof NoSuchFileException || e instanceof FileNotFoundException;
    }

    /**
     * Removes temporary files that processes left in a folder, not those some process may be writing at this moment.
     *
     * @param olderThanMillis how long nobody wrote to them
     */
    public static void sweep(Path folder, long olderThanMillis) throws IOException {
        long before = System.currentTimeMillis() - olderThanMillis;
        if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        try (var list = Files.newDirectoryStream(folder, TEMPORARY + "*.part")) {
            for (Path left : list) {
                if (Files.getLastModifiedTime(left, LinkOption.NOFOLLOW_LINKS).toMillis() <= before) {
                    Files.deleteIfExists(left);
                }
            }
        } catch (java.nio.file.DirectoryIteratorException e) {
            throw e.getCause();
        }
    }
}
