package yondershelf.intake;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import yondershelf.sorting.SortedItem;

/** Finds folders that hold nothing but one other folder: they can be left out, unless files refer to each other across them. */
final class Flattening {
    private Flattening() {}

    /** Such folders below the root, the longest first. */
    static List<String> levels(Collection<SortedItem> items) {
        Map<String, Set<String>> in = new HashMap<>();
        for (SortedItem item : items) {
            for (SortedItem.SortedFile file : item.files()) {
                for (String at = file.path(); !at.isEmpty(); at = IntakePlan.parent(at)) {
                    in.computeIfAbsent(IntakePlan.parent(at), k -> new HashSet<>())
                            .add(at);
                }
            }
        }
        List<String> out = new ArrayList<>();
        in.forEach((folder, inside) -> {
            boolean only =
                    inside.size() == 1 && in.containsKey(inside.iterator().next());
            if (only && !folder.isEmpty()) {
                out.add(folder);
            }
        });
        out.removeIf(level -> items.stream().anyMatch(i -> crosses(i, level)));
        out.sort(Comparator.comparingInt(String::length).reversed().thenComparing(l -> l));
        return out;
    }

    private static boolean crosses(SortedItem item, String level) {
        long inside = item.files().stream()
                .filter(f -> f.path().startsWith(level + "/"))
                .count();
        return inside > 0 && inside < item.files().size();
    }
}
