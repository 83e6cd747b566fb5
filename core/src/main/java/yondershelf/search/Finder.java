package yondershelf.search;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.roaringbitmap.RoaringBitmap;
import yondershelf.content.Kind;

/** Answers one query: first which documents, then how many of each facet, then in which order. */
final class Finder {
    private static final Kind[] KINDS = Kind.values();

    private final Documents documents;
    private final Tokens tokens;
    private final Postings postings;
    private final Folders folders;
    private final Tags tags;
    /** Documents whose name begins with the first word, and those with a word in their name that does. */
    private final long[] first;

    private final long[] inName;

    Finder(Documents documents, Tokens tokens, Postings postings, Folders folders, Tags tags) {
        this.documents = documents;
        this.tokens = tokens;
        this.postings = postings;
        this.folders = folders;
        this.tags = tags;
        this.first = Bits.of(documents.size());
        this.inName = Bits.of(documents.size());
    }

    Hits find(Query query) {
        List<String> words = Folding.words(Folding.fold(query.words()));
        long[] in = left(query);
        long[] exact = in.clone();
        for (int i = 0; i < words.size(); i++) {
            keepWord(exact, words.get(i), i == 0, false);
        }
        boolean ranked = !words.isEmpty() && query.order() != Order.NAME;
        if (words.isEmpty() || !isEmpty(exact)) {
            return answer(exact, query, ranked);
        }
        // nothing is called so: one error in each word that nothing holds is forgiven
        for (int i = 0; i < words.size(); i++) {
            keepWord(in, words.get(i), i == 0, words.get(i).length() >= Typing.LEAST);
        }
        return answer(in, query, ranked);
    }

    private static boolean isEmpty(long[] set) {
        for (long word : set) {
            if (word != 0) {
                return false;
            }
        }
        return true;
    }

    /** What is there besides words. */
    private long[] left(Query query) {
        long[] in = documents.alive();
        keepPlaces(in, query);
        for (String tag : query.tags()) {
            keepTag(in, tag);
        }
        Conditions conditions = new Conditions(documents, folders, tags);
        query.conditions().forEach(condition -> conditions.keep(in, condition));
        return in;
    }

    private void keepPlaces(long[] in, Query query) {
        if (query.libraries().isEmpty() && query.folder() == null && !query.unfiled() && query.since() == 0) {
            return;
        }
        boolean[] libraries = new boolean[documents.libraries().size()];
        Arrays.fill(libraries, query.libraries().isEmpty());
        for (String id : query.libraries()) {
            int library = documents.knownLibrary(id);
            if (library >= 0) {
                libraries[library] = true;
            }
        }
        String folder = query.folder();
        boolean[] below = new boolean[folders.size()];
        Arrays.fill(below, folder == null);
        for (int l = 0; folder != null && l < libraries.length; l++) {
            if (libraries[l]) {
                boolean[] ofLibrary = folders.below(l, folder);
                for (int f = 0; f < below.length; f++) {
                    below[f] |= ofLibrary[f];
                }
            }
        }
        for (int w = 0; w < in.length; w++) {
            for (long left = in[w]; left != 0; left &= left - 1) {
                int doc = (w << 6) + Long.numberOfTrailingZeros(left);
                boolean keep = libraries[documents.library(doc)]
                        && below[documents.folder(doc)]
                        && (!query.unfiled() || documents.firstTag(doc) == documents.endOfTags(doc))
                        && documents.since(doc) >= query.since();
                if (!keep) {
                    in[w] &= ~(1L << doc);
                }
            }
        }
    }

    private void keepTag(long[] in, String tag) {
        long[] with = new long[in.length];
        RoaringBitmap carrying = tags.of(tag);
        if (carrying != null) {
            carrying.forEach((org.roaringbitmap.IntConsumer) d -> with[d >>> 6] |= 1L << d);
        }
        Bits.and(in, with);
    }

    /** @param forgiving true to look for what is near when nothing holds the word itself */
    private void keepWord(long[] in, String word, boolean isFirst, boolean forgiving) {
        long[] any = new long[in.length];
        byte[] marks = new byte[tokens.size()];
        Ints marked = new Ints();
        tokens.texts().find(word, (id, atStart) -> {
            marks[id] = (byte) (atStart ? 2 : 1);
            marked.add(id);
        });
        long[] firstHere = isFirst ? first : new long[in.length];
        long[] inNameHere = isFirst ? inName : new long[in.length];
        postings.mark(marks, marked.raw(), marked.size(), any, firstHere, inNameHere);
        tags.mark(word, any);
        boolean[] holding = folders.holding(word);
        if (holding != null) {
            for (int w = 0; w < in.length; w++) {
                for (long left = in[w] & ~any[w]; left != 0; left &= left - 1) {
                    int doc = (w << 6) + Long.numberOfTrailingZeros(left);
                    if (holding[documents.folder(doc)]) {
                        any[w] |= 1L << doc;
                    }
                }
            }
        }
        if (forgiving && isEmpty(any)) {
            near(word, any);
        }
        Bits.and(in, any);
    }

