package yondershelf.sorting;

import java.util.List;

/** What sorting made of a set of files. */
public record Sorted(List<SortedItem> items, List<Skipped> skipped) {

    /** A file that is no asset and belongs to none, with the reason in plain words. */
    public record Skipped(String path, String reason) {}

    public Sorted {
        items = List.copyOf(items);
        skipped = List.copyOf(skipped);
    }
}
