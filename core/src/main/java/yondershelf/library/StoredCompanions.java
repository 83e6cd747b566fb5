package yondershelf.library;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import yondershelf.format.FileType;
import yondershelf.sorting.Companions;
import yondershelf.store.Store;

/** Answers from the references that are kept, folder by folder. */
final class StoredCompanions implements Companions {
    private final Store store;
    private final Predicate<String> there;
    private final Map<String, Map<String, List<String>>> referred = new HashMap<>();
    private final Map<String, List<String>> targets = new HashMap<>();

    /** @param there true for a file that is there now */
    StoredCompanions(Store store, Predicate<String> there) {
        this.store = store;
        this.there = there;
    }

    private static boolean isMaterials(String path) {
        return path.toLowerCase(Locale.ROOT).endsWith(".mtl");
    }

    private static boolean isModel(String path) {
        return FileType.byName(path).map(FileType::hasCompanions).orElse(false);
    }

    private List<String> targets(String source) {
        return targets.computeIfAbsent(source, store::targets);
    }

    @Override
    public List<String> of(String model) {
        Set<String> out = new LinkedHashSet<>();
        Deque<String> open = new ArrayDeque<>(targets(model));
        while (!open.isEmpty()) {
            String next = open.removeFirst();
            if (!next.equals(model) && there.test(next) && out.add(next) && isMaterials(next)) {
                open.addAll(targets(next));
            }
        }
        return List.copyOf(out);
    }

    /** The models, there now, that need a file. */
    Set<String> models(String path) {
        Set<String> out = new LinkedHashSet<>();
        for (String source : sources(path)) {
            if (isModel(source) && there.test(source)) {
                out.add(source);
            } else if (isMaterials(source) && there.test(source)) {
                sources(source).stream()
                        .filter(s -> isModel(s) && there.test(s))
                        .forEach(out::add);
            }
        }
        out.remove(path);
        return out;
    }

    private List<String> sources(String path) {
        int slash = path.lastIndexOf('/');
        return referred.computeIfAbsent(slash < 0 ? "" : path.substring(0, slash), store::referred)
                .getOrDefault(path, List.of());
    }

    @Override
    public boolean isNeeded(String path) {
        return !models(path).isEmpty();
    }
}
