package yondershelf.search;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.roaringbitmap.RoaringBitmap;

/** The tags, numbered, each with the documents that carry it or one nested below it. */
final class Tags {
    private final List<String> names = new ArrayList<>();
    private final Map<String, Integer> numbers = new HashMap<>();
    private final List<RoaringBitmap> documents = new ArrayList<>();
    private final Texts folded = new Texts();

    Tags() {
        this(List.of());
    }

    /** The same tags, which nobody carries yet. */
    Tags(List<String> names) {
        names.forEach(this::number);
    }

    private int number(String tag) {
        Integer known = numbers.get(tag);
        if (known != null) {
            return known;
        }
        numbers.put(tag, names.size());
        names.add(tag);
        documents.add(new RoaringBitmap());
        folded.add(Folding.fold(tag));
        return names.size() - 1;
    }

    /** The numbers of tags and of all above them. */
    int[] withParents(Collection<String> tags) {
        Set<Integer> out = new LinkedHashSet<>();
        for (String tag : tags) {
            for (int slash = tag.indexOf('/'); slash > 0; slash = tag.indexOf('/', slash + 1)) {
                out.add(number(tag.substring(0, slash)));
            }
            out.add(number(tag));
        }
        return out.stream().mapToInt(i -> i).toArray();
    }

    int size() {
        return names.size();
    }

    String name(int tag) {
        return names.get(tag);
    }

    void add(int tag, int document) {
        documents.get(tag).add(document);
    }

    void remove(int tag, int document) {
        documents.get(tag).remove(document);
    }

    /** Those that carry a tag or one below it; null when nobody does. */
    @Nullable
    RoaringBitmap of(String tag) {
        Integer number = numbers.get(tag);
        return number == null ? null : documents.get(number);
    }

    /** Marks the documents with a tag that holds a part. */
    void mark(String part, long[] any) {
        folded.find(
                part,
                (id, atStart) ->
                        documents.get(id).forEach((org.roaringbitmap.IntConsumer) d -> any[d >>> 6] |= 1L << d));
    }

    /** The same of tags with a word that is one error of typing away from it. */
    void markNear(String word, long[] any) {
        for (int tag = 0; tag < names.size(); tag++) {
            for (String each : Folding.words(Folding.fold(names.get(tag)))) {
                byte[] text = Texts.encoded(each);
                if (Typing.begins(text, 0, text.length, Texts.encoded(word))) {
                    documents.get(tag).forEach((org.roaringbitmap.IntConsumer) d -> any[d >>> 6] |= 1L << d);
                }
            }
        }
    }

    List<String> names() {
        return names;
    }

    /** Gives back what was reserved for growing. */
    void trim() {
        documents.forEach(RoaringBitmap::runOptimize);
        documents.forEach(RoaringBitmap::trim);
    }
}
