package yondershelf.sorting;

import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import yondershelf.format.reading.FileType;
import yondershelf.references.Reach;

/**
 * Which files go with which model: those it names, where it names them, relative to itself. Likeness of names counts for
 * nothing here: two packs may each have their own {@code textures/diffuse.png}.
 */
public interface Companions {
    /** The files a model needs, those its material files need too, that are there. */
    List<String> of(String model);

    /** True for a file that some model needs. */
    boolean isNeeded(String path);

    /** True for a file that may name others. */
    static boolean mayRefer(String path) {
        return isMaterials(path)
                || FileType.byName(name(path)).filter(References::mayBeIn).isPresent();
    }

    private static boolean isMaterials(String path) {
        return path.toLowerCase(Locale.ROOT).endsWith(".mtl");
    }

    private static String name(String path) {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    /** Where the references of a file lead, below the same root; whether anything is there is another question. */
    static Set<String> targets(String file, Collection<String> references) {
        int slash = file.lastIndexOf('/');
        String folder = slash < 0 ? "" : file.substring(0, slash);
        Set<String> out = new LinkedHashSet<>();
        for (String reference : references) {
            out.addAll(Reach.below(folder, reference));
        }
        out.remove(file);
        return out;
    }

    /** Of files that are all known at once. */
    static Companions among(Collection<String> files, Lore lore) {
        Set<String> there = new HashSet<>(files);
        Map<String, String> folded = new HashMap<>();
        // several that differ only in case: none is meant for certain
        files.forEach(file -> folded.merge(file.toLowerCase(Locale.ROOT), file, (a, b) -> ""));
        Map<String, Set<String>> targets = new HashMap<>();
        for (String file : files) {
            if (mayRefer(file)) {
                Set<String> found = new LinkedHashSet<>();
                for (String target : targets(file, lore.references(file))) {
                    String meant =
                            there.contains(target) ? target : folded.getOrDefault(target.toLowerCase(Locale.ROOT), "");
                    if (!meant.isEmpty() && !meant.equals(file)) {
                        found.add(meant);
                    }
                }
                targets.put(file, found);
            }
        }
        Set<String> needed = new HashSet<>();
        Companions companions = new Companions() {
            @Override
            public List<String> of(String model) {
                return closure(model, targets);
            }

            @Override
            public boolean isNeeded(String path) {
                return needed.contains(path);
            }
        };
        for (String file : files) {
            if (mayRefer(file) && !isMaterials(file)) {
                needed.addAll(companions.of(file));
            }
        }
        return companions;
    }

    private static List<String> closure(String model, Map<String, Set<String>> targets) {
        Set<String> out = new LinkedHashSet<>();
        Deque<String> open = new ArrayDeque<>(targets.getOrDefault(model, Set.of()));
        while (!open.isEmpty()) {
            String next = open.removeFirst();
            if (!next.equals(model) && out.add(next) && isMaterials(next)) {
                open.addAll(targets.getOrDefault(next, Set.of()));
            }
        }
        return List.copyOf(out);
    }
}
