package yondershelf.app.model;

import java.util.NavigableSet;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import yondershelf.search.Counts;

/** Folders made here in which nothing lies yet: no asset tells of them, and somebody wants to put something there. */
public final class EmptyFolders {
    private final SortedMap<String, NavigableSet<String>> byLibrary = new TreeMap<>();
    private final Runnable changed;

    EmptyFolders(Runnable changed) {
        this.changed = changed;
    }

    void set(String library, String folder, boolean there) {
        NavigableSet<String> folders = byLibrary.computeIfAbsent(library, k -> new TreeSet<>());
        if (there ? folders.add(folder) : folders.remove(folder)) {
            changed.run();
        }
    }

    /** The counts with these folders among those of their libraries. */
    public Counts in(Counts counts) {
        if (byLibrary.values().stream().allMatch(NavigableSet::isEmpty)) {
            return counts;
        }
        SortedMap<String, SortedMap<String, Integer>> all = new TreeMap<>(counts.folders());
        byLibrary.forEach((library, folders) -> {
            SortedMap<String, Integer> own = new TreeMap<>(all.getOrDefault(library, new TreeMap<>()));
            own.putIfAbsent("", 0);
            for (String folder : folders) {
                for (String at = folder; !at.isEmpty(); at = at.substring(0, Math.max(0, at.lastIndexOf('/')))) {
                    own.putIfAbsent(at, 0);
                }
            }
            all.put(library, own);
        });
        return counts.withFolders(all);
    }
}
