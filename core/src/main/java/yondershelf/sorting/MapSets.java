package yondershelf.sorting;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import yondershelf.content.Coding;
import yondershelf.content.Role;

/**
 * Pictures grouped into sets by what their names and folders tell. Where a name can be understood in several ways, that one
 * counts with which most different maps come together.
 */
final class MapSets {
    static final MapWords.Meaning COLOUR = new MapWords.Meaning(Role.BASE_COLOR, Coding.PLAIN, false, false);
    /** A single map of such a role beside a picture of its name makes a material; other words as well say how a thing is. */
    private static final Set<Role> SURE = EnumSet.of(Role.NORMAL, Role.HEIGHT, Role.OCCLUSION);

    private static final int FIRST_TILE = 1001;

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
    record Chosen(String path, Key key, MapName name) {
        Chosen as(MapWords.Meaning told) {
            return new Chosen(path, key, name.withRole(told));
        }
    }

    /**
     * A set that makes a material.
     *
     * @param files those that are used, by role, then the others
     */
    record Found(Key key, List<SortedItem.SortedFile> files) {}

    /** Pictures and sets found among some pictures. */
    record Result(List<Found> sets, List<Chosen> loose) {}

    private MapSets() {}

    static Result of(Collection<String> of) {
        Set<String> paths = new TreeSet<>(of);
        MapSets sets = new MapSets();
        Map<String, List<Chosen>> ways = new TreeMap<>();
        Set<String> first = new HashSet<>();
        for (String path : paths) {
            List<Chosen> all = ways(path, true);
            ways.put(path, all);
            // where there is a 1000 too, things are numbered
            if (!paths.contains(before(path))) {
                all.stream()
                        .filter(w -> w.name.inner() && w.name.tile() == FIRST_TILE)
                        .forEach(w -> first.add(square(w)));
            }
        }
        // numbers inside names that are no UV squares number things
        ways.replaceAll((path, all) ->
                all.stream().anyMatch(w -> w.name.inner() && !first.contains(square(w))) ? ways(path, false) : all);
        for (List<Chosen> all : ways.values()) {
            for (Chosen way : all) {
                Role role = way.name.role();
                if (role != null) {
                    sets.roles.merge(way.key, 1 << role.ordinal(), (a, b) -> a | b);
                }
            }
        }
        ways.values().forEach(sets::choose);
        return sets.result();
    }

    private static String before(String path) {
        return path.replace(String.valueOf(FIRST_TILE), String.valueOf(FIRST_TILE - 1));
    }

    /** What the UV squares of one picture share. */
    private static String square(Chosen way) {
        return way.key.folder + "/" + way.key.words + "/" + way.name.role();
    }

    /** @param squares true to take a number inside the name for a UV square */
    private static List<Chosen> ways(String path, boolean squares) {
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
        for (MapName name : MapName.readings(Sorter.name(path), squares)) {
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
        adopt();
        sets.values().removeIf(maps -> {
            if (!isMaterial(maps)) {
                loose.addAll(maps);
                return true;
            }
            return false;
        });
        new Company(sets, loose).join();
        // a plain "rock.png" beside "rock_normal.png" is that set's base color
        loose.removeIf(picture -> {
            List<Chosen> set = picture.key.words.isEmpty() ? null : sets.get(picture.key);
            if (picture.name.sample()
                    || picture.name.role() != null
                    || set == null
                    || set.stream().anyMatch(c -> c.name.role() == Role.BASE_COLOR)) {
                return false;
            }
            set.add(picture.as(COLOUR));
            return true;
        });
        List<Found> out = new ArrayList<>();
        sets.forEach((key, maps) -> out.add(new Found(key, SetFiles.of(maps))));
        loose.sort(Comparator.comparing(Chosen::path));
        return new Result(out, loose);
    }

    /** "moss.jpg" beside nothing but "moss_normal.jpg" is its base color. */
    private void adopt() {
        Map<Key, List<Chosen>> bare = new HashMap<>();
        for (Chosen picture : loose) {
            if (picture.name.role() == null && !picture.name.sample() && !picture.key.words.isEmpty()) {
                bare.computeIfAbsent(picture.key, k -> new ArrayList<>()).add(picture);
            }
        }
        Set<Chosen> adopted = new HashSet<>();
        sets.forEach((key, maps) -> {
            List<Chosen> found = bare.get(key);
            if (found != null && lacksOnlyItsColour(maps)) {
                adopted.addAll(found);
                found.forEach(picture -> maps.add(picture.as(COLOUR)));
            }
        });
        loose.removeAll(adopted);
    }

    private static boolean lacksOnlyItsColour(List<Chosen> maps) {
        return maps.stream().noneMatch(m -> m.name.role() == Role.BASE_COLOR)
                && maps.stream()
                        .anyMatch(m ->
                                SURE.contains(m.name.role()) && (!m.name.letter() || m.name.role() == Role.NORMAL));
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
}
