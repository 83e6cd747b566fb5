package yondershelf.intake;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import yondershelf.content.Kind;
import yondershelf.sorting.Sorter;

/** Tells things that came twice: with the same bytes, or pictures that bear one name in two formats. */
final class Twins {
    private Twins() {}

    static List<PlanItem> told(List<PlanItem> items, Brought brought) {
        Map<String, List<PlanItem>> bySize = new HashMap<>();
        Map<String, PlanItem> named = new HashMap<>();
        List<PlanItem> out = new ArrayList<>();
        for (PlanItem item : items) {
            if (!item.isWanted()) {
                out.add(item);
                continue;
            }
            String size = item.kind() + " " + brought.size(item.at(item.main())) + " "
                    + item.files().size();
            List<PlanItem> alike = bySize.computeIfAbsent(size, k -> new ArrayList<>());
            PlanItem first = alike.stream()
                    .filter(o -> isSame(o, item, brought))
                    .findFirst()
                    .orElse(null);
            if (first != null) {
                out.add(item.unwanted(PlanItem.SAME + "bytes as " + first.main().path()));
                continue;
            }
            alike.add(item);
            PlanItem other = item.kind() == Kind.TEXTURE ? named.putIfAbsent(stem(item), item) : null;
            out.add(
                    other == null
                            ? item
                            : item.noting("the name of "
                                    + Sorter.fileName(other.main().path()) + ", in another format"));
        }
        return out;
    }

    private static String stem(PlanItem item) {
        String path = item.main().path().toLowerCase(Locale.ROOT);
        return item.root() + "\0" + path.substring(0, Math.max(path.lastIndexOf('.'), path.lastIndexOf('/') + 1));
    }

    private static boolean isSame(PlanItem a, PlanItem b, Brought brought) {
        for (int i = 0; i < a.files().size(); i++) {
            Path one = a.at(a.files().get(i));
            Path other = b.at(b.files().get(i));
            if (!one.equals(other) && !brought.isTwin(one, other)) {
                return false;
            }
        }
        return true;
    }
}
