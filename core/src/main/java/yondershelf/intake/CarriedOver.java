package yondershelf.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import yondershelf.sorting.SortedItem.SortedFile;

/** What somebody said of a plan, said again of another plan of the same files: they are wished otherwise, or elsewhere. */
final class CarriedOver {
    private CarriedOver() {}

    static IntakePlan of(IntakePlan before, IntakePlan fresh) {
        Map<String, PlanItem> byFile = new HashMap<>();
        fresh.items().forEach(i -> i.files().forEach(f -> byFile.putIfAbsent(f.path(), i)));
        Map<String, PlanItem> said = new HashMap<>();
        before.items().forEach(i -> said.putIfAbsent(i.kind() + i.main().path(), i));
        List<PlanItem> edited = before.items().stream()
                .filter(i -> i.given().edited())
                .filter(i -> i.files().stream().allMatch(f -> byFile.containsKey(f.path())))
                .toList();
        Set<String> spoken = new HashSet<>();
        edited.forEach(i -> i.files().forEach(f -> spoken.add(f.path())));
        List<PlanItem> out = new ArrayList<>();
        for (PlanItem item : fresh.items()) {
            List<SortedFile> left = item.files().stream()
                    .filter(f -> !spoken.contains(f.path()))
                    .toList();
            if (left.size() == item.files().size()) {
                PlanItem was = said.get(item.kind() + item.main().path());
                out.add(was == null ? item : item.asGiven(was.given()));
            } else if (!left.isEmpty()) {
                out.add(item.holding(left));
            }
        }
        for (PlanItem item : edited) {
            PlanItem now = byFile.get(item.main().path());
            if (now != null) {
                out.add(new PlanItem(
                        0,
                        item.kind(),
                        item.name(),
                        now.placing(),
                        now.folder(),
                        item.files(),
                        now.duplicateOf(),
                        now.reason(),
                        item.notes(),
                        item.laidOut(),
                        item.credit(),
                        item.given()));
            }
        }
        return fresh.with(IntakePlan.numbered(out));
    }
}
