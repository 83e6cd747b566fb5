package yondershelf.sorting;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;
import yondershelf.content.Role;
import yondershelf.content.Visible;
import yondershelf.format.reading.FileType;
import yondershelf.words.Phrase;

/** Sorts the files of one folder and those that are part of it: all it needs of others is which files models there need. */
public final class FolderSorter {
    private static final Pattern COMPANION = Pattern.compile(".*\\.(mtl|bin)$", Pattern.CASE_INSENSITIVE);
    private static final Pattern SURELY_NONE =
            Pattern.compile(".*\\.(txt|json|md|pdf|html?)$", Pattern.CASE_INSENSITIVE);
    /** Common practice, no source. */
    private static final Set<String> SURROUNDINGS = Set.of(
            "hdri",
            "hdris",
            "hdr",
            "env",
            "environment",
            "environments",
            "sky",
            "skies",
            "pano",
            "panorama",
            "panoramas",
            "studio",
            "sunset",
            "sunrise",
            "dawn",
            "dusk",
            "noon",
            "morning",
            "evening",
            "night",
            "ibl",
            "latlong",
            "equirectangular",
            "spherical");

    private static final String NOT_USED = "not used";
    private static final int TWICE_AS_WIDE = 2000;
    private static final int ABOUT = 40;

    private final Companions companions;
    private final Lore lore;
    private final List<SortedItem> items = new ArrayList<>();
    private final List<Sorted.Skipped> skipped = new ArrayList<>();

    private FolderSorter(Companions companions, Lore lore) {
        this.companions = companions;
        this.lore = lore;
    }

    /**
     * Sorts the files of one folder, and of those that are {@link MapFolders part} of it.
     *
     * @param paths of the files, below the root
     */
    public static Sorted sort(Collection<String> paths, Companions companions, Lore lore) {
        return new FolderSorter(companions, lore).sort(paths);
    }

    private Sorted sort(Collection<String> paths) {
        TreeMap<String, FileType> pictures = new TreeMap<>();
        List<String> needed = new ArrayList<>();
        for (String path : paths.stream().sorted().toList()) {
            FileType type = FileType.byName(Sorter.name(path)).orElse(null);
            if (type == null && !COMPANION.matcher(path).matches()) {
                type = unnamedType(path);
            }
            if (companions.isNeeded(path)) {
                needed.add(path);
                continue;
            }
            if (type == null) {
                String reason = COMPANION.matcher(path).matches()
                        ? Phrase.of("sorting.belongs-to-a-model-that")
                        : OtherPrograms.NOT_READ;
                skipped.add(new Sorted.Skipped(path, reason));
            } else if (type.hasCompanions()) {
                addWithCompanions(path, type.isModel() ? Kind.MODEL : Kind.MATERIAL);
            } else if (type.isPicture()) {
                pictures.put(path, type);
            } else {
                skipped.add(new Sorted.Skipped(path, Phrase.of("sorting.an-archive-inside-what-was")));
            }
        }
        sortPictures(pictures, needed);
        List<SortedItem> families = new ArrayList<>(Families.of(Sequences.of(items, lore)));
        new OtherPrograms(families, skipped).join();
        families.sort(Comparator.comparing(SortedItem::kind).thenComparing(SortedItem::name));
        return new Sorted(families, skipped);
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
        items.add(new SortedItem(kind, title(model), Sorter.folder(model), files));
    }

    private static @Nullable Role roleOf(String path) {
        return FileType.byName(Sorter.name(path)).map(FileType::isPicture).orElse(false)
                ? MapName.of(Sorter.name(path)).role()
                : null;
    }

