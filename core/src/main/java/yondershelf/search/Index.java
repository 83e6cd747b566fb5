package yondershelf.search;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.locks.ReadWriteLock;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import org.jspecify.annotations.Nullable;

/** The index over the assets of all libraries. Changed in place; safe for several threads. */
public final class Index {
    private static final int FEW = 4_000;

    private final ReadWriteLock lock = new ReentrantReadWriteLock();
    private Columns columns;
    /** The answers most often asked for, until the next change. */
    private volatile @Nullable Answer everything;

    private volatile @Nullable Tally tally;

    private record Answer(Query query, Hits hits) {}

    private record Tally(Set<String> shown, Counts counts) {}

    /** All parts that belong together; replaced as one when they are made anew without what is dead. */
    record Columns(Documents documents, Tokens tokens, Postings postings, Folders folders, Tags tags) {
        static Columns empty() {
            Folders folders = new Folders();
            return new Columns(new Documents(folders), new Tokens(), new Postings(), folders, new Tags());
        }
    }

    public Index() {
        this(Columns.empty());
    }

    Index(Columns columns) {
        this.columns = columns;
    }

    public static Index of(Collection<Entry> entries) {
        Index index = new Index();
        index.apply(entries, List.of());
        return index;
    }

    /** Takes in assets that are new or changed, and lets go of those that are gone. */
    public void apply(Collection<Entry> changed, Collection<Key> gone) {
        lock.writeLock().lock();
        try {
            List<Key> former = new ArrayList<>(gone);
            changed.forEach(e -> former.add(e.key()));
            for (int doc : columns.documents.of(former)) {
                kill(doc);
            }
            int from = columns.documents.size();
            changed.forEach(this::add);
            Documents documents = columns.documents;
            if (documents.size() > from) {
                documents.sortFresh();
            }
            int dead = documents.size() - documents.living();
            if (dead + documents.fresh().length > FEW + documents.living() / 8) {
                columns = Compaction.of(columns);
            }
            columns.postings.settleIfLong(columns.tokens.size());
            everything = null;
            tally = null;
        } finally {
            lock.writeLock().unlock();
        }
    }

    /** Lets go of all assets of a library. */
    public void remove(String library) {
        lock.writeLock().lock();
        try {
            int number = columns.documents.knownLibrary(library);
            for (int doc = 0; number >= 0 && doc < columns.documents.size(); doc++) {
                if (columns.documents.library(doc) == number && columns.documents.isAlive(doc)) {
                    kill(doc);
                }
            }
            everything = null;
            tally = null;
        } finally {
            lock.writeLock().unlock();
        }
    }

    private void kill(int doc) {
        Documents documents = columns.documents;
        for (int t = documents.firstTag(doc); t < documents.endOfTags(doc); t++) {
            columns.tags.remove(documents.tag(t), doc);
        }
        documents.kill(doc);
    }

    private void add(Entry entry) {
        Documents documents = columns.documents;
        int library = documents.library(entry.key().library());
        int folder = columns.folders.number(library, entry.folder());
        int[] tags = columns.tags.withParents(entry.tags());
        int doc = documents.size();
        documents.add(entry, folder, tags);
        for (int tag : tags) {
            columns.tags.add(tag, doc);
        }
        Set<String> seen = new HashSet<>();
        int flags = Postings.IN_NAME | Postings.FIRST;
        for (String word : Folding.words(Folding.fold(entry.name()))) {
            if (seen.add(word)) {
                columns.postings.add(columns.tokens.number(word), doc | flags);
            }
            flags = Postings.IN_NAME;
        }
        Set<String> others = new LinkedHashSet<>(Folding.words(Folding.fold(entry.file())));
        others.addAll(Folding.words(Folding.fold(entry.note())));
        others.removeAll(seen);
        for (String word : others) {
            columns.postings.add(columns.tokens.number(word), doc);
        }
    }

    /** How many assets there are. */
    public int size() {
        lock.readLock().lock();
        try {
            return columns.documents.living();
        } finally {
            lock.readLock().unlock();
        }
    }

    /** A number of an asset, such as its {@link Field#SIZE}; {@link Traits#UNKNOWN} for what was not measured or is not there. */
    public int number(Key key, Field field) {
        lock.readLock().lock();
        try {
            int[] docs = columns.documents.of(List.of(key));
            return docs.length == 0
                    ? Traits.UNKNOWN
                    : columns.documents.traits().number(field, docs[0]);
        } finally {
            lock.readLock().unlock();
        }
    }

    /** Hits in order: names that begin with the first word, then with a word so beginning, then the rest; by name within. */
    public Hits find(Query query) {
        Answer known = everything;
        if (known != null && known.query.equals(query)) {
            return known.hits;
        }
        lock.readLock().lock();
        try {
            Hits hits = new Finder(columns.documents, columns.tokens, columns.postings, columns.folders, columns.tags)
                    .find(query);
            if (query.words().isEmpty()
                    && query.kinds().isEmpty()
                    && query.tags().isEmpty()) {
                everything = new Answer(query, hits);
            }
            return hits;
        } finally {
            lock.readLock().unlock();
        }
    }

    /**
     * How many assets there are by library, folder and tag.
     *
     * @param shown ids of the libraries whose tags and unfiled assets count
     */
    public Counts counts(Set<String> shown) {
        Tally known = tally;
        if (known != null && known.shown.equals(shown)) {
            return known.counts;
        }
        lock.readLock().lock();
        try {
            Map<String, Integer> libraries = new HashMap<>();
            Map<String, SortedMap<String, Integer>> folders = new HashMap<>();
            for (String library : columns.documents.libraries()) {
                SortedMap<String, Integer> of = columns.folders.counts(columns.documents.knownLibrary(library));
                folders.put(library, of);
                libraries.put(library, of.getOrDefault("", 0));
            }
            Hits all = find(Query.EVERYTHING.in(shown, null));
            int unfiled = shown.isEmpty()
                    ? 0
                    : find(Query.EVERYTHING.in(shown, null).withUnfiled(true)).total();
            Counts counts = new Counts(
                    shown.isEmpty() ? 0 : all.total(),
                    libraries,
                    folders,
                    shown.isEmpty() ? new TreeMap<>() : new TreeMap<>(all.tags()),
                    unfiled);
            tally = new Tally(Set.copyOf(shown), counts);
            return counts;
        } finally {
            lock.readLock().unlock();
        }
    }

    /** The parts as they are, without what is dead. */
    Columns compacted() {
        // the log is sorted in on the way
        lock.writeLock().lock();
        try {
            return Compaction.of(columns);
        } finally {
            lock.writeLock().unlock();
        }
    }
}
