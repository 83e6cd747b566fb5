package yondershelf.library;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;
import yondershelf.sorting.Companions;
import yondershelf.sorting.FileLore;
import yondershelf.sorting.FolderSorter;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;
import yondershelf.store.AssetRow;
import yondershelf.store.FolderRow;
import yondershelf.store.Learned;
import yondershelf.store.Store;
import yondershelf.work.Parallel;
import yondershelf.work.Work;

/**
 * One look: what changed in folders becomes what changed in assets. Only folders that changed are sorted again, and those whose
 * files belong to models that did. It goes on pack by pack, and keeps what it has when it is cut off.
 */
final class Scan {
    private static final int FIRST_BATCH = 2_000;
    private static final int BATCH = 16_000;

    private final Library library;
    private final Store store;
    private final Work work;
    private final Map<String, FolderDelta> deltas = new TreeMap<>();
    private final SeenFiles seen;
    private final StoredLore lore;
    private final Keeping keeping;
    /** Folders sorted in this look: the store may know their assets, or be about to. */
    private final Set<String> sorted = new HashSet<>();

    /** Assets whose naming file has gone: they may turn up elsewhere until the look is over. */
    private final Map<String, AssetRow> leaving = new LinkedHashMap<>();

    /** Assets somebody spoke of whose files nobody has seen. */
    private final Set<String> missing;

    private final boolean bare;
    private final long since = System.currentTimeMillis() / 1000;
    private int put;
    private int arrived;
    private int gone;

    Scan(Library library, List<FolderDelta> changed, ContentReader reader, Work work) {
        this.library = library;
        this.store = library.store();
        this.keeping = new Keeping(store);
        this.work = work;
        this.missing = new HashSet<>(library.missing());
        this.bare = store.assetCount() == 0;
        changed.forEach(d -> deltas.put(d.folder(), d));
        this.seen = new SeenFiles(store, deltas);
        this.lore = new StoredLore(store, new FileLore(library.root(), reader), seen::state);
    }

    Looked run() throws ProblemException {
        try (keeping) {
            return look();
        }
    }

    private Looked look() throws ProblemException {
        Set<String> again = claimed();
        boolean first = store.meta("looked").isEmpty();
        for (FolderDelta delta : deltas.values()) {
            for (String path : delta.gone()) {
                store.named(path).ifPresent(a -> leaving.put(a.id(), a));
            }
        }
        int done = 0;
        for (List<String> batch : batches(again)) {
            if (work.isCancelled()) {
                break;
            }
            work.progress(done, deltas.size(), library.name());
            sort(affected(batch, learn(batch)));
            done += batch.size();
        }
        keeping.settle();
        if (!work.isCancelled()) {
            List<AssetRow> left = new ArrayList<>(leaving.values());
            List<AssetRow> nodes = left.stream()
                    .flatMap(a -> library.apart().of(a.id()).stream())
                    .toList();
            gone += left.size();
            store.write(batch -> {
                left.forEach(a -> batch.remove(a.row()));
                nodes.forEach(a -> batch.remove(a.row()));
                if (first) {
                    batch.meta("looked", "1");
                }
            });
        }
        return new Looked(store.assetCount(), put, gone, arrived, since, first);
    }

    /** Folders with a file that, as another machine says, somebody spoke of before it was first seen here. */
    private Set<String> claimed() {
        Set<String> out = new TreeSet<>();
        for (String id : missing) {
            for (Place.Seen file : library.identities().place(id).files()) {
                if (seen.isThere(file.path())) {
                    out.add(SeenFiles.folder(file.path()));
                }
            }
        }
        return out;
    }

    /** Folders in the order of their paths, those of one pack together. */
    private List<List<String>> batches(Set<String> again) {
        Set<String> all = new TreeSet<>(deltas.keySet());
        all.addAll(again);
        List<List<String>> out = new ArrayList<>();
        List<String> now = new ArrayList<>();
        int files = 0;
        // something soon, then more at once: each writing changes most pages of the store's indexes
        int enough = FIRST_BATCH;
        String pack = "";
        for (String folder : all) {
            String top = folder.split("/", 2)[0];
            if (files >= enough && (!top.equals(pack) || files >= BATCH * 2)) {
                enough = Math.min(BATCH, enough * 2);
                out.add(now);
                now = new ArrayList<>();
                files = 0;
            }
            pack = top;
            now.add(folder);
            FolderDelta delta = deltas.get(folder);
            files += delta == null ? 1 : delta.now().files().size() + 1;
        }
        out.add(now);
        return out;
    }

