package yondershelf.intake;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import yondershelf.content.Kind;
import yondershelf.sorting.Distinctions;
import yondershelf.sorting.Sorter;

/**
 * Models of one folder whose names differ only in a side or a colour, as {@code door_left} and {@code door_right}: things of
 * their own that belong together, found by the name they share.
 */
final class Siblings {
    private final Map<String, Set<String>> families = new HashMap<>();

    Siblings(List<PlanItem> items) {
        for (PlanItem item : items) {
            key(item)
                    .ifPresent(k -> families.computeIfAbsent(k, x -> new HashSet<>())
                            .add(item.main().path()));
        }
    }

    /** The name a thing shares with others, lower case; empty for one that has no siblings. */
    Optional<String> of(PlanItem item) {
        return key(item)
                .filter(k -> families.getOrDefault(k, Set.of()).size() > 1)
                .map(k -> k.substring(k.lastIndexOf('\0') + 1));
    }

    private static Optional<String> key(PlanItem item) {
        if (item.kind() != Kind.MODEL) {
            return Optional.empty();
        }
        List<String> words = Sorter.words(item.main().path());
        List<String> left = words.stream().filter(w -> !Distinctions.isOne(w)).toList();
        return left.size() == words.size() || left.isEmpty()
                ? Optional.empty()
                : Optional.of(item.root() + "\0" + item.folder() + "\0" + String.join(" ", left));
    }
}
