package yondershelf.catalogue;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import yondershelf.content.BasicColour;
import yondershelf.content.Kind;
import yondershelf.facts.Facts;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Relabel;
import yondershelf.search.Key;
import yondershelf.store.AssetRow;
import yondershelf.work.Work;

/**
 * What many assets have in common.
 *
 * @param count how many there are
 * @param kinds how many of each kind
 * @param tags how many carry each tag
 * @param texts by field what all of them say; fields are missing in which they differ
 * @param suggested tags that many of them may want
 * @param away how many lie in libraries that are away, whose labels cannot be changed now
 */
public record Common(
        int count,
        Map<Kind, Integer> kinds,
        SortedMap<String, Integer> tags,
        Map<Edit.Field, String> texts,
        List<String> suggested,
        int away) {
    /** Fields that can be said of many at once. */
    public static final Set<Edit.Field> FIELDS = EnumSet.of(
            Edit.Field.AUTHOR,
            Edit.Field.LICENCE,
            Edit.Field.VERSION,
            Edit.Field.JOB,
            Edit.Field.NOTE,
            Edit.Field.RATING,
            Edit.Field.FAVOURITE);

    private static final int PART = 1_000;
    /** So many tell what the materials of many are called. */
    private static final int MOST_READ = 500;

    /** What all of them say in a field; empty when they differ. */
    public Optional<String> text(Edit.Field field) {
        return Optional.ofNullable(texts.get(field));
    }

    static Common of(Catalogue catalogue, List<Key> keys, Work work) {
        Map<String, List<Integer>> rows = new LinkedHashMap<>();
        keys.forEach(key ->
                rows.computeIfAbsent(key.library(), k -> new ArrayList<>()).add(key.row()));
        Map<Kind, Integer> kinds = new EnumMap<>(Kind.class);
        SortedMap<String, Integer> tags = new TreeMap<>();
        Map<Edit.Field, String> texts = new EnumMap<>(Edit.Field.class);
        Set<Edit.Field> mixed = EnumSet.noneOf(Edit.Field.class);
        Suggestions suggestions =
                new Suggestions(catalogue.shelf().counts().tags().keySet());
        int away = 0;
        int count = 0;
        for (KnownLibrary library : catalogue.known()) {
            List<Integer> of = rows.getOrDefault(library.id(), List.of());
            for (int from = 0; from < of.size() && !work.isCancelled(); from += PART) {
                List<Integer> part = of.subList(from, Math.min(of.size(), from + PART));
                Map<Integer, Integer> colours = library.store().looks().colours(part);
                for (AssetRow row : library.store().assets(part)) {
                    Labels labels = Labels.of(row);
                    kinds.merge(Kind.of(row.kind()).orElse(Kind.TEXTURE), 1, Integer::sum);
                    suggestions.see(
                            row, labels, words(catalogue, row, colours.getOrDefault(row.row(), 0), count < MOST_READ));
                    labels.tags().forEach(tag -> tags.merge(tag, 1, Integer::sum));
                    for (Edit.Field field : FIELDS) {
                        String text = Relabel.text(labels, field);
                        if (!text.equals(texts.computeIfAbsent(field, f -> text))) {
                            mixed.add(field);
                        }
                    }
                    count++;
                    away += library.isAway() ? 1 : 0;
                }
            }
        }
        texts.keySet().removeAll(mixed);
        return new Common(count, kinds, tags, texts, suggestions.most(), away);
    }

    /** What is known of one by its looks and its materials. */
    private static List<String> words(Catalogue catalogue, AssetRow row, int colours, boolean materials) {
        List<String> out = new ArrayList<>();
        for (BasicColour colour : BasicColour.values()) {
            if ((colours & colour.bit()) != 0) {
                out.add(colour.word());
            }
        }
        if (materials) {
            catalogue.contents().facts().known(Asset.of(row)).map(Facts::materials).stream()
                    .flatMap(List::stream)
                    .forEach(material -> out.add(material.name()));
        }
        return out;
    }
}