    /** Reads what files that may refer to others refer to. Gives the files whose belonging may have changed by it. */
    private Set<String> learn(List<String> batch) throws ProblemException {
        Map<String, Set<String>> references = new LinkedHashMap<>();
        Set<String> touched = new LinkedHashSet<>();
        Set<String> forgotten = new LinkedHashSet<>();
        List<String> asked = new ArrayList<>();
        for (String folder : batch) {
            FolderDelta delta = deltas.get(folder);
            if (delta == null) {
                continue;
            }
            for (String path : delta.gone()) {
                forgotten.add(path);
                if (Companions.mayRefer(path)) {
                    touched.addAll(store.references().targets(path));
                }
            }
            for (String path : delta.fresh()) {
                if (Companions.mayRefer(path)) {
                    asked.add(path);
                }
            }
        }
        Map<String, Set<String>> found = new ConcurrentHashMap<>();
        Parallel.run(asked.size(), Parallel.threads(), work::isCancelled, i -> {
            String path = asked.get(i);
            found.put(path, Companions.targets(path, lore.references(path)));
        });
        for (String path : asked) {
            Set<String> targets = found.get(path);
            if (targets != null) {
                touched.addAll(store.references().targets(path));
                touched.addAll(targets);
                references.put(path, targets);
            }
        }
        if (!references.isEmpty() || !forgotten.isEmpty()) {
            // read again at once, to see what belongs to what
            Map<String, Learned> learned = lore.take();
            keeping.settle();
            store.write(b -> {
                forgotten.forEach(b::forget);
                references.forEach(b::references);
                learned.forEach(b::learned);
            });
        }
        return touched;
    }

    /** The folders of a batch, those of files whose belonging may have changed, and those of models that need what changed. */
    private Set<String> affected(List<String> batch, Set<String> touched) {
        Set<String> out = new LinkedHashSet<>(batch);
        touched.forEach(path -> out.add(SeenFiles.folder(path)));
        StoredCompanions companions = new StoredCompanions(store, seen::found);
        Set<String> changed = new LinkedHashSet<>(touched);
        for (String folder : batch) {
            FolderDelta delta = deltas.get(folder);
            if (delta != null) {
                changed.addAll(delta.fresh());
                changed.addAll(delta.gone());
            }
        }
        for (String path : changed) {
            companions.models(path).forEach(model -> out.add(SeenFiles.folder(model)));
        }
        return out;
    }

    private void sort(Collection<String> changed) throws ProblemException {
        Map<String, Set<String>> units = seen.units(changed);
        Set<String> folders = new LinkedHashSet<>();
        units.values().forEach(folders::addAll);
        List<SortedItem> items = new ArrayList<>();
        List<List<String>> states = new ArrayList<>();
        Map<String, Map<String, String>> skipped = new LinkedHashMap<>();
        Map<String, AssetRow> former = new LinkedHashMap<>(leaving);
        // in a first look nothing is known of a folder before it was sorted
        boolean known = !bare || !Collections.disjoint(sorted, folders);
        if (known) {
            keeping.settle();
        }
        sorted.addAll(folders);
        List<List<String>> together = new ArrayList<>();
        for (Set<String> unit : units.values()) {
            List<String> paths = new ArrayList<>();
            for (String folder : unit) {
                FolderDelta at = new FolderDelta(folder, Listing.NONE, seen.listing(folder));
                at.now().files().keySet().forEach(name -> paths.add(at.path(name)));
                Map<String, String> reasons = new TreeMap<>();
                at.now().closed().forEach((name, reason) -> reasons.put(at.path(name), reason));
                skipped.put(folder, reasons);
                if (known) {
                    store.assetsIn(folder).stream()
                            .filter(a -> !Apart.isNode(a.id()))
                            .forEach(a -> former.put(a.id(), a));
                }
            }
            together.add(paths);
        }
        for (Sorted sorted : sorted(together)) {
            for (SortedItem item : sorted.items()) {
                items.add(item);
                states.add(item.files().stream().map(f -> seen.state(f.path())).toList());
            }
            sorted.skipped()
                    .forEach(s -> Objects.requireNonNull(skipped.get(SeenFiles.folder(s.path())))
                            .put(s.path(), s.reason()));
        }
        List<String> ids = library.identities()
                .assign(
                        items,
                        states,
                        former.values().stream().map(Scan::former).toList(),
                        missing,
                        // nobody bore an id before the first look
                        id -> !bare
                                && !former.containsKey(id)
                                && store.asset(id).isPresent());
        keep(items, states, ids, former, skipped);
    }

