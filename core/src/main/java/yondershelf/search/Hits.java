package yondershelf.search;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.LongConsumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.BasicColour;
import yondershelf.content.Kind;

/** What was found, in order, best first; it stays as it was when the index changes. */
public final class Hits {
    public static final Hits NONE = new Hits(null, new int[0], Map.of(), Map.of());

    private final @Nullable Documents documents;
    private final int[] found;
    private final Map<Kind, Integer> kinds;
    private final Map<String, Integer> tags;

    Hits(@Nullable Documents documents, int[] found, Map<Kind, Integer> kinds, Map<String, Integer> tags) {
        this.documents = documents;
        this.found = found;
        this.kinds = kinds;
        this.tags = tags;
    }

    public int total() {
        return found.length;
    }

    /** How many of each kind there would be with any kind let in. */
    public Map<Kind, Integer> kinds() {
        return kinds;
    }

    /** How many carry each tag; a nested tag counts for those above it too. */
    public Map<String, Integer> tags() {
        return tags;
    }

    /** Told of a number of each that was found and measured. */
    void eachNumber(Field field, LongConsumer each) {
        Documents of = documents;
        if (of == null) {
            return;
        }
        for (int doc : found) {
            long value = field == Field.SINCE ? of.since(doc) : of.traits().number(field, doc);
            if (value != Traits.UNKNOWN) {
                each.accept(value);
            }
        }
    }

    /** How many say each author, licence or job, or are of each colour; those that are of none are under the empty text. */
    Map<String, Integer> texts(Field field) {
        Map<String, Integer> out = new HashMap<>();
        Documents of = documents;
        if (of != null && field == Field.COLOUR) {
            colours(of.traits(), out);
        } else if (of != null) {
            List<String> texts = of.traits().texts();
            int[] counts = new int[texts.size()];
            for (int doc : found) {
                counts[of.traits().text(field, doc)]++;
            }
            for (int i = 0; i < counts.length; i++) {
                if (counts[i] > 0) {
                    out.put(texts.get(i), counts[i]);
                }
            }
        }
        return out;
    }

    private void colours(TraitColumns traits, Map<String, Integer> out) {
        BasicColour[] all = BasicColour.values();
        int[] counts = new int[all.length + 1];
        for (int doc : found) {
            int colours = traits.colours(doc);
            counts[all.length] += colours == 0 ? 1 : 0;
            for (; colours != 0; colours &= colours - 1) {
                counts[Integer.numberOfTrailingZeros(colours)]++;
            }
        }
        for (int i = 0; i < counts.length; i++) {
            if (counts[i] > 0) {
                out.put(i < all.length ? all[i].word() : "", counts[i]);
            }
        }
    }

    /** The rows of what was found, by library. */
    public Map<String, BitSet> rows() {
        Map<String, BitSet> out = new HashMap<>();
        Documents of = documents;
        if (of == null) {
            return out;
        }
        List<String> libraries = of.libraries();
        BitSet[] sets = new BitSet[libraries.size()];
        for (int doc : found) {
            int library = of.library(doc);
            BitSet set = sets[library];
            if (set == null) {
                set = new BitSet();
                sets[library] = set;
                out.put(libraries.get(library), set);
            }
            set.set(of.row(doc));
        }
        return out;
    }

    /**
     * Those of some assets that were found, in the order in which they are given.
     *
     * @param keys each once
     * @param wanted only these kinds, all when empty; how many there are of each is counted anyway
     */
    public Hits inOrder(List<Key> keys, Set<Kind> wanted) {
        Documents of = documents;
        if (of == null) {
            return this;
        }
        List<String> libraries = of.libraries();
        Map<String, BitSet> rows = new HashMap<>();
        keys.forEach(
                key -> rows.computeIfAbsent(key.library(), k -> new BitSet()).set(key.row()));
        BitSet[] sets = libraries.stream().map(rows::get).toArray(BitSet[]::new);
        Map<Key, Integer> docs = new HashMap<>();
        for (int doc : found) {
            BitSet set = sets[of.library(doc)];
            if (set != null && set.get(of.row(doc))) {
                docs.put(of.key(doc), doc);
            }
        }
        Map<Kind, Integer> counts = new EnumMap<>(Kind.class);
        int[] out = new int[docs.size()];
        int many = 0;
        for (Key key : keys) {
            int doc = docs.getOrDefault(key, -1);
            if (doc >= 0) {
                Kind kind = Kind.values()[of.kind(doc)];
                counts.merge(kind, 1, Integer::sum);
                if (wanted.isEmpty() || wanted.contains(kind)) {
                    out[many++] = doc;
                }
            }
        }
        return new Hits(of, Arrays.copyOf(out, many), counts, tags);
    }

    /** The asset at a place, from 0 to {@link #total} - 1. */
    public Key at(int place) {
        if (documents == null) {
            throw new IndexOutOfBoundsException(place);
        }
        return documents.key(found[place]);
    }

    /** Some of them, in order; fewer where they end. */
    public List<Key> page(int from, int many) {
        List<Key> out = new ArrayList<>();
        for (int i = Math.max(0, from); i < Math.min(found.length, from + many); i++) {
            out.add(at(i));
        }
        return out;
    }

    /** Where an asset stands, or -1. */
    public int placeOf(Key key) {
        for (int i = 0; documents != null && i < found.length; i++) {
            if (documents.is(found[i], key)) {
                return i;
            }
        }
        return -1;
    }

    /** True when both show the same assets in the same order with the same counts. */
    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Hits o
                && found.length == o.found.length
                && kinds.equals(o.kinds)
                && tags.equals(o.tags)
                && sameAssets(o);
    }

    private boolean sameAssets(Hits o) {
        if (documents == o.documents) {
            return Arrays.equals(found, o.found);
        }
        for (int i = 0; i < found.length; i++) {
            if (!at(i).equals(o.at(i))) {
                return false;
            }
        }
        return true;
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(found);
    }

    @Override
    public String toString() {
        return total() + " hits " + kinds + " " + page(0, 20);
    }
}
