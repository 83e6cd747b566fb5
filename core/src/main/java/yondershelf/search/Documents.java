package yondershelf.search;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.roaringbitmap.RoaringBitmap;

/**
 * One document for each asset, as columns that only grow: an asset that changed gets a new document, and its former one is
 * dead. The older ones are numbered by name; the fresh ones after them are few, and their order is kept aside.
 */
final class Documents {
    private final Folders places;
    private final List<String> libraries = new ArrayList<>();
    private final Map<String, Integer> libraryNumbers = new HashMap<>();
    private byte[] kinds;
    private final Ints rows;
    private final Ints folders;
    private final Moments since;
    private final Texts names;
    private final Ints tagEnds;
    private final Chars tagNumbers;
    private final int sorted;
    private int[] fresh = new int[0];
    /** How many of the sorted ones come before each fresh one. */
    private int[] freshPlaces = new int[0];

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
                new Chars());
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
            Chars tagNumbers) {
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
        alive = Bits.of(sorted + 1);
        for (int doc = 0; doc < sorted; doc++) {
            Bits.set(alive, doc);
            places.count(folders.get(doc), 1);
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
    }

    void kill(int doc) {
        alive[doc >>> 6] &= ~(1L << doc);
        living--;
        places.count(folders.get(doc), -1);
    }

    /** The living documents of assets. */
    int[] of(Collection<Key> keys) {
        RoaringBitmap[] wanted = new RoaringBitmap[libraries.size()];
        for (Key key : keys) {
            int library = knownLibrary(key.library());
            if (library >= 0) {
                if (wanted[library] == null) {
                    wanted[library] = new RoaringBitmap();
                }
                wanted[library].add(key.row());
            }
        }
        Ints out = new Ints();
        RoaringBitmap anywhere =
                RoaringBitmap.or(Arrays.stream(wanted).filter(Objects::nonNull).iterator());
        for (int doc = 0; doc < size(); doc++) {
            if (!anywhere.contains(rows.get(doc))) {
                continue;
            }
            RoaringBitmap ofLibrary = wanted[library(doc)];
            if (ofLibrary != null && ofLibrary.contains(rows.get(doc)) && isAlive(doc)) {
                out.add(doc);
            }
        }
        return out.copy();
    }

    boolean is(int doc, Key key) {
        return rows.get(doc) == key.row() && library(doc) == knownLibrary(key.library());
    }

    /** Brings the fresh documents into order. */
    void sortFresh() {
        List<Integer> all = new ArrayList<>();
        for (int doc = sorted; doc < size(); doc++) {
            if (isAlive(doc)) {
                all.add(doc);
            }
        }
        byte[][] keys = new byte[size() - sorted][];
        for (int doc : all) {
            keys[doc - sorted] = names.bytes(doc);
        }
        all.sort((a, b) -> {
            int byName = Arrays.compareUnsigned(keys[a - sorted], keys[b - sorted]);
            return byName != 0 ? byName : compareWithin(a, b);
        });
        fresh = all.stream().mapToInt(i -> i).toArray();
        freshPlaces = new int[fresh.length];
        for (int i = 0; i < fresh.length; i++) {
            freshPlaces[i] = placeOf(fresh[i], keys[fresh[i] - sorted], i == 0 ? 0 : freshPlaces[i - 1]);
        }
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
