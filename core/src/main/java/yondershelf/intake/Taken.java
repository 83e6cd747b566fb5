package yondershelf.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Library;

/**
 * What taking did.
 *
 * @param run the group of changes to undo it by; null when nothing was written
 * @param items that came in, by the paths of the assets they make, below the library's root
 * @param since when it began, in seconds since 1970: what it brought was first seen then or later
 */
public record Taken(@Nullable String run, Map<String, PlanItem> items, long since) {
    public Taken {
        items = Map.copyOf(items);
    }

    public int assets() {
        return items.size();
    }

    /** Paths of the assets that came in, below the library's root. */
    public List<String> paths() {
        return items.keySet().stream().sorted().toList();
    }

    /**
     * Labels for what came: the names, tags and nodes of their own it was given, and its maker and licence where it bears none
     * yet. The library must have seen what came.
     */
    public List<Edit> labels(Library library) {
        List<Edit> out = new ArrayList<>();
        items.forEach((path, item) -> library.store().named(path).ifPresent(asset -> {
            Labels there = library.labels().of(asset.id());
            if (there.author().isEmpty() && !item.credit().author().isEmpty()) {
                out.add(Edit.set(asset.id(), Edit.Field.AUTHOR, item.credit().author()));
            }
            if (there.licence().isEmpty() && !item.credit().licence().isEmpty()) {
                out.add(Edit.set(asset.id(), Edit.Field.LICENCE, item.credit().licence()));
            }
            if (there.name().isEmpty()
                    && !item.name().isBlank()
                    && !asset.name().equals(item.name())) {
                out.add(Edit.set(asset.id(), Edit.Field.NAME, item.name()));
            }
            item.given().tags().stream()
                    .filter(tag -> !there.tags().contains(tag))
                    .forEach(tag -> out.add(Edit.tag(asset.id(), tag)));
            if (!item.given().apart().isEmpty()) {
                out.add(Edit.set(
                        asset.id(),
                        Edit.Field.APART,
                        String.join("\n", item.given().apart())));
            }
        }));
        return out;
    }
}
