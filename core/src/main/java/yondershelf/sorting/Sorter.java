package yondershelf.sorting;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.Visible;
import yondershelf.format.ContentReader;
import yondershelf.format.FileType;

/** Decides what each file is and which files belong together. */
public final class Sorter {
    private final Path root;
    private final ContentReader reader;
    private final List<SortedItem> items = new ArrayList<>();
    private final List<Sorted.Skipped> skipped = new ArrayList<>();

    private Sorter(Path root, ContentReader reader) {
        this.root = root;
        this.reader = reader;
    }

    /**
     * Sorts files below a root.
     *
     * @param files paths relative to the root, {@code /}-separated
     */
    public static Sorted sort(Path root, List<String> files, ContentReader reader) {
        return new Sorter(root, reader).sort(files);
    }

    /** Sorts everything below a folder; what is closed there counts as skipped. */
    public static Sorted sort(Path root, FolderFiles files, ContentReader reader) {
        Sorter sorter = new Sorter(root, reader);
        sorter.skipped.addAll(files.closed());
        return sorter.sort(files.paths());
    }

    private Sorted sort(List<String> files) {
        List<String> models = new ArrayList<>();
        TreeMap<String, FileType> pictures = new TreeMap<>();
        Set<String> companions = new HashSet<>();
        for (String path : files.stream().sorted().toList()) {
            FileType type = FileType.byName(name(path)).orElse(null);
            if (type == null) {
                type = unnamedType(path);
            }
            if (type == null) {
                if (path.toLowerCase(Locale.ROOT).matches(".*\\.(mtl|bin)$")) {
                    companions.add(path);
                } else {
                    skipped.add(new Sorted.Skipped(path, "not a model or picture in a format that is read here"));
                }
            } else if (type.isModel()) {
                models.add(path);
            } else if (type.isPicture()) {
                pictures.put(path, type);
            } else {
                skipped.add(new Sorted.Skipped(path, "an archive inside what was brought: take it in by itself"));
            }
        }
        sortModels(models, pictures, companions);
        for (String left : companions) {
            skipped.add(new Sorted.Skipped(left, "belongs to a model that is not here"));
        }
        sortPictures(pictures);
        items.sort(Comparator.comparing(SortedItem::kind)
                .thenComparing(SortedItem::folder)
                .thenComparing(SortedItem::name));
        skipped.sort(Comparator.comparing(Sorted.Skipped::path));
        return new Sorted(items, skipped);
    }

    /** A file with an unknown ending may still be told by its first bytes. */
    private @Nullable FileType unnamedType(String path) {
        if (name(path).indexOf('.') >= 0
                && path.toLowerCase(Locale.ROOT).matches(".*\\.(mtl|bin|txt|json|md|pdf|html?)$")) {
            return null;
        }
        try {
            return FileType.of(root.resolve(path)).orElse(null);
        } catch (IOException e) {
            return null;
        }
    }

    private void sortModels(List<String> models, Map<String, FileType> pictures, Set<String> companions) {
        Map<String, List<String>> byName = new HashMap<>();
        for (String path : pictures.keySet()) {
            byName.computeIfAbsent(name(path).toLowerCase(Locale.ROOT), k -> new ArrayList<>())
                    .add(path);
        }
        for (String path : companions) {
            byName.computeIfAbsent(name(path).toLowerCase(Locale.ROOT), k -> new ArrayList<>())
                    .add(path);
        }
        Set<String> used = new HashSet<>();
        for (String model : models) {
            List<SortedItem.SortedFile> files = new ArrayList<>();
            files.add(new SortedItem.SortedFile(model, null));
            FileType type = FileType.byName(name(model)).orElse(FileType.GLB);
            for (String mentioned : References.of(root.resolve(model), type)) {
                String match = nearest(folder(model), byName.getOrDefault(mentioned, List.of()));
                if (match != null && files.stream().noneMatch(f -> f.path().equals(match))) {
                    files.add(new SortedItem.SortedFile(match, roleOf(match)));
                    used.add(match);
                }
            }
            items.add(new SortedItem(Kind.MODEL, title(model), folder(model), files));
        }
        pictures.keySet().removeAll(used);
        companions.removeAll(used);
    }

    private static @Nullable Role roleOf(String path) {
        return FileType.byName(name(path)).map(FileType::isPicture).orElse(false)
                ? MapName.of(name(path)).role()
                : null;
    }