    private void near(String word, long[] any) {
        byte[] marks = new byte[tokens.size()];
        Ints marked = new Ints();
        tokens.texts().findNear(word, id -> {
            marks[id] = 1;
            marked.add(id);
        });
        long[] nowhere = new long[any.length];
        postings.mark(marks, marked.raw(), marked.size(), any, nowhere, nowhere);
        tags.markNear(word, any);
    }

    private Hits answer(long[] in, Query query, boolean ranked) {
        int[] kindCounts = new int[KINDS.length];
        int[] tagCounts = new int[tags.size()];
        boolean[] wanted = new boolean[KINDS.length];
        Arrays.fill(wanted, query.kinds().isEmpty());
        query.kinds().forEach(k -> wanted[k.ordinal()] = true);
        long[] hits = new long[in.length];
        int total = 0;
        for (int w = 0; w < in.length; w++) {
            for (long left = in[w]; left != 0; left &= left - 1) {
                int doc = (w << 6) + Long.numberOfTrailingZeros(left);
                int kind = documents.kind(doc);
                kindCounts[kind]++;
                if (!wanted[kind]) {
                    continue;
                }
                total++;
                hits[w] |= 1L << doc;
                int end = documents.endOfTags(doc);
                for (int t = documents.firstTag(doc); t < end; t++) {
                    tagCounts[documents.tag(t)]++;
                }
            }
        }
        int[] found = new int[total];
        int at = 0;
        for (int c = ranked ? 0 : 2; c < 3; c++) {
            at = inOrder(ofClass(hits, c, ranked), found, at);
        }
        if (query.order().isByNumber()) {
            sort(found, query.order());
        }
        return new Hits(documents, found, kinds(kindCounts), tags(tagCounts));
    }

    /** Those of one number stay as they are. */
    private void sort(int[] found, Order order) {
        long[] keys = new long[found.length];
        for (int i = 0; i < found.length; i++) {
            long value = order.field() == Field.SINCE
                    ? documents.since(found[i])
                    : documents.traits().number(order.field(), found[i]);
            // to the end, whichever way it goes
            long rank = value == Traits.UNKNOWN ? Integer.MAX_VALUE : order.isUpwards() ? value : -value;
            keys[i] = rank << 32 | i;
        }
        Arrays.parallelSort(keys);
        int[] before = found.clone();
        for (int i = 0; i < keys.length; i++) {
            found[i] = before[(int) keys[i]];
        }
    }

    private long[] ofClass(long[] hits, int c, boolean ranked) {
        if (!ranked) {
            return hits;
        }
        long[] out = new long[hits.length];
        for (int w = 0; w < hits.length; w++) {
            long best = first[w];
            long good = inName[w] & ~best;
            out[w] = hits[w] & (c == 0 ? best : c == 1 ? good : ~(best | good));
        }
        return out;
    }

    /** The sorted documents as they come, the fresh ones between them. */
    private int inOrder(long[] hits, int[] found, int from) {
        int at = from;
        int[] fresh = documents.fresh();
        int[] places = documents.freshPlaces();
        int next = 0;
        int sorted = documents.sorted();
        for (int w = 0; w < hits.length && w << 6 < sorted; w++) {
            for (long left = hits[w]; left != 0; left &= left - 1) {
                int doc = (w << 6) + Long.numberOfTrailingZeros(left);
                if (doc >= sorted) {
                    break;
                }
                for (; next < fresh.length && places[next] <= doc; next++) {
                    if (Bits.has(hits, fresh[next])) {
                        found[at++] = fresh[next];
                    }
                }
                found[at++] = doc;
            }
        }
        for (; next < fresh.length; next++) {
            if (Bits.has(hits, fresh[next])) {
                found[at++] = fresh[next];
            }
        }
        return at;
    }

    private static Map<Kind, Integer> kinds(int[] counts) {
        Map<Kind, Integer> out = new EnumMap<>(Kind.class);
        for (Kind kind : KINDS) {
            if (counts[kind.ordinal()] > 0) {
                out.put(kind, counts[kind.ordinal()]);
            }
        }
        return out;
    }

    private Map<String, Integer> tags(int[] counts) {
        Map<String, Integer> out = new TreeMap<>();
        for (int tag = 0; tag < counts.length; tag++) {
            if (counts[tag] > 0) {
                out.put(tags.name(tag), counts[tag]);
            }
        }
        return out;
    }
}
