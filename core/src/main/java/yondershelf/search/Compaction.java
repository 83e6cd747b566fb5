package yondershelf.search;

import java.util.Arrays;

/** Makes an index's parts anew: documents numbered by name, without dead ones and without words nobody holds any more. */
final class Compaction {
    private Compaction() {}

    static Index.Columns of(Index.Columns old) {
        Documents from = old.documents();
        int[] order = order(from);
        int[] numbers = new int[from.size()];
        Arrays.fill(numbers, -1);
        Folders folders = new Folders();
        for (int f = 0; f < old.folders().size(); f++) {
            folders.number(old.folders().library(f), old.folders().path(f));
        }
        Tags tags = new Tags(old.tags().names());
        byte[] kinds = new byte[order.length];
        int[] rows = new int[order.length];
        int[] places = new int[order.length];
        int[] tagEnds = new int[order.length];
        Moments since = new Moments();
        Texts names = new Texts();
        Chars tagNumbers = new Chars();
        for (int next = 0; next < order.length; next++) {
            int doc = order[next];
            numbers[doc] = next;
            kinds[next] = (byte) from.kind(doc);
            rows[next] = from.row(doc);
            places[next] = from.folder(doc);
            since.add(from.since(doc));
            names.add(from.name(doc));
            for (int t = from.firstTag(doc); t < from.endOfTags(doc); t++) {
                tagNumbers.add(from.tag(t));
                tags.add(from.tag(t), next);
            }
            tagEnds[next] = tagNumbers.size();
        }
        names.trim();
        since.trim();
        tagNumbers.trim();
        tags.trim();
        Documents documents = new Documents(
                folders,
                from.libraries(),
                kinds,
                new Ints(rows),
                new Ints(places),
                since,
                names,
                new Ints(tagEnds),
                tagNumbers,
                from.traits().of(order));
        return words(old, numbers, documents, folders, tags);
    }

    /** Living documents by name. */
    private static int[] order(Documents from) {
        int[] order = new int[from.living()];
        int[] fresh = from.fresh();
        int[] places = from.freshPlaces();
        int at = 0;
        int next = 0;
        for (int doc = 0; doc <= from.sorted(); doc++) {
            for (; next < fresh.length && places[next] == doc; next++) {
                if (from.isAlive(fresh[next])) {
                    order[at++] = fresh[next];
                }
            }
            if (doc < from.sorted() && from.isAlive(doc)) {
                order[at++] = doc;
            }
        }
        return order;
    }

    private static Index.Columns words(
            Index.Columns old, int[] numbers, Documents documents, Folders folders, Tags tags) {
        old.postings().settle(old.tokens().size());
        int[] starts = old.postings().starts();
        int[] all = old.postings().postings();
        Ints kept = new Ints();
        Ints ends = new Ints();
        ends.add(0);
        Texts words = new Texts();
        for (int word : old.tokens().inOrder()) {
            int before = kept.size();
            for (int p = starts[word]; p < starts[word + 1]; p++) {
                int doc = numbers[all[p] & Postings.DOCUMENT];
                if (doc >= 0) {
                    kept.add(doc | all[p] & ~Postings.DOCUMENT);
                }
            }
            if (kept.size() > before) {
                words.add(old.tokens().texts().get(word));
                ends.add(kept.size());
            }
        }
        words.trim();
        return new Index.Columns(documents, new Tokens(words), new Postings(ends.copy(), kept.copy()), folders, tags);
    }
}
