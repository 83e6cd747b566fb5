package yondershelf.disk;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.LocalTime;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.ReentrantLock;
import org.jspecify.annotations.Nullable;
import yondershelf.words.Phrase;

/**
 * A lock between processes and between the threads of one: held until it is closed or its process ends, which the system
 * notices. A thread may take it several times. The file says who holds it, for those who wait.
 */
public final class Lock implements AutoCloseable {
    /** Beyond what is written there: where a lock shuts out readers too, the holder's name can still be read. */
    private static final long LOCKED_BYTE = 1L << 40;

    private static final int LOOK_MILLIS = 50;
    private static final int LONGEST_NAME = 300;

    /** What those who wait are told. */
    public interface Waiting {
        /** As long as it takes, or as this process was told to by {@link #waitAs}. */
        Waiting USUAL = (holder, millis) -> usual.goOn(holder, millis);

        /** Not at all. */
        Waiting NOT = (holder, millis) -> false;

        /**
         * @param holder who has the lock, in words
         * @param millis how long it has been waited for
         * @return false to give up
         */
        boolean goOn(String holder, long millis);
    }

    private static volatile Waiting usual = (holder, millis) -> true;

    /** How this process waits where nothing else is said: a command says who it waits for, and gives up when it was told to. */
    public static void waitAs(Waiting waiting) {
        usual = waiting;
    }

    /** The lock of this process; its file is open while some thread holds it. */
    private static final class Held {
        final ReentrantLock threads = new ReentrantLock();
        volatile String holder = "";

        @Nullable
        FileChannel channel;
    }

    private static final Map<Path, Held> HERE = new ConcurrentHashMap<>();

    private final Held held;

    private Lock(Held held) {
        this.held = held;
    }

    /**
     * Takes the lock, waiting for it.
     *
     * @param file made when it is not there; its folder must be
     * @param what it is taken for, for those who wait
     * @throws InterruptedIOException when the waiting was given up
     * @throws IOException when the file cannot be written, or the file system knows no locks
     */
    public static Lock take(Path file, String what, Waiting waiting) throws IOException {
        Path folder = Objects.requireNonNull(file.toAbsolutePath().getParent(), "a lock file has a folder");
        Path real = folder.toRealPath().resolve(file.getFileName());
        Held held = HERE.computeIfAbsent(real, k -> new Held());
        long since = System.nanoTime();
        try {
            while (!held.threads.tryLock(LOOK_MILLIS, TimeUnit.MILLISECONDS)) {
                goOn(waiting, held.holder.isEmpty() ? Phrase.of("disk.this-program") : held.holder, since);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new InterruptedIOException(Phrase.of("disk.interrupted-while-waiting-for", held.holder));
        }
        boolean taken = false;
        try {
            if (held.threads.getHoldCount() == 1) {
                lock(real, what, held, waiting, since);
            }
            taken = true;
            return new Lock(held);
        } finally {
            if (!taken) {
                held.threads.unlock();
            }
        }
    }

    private static void goOn(Waiting waiting, String holder, long since) throws InterruptedIOException {
        if (!waiting.goOn(holder, TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - since))) {
            throw new InterruptedIOException(holder);
        }
    }

    private static void lock(Path file, String what, Held held, Waiting waiting, long since) throws IOException {
        if (Files.exists(file, LinkOption.NOFOLLOW_LINKS) && !Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            throw new FileSystemException(file.toString(), null, Phrase.of("disk.it-is-no-plain-file"));
        }
        FileChannel channel = FileChannel.open(
                file,
                Set.of(
                        StandardOpenOption.CREATE,
                        StandardOpenOption.READ,
                        StandardOpenOption.WRITE,
                        LinkOption.NOFOLLOW_LINKS));
        boolean locked = false;
        try {
            FileLock lock = channel.tryLock(LOCKED_BYTE, 1, false);
            while (lock == null) {
                goOn(waiting, holder(channel), since);
                Thread.sleep(LOOK_MILLIS);
                lock = channel.tryLock(LOCKED_BYTE, 1, false);
            }
            held.holder = what + " (process " + ProcessHandle.current().pid() + ", since "
                    + LocalTime.now(java.time.ZoneId.systemDefault()).truncatedTo(ChronoUnit.SECONDS) + ")";
            // over what stood there: some file systems bring a file that was emptied first to the disk when it is
            // closed
            byte[] name = Arrays.copyOf(held.holder.getBytes(StandardCharsets.UTF_8), LONGEST_NAME);
            channel.write(ByteBuffer.wrap(name), 0);
            held.channel = channel;
            locked = true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new InterruptedIOException(Phrase.of("disk.interrupted-while-waiting"));
        } finally {
            if (!locked) {
                channel.close();
            }
        }
    }

    private static String holder(FileChannel channel) throws IOException {
        ByteBuffer name = ByteBuffer.allocate(LONGEST_NAME);
        channel.read(name, 0);
        String text = new String(name.array(), 0, name.position(), StandardCharsets.UTF_8).replace("\0", "");
        return text.isBlank() ? Phrase.of("disk.another-process") : text;
    }

    /** Lets go. By the thread that took it. */
    @Override
    public void close() {
        try {
            FileChannel channel = held.channel;
            if (held.threads.getHoldCount() == 1 && channel != null) {
                held.holder = "";
                held.channel = null;
                channel.close();
            }
        } catch (IOException e) {
            // the system lets go of it with the file's last handle at the latest
            held.holder = "";
        } finally {
            held.threads.unlock();
        }
    }
}
