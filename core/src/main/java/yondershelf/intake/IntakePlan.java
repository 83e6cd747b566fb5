package yondershelf.intake;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import yondershelf.sorting.Sorted;

/**
 * What would be taken into a library, before anything is: a value that is changed by making another one of it.
 *
 * @param items the assets found, each with a number of its own
 * @param skipped files that will stay behind, with reasons
 * @param locked archives of which something stays packed until somebody gives the right password
 */
public record IntakePlan(List<PlanItem> items, List<Sorted.Skipped> skipped, Set<Path> locked) {
    public static final IntakePlan EMPTY = new IntakePlan(List.of(), List.of());

    /** A plan of what is open. */
    public IntakePlan(List<PlanItem> items, List<Sorted.Skipped> skipped) {
        this(items, skipped, Set.of());
    }

    public IntakePlan {
        locked = Set.copyOf(locked);
        items = List.copyOf(items);
        skipped = List.copyOf(skipped);
    }

    public Optional<PlanItem> item(int number) {
        return items.stream().filter(i -> i.number() == number).findFirst();
    }

    /** What is to be taken in. */
    public List<PlanItem> ticked() {
        return items.stream().filter(PlanItem::isTicked).toList();
    }

    /** The same with another item of that number. */
    public IntakePlan with(PlanItem item) {
        return each(i -> i.number() == item.number() ? item : i);
    }

    /** The same with every item changed. */
    public IntakePlan each(UnaryOperator<PlanItem> change) {
        return with(items.stream().map(change).toList());
    }

    /**
     * The same with the files of some items as part of one: pictures become maps of its material, in the roles their names tell
     * as far as it has none in them; other files are kept with it. Those from elsewhere stay as they are.
     */
    public IntakePlan merged(int into, Collection<Integer> others) {
        return Regrouping.merged(this, into, others);
    }

    /** The same with one of an item's files as an item of its own; unchanged when it names the item. */
    public IntakePlan split(int number, String path) {
        return Regrouping.split(this, number, path);
    }

    /** This, of the same files as another plan, with what somebody said of that one by hand. */
    public IntakePlan saidAgain(IntakePlan before) {
        return CarriedOver.of(before, this);
    }

    /** This with what was found out of its items meanwhile, but of those somebody changed by hand, put together or took apart. */
    public IntakePlan renewed(IntakePlan better) {
        Map<Integer, PlanItem> known = new HashMap<>();
        better.items.forEach(i -> known.put(i.number(), i));
        return each(now -> {
            PlanItem found = known.get(now.number());
            if (found == null || now.given().edited() || !found.at(found.main()).equals(now.at(now.main()))) {
                return now;
            }
            // what cannot be read is not taken, whoever ticked it before that was known
            boolean fell = now.isWanted() && !found.isWanted();
            return new PlanItem(
                    now.number(),
                    found.kind(),
                    now.name(),
                    now.placing(),
                    now.folder(),
                    found.files(),
                    found.duplicateOf(),
                    found.reason(),
                    found.notes(),
                    found.laidOut(),
                    found.credit(),
                    now.given().withPieces(found.given().pieces()).withTick(!fell && now.isTicked()));
        });
    }

    IntakePlan with(List<PlanItem> others) {
        return new IntakePlan(others, skipped, locked);
    }

    int nextNumber() {
        return items.stream().mapToInt(PlanItem::number).max().orElse(-1) + 1;
    }

    /** Two steps of a path, either of which may be empty. */
    static String joined(String a, String b) {
        return a.isEmpty() ? b : b.isEmpty() ? a : a + "/" + b;
    }

    /** A path without its last step; empty when there is but one. */
    static String parent(String path) {
        return path.substring(0, Math.max(0, path.lastIndexOf('/')));
    }

    static List<PlanItem> numbered(List<PlanItem> items) {
        List<PlanItem> out = new ArrayList<>();
        for (PlanItem item : items) {
            out.add(item.numbered(out.size()));
        }
        return out;
    }
}
