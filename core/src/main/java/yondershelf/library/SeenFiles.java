package yondershelf.library;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import yondershelf.sorting.MapFolders;
import yondershelf.store.Store;

/** The files of a library as one look has seen them: what changed, and for the rest what the store has. Safe for several threads. */
final class SeenFiles {
    private final Store store;
    private final Map<String, FolderDelta> deltas;
    private final Map<String, Listing> stored = new ConcurrentHashMap<>();
    /** Names in a folder, by the same in lower case. */
    private final Map<String, Map<String, String>> folded = new ConcurrentHashMap<>();
    /** Folders that are sorted together with another one, by that. */
    private final Map<String, List<String>> parts = new HashMap<>();

    /** @param deltas folders that changed, all of them */
    SeenFiles(Store store, Map<String, FolderDelta> deltas) {
        this.store = store;
        this.deltas = deltas;
        Set<String> all = new HashSet<>(store.folders().signatures().keySet());
        all.addAll(deltas.keySet());
        for (String folder : all) {
            if (MapFolders.isPart(folder)) {
                parts.computeIfAbsent(MapFolders.unit(folder), u -> new ArrayList<>())
                        .add(folder);
            }
        }
    }

    Listing listing(String folder) {
        FolderDelta delta = deltas.get(folder);
        return delta != null
                ? delta.now()
                : stored.computeIfAbsent(
                        folder, f -> Listing.parse(store.folders().listing(f)));
    }

    static String folder(String path) {
        int slash = path.lastIndexOf('/');
        return slash < 0 ? "" : path.substring(0, slash);
    }

    String state(String path) {
        Listing.Seen seen = listing(folder(path)).files().get(path.substring(path.lastIndexOf('/') + 1));
        return seen == null ? FileState.GONE : seen.state();
    }

    boolean isThere(String path) {
        return listing(folder(path)).files().containsKey(path.substring(path.lastIndexOf('/') + 1));
    }

    /** The file a path means: the one of that name, or the only one whose name differs in case alone. */
    @Nullable
    String found(String path) {
        if (isThere(path)) {
            return path;
        }
        String folder = folder(path);
        String named = folded.computeIfAbsent(folder, this::byFoldedName)
                .get(StoredCompanions.folded(path.substring(path.lastIndexOf('/') + 1)));
        return named == null || named.isEmpty() ? null : folder.isEmpty() ? named : folder + "/" + named;
    }

    private Map<String, String> byFoldedName(String folder) {
        Map<String, String> out = new HashMap<>();
        // several that differ only in case: none is meant for certain
        listing(folder).files().keySet().forEach(name -> out.merge(StoredCompanions.folded(name), name, (a, b) -> ""));
        return out;
    }

    /** Folders with those that are sorted together with them, by the one above all of these. */
    Map<String, Set<String>> units(Collection<String> folders) {
        Map<String, Set<String>> out = new LinkedHashMap<>();
        for (String folder : folders) {
            String unit = MapFolders.unit(folder);
            if (!out.containsKey(unit)) {
                Set<String> together = new TreeSet<>();
                together.add(unit);
                parts.getOrDefault(unit, List.of()).forEach(part -> addUpTo(unit, part, together));
                out.put(unit, together);
            }
        }
        return out;
    }

    /** One that is sorted with another, and what lies between: assets may be said to lie there. */
    private static void addUpTo(String unit, String part, Set<String> into) {
        for (String at = part; !at.equals(unit) && into.add(at); ) {
            at = folder(at);
        }
    }
}
