package yondershelf.library;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.words.Phrase;
import yondershelf.work.Parallel;
import yondershelf.work.Work;

/**
 * Brings many files into a library at once. While one is waited for until it is on the disk, others are read and written; what
 * is about to be done is noted once for all of them.
 */
final class Bringing {
    /** Most of the time is waiting for the disk. */
    private static final int THREADS = 4;
    /** Larger ones are not held in memory several at a time. */
    private static final long LARGE = 16L << 20;

    private final Library library;
    private final Disk disk;
    private final List<Arrival> all;
    private final List<Path> fresh = new ArrayList<>();
    private final @Nullable String[] hashes;
    private final Object large = new Object();

    private Bringing(Library library, List<Arrival> all) {
        this.library = library;
        this.disk = library.disk();
        this.all = all;
        this.hashes = new String[all.size()];
    }

    /**
     * All or, when something fails before the first of them has its name, none.
     *
     * @param last are given their names when all the others have theirs and these are on the disk
     * @return false when it was cancelled before anything was changed
     */
    static boolean bring(
            Library library,
            UndoRun kept,
            List<Arrival> first,
            List<Arrival> last,
            Work work,
            FileActs.Progress progress)
            throws ProblemException {
        List<Arrival> all = new ArrayList<>(first);
        all.addAll(last);
        Bringing bringing = new Bringing(library, all);
        try {
            if (!bringing.write(work, progress)) {
                return false;
            }
            kept.note(bringing.acts());
            bringing.place(0, first.size());
            bringing.place(first.size(), all.size());
            return true;
        } catch (IOException e) {
            throw Refused.notWritten(library.root(), e);
        } finally {
            bringing.fresh.forEach(FileActs::discard);
        }
    }

    /** All of them under other names; on the disk when this returns. */
    private boolean write(Work work, FileActs.Progress progress) throws ProblemException, IOException {
        for (Arrival arrival : all) {
            arrival.check();
            Path target = library.writing().inside(arrival.to());
            if (Files.exists(target, LinkOption.NOFOLLOW_LINKS)) {
                throw Problem.of(target, Phrase.of("library.another-file-has-that-name"))
                        .raise();
            }
            fresh.add(Disk.temporaryIn(library.writing().temporary()));
        }
        AtomicReference<@Nullable ProblemException> failed = new AtomicReference<>();
        AtomicInteger written = new AtomicInteger();
        Thread caller = Thread.currentThread();
        boolean done = Parallel.run(all.size(), THREADS, () -> work.isCancelled() || failed.get() != null, i -> {
            try {
                write(i);
            } catch (IOException e) {
                failed.compareAndSet(null, Refused.notWritten(all.get(i).to(), e));
            }
            int so = written.incrementAndGet();
            // others may not be told by several threads
            if (Thread.currentThread() == caller) {
                progress.at(so, all.size(), String.valueOf(all.get(i).to().getFileName()));
            }
        });
        ProblemException problem = failed.get();
        if (problem != null) {
            throw problem;
        }
        return done;
    }

    private void write(int i) throws IOException {
        if (all.get(i).weight() < LARGE) {
            disk.writeNew(fresh.get(i), out -> hashes[i] = all.get(i).into(out));
            return;
        }
        synchronized (large) {
            disk.writeNew(fresh.get(i), out -> hashes[i] = all.get(i).into(out));
        }
    }

    private List<Manifest.FileChange> acts() throws ProblemException {
        List<Manifest.FileChange> out = new ArrayList<>();
        Set<Path> named = new HashSet<>();
        for (int i = 0; i < all.size(); i++) {
            Path target = library.writing().inside(all.get(i).to());
            List<String> missing = Disk.missingFolders(library.folderOf(target)).stream()
                    .filter(named::add)
                    .map(library::relative)
                    .toList();
            String hash = Objects.requireNonNull(hashes[i]);
            out.add(new Manifest.FileChange(library.relative(target), hash, null, "", "", "", missing, false, null));
        }
        return out;
    }

    private void place(int from, int to) throws IOException, ProblemException {
        Set<Path> folders = new LinkedHashSet<>();
        for (int i = from; i < to; i++) {
            Path folder = library.folderOf(library.writing().inside(all.get(i).to()));
            if (folders.add(folder)) {
                disk.makeFolders(folder);
            }
        }
        for (int i = from; i < to; i++) {
            disk.move(fresh.get(i), library.writing().inside(all.get(i).to()));
        }
        for (Path folder : folders) {
            disk.syncFolder(folder);
        }
    }
}
