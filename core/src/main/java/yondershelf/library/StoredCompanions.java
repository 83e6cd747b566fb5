package yondershelf.library;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import yondershelf.format.reading.FileType;
import yondershelf.sorting.Companions;
import yondershelf.store.Store;

/** Answers from the references that are kept, folder by folder. */
final class StoredCompanions implements Companions {
    /** Which file is meant. */
    interface Found {
        /** The file that is there now and meant by a path, which may be written in another case; null for none. */
        @Nullable
        String of(String path);
    }

    private final Store store;
    private final Found found;
    private final Map<String, Map<String, Map<String, List<String>>>> referred = new HashMap<>();
    private final Map<String, List<String>> targets = new HashMap<>();

    StoredCompanions(Store store, Found found) {
        this.store = store;
        this.found = found;
    }

    private boolean isThere(String path) {
        return path.equals(found.of(path));
    }

    private static boolean isMaterials(String path) {
        return path.toLowerCase(Locale.ROOT).endsWith(".mtl");
    }

    private static boolean isModel(String path) {
        return FileType.byName(path).map(FileType::hasCompanions).orElse(false);
    }

    private List<String> targets(String source) {
        return targets.computeIfAbsent(source, store.references()::targets);
    }

    @Override
    public List<String> of(String model) {
        Set<String> out = new LinkedHashSet<>();
        Deque<String> open = new ArrayDeque<>(targets(model));
        while (!open.isEmpty()) {
            String next = found.of(open.removeFirst());
            if (next != null && !next.equals(model) && out.add(next) && isMaterials(next)) {
                open.addAll(targets(next));
            }
        }
        return List.copyOf(out);
    }

    /** The models, there now, that need a file. */
    Set<String> models(String path) {
        Set<String> out = new LinkedHashSet<>();
        for (String source : sources(path)) {
            if (isModel(source) && isThere(source)) {
                out.add(source);
            } else if (isMaterials(source) && isThere(source)) {
                sources(source).stream().filter(s -> isModel(s) && isThere(s)).forEach(out::add);
            }
        }
        out.remove(path);
        return out;
    }

    /** Files that refer to one, as it is written or in another case where no file is called that. */
    private List<String> sources(String path) {
        int slash = path.lastIndexOf('/');
        Map<String, Map<String, List<String>>> all =
                referred.computeIfAbsent(slash < 0 ? "" : path.substring(0, slash), this::byName);
        List<String> out = new ArrayList<>();
        all.getOrDefault(folded(path), Map.of()).forEach((target, sources) -> {
            if (target.equals(path) || path.equals(found.of(target))) {
                out.addAll(sources);
            }
        });
        return out;
    }

    private Map<String, Map<String, List<String>>> byName(String folder) {
        Map<String, Map<String, List<String>>> out = new HashMap<>();
        store.references()
                .referred(folder)
                .forEach((target, sources) -> out.computeIfAbsent(folded(target), f -> new TreeMap<>())
                        .put(target, sources));
        return out;
    }

    static String folded(String path) {
        return path.toLowerCase(Locale.ROOT);
    }

    @Override
    public boolean isNeeded(String path) {
        return !models(path).isEmpty();
    }
}