    /** Only files in the model's own folder or one beside or below it count as its companions. */
    private static @Nullable String nearest(String folder, List<String> candidates) {
        String parent = folder(folder);
        String best = null;
        for (String candidate : candidates) {
            String at = folder(candidate);
            boolean near = at.equals(folder)
                    || folder.isEmpty()
                    || at.startsWith(folder + "/")
                    || (!parent.isEmpty() && at.startsWith(parent + "/"))
                    || at.equals(parent);
            if (near && (best == null || (at.equals(folder) && !folder(best).equals(folder)))) {
                best = candidate;
            }
        }
        return best;
    }

    /** A texture set: the folder it lies in, and the words its maps share. */
    private record SetKey(String folder, String words) implements Comparable<SetKey> {
        @Override
        public int compareTo(SetKey o) {
            int byFolder = folder.compareTo(o.folder);
            return byFolder != 0 ? byFolder : words.compareTo(o.words);
        }
    }

    private void sortPictures(Map<String, FileType> pictures) {
        Map<SetKey, Map<String, Role>> sets = new TreeMap<>();
        List<String> loose = new ArrayList<>();
        for (Map.Entry<String, FileType> entry : pictures.entrySet()) {
            String path = entry.getKey();
            MapName name = MapName.of(name(path));
            if (entry.getValue().group() == FileType.Group.RADIANCE && isEnvironment(path, name)) {
                items.add(new SortedItem(
                        Kind.HDRI, title(path), folder(path), List.of(new SortedItem.SortedFile(path, null))));
            } else if (name.role() == null) {
                loose.add(path);
            } else {
                sets.computeIfAbsent(new SetKey(folder(path), name.set()), k -> new LinkedHashMap<>())
                        .put(path, name.role());
            }
        }
        // a plain "rock.png" beside "rock_normal.png" is that set's base color
        for (String path : List.copyOf(loose)) {
            MapName name = MapName.of(name(path));
            Map<String, Role> set = sets.get(new SetKey(folder(path), name.set()));
            if (set != null && !name.set().isEmpty() && !set.containsValue(Role.BASE_COLOR)) {
                set.put(path, Role.BASE_COLOR);
                loose.remove(path);
            }
        }
        for (Map.Entry<SetKey, Map<String, Role>> set : sets.entrySet()) {
            addSet(set.getKey(), set.getValue(), loose);
        }
        for (String path : loose) {
            items.add(new SortedItem(
                    Kind.TEXTURE,
                    title(path),
                    folder(path),
                    List.of(new SortedItem.SortedFile(
                            path, MapName.of(name(path)).role()))));
        }
    }

    private void addSet(SetKey key, Map<String, Role> set, List<String> loose) {
        Set<Role> roles = EnumSet.noneOf(Role.class);
        roles.addAll(set.values());
        boolean material = roles.size() >= 2
                && (roles.contains(Role.BASE_COLOR) || roles.contains(Role.NORMAL) || roles.contains(Role.ROUGHNESS));
        if (!material) {
            loose.addAll(set.keySet());
            return;
        }
        String folder = key.folder;
        String words = key.words;
        String name = words.isEmpty() ? titled(MapName.split(name(folder))) : titled(List.of(words.split(" ")));
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

    /** Twice as wide as high, and not called a map of some role. */
    private boolean isEnvironment(String path, MapName name) {
        if (name.role() != null && name.role() != Role.BASE_COLOR) {
            return false;
        }
        try {
            ContentReader.PictureSize size = reader.measure(ImageSource.at(root.resolve(path)));
            return size.height() > 0 && Math.abs(size.width() / (double) size.height() - 2) < 0.04;
        } catch (ProblemException e) {
            // unreadable: by its format most likely an HDRI; its card will show the reason
            return true;
        }
    }

    private static String title(String path) {
        String name = name(path);
        int dot = name.lastIndexOf('.');
        return titled(MapName.split(dot > 0 ? name.substring(0, dot) : name));
    }

    private static String titled(List<String> words) {
        String joined = Visible.text(String.join(" ", words));
        return joined.isEmpty() ? joined : joined.substring(0, 1).toUpperCase(Locale.ROOT) + joined.substring(1);
    }

    private static String name(String path) {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    private static String folder(String path) {
        int slash = path.lastIndexOf('/');
        return slash < 0 ? "" : path.substring(0, slash);
    }

    /**
     * Looks through a folder; a folder in it that cannot be entered, or vanishes meanwhile, costs only itself.
     *
     * @throws IOException when the folder itself cannot be read
     */
    public static FolderFiles filesBelow(Path root) throws IOException {
        return FolderWalk.below(root);
    }
}
