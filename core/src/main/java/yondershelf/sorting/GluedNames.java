package yondershelf.sorting;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import yondershelf.content.Role;

/** Roles that are glued to the name, {@code mosscol}, {@code mossnrm} or {@code mossd}, {@code mossn}: told by the letters names share. */
final class GluedNames {
    private static final int LEAST_SHARED = 3;
    private static final int LONGEST_ROLE = 12;
    /** Shorter words count only beside longer ones. */
    private static final int WORD = 3;

    private final Map<MapSets.Key, List<MapSets.Chosen>> sets;
    private final List<MapSets.Chosen> loose;

    private record Member(MapSets.Chosen picture, MapWords.Meaning told) {}

    GluedNames(Map<MapSets.Key, List<MapSets.Chosen>> sets, List<MapSets.Chosen> loose) {
        this.sets = sets;
        this.loose = loose;
    }

    void join() {
        Map<MapSets.Key, List<Member>> words = new LinkedHashMap<>();
        Map<MapSets.Key, List<Member>> letters = new LinkedHashMap<>();
        for (MapSets.Chosen picture : loose) {
            List<String> name = picture.name().words();
            if (picture.name().sample() || picture.name().role() != null || name.isEmpty()) {
                continue;
            }
            String last = name.get(name.size() - 1);
            int most = Math.min(LONGEST_ROLE, last.length() - LEAST_SHARED);
            for (int length = 1; length <= most; length++) {
                String ending = NameWords.plain(last.substring(last.length() - length));
                MapWords.Meaning told = length == 1 ? MapWords.letter(ending) : MapWords.role(ending);
                if (told != null) {
                    List<String> before = new ArrayList<>(name.subList(0, name.size() - 1));
                    before.add(last.substring(0, last.length() - length));
                    MapSets.Key key = new MapSets.Key(picture.key().folder(), String.join(" ", before));
                    (length < WORD ? letters : words)
                            .computeIfAbsent(key, k -> new ArrayList<>())
                            .add(new Member(picture, told));
                }
            }
        }
        Set<String> taken = new HashSet<>();
        words.forEach((key, members) -> {
            Set<Role> all = roles(members);
            if (all.size() >= 2 && (all.contains(Role.BASE_COLOR) || all.contains(Role.NORMAL))) {
                members.addAll(letters.getOrDefault(key, List.of()));
                take(key, members, taken);
            }
        });
        letters.forEach((key, members) -> {
            Set<Role> all = roles(members);
            if (all.size() >= 3 && all.contains(Role.BASE_COLOR) && all.contains(Role.NORMAL)) {
                take(key, members, taken);
            }
        });
        loose.removeIf(picture -> taken.contains(picture.path()));
    }

    private static Set<Role> roles(List<Member> members) {
        Set<Role> all = EnumSet.noneOf(Role.class);
        members.forEach(m -> all.add(m.told.role()));
        return all;
    }

    private void take(MapSets.Key key, List<Member> members, Set<String> taken) {
        for (Member member : members) {
            if (taken.add(member.picture.path())) {
                MapName name = member.picture.name().withSet(key.words()).withRole(member.told);
                sets.computeIfAbsent(key, k -> new ArrayList<>())
                        .add(new MapSets.Chosen(member.picture.path(), key, name));
            }
        }
    }
}
