package yondershelf.catalogue;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import yondershelf.library.Asset;

/**
 * Which preview is made next: kept ones of what is in view first, which are quick to find, then a draft of each, then the finals, then
 * what would be nice to have afterwards. Not safe for several threads: whoever shares it holds a lock.
 */
public final class PreviewQueue {
    private static final int MOST_AFTERWARDS = 400;

    /** What is done for an asset. */
    public enum Step {
        /** A kept preview is looked for. */
        LOOK,
        DRAFT,
        FINAL
    }

    /** One thing to do. */
    public record Request(Asset asset, Step step) {
        /** True for what costs more than a look. */
        public boolean isDrawn() {
            return step != Step.LOOK;
        }
    }

    private final Predicate<Asset> shown;
    private final Predicate<Asset> best;
    private final BooleanSupplier room;
    private List<Asset> wanted = List.of();
    private List<Asset> afterwards = List.of();
    /** Of what is wanted: whether a kept preview was looked for already. */
    private final Set<String> lookedFor = new HashSet<>();

    private Set<String> refused = Set.of();

    /**
     * @param shown true for an asset of which anything can be shown as it is now
     * @param best true for one that shows its best, or is known to have nothing to show
     * @param room true while more can be held than what is in view
     */
    public PreviewQueue(Predicate<Asset> shown, Predicate<Asset> best, BooleanSupplier room) {
        this.shown = shown;
        this.best = best;
        this.room = room;
    }

    private static String state(Asset asset) {
        return asset.id() + asset.state();
    }

    /** True when just this is wanted already. */
    public boolean isWanted(List<Asset> inView, List<Asset> later) {
        return inView.equals(wanted) && first(later).equals(afterwards);
    }

    private static List<Asset> first(List<Asset> later) {
        return later.size() > MOST_AFTERWARDS ? later.subList(0, MOST_AFTERWARDS) : later;
    }

    /**
     * Says what is in view, in the order in which it is to be made, and what would be nice to have afterwards.
     *
     * @return true when something else was in view before
     */
    public boolean want(List<Asset> inView, List<Asset> later) {
        boolean moved = !wanted.isEmpty() && !wanted.equals(inView);
        wanted = List.copyOf(inView);
        afterwards = List.copyOf(first(later));
        Set<String> states = new HashSet<>();
        wanted.forEach(a -> states.add(state(a)));
        afterwards.forEach(a -> states.add(state(a)));
        lookedFor.retainAll(states);
        if (!isRefused()) {
            refused = Set.of();
        }
        return moved;
    }

    /** What is wanted now is not to be made: somebody stopped it. */
    public void refuse() {
        Set<String> states = new HashSet<>();
        wanted.forEach(a -> states.add(state(a)));
        refused = states;
    }

    /** True while nothing is wanted but what was refused. */
    public boolean isRefused() {
        return wanted.stream().allMatch(a -> refused.contains(state(a)));
    }

    /** A kept preview of it was looked for. */
    public void lookedFor(Asset asset) {
        lookedFor.add(state(asset));
    }

    /** Kept previews are to be looked for once more: of another size, say. */
    public void lookAgain() {
        lookedFor.clear();
    }

    public void lookAgain(Asset asset) {
        lookedFor.remove(state(asset));
    }

    /** What is to be done next; null when all there is shows its best. */
    public @Nullable Request next() {
        for (Asset asset : wanted) {
            if (!best.test(asset) && !lookedFor.contains(state(asset))) {
                return new Request(asset, Step.LOOK);
            }
        }
        for (Asset asset : wanted) {
            if (!shown.test(asset)) {
                return new Request(asset, Step.DRAFT);
            }
        }
        for (Asset asset : wanted) {
            if (!best.test(asset)) {
                return new Request(asset, Step.FINAL);
            }
        }
        if (room.getAsBoolean()) {
            for (Asset asset : afterwards) {
                if (!best.test(asset)) {
                    return new Request(asset, lookedFor.contains(state(asset)) ? Step.FINAL : Step.LOOK);
                }
            }
        }
        return null;
    }

    /** Where an asset stands in view; -1 for one that does not. */
    public int placeInView(Asset asset) {
        return wanted.indexOf(asset);
    }

    /** True when everything in view shows its best. */
    public boolean isInViewDone() {
        return wanted.stream().allMatch(best);
    }

    /** How many there are, what is wanted afterwards included. */
    public int total() {
        return all().size();
    }

    /** How many of them do not show their best yet. */
    public int left() {
        return (int) all().stream().filter(a -> !best.test(a)).count();
    }

    private List<Asset> all() {
        return afterwards.isEmpty() ? wanted : afterwards;
    }
}