    /** @param needed by models and materials; those of the materials here show what else belongs to them */
    private void sortPictures(Map<String, FileType> pictures, List<String> needed) {
        List<String> maps = new ArrayList<>();
        Map<String, SortedItem> owners = new HashMap<>();
        for (SortedItem item : items) {
            for (SortedItem.SortedFile file :
                    item.kind() == Kind.MATERIAL ? item.files() : List.<SortedItem.SortedFile>of()) {
                owners.put(file.path(), item);
            }
        }
        needed.stream().filter(owners::containsKey).forEach(maps::add);
        for (Map.Entry<String, FileType> entry : pictures.entrySet()) {
            String path = entry.getKey();
            if (entry.getValue().group() == FileType.Group.RADIANCE
                    && isEnvironment(path, MapName.of(Sorter.name(path)))) {
                items.add(new SortedItem(
                        Kind.HDRI, title(path), Sorter.folder(path), List.of(new SortedItem.SortedFile(path, null))));
            } else {
                maps.add(path);
            }
        }
        // by the words the maps of a set share
        MapSets.Result found = MapSets.of(maps);
        for (MapSets.Found set : found.sets()) {
            Optional<SortedItem> owner = set.files().stream()
                    .map(f -> owners.get(f.path()))
                    .filter(Objects::nonNull)
                    .findFirst();
            if (owner.isPresent()) {
                join(owner.get(), set, owners.keySet());
                continue;
            }
            items.add(new SortedItem(Kind.MATERIAL, name(set.key()), place(set), set.files()));
        }
        for (MapSets.Chosen picture : found.loose()) {
            if (owners.containsKey(picture.path())) {
                continue;
            }
            items.add(new SortedItem(
                    Kind.TEXTURE,
                    title(picture.path()),
                    Sorter.folder(picture.path()),
                    List.of(new SortedItem.SortedFile(
                            picture.path(),
                            picture.name().role(),
                            picture.name().coding(),
                            ""))));
        }
    }

    /** Maps of a set that its file of materials does not name: kept with it. */
    private void join(SortedItem told, MapSets.Found set, Set<String> owned) {
        int at = items.indexOf(told);
        SortedItem now = items.stream()
                .filter(i -> i.files().get(0).equals(told.files().get(0)))
                .findFirst()
                .orElse(told);
        List<SortedItem.SortedFile> files = new ArrayList<>(now.files());
        for (SortedItem.SortedFile file : set.files()) {
            if (!owned.contains(file.path())) {
                String which = file.variant().isEmpty() ? NOT_USED : file.variant();
                files.add(new SortedItem.SortedFile(file.path(), file.role(), file.coding(), which));
            }
        }
        items.set(at < 0 ? items.indexOf(now) : at, new SortedItem(now.kind(), now.name(), now.folder(), files));
    }

    private static String name(MapSets.Key set) {
        String name = set.words().isEmpty()
                ? titled(NameWords.of(Sorter.name(set.folder())).words())
                : titled(List.of(set.words().split(" ")));
        return name.isEmpty() ? "material" : name;
    }

    /** The folder all its files lie in, or the one above theirs. */
    private static String place(MapSets.Found set) {
        Set<String> folders = new TreeSet<>();
        set.files().forEach(f -> folders.add(Sorter.folder(f.path())));
        return folders.size() == 1 ? folders.iterator().next() : set.key().folder();
    }

    /**
     * Twice as wide as high. Where its name says that it is a map, as "rough sea" does, its pixels must show surroundings; where
     * its path does not speak of any, they must not show a surface. One that cannot be read is by its format most likely one; its
     * card will show the reason.
     */
    private boolean isEnvironment(String path, MapName name) {
        boolean map = name.role() != null && name.role() != Role.BASE_COLOR;
        int shape = lore.shape(path);
        if (shape == 0) {
            return !map;
        }
        if (Math.abs(shape - TWICE_AS_WIDE) >= ABOUT) {
            return false;
        }
        return map
                ? lore.shows(path) == Lore.Shows.SURROUNDINGS
                : speaksOfSurroundings(path) || lore.shows(path) != Lore.Shows.SURFACE;
    }

    /** Then nobody need look at its pixels, of which there are many. */
    private static boolean speaksOfSurroundings(String path) {
        return NameWords.of(path.substring(0, path.lastIndexOf('.')).replace('/', ' ')).words().stream()
                .anyMatch(SURROUNDINGS::contains);
    }

    static String title(String path) {
        String name = Sorter.name(path);
        int dot = name.lastIndexOf('.');
        return titled(NameWords.of(dot > 0 ? name.substring(0, dot) : name).words());
    }

    static String titled(List<String> words) {
        String joined = Visible.text(String.join(" ", words));
        return joined.isEmpty() ? joined : joined.substring(0, 1).toUpperCase(Locale.ROOT) + joined.substring(1);
    }
}
