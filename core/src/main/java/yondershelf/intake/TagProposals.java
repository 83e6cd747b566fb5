package yondershelf.intake;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import yondershelf.content.Role;
import yondershelf.sorting.MapFolders;

/** Proposes tags for what came: by the folders it lies in, by tags there are already, and by what its maps say of it. */
final class TagProposals {
    /** Names of folders that say nothing of what is in them. */
    private static final Set<String> SILENT = Set.of(
            "assets",
            "models",
            "meshes",
            "materials",
            "hdris",
            "hdri",
            "misc",
            "new folder",
            "untitled",
            "source",
            "export",
            "exports",
            "final",
            "files",
            "library",
            "downloads",
            "scenes",
            "objects",
            "low",
            "high",
            "pack",
            "packs",
            "lod",
            "lods",
            "new",
            "old");

    private final Map<String, String> known = new HashMap<>();

    /** @param tags there are already */
    TagProposals(Set<String> tags) {
        for (String tag : tags) {
            known.putIfAbsent(last(tag).toLowerCase(Locale.ROOT), tag);
        }
    }

    /** A tag of that name as it is written already, or as it is. */
    String known(String words) {
        return known.getOrDefault(words, words);
    }

    SortedSet<String> of(PlanItem item) {
        SortedSet<String> out = new TreeSet<>();
        String inner = item.placing().below(item.main().path());
        String[] steps = inner.split("/");
        for (int i = 0; i < steps.length - 1; i++) {
            String words = words(steps[i]);
            boolean says = words.chars().filter(Character::isLetter).count() > 2;
            if (says && !SILENT.contains(words) && !MapFolders.isPart(steps[i]) && !words.equals(words(item.name()))) {
                out.add(known.getOrDefault(words, words));
            }
        }
        for (String word : words(item.name()).split(" ")) {
            String tag = known.get(word);
            if (tag != null) {
                out.add(tag);
            }
        }
        if (item.isSet() && uses(item, Role.OPACITY)) {
            out.add(known.getOrDefault("cut-out", "cut-out"));
        }
        if (item.isSet() && uses(item, Role.EMISSIVE)) {
            out.add(known.getOrDefault("glowing", "glowing"));
        }
        return out;
    }

    private static boolean uses(PlanItem item, Role role) {
        return item.files().stream().anyMatch(f -> f.isUsed() && f.role() == role);
    }

    private static String words(String name) {
        List<String> words = List.of(name.toLowerCase(Locale.ROOT).split("[\\s_.-]+"));
        return String.join(" ", words).trim();
    }

    private static String last(String tag) {
        return tag.substring(tag.lastIndexOf('/') + 1);
    }
}
