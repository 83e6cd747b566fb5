package yondershelf.sorting;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Role;

/**
 * Pictures grouped into sets by what their names and folders tell. Where a name can be understood in several ways, that one
 * counts with which most different maps come together.
 */
final class MapSets {
    private final Map<Key, Integer> roles = new LinkedHashMap<>();
    private final Map<Key, List<Chosen>> sets = new TreeMap<>();
    private final List<Chosen> loose = new ArrayList<>();

    /** Maps of one set share it: where they lie, without the steps that only tell of maps, and the words of its name. */
    record Key(String folder, String words) implements Comparable<Key> {
        @Override
        public int compareTo(Key other) {
            int byFolder = folder.compareTo(other.folder);
            return byFolder != 0 ? byFolder : words.compareTo(other.words);
        }
    }

    /** A picture understood in one way. */
    record Chosen(String path, Key key, MapName name) {}

    /**
     * A set that makes a material.
     *
     * @param files those that are used, by role, then the others
     */
    record Found(Key key, List<SortedItem.SortedFile> files) {}

    /** Pictures and sets found among some pictures. */
    record Result(List<Found> sets, List<Chosen> loose) {}

    private MapSets() {}

    static Result of(Collection<String> paths) {
        MapSets sets = new MapSets();
        Map<String, List<Chosen>> ways = new TreeMap<>();
        for (String path : paths) {
            List<Chosen> of = ways(path);
            ways.put(path, of);
            for (Chosen way : of) {
                Role role = way.name.role();
                if (role != null) {
                    sets.roles.merge(way.key, 1 << role.ordinal(), (a, b) -> a | b);
                }
            }
        }
        ways.values().forEach(sets::choose);
        return sets.result();
    }

    private static List<Chosen> ways(String path) {
        List<Chosen> out = new ArrayList<>();
        String base = Sorter.folder(path);
        int size = 0;
        MapWords.Meaning role = null;
        String above = null;
        String words = "";
        while (!base.isEmpty()) {
            MapFolders.Step step = MapFolders.step(Sorter.name(base));
            if (step.role() != null && above == null) {
                // its name may be no more than a name: then what lies in it stays in it
                role = step.role();
                above = Sorter.folder(base);
                break;
            }
            if (!step.plain() && step.size() == 0) {
                break;
            }
            size = Math.max(size, step.size());
            words = step.set().isEmpty() ? words : step.set();
            base = Sorter.folder(base);
        }
        for (MapName name : MapName.readings(Sorter.name(path))) {
            MapName here = size > name.size() ? name.withSize(size) : name;
            here = here.set().isEmpty() ? here.withSet(words) : here;
            out.add(new Chosen(path, new Key(base, here.set()), here));
        }
        MapName last = out.get(out.size() - 1).name;
        if (role != null && above != null && out.stream().allMatch(c -> c.name.role() == null)) {
            out.add(0, new Chosen(path, new Key(withoutMaps(above), last.set()), last.withRole(role)));
        }
        return out;
    }

    /** A folder without the last steps that only tell of maps. */
    private static String withoutMaps(String folder) {
        String at = folder;
        while (!at.isEmpty()
                && (MapFolders.step(Sorter.name(at)).plain()
                        || MapFolders.step(Sorter.name(at)).size() > 0)) {
            at = Sorter.folder(at);
        }
        return at;
    }

    private void choose(List<Chosen> ways) {
        Chosen best = ways.get(0);
        int most = -1;
        for (Chosen way : ways) {
            int together = way.name.role() == null ? 0 : Integer.bitCount(roles.getOrDefault(way.key, 0));
            if (together > most) {
                best = way;
                most = together;
            }
        }
        if (best.name.role() == null || best.name.sample()) {
            loose.add(best);
        } else {
            sets.computeIfAbsent(best.key, k -> new ArrayList<>()).add(best);
        }
    }