    /** Sorts folders, those that are sorted together at once, on all processors. */
    private List<Sorted> sorted(List<List<String>> together) {
        Sorted[] out = new Sorted[together.size()];
        Parallel.run(
                out.length,
                Parallel.threads(),
                () -> false,
                () -> new StoredCompanions(store, seen::found),
                (companions, i) -> out[i] = FolderSorter.sort(together.get(i), companions, lore));
        return List.of(out);
    }

    private static Identities.Former former(AssetRow row) {
        Asset asset = Asset.of(row);
        return new Identities.Former(
                row.id(),
                asset.files().stream().map(SortedItem.SortedFile::path).toList(),
                FileState.split(row.key()).get(0));
    }

    private void keep(
            List<SortedItem> items,
            List<List<String>> states,
            List<String> ids,
            Map<String, AssetRow> former,
            Map<String, Map<String, String>> skipped)
            throws ProblemException {
        List<AssetRow> fresh = new ArrayList<>();
        Set<String> found = new HashSet<>(ids);
        for (int i = 0; i < items.size(); i++) {
            Asset asset = Asset.of(
                    ids.get(i),
                    items.get(i),
                    FileState.join(
                            states.get(i),
                            items.get(i).files().stream()
                                    .map(SortedItem.SortedFile::path)
                                    .toList()));
            AssetRow before = former.get(ids.get(i));
            String said = library.labels().said(asset.id(), asset.folder()).text();
            AssetRow row =
                    asset.toRow(before == null ? 0 : before.row(), before == null ? since : before.since(), said);
            if (before == null) {
                arrived++;
            }
            if (!row.equals(before)) {
                fresh.add(row);
            }
        }
        List<AssetRow> left = former.values().stream()
                .filter(a -> !found.contains(a.id()) && !leaving.containsKey(a.id()))
                .toList();
        found.forEach(leaving::remove);
        missing.removeAll(found);
        // one that left this folder for one that is looked at later
        Set<String> later = left.stream()
                .filter(a -> !seen.isThere(a.path()))
                .map(AssetRow::id)
                .collect(Collectors.toSet());
        left.stream().filter(a -> later.contains(a.id())).forEach(a -> leaving.put(a.id(), a));
        List<AssetRow> removed =
                left.stream().filter(a -> !later.contains(a.id())).toList();
        put += fresh.size();
        gone += removed.size();
        List<FolderRow> rows = new ArrayList<>();
        List<String> emptied = new ArrayList<>();
        for (String folder : skipped.keySet()) {
            FolderDelta delta = deltas.get(folder);
            if (delta != null && delta.now().isEmpty()) {
                emptied.add(folder);
            } else if (delta != null) {
                rows.add(new FolderRow(
                        folder, delta.now().signature(), delta.now().text()));
            }
        }
        List<AssetRow> nodes = removed.stream()
                .flatMap(a -> library.apart().of(a.id()).stream())
                .toList();
        List<Apart.Consequence> apart = fresh.stream()
                .filter(a -> !Labels.of(a).apart().isEmpty())
                .map(library.apart()::of)
                .toList();
        Map<String, Learned> learned = lore.take();
        keeping.write(batch -> {
            learned.forEach(batch::learned);
            removed.forEach(a -> batch.remove(a.row()));
            nodes.forEach(a -> batch.remove(a.row()));
            apart.forEach(c -> c.write(batch));
            fresh.forEach(batch::put);
            rows.forEach(batch::folder);
            skipped.forEach(batch::skipped);
            emptied.forEach(batch::removeFolder);
        });
        List<String> spoken =
                fresh.stream().map(AssetRow::id).filter(library::speaksOf).toList();
        if (!spoken.isEmpty()) {
            keeping.settle();
            library.labels().recordPlaces(spoken);
        }
    }
}
