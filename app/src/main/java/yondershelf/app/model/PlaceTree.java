package yondershelf.app.model;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.NavigableMap;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import yondershelf.catalogue.KeptSearch;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.search.Counts;
import yondershelf.words.Phrase;

/** The places as the rows of a tree of which some branches are open; only those become rows. */
public final class PlaceTree {
    private final Set<String> open = new HashSet<>();
    private final Set<String> closed = new HashSet<>();

    /** A row of the places. */
    public sealed interface Row {
        /** Tells rows apart, whatever their counts. */
        String id();

        default int depth() {
            return 0;
        }

        /** True when it has rows below it that can be shown or not. */
        default boolean isBranch() {
            return false;
        }
    }

    /** A word over several rows. */
    public record Heading(String id) implements Row {}

    /** A sentence where rows would stand. */
    public record Hint(String id) implements Row {}

    /** Everything that is shown. */
    public record Everything(int count) implements Row {
        @Override
        public String id() {
            return "everything";
        }
    }

    /** A library. The values stand in the record so that a row whose library changed is another row. */
    public record LibraryRow(
            KnownLibrary library,
            String name,
            int count,
            boolean away,
            boolean hidden,
            boolean target,
            boolean isBranch)
            implements Row {
        @Override
        public String id() {
            return "library-" + library.id();
        }
    }

    /** A folder of a library, or a folder in it. */
    public record FolderRow(KnownLibrary library, String path, int count, int depth, boolean isBranch) implements Row {
        @Override
        public String id() {
            return "folder-" + library.id() + "/" + path;
        }

        public String name() {
            return path.substring(path.lastIndexOf('/') + 1);
        }
    }

    /** A tag, or one nested in it. */
    public record TagRow(String tag, int count, int depth, boolean isBranch) implements Row {
        @Override
        public String id() {
            return "tag-" + tag;
        }

        public String name() {
            return tag.substring(tag.lastIndexOf('/') + 1);
        }
    }

    /** A search that is kept. */
    public record SearchRow(KeptSearch search, int count) implements Row {
        @Override
        public String id() {
            return "search-" + search.name();
        }
    }

    /** What was taken in last. */
    public record Taken(int count) implements Row {
        @Override
        public String id() {
            return "just-taken";
        }
    }

    /** What carries no tag. */
    public record Unfiled(int count) implements Row {
        @Override
        public String id() {
            return "unfiled";
        }
    }

    /** Offers to open or make a library. */
    public record LibraryActs() implements Row {
        @Override
        public String id() {
            return "library-acts";
        }
    }

    /** Libraries are open at first, everything below is closed; tags are open. */
    public boolean isOpen(Row row) {
        return row instanceof FolderRow ? open.contains(row.id()) : !closed.contains(row.id());
    }

    public void setOpen(Row row, boolean wanted) {
        if (row instanceof FolderRow) {
            boolean changed = wanted ? open.add(row.id()) : open.remove(row.id());
            assert changed || open.contains(row.id()) == wanted;
        } else {
            boolean changed = wanted ? closed.remove(row.id()) : closed.add(row.id());
            assert changed || closed.contains(row.id()) != wanted;
        }
    }

    /**
     * @param searches that are kept, each with what it finds
     * @param target id of the library new things go to
     * @param taken how much is there of what was taken in last
     */
    public List<Row> rows(
            List<KnownLibrary> libraries, Counts counts, List<SearchRow> searches, String target, int taken) {
        List<Row> out = new ArrayList<>();
        out.add(new Heading(Phrase.of("model.libraries")));
        out.add(new Everything(counts.total()));
        for (KnownLibrary library : libraries) {
            NavigableMap<String, Integer> folders = navigable(counts.folders().get(library.id()));
            LibraryRow row = new LibraryRow(
                    library,
                    library.name(),
                    counts.libraries().getOrDefault(library.id(), 0),
                    library.isAway(),
                    library.isHidden(),
                    library.id().equals(target),
                    folders.size() > 1);
            out.add(row);
            if (isOpen(row) && !library.isHidden()) {
                addFolders(library, folders, "", 1, out);
            }
        }
        out.add(new LibraryActs());
        out.add(new Heading(Phrase.of("model.tags")));
        if (counts.tags().isEmpty()) {
            out.add(new Hint(Phrase.of("model.tags-given-on-a-card")));
        }
        addTags(navigable(counts.tags()), "", 0, out);
        if (!searches.isEmpty()) {
            out.add(new Heading(Phrase.of("model.searches")));
            out.addAll(searches);
        }
        out.add(new Heading(Phrase.of("model.to-do")));
        if (taken > 0) {
            out.add(new Taken(taken));
        }
        out.add(new Unfiled(counts.unfiled()));
        return out;
    }

    private static NavigableMap<String, Integer> navigable(
            @org.jspecify.annotations.Nullable SortedMap<String, Integer> map) {
        return map instanceof NavigableMap<String, Integer> there
                ? there
                : map == null ? new TreeMap<>() : new TreeMap<>(map);
    }

    private void addFolders(
            KnownLibrary library, NavigableMap<String, Integer> all, String parent, int depth, List<Row> out) {
        for (String path : children(all, parent)) {
            FolderRow row = new FolderRow(
                    library,
                    path,
                    all.getOrDefault(path, 0),
                    depth,
                    !children(all, path, 1).isEmpty());
            out.add(row);
            if (row.isBranch && isOpen(row)) {
                addFolders(library, all, path, depth + 1, out);
            }
        }
    }

    private void addTags(NavigableMap<String, Integer> all, String parent, int depth, List<Row> out) {
        for (String tag : children(all, parent)) {
            TagRow row = new TagRow(
                    tag, all.getOrDefault(tag, 0), depth, !children(all, tag, 1).isEmpty());
            out.add(row);
            if (row.isBranch && isOpen(row)) {
                addTags(all, tag, depth + 1, out);
            }
        }
    }

    private static List<String> children(NavigableMap<String, Integer> all, String parent) {
        return children(all, parent, Integer.MAX_VALUE);
    }

    /** The paths right below another one, at the cost of as many look-ups: what lies deeper is leapt over. */
    static List<String> children(NavigableMap<String, Integer> all, String parent, int most) {
        List<String> out = new ArrayList<>();
        String prefix = parent.isEmpty() ? "" : parent + "/";
        String at = parent.isEmpty() ? all.higherKey("") : all.ceilingKey(prefix);
        while (at != null && at.startsWith(prefix) && out.size() < most) {
            int slash = at.indexOf('/', prefix.length());
            if (slash < 0) {
                out.add(at);
                at = all.higherKey(at);
            } else {
                at = all.higherKey(at.substring(0, slash) + "/\uffff");
            }
        }
        return out;
    }
}
