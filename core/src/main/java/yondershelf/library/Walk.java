package yondershelf.library;

import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import yondershelf.sorting.FolderFiles;
import yondershelf.sorting.PathFilter;
import yondershelf.store.Store;
import yondershelf.work.Parallel;
import yondershelf.work.Work;

/**
 * Looks through folders and tells which of them changed, level by level and several at once. Of one that did not, nothing but
 * its signature is made. A folder that cannot be entered or vanishes costs only itself.
 */
final class Walk {
    private final Store store;
    private final Work work;
    private final Map<String, Long> known;
    private final Set<String> seen = new HashSet<>();
    private final List<FolderDelta> deltas = new ArrayList<>();
    /** When only some folders are looked at: others that are known are passed over. */
    private @Nullable Set<String> wanted;

    /** A folder that is being looked at. Only what is closed in it may be told by several threads. */
    private static final class Open {
        private final Path dir;
        private final String path;
        private final @Nullable Open parent;
        private final List<String> names = new ArrayList<>();
        private final List<Listing.Seen> files = new ArrayList<>();
        private final SortedMap<String, String> closed = new TreeMap<>();
        private final List<Open> below = new ArrayList<>();
        private long signature;
        private @Nullable IOException failure;

        private Open(Path dir, String path, @Nullable Open parent) {
            this.dir = dir;
            this.path = path;
            this.parent = parent;
        }

        void file(String name, BasicFileAttributes is) {
            Listing.Seen here =
                    new Listing.Seen(is.size(), is.lastModifiedTime().to(TimeUnit.NANOSECONDS));
            names.add(name);
            files.add(here);
            signature += Listing.signature(name, here.size(), here.nanos());
        }

        synchronized void closed(String name, String reason) {
            if (closed.put(name, reason) == null) {
                signature += Listing.signature(name, reason.hashCode(), -1);
            }
        }

        Listing listing() {
            SortedMap<String, Listing.Seen> byName = new TreeMap<>();
            for (int i = 0; i < names.size(); i++) {
                byName.put(names.get(i), files.get(i));
            }
            return new Listing(byName, closed);
        }
    }

    private Walk(Store store, Work work) {
        this.store = store;
        this.work = work;
        this.known = store.folders().signatures();
    }

    /**
     * Through everything below the root.
     *
     * @return nothing when cancelled: what was not seen is not gone
     */
    static List<FolderDelta> through(Path root, Store store, Work work) throws IOException {
        Walk walk = new Walk(store, work);
        if (!walk.from(List.of(new Open(root, "", null)))) {
            return List.of();
        }
        for (String folder : walk.known.keySet()) {
            if (!walk.seen.contains(folder)) {
                walk.left(folder);
            }
        }
        return walk.deltas;
    }

    /** Through some folders themselves, what is new below them, and what has gone there. */
    static List<FolderDelta> through(Path root, Store store, Collection<String> folders, Work work) throws IOException {
        Walk walk = new Walk(store, work);
        walk.wanted = Set.copyOf(folders);
        for (String folder : folders) {
            Path dir = root.resolve(folder);
            if (!walk.seen.contains(folder)
                    && Files.isDirectory(dir)
                    && !walk.from(List.of(new Open(dir, FolderFiles.relative(root, dir), null)))) {
                return List.of();
            }
        }
        for (String known : walk.known.keySet()) {
            boolean below = folders.stream().anyMatch(f -> f.isEmpty() || known.equals(f) || known.startsWith(f + "/"));
            if (below && !walk.seen.contains(known) && !Files.isDirectory(root.resolve(known))) {
                walk.left(known);
            }
        }
        return walk.deltas;
    }

    private void left(String folder) {
        if (seen.add(folder)) {
            deltas.add(new FolderDelta(folder, Listing.parse(store.folders().listing(folder)), Listing.NONE));
        }
    }

    /** One level after the other. A folder is told of when those below it were entered: one that cannot be is closed in it. */
    private boolean from(List<Open> top) throws IOException {
        List<Open> above = List.of();
        List<Open> level = top;
        while (!level.isEmpty()) {
            List<Open> now = level;
            if (!Parallel.run(now.size(), Parallel.threads(), work::isCancelled, i -> enter(now.get(i)))) {
                return false;
            }
            for (Open folder : now) {
                if (folder.failure != null && folder.parent == null) {
                    throw folder.failure;
                }
            }
            above.forEach(this::tell);
            above = now;
            level = now.stream().flatMap(folder -> folder.below.stream()).toList();
        }
        above.forEach(this::tell);
        return true;
    }

    private void enter(Open folder) {
        try (DirectoryStream<Path> entries = Files.newDirectoryStream(folder.dir)) {
            for (Path entry : entries) {
                look(folder, entry);
            }
        } catch (IOException e) {
            failed(folder, e);
        } catch (DirectoryIteratorException e) {
            failed(folder, Objects.requireNonNullElseGet(e.getCause(), () -> new IOException(e)));
        }
    }

    private static void failed(Open folder, IOException e) {
        folder.failure = e;
        if (folder.parent != null) {
            folder.parent.closed(String.valueOf(folder.dir.getFileName()), PathFilter.closed(folder.dir, e));
        }
    }

    private void look(Open folder, Path entry) {
        String name = String.valueOf(entry.getFileName());
        // hidden things, and the program's own among them
        if (PathFilter.isHidden(name)) {
            return;
        }
        try {
            BasicFileAttributes is = Files.readAttributes(entry, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
            String path = folder.path.isEmpty() ? name : folder.path + "/" + name;
            if (is.isDirectory()) {
                if (wanted == null || wanted.contains(path) || !known.containsKey(path)) {
                    folder.below.add(new Open(entry, path, folder));
                }
                return;
            }
            String reason = PathFilter.closed(entry, name, is);
            if (reason == null) {
                folder.file(name, is);
            } else {
                folder.closed(name, reason);
            }
        } catch (IOException e) {
            folder.closed(name, PathFilter.closed(entry, e));
        }
    }

    /** One that could not be entered at all is known by its parent only, and what was known of it has gone. */
    private void tell(Open folder) {
        if (folder.failure != null && folder.names.isEmpty() && folder.below.isEmpty()) {
            return;
        }
        if (!seen.add(folder.path)) {
            return;
        }
        Long before = known.get(folder.path);
        if (before == null || before != folder.signature) {
            Listing now = folder.listing();
            if (before != null || !now.isEmpty()) {
                deltas.add(new FolderDelta(
                        folder.path, Listing.parse(store.folders().listing(folder.path)), now));
            }
        }
    }
}
