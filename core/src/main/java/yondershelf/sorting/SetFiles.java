package yondershelf.sorting;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Role;

/** Which maps of a set are used, and what tells the others from them. */
final class SetFiles {
    /** Pictures that lost something when they were packed. */
    private static final Set<String> LOSSY = Set.of("jpg", "jpeg", "webp");
    /** Directions in which a normal map's numbers are not those glTF means. */
    private static final Set<String> SPACES = Set.of("object", "world", "objectspace", "worldspace", "os", "ws");

    private SetFiles() {}

    /** Those that are used first; of several of one role the largest, read as it is, of the first UV square, packed without loss. */
    static List<SortedItem.SortedFile> of(List<MapSets.Chosen> maps) {
        Map<Role, List<MapSets.Chosen>> byRole = new EnumMap<>(Role.class);
        List<SortedItem.SortedFile> used = new ArrayList<>();
        List<SortedItem.SortedFile> others = new ArrayList<>();
        List<SortedItem.SortedFile> untold = new ArrayList<>();
        for (MapSets.Chosen map : maps) {
            Role role = map.name().role();
            if (role == null) {
                untold.add(new SortedItem.SortedFile(
                        map.path(), null, Coding.PLAIN, map.name().variant()));
            } else {
                byRole.computeIfAbsent(role, r -> new ArrayList<>()).add(map);
            }
        }
        boolean single = byRole.containsKey(Role.ROUGHNESS) && byRole.containsKey(Role.METALLIC);
        for (Map.Entry<Role, List<MapSets.Chosen>> entry : byRole.entrySet()) {
            List<MapSets.Chosen> all = entry.getValue();
            all.sort(Comparator.comparing(
                            (MapSets.Chosen c) -> SPACES.contains(c.name().variant()))
                    .thenComparing(c -> !c.name().coding().isPlain() && !isPacked(c))
                    .thenComparing(c -> c.name().later())
                    .thenComparingInt(c -> -c.name().size())
                    .thenComparingInt(c -> -c.name().version())
                    .thenComparingInt(c -> c.name().tile())
                    .thenComparing(c -> c.name().variant())
                    .thenComparing(c -> LOSSY.contains(ending(c)))
                    .thenComparing(MapSets.Chosen::path));
            boolean none = entry.getKey() == Role.PACKED && single
                    || SPACES.contains(all.get(0).name().variant());
            MapSets.Chosen first = none ? null : all.get(0);
            for (MapSets.Chosen map : all) {
                String which = map == first ? "" : which(map, first);
                (map == first ? used : others)
                        .add(new SortedItem.SortedFile(
                                map.path(), entry.getKey(), map.name().coding(), which));
            }
        }
        used.addAll(others);
        used.addAll(untold);
        return used;
    }

    private static boolean isPacked(MapSets.Chosen map) {
        return map.name().role() == Role.PACKED;
    }

    private static String ending(MapSets.Chosen map) {
        return map.path().substring(map.path().lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    }

    /** What tells a picture from the one that is used instead. */
    private static String which(MapSets.Chosen map, MapSets.@Nullable Chosen instead) {
        MapName name = map.name();
        if (instead == null) {
            return isPacked(map) ? "packed" : name.variant();
        }
        MapName used = instead.name();
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
        if (!ending(map).equals(ending(instead))) {
            out.add(ending(map));
        }
        out.removeIf(String::isEmpty);
        return out.isEmpty() ? "another" : String.join(" ", out);
    }
}
