package yondershelf.search;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;

/**
 * One document for each asset, as columns that only grow: an asset that changed gets a new document, and its former one is
 * dead. The older ones are numbered by name; the fresh ones after them are few, and their order is kept aside.
 */
final class Documents {
    private final Folders places;
    private final List<String> libraries = new ArrayList<>();
    private final Map<String, Integer> libraryNumbers = new HashMap<>();
    /** By library and row: one more than the latest document. */
    private final List<int[]> byRow = new ArrayList<>();

    private byte[] kinds;
    private final Ints rows;
    private final Ints folders;
    private final Moments since;
    private final Texts names;
    private final Ints tagEnds;
    private final Chars tagNumbers;
    private final TraitColumns traits;
    private final int sorted;
    private int[] fresh = new int[0];
    /** How many of the sorted ones come before each fresh one. */
    private int[] freshPlaces = new int[0];

    /** Fresh ones numbered below have their place. */
    private int ordered;

    private long[] alive;
    private int living;

    Documents(Folders places) {
        this(
                places,
                List.of(),
                new byte[0],
                new Ints(),
                new Ints(),
                new Moments(),
                new Texts(),
                new Ints(),
                new Chars(),
                new TraitColumns());
    }

    /** Takes columns over: all documents live, and are sorted by name. */
    Documents(
            Folders places,
            List<String> libraries,
            byte[] kinds,
            Ints rows,
            Ints folders,
            Moments since,
            Texts names,
            Ints tagEnds,
            Chars tagNumbers,
            TraitColumns traits) {
        this.traits = traits;
        this.places = places;
        this.kinds = kinds;
        this.rows = rows;
        this.folders = folders;
        this.since = since;
        this.names = names;
        this.tagEnds = tagEnds;
        this.tagNumbers = tagNumbers;
        libraries.forEach(this::library);
        sorted = rows.size();
        living = sorted;
        ordered = sorted;
        alive = Bits.of(sorted + 1);
        for (int doc = 0; doc < sorted; doc++) {
            Bits.set(alive, doc);
            places.count(folders.get(doc), 1);
            note(doc);
        }
    }

    /** The number of a library; a new one gets one. */
    int library(String id) {
        Integer known = libraryNumbers.get(id);
        if (known != null) {
            return known;
        }
        libraryNumbers.put(id, libraries.size());
        libraries.add(id);
        byRow.add(new int[0]);
        return libraries.size() - 1;
    }

    /** -1 for one without documents. */
    int knownLibrary(String id) {
        return libraryNumbers.getOrDefault(id, -1);
    }

    List<String> libraries() {
        return libraries;
    }

    /** All there ever were, dead ones too. */
    int size() {
        return rows.size();
    }

    int living() {
        return living;
    }

    /** Those numbered below are sorted by name. */
    int sorted() {
        return sorted;
    }

    /** Adds a document; {@link #sortFresh} gives it its place. */
    void add(Entry entry, int folder, int[] tags) {
        int doc = rows.size();
        if (doc >= kinds.length) {
            kinds = Arrays.copyOf(kinds, Math.max(8, doc + (doc >> 2)));
        }
        kinds[doc] = (byte) entry.kind().ordinal();
        rows.add(entry.key().row());
        folders.add(folder);
        since.add(entry.since());
        names.add(Folding.fold(entry.name()));
        traits.add(entry.traits());
        for (int tag : tags) {
            tagNumbers.add(tag);
        }
        tagEnds.add(tagNumbers.size());
        if (doc >>> 6 >= alive.length) {
            alive = Arrays.copyOf(alive, alive.length + (alive.length >> 2) + 1);
        }
        Bits.set(alive, doc);
        living++;
        places.count(folder, 1);
        note(doc);
    }

    void kill(int doc) {
        alive[doc >>> 6] &= ~(1L << doc);
        living--;
        places.count(folders.get(doc), -1);
    }

    /** The living documents of assets. */
    int[] of(Collection<Key> keys) {
        Ints out = new Ints();
        for (Key key : new LinkedHashSet<>(keys)) {
            int library = knownLibrary(key.library());
            int[] ofLibrary = library < 0 ? new int[0] : byRow.get(library);
            int doc = key.row() < ofLibrary.length ? ofLibrary[key.row()] - 1 : -1;
            if (doc >= 0 && isAlive(doc)) {
                out.add(doc);
            }
        }
        return out.copy();
    }