    private Result result() {
        sets.values().removeIf(maps -> {
            if (!isMaterial(maps)) {
                loose.addAll(maps);
                return true;
            }
            return false;
        });
        // a plain "rock.png" beside "rock_normal.png" is that set's base color
        loose.removeIf(picture -> {
            List<Chosen> set = picture.key.words.isEmpty() ? null : sets.get(picture.key);
            if (picture.name.sample()
                    || picture.name.role() != null
                    || set == null
                    || set.stream().anyMatch(c -> c.name.role() == Role.BASE_COLOR)) {
                return false;
            }
            set.add(new Chosen(
                    picture.path,
                    picture.key,
                    picture.name.withRole(new MapWords.Meaning(Role.BASE_COLOR, Coding.PLAIN, false, false))));
            return true;
        });
        List<Found> out = new ArrayList<>();
        sets.forEach((key, maps) -> out.add(new Found(key, files(maps))));
        loose.sort(Comparator.comparing(Chosen::path));
        return new Result(out, loose);
    }

    private static boolean isMaterial(List<Chosen> maps) {
        Set<Role> all = EnumSet.noneOf(Role.class);
        boolean letters = true;
        for (Chosen map : maps) {
            all.add(Objects.requireNonNull(map.name.role()));
            letters &= map.name.letter();
        }
        boolean some = all.contains(Role.BASE_COLOR) || all.contains(Role.NORMAL) || all.contains(Role.ROUGHNESS);
        // "Plan N" and "Plan M" are no maps
        return all.size() >= 2 && some && (!letters || all.contains(Role.BASE_COLOR));
    }

    /** Those that are used first; of several of one role the largest, read as it is, of the first UV square. */
    private static List<SortedItem.SortedFile> files(List<Chosen> maps) {
        Map<Role, List<Chosen>> byRole = new EnumMap<>(Role.class);
        for (Chosen map : maps) {
            byRole.computeIfAbsent(Objects.requireNonNull(map.name.role()), r -> new ArrayList<>())
                    .add(map);
        }
        List<SortedItem.SortedFile> used = new ArrayList<>();
        List<SortedItem.SortedFile> others = new ArrayList<>();
        boolean single = byRole.containsKey(Role.ROUGHNESS) && byRole.containsKey(Role.METALLIC);
        for (Map.Entry<Role, List<Chosen>> entry : byRole.entrySet()) {
            List<Chosen> all = entry.getValue();
            all.sort(Comparator.comparing((Chosen c) -> !c.name.coding().isPlain() && !isPacked(c))
                    .thenComparing(c -> c.name.later())
                    .thenComparingInt(c -> -c.name.size())
                    .thenComparingInt(c -> -c.name.version())
                    .thenComparingInt(c -> c.name.tile())
                    .thenComparing(c -> c.name.variant())
                    .thenComparing(Chosen::path));
            boolean none = entry.getKey() == Role.PACKED && single;
            Chosen first = none ? null : all.get(0);
            for (Chosen map : all) {
                String which = map == first ? "" : which(map.name, first == null ? null : first.name);
                (map == first ? used : others)
                        .add(new SortedItem.SortedFile(map.path, entry.getKey(), map.name.coding(), which));
            }
        }
        used.addAll(others);
        return used;
    }

    private static boolean isPacked(Chosen map) {
        return map.name.role() == Role.PACKED;
    }

    /** What tells a picture from the one that is used instead. */
    private static String which(MapName name, @Nullable MapName used) {
        if (used == null) {
            return "packed";
        }
        List<String> out = new ArrayList<>();
        if (name.size() != used.size() && name.size() > 0) {
            out.add(name.size() >= 1024 ? name.size() / 1024 + "k" : String.valueOf(name.size()));
        }
        if (name.tile() != used.tile()) {
            out.add(String.valueOf(name.tile()));
        }
        if (name.version() != used.version()) {
            out.add("v" + name.version());
        }
        if (!name.variant().equals(used.variant())) {
            out.add(name.variant());
        }
        if (!name.coding().equals(used.coding())) {
            out.add(name.coding().equals(Coding.GREEN_DOWN) ? "green down" : "smoothness");
        }
        out.removeIf(String::isEmpty);
        return out.isEmpty() ? "another" : String.join(" ", out);
    }
}
