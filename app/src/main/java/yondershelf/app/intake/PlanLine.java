package yondershelf.app.intake;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import yondershelf.intake.IntakePlan;
import yondershelf.intake.PlanItem;
import yondershelf.sorting.Sorted;
import yondershelf.words.Phrase;

/** A line of the plan: a folder, a thing that came, or what is not taken in. */
public sealed interface PlanLine {
    /** Steps from the left. */
    default int depth() {
        return 0;
    }

    /**
     * A folder things go to.
     *
     * @param path below the library's root; empty for the root
     * @param name what of the path the folder above it does not say already
     * @param things in it and in what is shown below it
     */
    record Folder(String path, String name, int depth, boolean open, List<Integer> things) implements PlanLine {}

    /** @param number of the thing in its plan */
    record Thing(int number, int depth) implements PlanLine {}

    /** A word over several lines. */
    record Heading(String words) implements PlanLine {}

    /** A file that stays behind. */
    record Left(Sorted.Skipped file) implements PlanLine {}

    /**
     * The lines of a plan.
     *
     * @param closed paths of folders whose content is not shown
     */
    static List<PlanLine> of(IntakePlan plan, Set<String> closed) {
        TreeMap<String, List<PlanItem>> folders = new TreeMap<>();
        for (PlanItem item : plan.items()) {
            folders.computeIfAbsent(item.folder(), f -> new ArrayList<>()).add(item);
        }
        addForks(folders);
        List<PlanLine> out = new ArrayList<>();
        List<String> above = new ArrayList<>();
        String hidden = null;
        for (Map.Entry<String, List<PlanItem>> each : folders.entrySet()) {
            String path = each.getKey();
            if (hidden != null && isBelow(path, hidden)) {
                continue;
            }
            hidden = null;
            while (!above.isEmpty() && !isBelow(path, above.get(above.size() - 1))) {
                above.remove(above.size() - 1);
            }
            String parent = above.isEmpty() ? "" : above.get(above.size() - 1);
            String name = parent.isEmpty() ? path : path.substring(parent.length() + 1);
            boolean open = !closed.contains(path);
            out.add(new Folder(path, name, above.size(), open, numbers(folders, path)));
            if (!open) {
                hidden = path;
                continue;
            }
            int depth = above.size() + 1;
            each.getValue().stream()
                    .sorted(Comparator.comparing(PlanItem::kind)
                            .thenComparing(PlanItem::name)
                            .thenComparingInt(PlanItem::number))
                    .forEach(i -> out.add(new Thing(i.number(), depth)));
            if (!path.isEmpty()) {
                above.add(path);
            }
        }
        if (!plan.skipped().isEmpty()) {
            out.add(new Heading(Phrase.of("intake.not-taken-in", plan.skipped().size())));
            plan.skipped().forEach(s -> out.add(new Left(s)));
        }
        return out;
    }

    /** Where paths part, a folder is shown although nothing lies in it itself. */
    private static void addForks(SortedMap<String, List<PlanItem>> folders) {
        String before = null;
        for (String path : List.copyOf(folders.keySet())) {
            String shared = before == null ? "" : shared(before, path);
            if (!shared.isEmpty()) {
                folders.computeIfAbsent(shared, f -> new ArrayList<>());
            }
            before = path;
        }
    }

    /** The folder both lie in. */
    private static String shared(String a, String b) {
        int end = 0;
        for (int i = 0; i <= Math.min(a.length(), b.length()); i++) {
            boolean stepA = i == a.length() || a.charAt(i) == '/';
            boolean stepB = i == b.length() || b.charAt(i) == '/';
            if (stepA && stepB) {
                end = i;
            }
            if (i == Math.min(a.length(), b.length()) || a.charAt(i) != b.charAt(i)) {
                break;
            }
        }
        return a.substring(0, end);
    }

    private static boolean isBelow(String path, String folder) {
        return path.startsWith(folder + "/");
    }

    private static List<Integer> numbers(SortedMap<String, List<PlanItem>> folders, String path) {
        List<Integer> out = new ArrayList<>();
        List<PlanItem> own = folders.get(path);
        if (own != null) {
            own.forEach(i -> out.add(i.number()));
        }
        if (!path.isEmpty()) {
            folders.subMap(path + "/", path + "0").values().forEach(all -> all.forEach(i -> out.add(i.number())));
        }
        return out;
    }
}