    /** Rows are numbers without great gaps. */
    private void note(int doc) {
        int library = library(doc);
        int row = rows.get(doc);
        int[] ofLibrary = byRow.get(library);
        if (row >= ofLibrary.length) {
            ofLibrary = Arrays.copyOf(ofLibrary, Math.max(row + 1, row + (row >> 2)));
            byRow.set(library, ofLibrary);
        }
        ofLibrary[row] = doc + 1;
    }

    boolean is(int doc, Key key) {
        return rows.get(doc) == key.row() && library(doc) == knownLibrary(key.library());
    }

    /** Brings the documents that came since the last time between the other fresh ones, and leaves the dead ones out. */
    void sortFresh() {
        List<Integer> came = new ArrayList<>();
        for (int doc = ordered; doc < size(); doc++) {
            if (isAlive(doc)) {
                came.add(doc);
            }
        }
        byte[][] keys = new byte[size() - ordered][];
        for (int doc : came) {
            keys[doc - ordered] = names.bytes(doc);
        }
        int first = ordered;
        came.sort((a, b) -> {
            int byName = Arrays.compareUnsigned(keys[a - first], keys[b - first]);
            return byName != 0 ? byName : compareWithin(a, b);
        });
        ordered = size();
        int[] docs = new int[fresh.length + came.size()];
        int[] spots = new int[docs.length];
        int many = 0;
        int old = 0;
        int place = 0;
        for (int doc : came) {
            byte[] key = keys[doc - first];
            int before = old + countBefore(doc, key, old);
            for (; old < before; old++) {
                many = keep(old, docs, spots, many);
            }
            place = placeOf(doc, key, place);
            docs[many] = doc;
            spots[many++] = place;
        }
        for (; old < fresh.length; old++) {
            many = keep(old, docs, spots, many);
        }
        fresh = Arrays.copyOf(docs, many);
        freshPlaces = Arrays.copyOf(spots, many);
    }

    private int keep(int old, int[] docs, int[] spots, int many) {
        if (!isAlive(fresh[old])) {
            return many;
        }
        docs[many] = fresh[old];
        spots[many] = freshPlaces[old];
        return many + 1;
    }

    /** How many of the fresh ones from a place on come before a document. */
    private int countBefore(int doc, byte[] key, int from) {
        int low = from;
        int high = fresh.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            int byName = Arrays.compareUnsigned(names.bytes(fresh[middle]), key);
            if (byName < 0 || byName == 0 && compareWithin(fresh[middle], doc) < 0) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low - from;
    }

    private int placeOf(int doc, byte[] name, int from) {
        int low = names.after(name, false, from, sorted);
        int high = names.after(name, true, low, sorted);
        // among those of the same name
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (compareWithin(middle, doc) < 0) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    /** Of documents with the same name. */
    private int compareWithin(int a, int b) {
        int byFolder = places.path(folders.get(a)).compareTo(places.path(folders.get(b)));
        return byFolder != 0 ? byFolder : Integer.compare(rows.get(a), rows.get(b));
    }

    /** The fresh ones that live, by name. */
    int[] fresh() {
        return fresh;
    }

    int[] freshPlaces() {
        return freshPlaces;
    }

    /** A copy of what lives. */
    long[] alive() {
        return Arrays.copyOf(alive, (size() + 63) >>> 6);
    }

    boolean isAlive(int doc) {
        return Bits.has(alive, doc);
    }

    int kind(int doc) {
        return kinds[doc];
    }

    int library(int doc) {
        return places.library(folders.get(doc));
    }

    int folder(int doc) {
        return folders.get(doc);
    }

    int row(int doc) {
        return rows.get(doc);
    }

    long since(int doc) {
        return since.get(doc);
    }

    TraitColumns traits() {
        return traits;
    }

    int firstTag(int doc) {
        return doc == 0 ? 0 : tagEnds.get(doc - 1);
    }

    int endOfTags(int doc) {
        return tagEnds.get(doc);
    }

    int tag(int i) {
        return tagNumbers.get(i);
    }

    String name(int doc) {
        return names.get(doc);
    }

    Key key(int doc) {
        return new Key(libraries.get(library(doc)), rows.get(doc));
    }
}
