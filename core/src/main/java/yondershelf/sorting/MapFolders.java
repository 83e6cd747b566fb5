package yondershelf.sorting;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * Folders that are part of how the maps in them are named: {@code velvet/textures}, {@code velvet/2k}, {@code velvet/normal},
 * {@code velvet_2k}, {@code capstan/LOD0}. What lies in them is sorted together with what lies above.
 */
public final class MapFolders {
    private static final Set<String> PLAIN = Set.of(
            "textures", "texture", "tex", "maps", "map", "jpg", "jpeg", "png", "tif", "tiff", "tga", "exr", "webp");
    private static final int MOST_KNOWN = 10_000;
    private static final Map<String, Step> STEPS = new ConcurrentHashMap<>();

    private MapFolders() {}

    /**
     * What a folder's own name tells.
     *
     * @param plain true for one that only says that there are maps in it
     * @param size in pixels, 0 when it says none
     * @param role what it says of all maps in it
     * @param set words beside the size
     * @param detail level of detail of all in it; {@link FamilyName#UNTOLD} when it says none
     */
    record Step(boolean plain, int size, MapWords.@Nullable Meaning role, String set, int detail) {
        private static final Step NOTHING = new Step(false, 0, null, "", FamilyName.UNTOLD);

        boolean isPart() {
            return plain || size > 0 || role != null || detail != FamilyName.UNTOLD;
        }
    }

    static Step step(String name) {
        Step known = STEPS.get(name);
        if (known != null) {
            return known;
        }
        if (STEPS.size() > MOST_KNOWN) {
            STEPS.clear();
        }
        Step step = read(name);
        STEPS.put(name, step);
        return step;
    }

    private static Step read(String name) {
        List<String> words =
                NameWords.of(name).words().stream().map(NameWords::plain).toList();
        if (words.isEmpty()) {
            return Step.NOTHING;
        }
        if (words.size() == 1 && PLAIN.contains(words.get(0))) {
            return new Step(true, 0, null, "", FamilyName.UNTOLD);
        }
        FamilyName named = FamilyName.of(name.replace('.', '_'));
        if (named.detail() != FamilyName.UNTOLD && named.words().isEmpty()) {
            return new Step(false, 0, null, "", named.detail());
        }
        int size = MapSize.of(words.get(words.size() - 1));
        if (size > 0) {
            return new Step(false, size, null, String.join(" ", words.subList(0, words.size() - 1)), FamilyName.UNTOLD);
        }
        String joined = String.join("", words);
        return joined.length() == 1 ? Step.NOTHING : new Step(false, 0, MapWords.role(joined), "", FamilyName.UNTOLD);
    }

    /** The folder with which a folder is sorted: itself, or one above it. */
    public static String unit(String folder) {
        String at = folder;
        while (!at.isEmpty() && step(Sorter.name(at)).isPart()) {
            at = Sorter.folder(at);
        }
        return at;
    }

    /** True for a folder that is sorted with the one above it. */
    public static boolean isPart(String folder) {
        return !folder.isEmpty() && step(Sorter.name(folder)).isPart();
    }
}
