package yondershelf.library;

import io.methvin.watcher.DirectoryChangeEvent;
import io.methvin.watcher.DirectoryWatcher;
import java.io.IOException;
import java.nio.file.ClosedWatchServiceException;
import java.nio.file.Path;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import org.jspecify.annotations.Nullable;
import org.slf4j.helpers.NOPLogger;
import yondershelf.sorting.FolderFiles;
import yondershelf.work.ProgramLog;

/**
 * Listens for changes in a library's folders. What is heard is a hint, and may be incomplete: whoever asks looks at the folders
 * themselves. A drive that tells nothing, as shares of other machines do, is heard as silence.
 */
public final class Watch implements AutoCloseable {
    private final Path root;
    private final Path labels;
    private final Path places;
    private final Set<String> heard = ConcurrentHashMap.newKeySet();
    private final AtomicBoolean everything = new AtomicBoolean();
    private final AtomicBoolean said = new AtomicBoolean();
    private final Runnable told;
    private volatile boolean failed;
    /** Null when the system has no more of them to give. */
    private final @Nullable DirectoryWatcher watcher;

    /**
     * What was heard since somebody asked last.
     *
     * @param folders below the root in which something may have changed
     * @param everything true when more was heard than could be kept
     * @param labels true when others may have given labels
     */
    public record Heard(Set<String> folders, boolean everything, boolean labels) {
        public boolean isNothing() {
            return folders.isEmpty() && !everything && !labels;
        }
    }

    private Watch(Library library, Runnable told) {
        this.root = library.root();
        this.labels = library.own().resolve("journal");
        this.places = library.own().resolve("places");
        this.told = told;
        this.watcher = watcher();
    }

    private @Nullable DirectoryWatcher watcher() {
        try {
            return DirectoryWatcher.builder()
                    .path(root)
                    .listener(this::hear)
                    .fileHashing(false)
                    .logger(NOPLogger.NOP_LOGGER)
                    .build();
        } catch (IOException e) {
            ProgramLog.note("watching " + root, e);
            return null;
        }
    }

    /**
     * Begins to listen, on a thread of its own; with many folders it takes seconds until all are listened to. When the system
     * cannot listen to any more, it is deaf.
     *
     * @param told called from that thread whenever there is something new to ask for
     */
    public static Watch begin(Library library, Runnable told) {
        Watch watch = new Watch(library, told);
        DirectoryWatcher watcher = watch.watcher;
        if (watcher != null) {
            Thread thread = new Thread(() -> watch.listen(watcher), "watching " + library.name());
            thread.setDaemon(true);
            thread.start();
        }
        return watch;
    }

    private void listen(DirectoryWatcher watcher) {
        try {
            watcher.watch();
        } catch (ClosedWatchServiceException e) {
            // closed before all folders were listened to
            failed = true;
        } catch (RuntimeException e) {
            // the system has no more watches to give: whoever asks looks from time to time instead
            failed = true;
            ProgramLog.note("watching " + root, e);
        }
    }

    /** True when the system could not listen: then only looking helps. */
    public boolean isDeaf() {
        return failed || watcher == null || watcher.isClosed();
    }

    private void hear(DirectoryChangeEvent event) {
        if (event.eventType() == DirectoryChangeEvent.EventType.OVERFLOW) {
            everything.set(true);
        } else if (event.path() != null) {
            hear(event.path(), event.isDirectory());
        }
        told.run();
    }

    private void hear(Path path, boolean folder) {
        if (path.startsWith(labels) || path.startsWith(places)) {
            said.set(true);
            return;
        }
        if (!path.startsWith(root) || path.equals(root)) {
            everything.set(true);
            return;
        }
        String below = FolderFiles.relative(root, path);
        boolean hidden = below.startsWith(".") || below.contains("/.");
        if (!hidden) {
            int slash = below.lastIndexOf('/');
            heard.add(slash < 0 ? "" : below.substring(0, slash));
            if (folder) {
                heard.add(below);
            }
        }
    }

    /** What was heard since the last time. */
    public Heard heard() {
        boolean all = everything.getAndSet(false);
        boolean news = said.getAndSet(false);
        Set<String> folders = Set.copyOf(heard);
        heard.removeAll(folders);
        return new Heard(folders, all, news);
    }

    @Override
    public void close() {
        if (watcher == null) {
            return;
        }
        try {
            watcher.close();
        } catch (IOException e) {
            ProgramLog.note("watching " + root, e);
        }
    }
}
