package yondershelf.sorting;

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
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Role;

/**
 * Words told by where they stand and beside what: where pictures of a folder share their names but for one place, and some of the
 * words there are roles, the others are too. A word nobody knows is kept with the set, untold: its picture may say more.
 */
final class Company {
    private static final int MOST_WORDS = 2;
    private static final int LONGEST_NAME = 12;
    /** Words of roles that as well say how a thing is. */
    private static final Set<String> ADJECTIVES = Set.of("rough", "relief", "disp");

    private final Map<MapSets.Key, List<MapSets.Chosen>> sets;
    private final List<MapSets.Chosen> loose;

    /** A picture, and the word of its name at the place where names differ. */
    private record Member(MapSets.Chosen picture, String token) {}

    private record Place(String folder, int at, String rest) {}

    /** What the words at one place make of the pictures. */
    private record Made(Place place, List<MapSets.Chosen> maps, int roles) {}

    Company(Map<MapSets.Key, List<MapSets.Chosen>> sets, List<MapSets.Chosen> loose) {
        this.sets = sets;
        this.loose = loose;
    }

    /** Moves pictures from those that belong to nothing to sets. */
    void join() {
        if (loose.isEmpty()) {
            return;
        }
        if (!sets.isEmpty()) {
            loose.removeIf(picture -> !picture.name().sample() && joins(picture));
        }
        if (loose.size() > 1) {
            byPlace();
            new GluedNames(sets, loose).join();
        }
    }

    /** A picture whose name is that of a set but for words where its maps have their roles. */
    private boolean joins(MapSets.Chosen picture) {
        List<String> words = picture.name().words();
        for (int run = 1; run <= MOST_WORDS && words.size() <= LONGEST_NAME; run++) {
            for (int at = words.size() - run; at >= 0; at--) {
                String rest = rest(words, at, run);
                MapSets.Key key = new MapSets.Key(picture.key().folder(), rest);
                List<MapSets.Chosen> maps = rest.isEmpty() ? null : sets.get(key);
                String token = token(picture, at, run);
                if (maps != null && !token.isEmpty() && standsThere(maps, rest, at)) {
                    MapWords.Meaning told = token.length() > 1
                            ? RoleGuess.of(token)
                            : RoleGuess.letter(token, has(maps, Role.BASE_COLOR), has(maps, Role.ROUGHNESS));
                    // a word nobody knows, in another format than the maps have, is as likely another picture
                    if (told != null || maps.stream().anyMatch(m -> ending(m).equals(ending(picture)))) {
                        maps.add(as(picture, key, told, token));
                        return true;
                    }
                }
            }
        }
        return false;
    }

