package yondershelf.catalogue;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import yondershelf.content.Kind;
import yondershelf.library.Labels;
import yondershelf.store.AssetRow;

/**
 * Tags that many assets may want: those there are whose name stands in the names of files, folders and materials or is a colour
 * of theirs, the folder most of them lie in, and what their kind says.
 */
final class Suggestions {
    private static final int MOST = 6;
    private static final int LEAST_LETTERS = 3;
    /** Folders that only say what kind of files lie there. */
    private static final Set<String> SILENT = Set.of(
            "models",
            "meshes",
            "textures",
            "materials",
            "maps",
            "hdri",
            "hdris",
            "assets",
            "files",
            "new",
            "misc",
            "downloads");

    /** Tags as they are written, by their last step. */
    private final Map<String, String> known = new HashMap<>();

    private final Map<String, Integer> votes = new HashMap<>();
    private int count;

    /** @param tags there are already */
    Suggestions(Set<String> tags) {
        for (String tag : tags) {
            known.putIfAbsent(folded(tag.substring(tag.lastIndexOf('/') + 1)), tag);
        }
    }

    private static String folded(String words) {
        return words.toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", " ")
                .strip();
    }

    /** @param facts words that were found in it or of it: names of its materials, basic colours */
    void see(AssetRow row, Labels labels, List<String> facts) {
        count++;
        Set<String> here = new HashSet<>();
        String step = folded(row.folder().substring(row.folder().lastIndexOf('/') + 1));
        String stem = row.path().substring(row.path().lastIndexOf('/') + 1).replaceFirst("\\.[^.]*$", "");
        List<String> texts = new ArrayList<>(List.of(folded(row.name()), folded(stem), folded(labels.name()), step));
        facts.forEach(words -> texts.add(folded(words)));
        for (String text : texts) {
            for (String word : text.split(" ")) {
                String tag = known.get(word);
                if (tag != null) {
                    here.add(tag);
                }
            }
            String whole = known.get(text);
            if (whole != null) {
                here.add(whole);
            }
        }
        boolean says = step.chars().filter(Character::isLetter).count() >= LEAST_LETTERS && !SILENT.contains(step);
        if (says) {
            here.add(known.getOrDefault(step, step));
        }
        if (row.kind().equals(Kind.HDRI.word())) {
            String sky = known.get("sky");
            if (sky != null) {
                here.add(sky);
            }
        }
        here.removeAll(labels.tags());
        here.forEach(tag -> votes.merge(tag, 1, Integer::sum));
    }

    /** Those that at least a third of them want, most wanted first. */
    List<String> most() {
        return votes.entrySet().stream()
                .filter(e -> 3 * e.getValue() >= count)
                .sorted(Comparator.comparingInt((Map.Entry<String, Integer> e) -> -e.getValue())
                        .thenComparing(Map.Entry::getKey))
                .limit(MOST)
                .map(Map.Entry::getKey)
                .toList();
    }
}
