package yondershelf.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import yondershelf.content.Kind;
import yondershelf.sorting.SortedItem;
import yondershelf.sorting.Sorter;
import yondershelf.words.Phrase;

/** Tells things that came twice: with the same bytes, or pictures that bear one name in two formats. */
final class Twins {
    private Twins() {}

    static List<PlanItem> told(List<PlanItem> items, Brought brought) {
        Map<String, Integer> sizes = new HashMap<>();
        items.forEach(i -> sizes.merge(size(i, brought), 1, Integer::sum));
        Map<String, PlanItem> first = new HashMap<>();
        Map<String, PlanItem> named = new HashMap<>();
        List<PlanItem> out = new ArrayList<>();
        for (PlanItem item : items) {
            if (!item.isWanted()) {
                out.add(item);
                continue;
            }
            String size = size(item, brought);
            // only what has a twin in size is read
            PlanItem same =
                    sizes.getOrDefault(size, 0) < 2 ? null : first.putIfAbsent(size + " " + bytes(item, brought), item);
            if (same != null) {
                out.add(item.unwanted(
                        Phrase.of("intake.bytes-as", PlanItem.SAME, same.main().path())));
                continue;
            }
            PlanItem other = item.kind() == Kind.TEXTURE ? named.putIfAbsent(stem(item), item) : null;
            out.add(
                    other == null
                            ? item
                            : item.noting(Phrase.of(
                                    "intake.the-name-of-in-another",
                                    Sorter.fileName(other.main().path()))));
        }
        return out;
    }

    private static String size(PlanItem item, Brought brought) {
        return item.kind() + " " + brought.size(item.at(item.main())) + " "
                + item.files().size();
    }

    /** A file that cannot be read is like no other. */
    private static String bytes(PlanItem item, Brought brought) {
        StringBuilder out = new StringBuilder();
        for (SortedItem.SortedFile file : item.files()) {
            String sum = brought.sum(item.at(file));
            out.append(' ').append(sum.isEmpty() ? item.at(file).toString() : sum);
        }
        return out.toString();
    }

    private static String stem(PlanItem item) {
        String path = item.main().path().toLowerCase(Locale.ROOT);
        return item.root() + "\0" + path.substring(0, Math.max(path.lastIndexOf('.'), path.lastIndexOf('/') + 1));
    }
}
