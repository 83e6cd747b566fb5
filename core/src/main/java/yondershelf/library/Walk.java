package yondershelf.library;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import yondershelf.sorting.FolderFiles;
import yondershelf.sorting.Seen;
import yondershelf.store.Store;

/**
 * Looks through folders and tells which of them changed. Of one that did not, nothing but its signature is made. A folder that
 * cannot be entered or vanishes costs only itself.
 */
final class Walk extends SimpleFileVisitor<Path> {
    private final Path root;
    private final Store store;
    private final Map<String, Long> known;
    private final Set<String> seen = new HashSet<>();
    private final List<FolderDelta> deltas = new ArrayList<>();
    private final Deque<Open> open = new ArrayDeque<>();
    /** When only some folders are looked at: others that are known are passed over. */
    private @Nullable Set<String> wanted;

    /** A folder that is being looked at. */
    private static final class Open {
        private final String path;
        private final List<String> names = new ArrayList<>();
        private final List<Listing.Seen> files = new ArrayList<>();
        private final SortedMap<String, String> closed = new TreeMap<>();
        private long signature;

        private Open(String path) {
            this.path = path;
        }

        void file(String name, BasicFileAttributes is) {
            Listing.Seen here =
                    new Listing.Seen(is.size(), is.lastModifiedTime().to(TimeUnit.NANOSECONDS));
            names.add(name);
            files.add(here);
            signature += Listing.signature(name, here.size(), here.nanos());
        }

        void closed(String name, String reason) {
            closed.put(name, reason);
            signature += Listing.signature(name, reason.hashCode(), -1);
        }

        Listing listing() {
            SortedMap<String, Listing.Seen> byName = new TreeMap<>();
            for (int i = 0; i < names.size(); i++) {
                byName.put(names.get(i), files.get(i));
            }
            return new Listing(byName, closed);
        }
    }

    private Walk(Path root, Store store) {
        this.root = root;
        this.store = store;
        this.known = store.signatures();
    }

    /** Through everything below the root. */
    static List<FolderDelta> through(Path root, Store store) throws IOException {
        Walk walk = new Walk(root, store);
        Files.walkFileTree(root, walk);
        for (String folder : walk.known.keySet()) {
            if (!walk.seen.contains(folder)) {
                walk.left(folder);
            }
        }
        return walk.deltas;
    }

    /** Through some folders themselves, what is new below them, and what has gone there. */
    static List<FolderDelta> through(Path root, Store store, Collection<String> folders) throws IOException {
        Walk walk = new Walk(root, store);
        walk.wanted = Set.copyOf(folders);
        for (String folder : folders) {
            if (!walk.seen.contains(folder) && Files.isDirectory(root.resolve(folder))) {
                Files.walkFileTree(root.resolve(folder), walk);
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
            deltas.add(new FolderDelta(folder, Listing.parse(store.listing(folder)), Listing.NONE));
        }
    }

    @Override
    public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes attributes) {
        String name = String.valueOf(dir.getFileName());
        if (!dir.equals(root) && name.startsWith(".")) {
            return FileVisitResult.SKIP_SUBTREE;
        }
        String path = open.isEmpty() ? FolderFiles.relative(root, dir) : below(open.getFirst().path, name);
        if (wanted != null && !wanted.contains(path) && known.containsKey(path)) {
            return FileVisitResult.SKIP_SUBTREE;
        }
        open.push(new Open(path));
        return FileVisitResult.CONTINUE;
    }

    private static String below(String folder, String name) {
        return folder.isEmpty() ? name : folder + "/" + name;
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
        String name = String.valueOf(file.getFileName());
        Open folder = open.getFirst();
        if (Seen.isHidden(name)) {
            return FileVisitResult.CONTINUE;
        }
        String reason = Seen.closed(file, name, attributes);
        if (reason == null) {
            folder.file(name, attributes);
        } else {
            folder.closed(name, reason);
        }
        return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFileFailed(Path file, IOException e) throws IOException {
        if (file.equals(root) || open.isEmpty()) {
            throw e;
        }
        tell(open.getFirst(), file, e);
        return FileVisitResult.CONTINUE;
    }

    private static void tell(Open folder, Path path, IOException e) {
        folder.closed(String.valueOf(path.getFileName()), Seen.closed(path, e));
    }

    @Override
    public FileVisitResult postVisitDirectory(Path dir, @Nullable IOException e) {
        Open folder = open.pop();
        if (e != null && !open.isEmpty()) {
            tell(open.getFirst(), dir, e);
        }
        seen.add(folder.path);
        Long before = known.get(folder.path);
        if (before == null || before != folder.signature) {
            Listing now = folder.listing();
            if (before != null || !now.isEmpty()) {
                deltas.add(new FolderDelta(folder.path, Listing.parse(store.listing(folder.path)), now));
            }
        }
        return FileVisitResult.CONTINUE;
    }
}
