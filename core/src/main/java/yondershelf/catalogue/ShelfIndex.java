package yondershelf.catalogue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;
import yondershelf.library.Labels;
import yondershelf.search.Entry;
import yondershelf.search.Index;
import yondershelf.search.IndexFile;
import yondershelf.search.Key;
import yondershelf.store.Changes;
import yondershelf.store.Findable;
import yondershelf.work.Parallel;
import yondershelf.work.ProgramLog;

/** The index over all known libraries, kept in step with their stores and in a file. Safe for several threads. */
final class ShelfIndex {
    private static final int MANY = 2_000;

    private final Path file;
    private final Index index;
    /** By library: up to which generation of its store the index knows it, and which of its lives that was. */
    private final Map<String, Long> generations = new HashMap<>();

    private final Map<String, Integer> epochs = new HashMap<>();
    private long unsaved;
    private @Nullable Thread saving;

    ShelfIndex(Path file) {
        this.file = file;
        IndexFile.Kept kept = IndexFile.load(file);
        index = kept == null ? new Index() : kept.index();
        if (kept != null) {
            generations.putAll(kept.states());
        }
    }

    Index index() {
        return index;
    }

    /** Takes in what changed in the stores, whoever changed it. True when anything did. */
    synchronized boolean follow(List<KnownLibrary> libraries) {
        boolean changed = false;
        Set<String> known = new HashSet<>();
        for (KnownLibrary library : libraries) {
            known.add(library.id());
            changed |= follow(library);
        }
        for (String id : Set.copyOf(generations.keySet())) {
            if (!known.contains(id)) {
                index.remove(id);
                generations.remove(id);
                unsaved += MANY;
                changed = true;
            }
        }
        return changed;
    }

    private boolean follow(KnownLibrary library) {
        String id = library.id();
        long at = generations.getOrDefault(id, 0L);
        int epoch = library.store().epoch();
        boolean anew =
                epochs.getOrDefault(id, epoch) != epoch || library.store().generation() < at;
        epochs.put(id, epoch);
        if (anew) {
            // the store was lost and made anew: what was known of it counts no more
            index.remove(id);
            at = 0;
        }
        Changes changes = library.store().since(at);
        generations.put(id, changes.generation());
        if (!changes.isEmpty()) {
            index.apply(
                    changes.put().stream().map(row -> entry(id, row)).toList(),
                    changes.gone().stream().map(row -> new Key(id, row)).toList());
            unsaved += changes.put().size() + changes.gone().size();
        }
        return anew || !changes.isEmpty();
    }

    private static Entry entry(String library, Findable found) {
        Labels labels = Labels.of(found);
        return new Entry(
                new Key(library, found.row()),
                Kind.of(found.kind()).orElse(Kind.TEXTURE),
                labels.name().isEmpty() ? found.name() : labels.name(),
                found.folder(),
                found.path().substring(found.path().lastIndexOf('/') + 1),
                labels.tags(),
                labels.note(),
                found.since(),
                Measures.traits(labels, found));
    }

    /** The same as {@link #save} beside what goes on. */
    synchronized void saveSoon(boolean anyway) {
        saving = Thread.ofPlatform().daemon().name("keeping the index").start(() -> save(anyway));
    }

    /** Keeps what is not kept yet, and waits for what is being kept. */
    void close() {
        save(true);
        Thread last;
        synchronized (this) {
            last = saving;
        }
        if (last != null) {
            Parallel.awaitEnd(last);
        }
    }

    /** Keeps the index when so much changed that finding it out again takes longer. */
    synchronized void save(boolean anyway) {
        if (unsaved == 0 || unsaved < MANY && !anyway) {
            return;
        }
        try {
            Files.createDirectories(file.getParent());
            IndexFile.save(index, generations, file);
            unsaved = 0;
        } catch (IOException e) {
            // it is a cache: made again from the stores next time
            ProgramLog.note("keeping the index", e);
        }
    }
}
