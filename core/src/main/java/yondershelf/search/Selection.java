package yondershelf.search;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.roaringbitmap.RoaringBitmap;

/**
 * What is chosen: a set of assets with the one chosen last, the lead, and the one a range begins at, the anchor. Stays as it is; each act gives
 * another one. A million assets take some hundred kilobytes.
 */
public final class Selection {
    public static final Selection NONE = new Selection(Map.of(), null, null);

    private final Map<String, RoaringBitmap> rows;
    private final @Nullable Key anchor;
    private final @Nullable Key lead;
    private final int size;

    private Selection(Map<String, RoaringBitmap> rows, @Nullable Key anchor, @Nullable Key lead) {
        this.rows = rows;
        this.anchor = anchor;
        this.lead = lead;
        this.size =
                rows.values().stream().mapToInt(RoaringBitmap::getCardinality).sum();
    }

    /** Just one. */
    public static Selection only(Key key) {
        return new Selection(Map.of(key.library(), RoaringBitmap.bitmapOf(key.row())), key, key);
    }

    /** Everything that was found. The lead stays, when it was. */
    public Selection all(Hits hits) {
        Map<String, RoaringBitmap> out = new TreeMap<>();
        add(hits, 0, hits.total(), out);
        Selection found = new Selection(out, anchor, lead);
        return lead != null && found.has(lead)
                ? found
                : new Selection(out, null, hits.total() == 0 ? null : hits.at(0));
    }

    /** One more, or one less when it was chosen. A range begins there. */
    public Selection toggled(Key key) {
        Map<String, RoaringBitmap> out = copy();
        RoaringBitmap ofLibrary = out.computeIfAbsent(key.library(), k -> new RoaringBitmap());
        if (ofLibrary.checkedRemove(key.row())) {
            return new Selection(out, key, key.equals(lead) ? null : lead);
        }
        ofLibrary.add(key.row());
        return new Selection(out, key, key);
    }

    /**
     * All from the anchor to a place.
     *
     * @param hits in whose order
     * @param place of the new lead
     * @param more true to keep what else is chosen
     */
    public Selection to(Hits hits, int place, boolean more) {
        int from = anchor == null ? -1 : hits.placeOf(anchor);
        int begin = from < 0 ? place : from;
        return span(hits, Math.min(begin, place), Math.max(begin, place) + 1, more ? copy() : new TreeMap<>(), place);
    }

    private Selection span(Hits hits, int from, int end, Map<String, RoaringBitmap> into, int place) {
        add(hits, from, end, into);
        Key to = hits.at(place);
        return new Selection(into, anchor == null || !isIn(into, anchor) ? to : anchor, to);
    }

    /** These, and those that are chosen already. */
    public Selection and(List<Key> keys) {
        Map<String, RoaringBitmap> out = copy();
        keys.forEach(key ->
                out.computeIfAbsent(key.library(), k -> new RoaringBitmap()).add(key.row()));
        Key last = keys.isEmpty() ? lead : keys.get(keys.size() - 1);
        return new Selection(out, anchor == null ? last : anchor, last);
    }

    private static void add(Hits hits, int from, int end, Map<String, RoaringBitmap> into) {
        for (int i = from; i < end; i++) {
            Key key = hits.at(i);
            into.computeIfAbsent(key.library(), k -> new RoaringBitmap()).add(key.row());
        }
    }

    private Map<String, RoaringBitmap> copy() {
        Map<String, RoaringBitmap> out = new TreeMap<>();
        rows.forEach((library, of) -> out.put(library, of.clone()));
        return out;
    }

    private static boolean isIn(Map<String, RoaringBitmap> rows, Key key) {
        RoaringBitmap ofLibrary = rows.get(key.library());
        return ofLibrary != null && ofLibrary.contains(key.row());
    }

    public int size() {
        return size;
    }

    public boolean has(Key key) {
        return isIn(rows, key);
    }

    /** The one chosen last; null when that is none any more. */
    public @Nullable Key lead() {
        return lead;
    }

    /** All that is chosen, in the order in which it was found; what was not found comes last. */
    public List<Key> in(Hits hits) {
        List<Key> out = new ArrayList<>(size);
        for (int i = 0; i < hits.total() && out.size() < size; i++) {
            Key key = hits.at(i);
            if (has(key)) {
                out.add(key);
            }
        }
        if (out.size() < size) {
            Set<Key> there = new HashSet<>(out);
            rows.forEach((library, of) -> of.forEach((org.roaringbitmap.IntConsumer) row -> {
                Key key = new Key(library, row);
                if (!there.contains(key)) {
                    out.add(key);
                }
            }));
        }
        return out;
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Selection o
                && rows.equals(o.rows)
                && java.util.Objects.equals(lead, o.lead)
                && java.util.Objects.equals(anchor, o.anchor);
    }

    @Override
    public int hashCode() {
        return rows.hashCode();
    }
}
