package yondershelf.sorting;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;
import yondershelf.content.Role;
import yondershelf.content.Visible;
import yondershelf.format.FileType;

/** Sorts the files of one folder: all it needs of others is which files models there need. */
public final class FolderSorter {
    private static final Pattern COMPANION = Pattern.compile(".*\\.(mtl|bin)$", Pattern.CASE_INSENSITIVE);
    private static final Pattern SURELY_NONE =
            Pattern.compile(".*\\.(txt|json|md|pdf|html?)$", Pattern.CASE_INSENSITIVE);
    private static final int TWICE_AS_WIDE = 2000;
    private static final int ABOUT = 40;

    private final String folder;
    private final Companions companions;
    private final Lore lore;
    private final List<SortedItem> items = new ArrayList<>();
    private final List<Sorted.Skipped> skipped = new ArrayList<>();

    private FolderSorter(String folder, Companions companions, Lore lore) {
        this.folder = folder;
        this.companions = companions;
        this.lore = lore;
    }

    /**
     * Sorts the files of one folder.
     *
     * @param folder below the root, {@code /}-separated
     * @param paths of its files, below the root
     */
    public static Sorted sort(String folder, Collection<String> paths, Companions companions, Lore lore) {
        return new FolderSorter(folder, companions, lore).sort(paths);
    }

    private Sorted sort(Collection<String> paths) {
        TreeMap<String, FileType> pictures = new TreeMap<>();
        for (String path : paths.stream().sorted().toList()) {
            FileType type = FileType.byName(Sorter.name(path)).orElse(null);
            if (type == null && !COMPANION.matcher(path).matches()) {
                type = unnamedType(path);
            }
            if (companions.isNeeded(path)) {
                continue;
            }
            if (type == null) {
                String reason = COMPANION.matcher(path).matches()
                        ? "belongs to a model that is not here"
                        : "not a model or picture in a format that is read here";
                skipped.add(new Sorted.Skipped(path, reason));
            } else if (type.hasCompanions()) {
                addWithCompanions(path, type.isModel() ? Kind.MODEL : Kind.MATERIAL);
            } else if (type.isPicture()) {
                pictures.put(path, type);
            } else {
                skipped.add(new Sorted.Skipped(path, "an archive inside what was brought: take it in by itself"));
            }
        }
        sortPictures(pictures);
        items.sort(Comparator.comparing(SortedItem::kind).thenComparing(SortedItem::name));
        return new Sorted(items, skipped);
    }

    /** A file with an unknown ending may still be told by its first bytes. */
    private @Nullable FileType unnamedType(String path) {
        return SURELY_NONE.matcher(path).matches() ? null : lore.type(path).orElse(null);
    }

    private void addWithCompanions(String model, Kind kind) {
        List<SortedItem.SortedFile> files = new ArrayList<>();
        files.add(new SortedItem.SortedFile(model, null));
        for (String companion : companions.of(model)) {
            files.add(new SortedItem.SortedFile(companion, roleOf(companion)));
        }
        items.add(new SortedItem(kind, title(model), folder, files));
    }

    private static @Nullable Role roleOf(String path) {
        return FileType.byName(Sorter.name(path)).map(FileType::isPicture).orElse(false)
                ? MapName.of(Sorter.name(path)).role()
                : null;
    }

    private void sortPictures(Map<String, FileType> pictures) {
        // by the words the maps of a set share
        Map<String, Map<String, Role>> sets = new TreeMap<>();
        Map<String, MapName> names = new LinkedHashMap<>();
        List<String> loose = new ArrayList<>();
        for (Map.Entry<String, FileType> entry : pictures.entrySet()) {
            String path = entry.getKey();
            MapName name = MapName.of(Sorter.name(path));
            names.put(path, name);
            if (entry.getValue().group() == FileType.Group.RADIANCE && isEnvironment(path, name)) {
                items.add(
                        new SortedItem(Kind.HDRI, title(path), folder, List.of(new SortedItem.SortedFile(path, null))));
            } else if (name.role() == null) {
                loose.add(path);
            } else {
                sets.computeIfAbsent(name.set(), k -> new LinkedHashMap<>()).put(path, name.role());
            }
        }
        // a plain "rock.png" beside "rock_normal.png" is that set's base color
        loose.removeIf(path -> {
            String words = name(names, path).set();
            Map<String, Role> set = words.isEmpty() ? null : sets.get(words);
            if (set == null || set.containsValue(Role.BASE_COLOR)) {
                return false;
            }
            set.put(path, Role.BASE_COLOR);
            return true;
        });
        for (Map.Entry<String, Map<String, Role>> set : sets.entrySet()) {
            addSet(set.getKey(), set.getValue(), loose);
        }
        for (String path : loose) {
            items.add(new SortedItem(
                    Kind.TEXTURE,
                    title(path),
                    folder,
                    List.of(new SortedItem.SortedFile(path, name(names, path).role()))));
        }
    }

    private static MapName name(Map<String, MapName> names, String path) {
        return names.getOrDefault(path, new MapName("", null));
    }

    private void addSet(String words, Map<String, Role> set, List<String> loose) {
        Set<Role> roles = EnumSet.noneOf(Role.class);
        roles.addAll(set.values());
        boolean material = roles.size() >= 2
                && (roles.contains(Role.BASE_COLOR) || roles.contains(Role.NORMAL) || roles.contains(Role.ROUGHNESS));
        if (!material) {
            loose.addAll(set.keySet());
            return;
        }
        String name = words.isEmpty() ? titled(MapName.split(Sorter.name(folder))) : titled(List.of(words.split(" ")));
        List<SortedItem.SortedFile> files = new ArrayList<>();
        Set<Role> taken = EnumSet.noneOf(Role.class);
        set.entrySet().stream().sorted(Map.Entry.comparingByValue()).forEach(e -> {
            if (taken.add(e.getValue())) {
                files.add(new SortedItem.SortedFile(e.getKey(), e.getValue()));
            } else {
                // the same role twice (another resolution or normal convention): kept as a loose texture
                loose.add(e.getKey());
            }
        });
        items.add(new SortedItem(Kind.MATERIAL, name.isEmpty() ? "material" : name, folder, files));
    }

    /**
     * Twice as wide as high. When its name says that it is a map, as "rough sea" does, its pixels decide. One that cannot be read
     * is by its format most likely one; its card will show the reason.
     */
    private boolean isEnvironment(String path, MapName name) {
        boolean map = name.role() != null && name.role() != Role.BASE_COLOR;
        int shape = lore.shape(path);
        if (shape == 0) {
            return !map;
        }
        return Math.abs(shape - TWICE_AS_WIDE) < ABOUT && (!map || lore.isPanorama(path));
    }

    private static String title(String path) {
        String name = Sorter.name(path);
        int dot = name.lastIndexOf('.');
        return titled(MapName.split(dot > 0 ? name.substring(0, dot) : name));
    }

    private static String titled(List<String> words) {
        String joined = Visible.text(String.join(" ", words));
        return joined.isEmpty() ? joined : joined.substring(0, 1).toUpperCase(Locale.ROOT) + joined.substring(1);
    }
}
