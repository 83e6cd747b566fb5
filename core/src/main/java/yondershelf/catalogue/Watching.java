package yondershelf.catalogue;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import yondershelf.content.ProblemException;
import yondershelf.library.Library;
import yondershelf.library.Watch;
import yondershelf.work.ProgramLog;
import yondershelf.work.Work;

/**
 * Sees what others do to the libraries while the program runs: files that come, change and go, drives that are pulled out and
 * come back, labels that other machines give, and what other processes find out.
 */
public final class Watching implements AutoCloseable {
    private static final long SETTLE_MILLIS = 250;
    private static final long LOOK_MILLIS = 1_000;
    /** What came before all folders were listened to was heard by nobody: at first it is looked for. */
    private static final long[] FIRST_MILLIS = {500, 2_000, 8_000};

    private static final long LAST_MILLIS = 3_000;
    private static final long DEAF_MILLIS = 5_000;
    private static final long VERIFY_MILLIS = 10L * 60 * 1000;

    private final Catalogue catalogue;
    private final Listener listener;
    private final ScheduledThreadPoolExecutor clock = new ScheduledThreadPoolExecutor(1, task -> {
        Thread thread = new Thread(task, "watching");
        thread.setDaemon(true);
        return thread;
    });
    private final Map<Library, Watch> watches = new ConcurrentHashMap<>();
    private final Map<Library, Long> lookedAt = new HashMap<>();
    private final Map<Library, Integer> looksMade = new HashMap<>();
    private final Set<Library> deaf = new HashSet<>();
    private final AtomicBoolean waiting = new AtomicBoolean();

    /** Is told from the watching thread; what takes long is for others to do. */
    public interface Listener {
        /** @param folders in which something may have changed; none for anywhere */
        void changed(Library library, Set<String> folders);

        /** Libraries came or went away. */
        void connected();

        /** Others gave labels, or found something out: it can be found now. */
        void followed();

        /** The system tells nothing of a library's folders: they are looked at every few seconds instead. Said once. */
        default void deaf(Library library) {}
    }

    public Watching(Catalogue catalogue, Listener listener) {
        this.catalogue = catalogue;
        this.listener = listener;
        clock.setExecuteExistingDelayedTasksAfterShutdownPolicy(false);
        clock.scheduleWithFixedDelay(this::guarded, LOOK_MILLIS, LOOK_MILLIS, TimeUnit.MILLISECONDS);
    }

    private void guarded() {
        try {
            look();
        } catch (RuntimeException e) {
            // it must go on watching whatever one look met
            ProgramLog.note("watching", e);
        }
    }

    private void look() {
        if (catalogue.connect()) {
            catalogue.scanning().follow();
            listener.connected();
        }
        List<Library> here = catalogue.libraries();
        for (Library library : List.copyOf(watches.keySet())) {
            if (!here.contains(library)) {
                forget(library);
            }
        }
        long now = System.currentTimeMillis();
        for (Library library : here) {
            Watch watch = watches.get(library);
            if (watch == null) {
                begin(library);
                continue;
            }
            if (watch.isDeaf() && deaf.add(library)) {
                listener.deaf(library);
            }
            long since = now - lookedAt.getOrDefault(library, now);
            int looks = looksMade.getOrDefault(library, 0);
            long patience =
                    looks < FIRST_MILLIS.length ? FIRST_MILLIS[looks] : watch.isDeaf() ? DEAF_MILLIS : VERIFY_MILLIS;
            if (since > patience) {
                lookedAt.put(library, now);
                looksMade.put(library, looks + 1);
                listener.changed(library, Set.of());
            }
        }
        if (here.stream().anyMatch(Library::hasNews)) {
            catalogue.scanning().catchUp(Work.SILENT);
            listener.followed();
        } else if (catalogue.scanning().follow()) {
            listener.followed();
        }
    }

    private void begin(Library library) {
        lookedAt.put(library, System.currentTimeMillis());
        watches.put(library, Watch.begin(library, this::heard));
    }

    private void forget(Library library) {
        lookedAt.remove(library);
        looksMade.remove(library);
        deaf.remove(library);
        Watch watch = watches.remove(library);
        if (watch != null) {
            watch.close();
        }
    }

    /** A burst of events is one change: it is looked at when it settles, or soon when it does not. */
    private void heard() {
        if (waiting.compareAndSet(false, true)) {
            try {
                clock.schedule(this::tell, SETTLE_MILLIS, TimeUnit.MILLISECONDS);
            } catch (RejectedExecutionException closed) {
                return;
            }
        }
    }

    private void tell() {
        waiting.set(false);
        for (Map.Entry<Library, Watch> watched : new ArrayList<>(watches.entrySet())) {
            Watch.Heard heard = watched.getValue().heard();
            if (heard.everything()) {
                listener.changed(watched.getKey(), Set.of());
            } else if (!heard.folders().isEmpty()) {
                listener.changed(watched.getKey(), heard.folders());
            }
            if (heard.labels()) {
                catchUp(watched.getKey());
            }
        }
    }

    private void catchUp(Library library) {
        try {
            if (library.catchUp() || catalogue.scanning().follow()) {
                catalogue.scanning().follow();
                listener.followed();
            }
        } catch (IOException e) {
            ProgramLog.note("labels of " + library.root(), e);
        } catch (ProblemException e) {
            ProgramLog.note(e.problem());
        }
    }

    /** Lets a look under way come to its end: cut short, what it reads would seem to be broken. Nobody is told afterwards. */
    @Override
    public void close() {
        clock.shutdown();
        try {
            if (!clock.awaitTermination(LAST_MILLIS, TimeUnit.MILLISECONDS)) {
                clock.shutdownNow();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        watches.values().forEach(Watch::close);
    }
}