    private static String ending(MapSets.Chosen picture) {
        return picture.path().substring(picture.path().lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    }

    private static boolean has(List<MapSets.Chosen> maps, Role role) {
        return maps.stream().anyMatch(m -> m.name().role() == role);
    }

    private static MapSets.Chosen as(
            MapSets.Chosen picture, MapSets.Key key, MapWords.@Nullable Meaning told, String token) {
        MapName name = picture.name().withSet(key.words());
        return new MapSets.Chosen(picture.path(), key, told == null ? name.untold(token) : name.withRole(told));
    }

    private static boolean standsThere(List<MapSets.Chosen> maps, String rest, int at) {
        List<String> set = List.of(rest.split(" "));
        return maps.stream()
                .anyMatch(m ->
                        m.name().words().size() > set.size() && common(m.name().words(), set) == at);
    }

    private static int common(List<String> words, List<String> set) {
        int at = 0;
        while (at < set.size() && at < words.size() && words.get(at).equals(set.get(at))) {
            at++;
        }
        return at;
    }

    private static String rest(List<String> words, int at, int run) {
        List<String> rest = new ArrayList<>(words.subList(0, at));
        rest.addAll(words.subList(at + run, words.size()));
        return String.join(" ", rest);
    }

    /** The words there as one; empty for those that number things or tell them apart. */
    private static String token(MapSets.Chosen picture, int at, int run) {
        List<String> words = picture.name().words().subList(at, at + run);
        StringBuilder out = new StringBuilder();
        for (String word : words) {
            if (word.chars().anyMatch(Character::isDigit) || word.length() > 1 && Distinctions.isOne(word)) {
                return "";
            }
            out.append(NameWords.plain(word));
        }
        boolean letter = out.length() == 1;
        String name = Sorter.name(picture.path()).toLowerCase(Locale.ROOT);
        // "Plan N" and "Plan S" are sheets, not maps
        return letter && name.contains(" " + out) ? "" : out.toString();
    }

    private void byPlace() {
        Map<Place, List<Member>> places = new LinkedHashMap<>();
        Map<MapSets.Key, MapSets.Chosen> bare = new HashMap<>();
        for (MapSets.Chosen picture : loose) {
            List<String> words = picture.name().words();
            if (picture.name().sample() || words.size() > LONGEST_NAME) {
                continue;
            }
            String folder = picture.key().folder();
            bare.putIfAbsent(new MapSets.Key(folder, String.join(" ", words)), picture);
            for (int run = 1; run <= MOST_WORDS; run++) {
                for (int at = 0; at + run <= words.size(); at++) {
                    String token = run == words.size() ? "" : token(picture, at, run);
                    if (!token.isEmpty()) {
                        places.computeIfAbsent(new Place(folder, at, rest(words, at, run)), p -> new ArrayList<>())
                                .add(new Member(picture, token));
                    }
                }
            }
        }
        List<Made> made = new ArrayList<>();
        places.forEach((place, members) -> {
            Made one = made(place, members, bare.get(new MapSets.Key(place.folder, place.rest)));
            if (one != null) {
                made.add(one);
            }
        });
        made.sort(Comparator.comparingInt((Made m) -> -m.roles)
                .thenComparingInt(m -> -m.maps.size())
                .thenComparingInt(m -> -m.place.at));
        Set<String> taken = new HashSet<>();
        for (Made one : made) {
            if (one.maps.stream().noneMatch(m -> taken.contains(m.path()))) {
                one.maps.forEach(m -> taken.add(m.path()));
                sets.computeIfAbsent(one.maps.get(0).key(), k -> new ArrayList<>())
                        .addAll(one.maps);
            }
        }
        loose.removeIf(picture -> taken.contains(picture.path()));
    }

    private static @Nullable Made made(Place place, List<Member> members, MapSets.@Nullable Chosen bare) {
        MapSets.Key key = new MapSets.Key(place.folder, place.rest);
        Set<Role> words = EnumSet.noneOf(Role.class);
        Set<Role> letters = EnumSet.noneOf(Role.class);
        boolean exact = false;
        boolean sure = false;
        boolean untold = false;
        for (Member member : members) {
            MapWords.Meaning told = member.token.length() > 1 ? RoleGuess.of(member.token) : null;
            boolean known = MapWords.role(member.token) != null;
            if (told != null) {
                words.add(told.role());
                exact |= known;
                sure |= known && isSure(told.role()) && !ADJECTIVES.contains(member.token);
            }
            untold |= told == null && member.token.length() > 1;
        }
        List<MapSets.Chosen> maps = new ArrayList<>();
        for (Member member : members) {
            MapWords.Meaning told = member.token.length() > 1
                    ? RoleGuess.of(member.token)
                    : RoleGuess.letter(
                            member.token,
                            words.contains(Role.BASE_COLOR) || hasColourLetter(members),
                            words.contains(Role.ROUGHNESS));
            if (told != null && told.letter()) {
                letters.add(told.role());
            }
            maps.add(as(member.picture, key, told, member.token));
        }
        Set<Role> all = EnumSet.copyOf(words);
        all.addAll(letters);
        if (bare != null && sure && !all.contains(Role.BASE_COLOR)) {
            all.add(Role.BASE_COLOR);
            words.add(Role.BASE_COLOR);
            maps.add(as(bare, key, new MapWords.Meaning(Role.BASE_COLOR, Coding.PLAIN, false, false), ""));
        }
        boolean some = all.contains(Role.BASE_COLOR) || all.contains(Role.NORMAL) || all.contains(Role.ROUGHNESS);
        boolean byWords = words.size() >= (exact ? 2 : 3) || exact && all.size() >= 2;
        boolean byLetters = all.size() >= 3 && all.contains(Role.BASE_COLOR) && all.contains(Role.NORMAL);
        boolean byOne = sure && untold;
        return some && (byWords || byLetters) || byOne ? new Made(place, maps, all.size()) : null;
    }

    private static boolean hasColourLetter(List<Member> members) {
        return members.stream().anyMatch(m -> {
            MapWords.Meaning told = m.token.length() == 1 ? MapWords.letter(m.token) : null;
            return told != null && told.role() == Role.BASE_COLOR;
        });
    }

    /** Words for these stand for nothing but maps. */
    private static boolean isSure(Role role) {
        return role == Role.NORMAL || role == Role.OCCLUSION || role == Role.ROUGHNESS || role == Role.HEIGHT;
    }
}
