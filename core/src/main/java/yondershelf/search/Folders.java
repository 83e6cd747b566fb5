package yondershelf.search;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** The folders of all libraries, numbered, with how many assets lie in each. */
final class Folders {
    private final List<String> paths = new ArrayList<>();
    private final Ints libraries = new Ints();
    private final Ints counts = new Ints();
    private final Texts folded = new Texts();
    private final Map<Integer, Map<String, Integer>> numbers = new HashMap<>();

    int number(int library, String path) {
        Map<String, Integer> ofLibrary = numbers.computeIfAbsent(library, k -> new HashMap<>());
        Integer known = ofLibrary.get(path);
        if (known != null) {
            return known;
        }
        int number = paths.size();
        ofLibrary.put(path, number);
        paths.add(path);
        libraries.add(library);
        counts.add(0);
        folded.add(Folding.fold(path));
        return number;
    }

    int size() {
        return paths.size();
    }

    String path(int folder) {
        return paths.get(folder);
    }

    int library(int folder) {
        return libraries.get(folder);
    }

    void count(int folder, int by) {
        counts.set(folder, counts.get(folder) + by);
    }

    /** How many assets lie in each folder of a library and all below it; those of the library are under the empty path. */
    SortedMap<String, Integer> counts(int library) {
        SortedMap<String, Integer> out = new TreeMap<>();
        for (Map.Entry<String, Integer> folder :
                numbers.getOrDefault(library, Map.of()).entrySet()) {
            int count = counts.get(folder.getValue());
            if (count == 0) {
                continue;
            }
            String path = folder.getKey();
            out.merge("", count, Integer::sum);
            for (int slash = path.indexOf('/'); slash > 0; slash = path.indexOf('/', slash + 1)) {
                out.merge(path.substring(0, slash), count, Integer::sum);
            }
            if (!path.isEmpty()) {
                out.merge(path, count, Integer::sum);
            }
        }
        return out;
    }

    /** Those whose path holds a part, or null when none does. */
    boolean @Nullable [] holding(String part) {
        boolean[] out = new boolean[paths.size()];
        boolean[] some = new boolean[1];
        folded.find(part, (id, atStart) -> {
            out[id] = true;
            some[0] = true;
        });
        return some[0] ? out : null;
    }

    /** A folder of a library with all below it; the empty path is the root. */
    boolean[] below(int library, String path) {
        boolean[] out = new boolean[paths.size()];
        for (int i = 0; i < out.length; i++) {
            String at = paths.get(i);
            out[i] = libraries.get(i) == library
                    && (path.isEmpty() || at.equals(path) || at.startsWith(path) && at.charAt(path.length()) == '/');
        }
        return out;
    }
}
