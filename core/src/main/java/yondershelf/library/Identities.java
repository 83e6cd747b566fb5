package yondershelf.library;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import yondershelf.sorting.SortedItem;

/**
 * Which id an asset bears. One nobody spoke of bears the id made from the library and its path, so that two machines that
 * find it agree. One that bears labels has its place recorded, and keeps its id when its files are renamed, moved or get
 * company: it is found again by its paths, then by its files' fingerprints.
 */
final class Identities {
    private static final String FIELD = "place";

    private final Path root;
    private final String library;
    private final Journal places;
    /** Fingerprints by path and by what the file's size and time were. */
    private final Map<String, Printed> printed = new HashMap<>();
    /** Of the latest scan: ids by the composed path of each file of an asset. */
    private volatile Map<String, String> byPath = Map.of();

    private volatile Set<String> missing = Set.of();

    private record Printed(String state, String fingerprint) {}

    private record Match(int item, String id, int strength) {}

    Identities(Path root, String library, Journal places) {
        this.root = root;
        this.library = library;
        this.places = places;
    }

    Journal journal() {
        return places;
    }

    private Map<String, Place> recorded() {
        Map<String, Place> out = new LinkedHashMap<>();
        places.texts(FIELD).entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .forEach(e -> Place.parse(e.getValue()).ifPresent(p -> out.put(e.getKey(), p)));
        return out;
    }

    /** The id for a path nobody recorded. */
    String derived(String path) {
        return UUID.nameUUIDFromBytes((library + "\n" + Place.composed(path)).getBytes(StandardCharsets.UTF_8))
                .toString();
    }

    /** The id of the asset a file belongs to, as the latest scan found it; else the one it would get. */
    String of(String path) {
        String known = byPath.get(Place.composed(path));
        return known != null ? known : derived(path);
    }

    /** Recorded assets whose files the latest scan did not find. */
    Set<String> missing() {
        return missing;
    }

    /** Where an asset was recorded; no files for one nobody recorded. */
    Place place(String id) {
        return Place.parse(places.text(id, FIELD)).orElse(new Place(List.of(), ""));
    }

    /**
     * Gives each item its id, in order.
     *
     * @param states sizes and times of each item's files, as {@link Library} writes them
     */
    synchronized List<String> assign(List<SortedItem> items, List<List<String>> states) {
        Map<String, Place> recorded = recorded();
        Map<Integer, String> given = new HashMap<>();
        Set<String> taken = new HashSet<>();
        settle(byPaths(items, recorded), given, taken);
        Map<String, Place> lost = new LinkedHashMap<>(recorded);
        lost.keySet().removeAll(taken);
        lost.values().removeIf(p -> p.files().isEmpty());
        if (!lost.isEmpty()) {
            settle(byFingerprints(items, states, given, lost), given, taken);
        }
        List<String> out = new ArrayList<>();
        Map<String, String> paths = new HashMap<>();
        for (int i = 0; i < items.size(); i++) {
            List<SortedItem.SortedFile> files = items.get(i).files();
            String id = given.get(i);
            if (id == null) {
                id = derived(files.get(0).path());
                // the asset that was here first moved on and took its id along
                for (int n = 2; recorded.containsKey(id) || taken.contains(id); n++) {
                    id = derived(files.get(0).path() + "\n" + n);
                }
                taken.add(id);
            }
            out.add(id);
            for (int k = files.size() - 1; k >= 0; k--) {
                String path = Place.composed(files.get(k).path());
                if (k == 0) {
                    paths.put(path, id);
                } else {
                    paths.putIfAbsent(path, id);
                }
            }
        }
        byPath = paths;
        Set<String> gone = new HashSet<>(lost.keySet());
        gone.removeAll(taken);
        missing = Set.copyOf(gone);
        return out;
    }

    /** The strongest matches first; of equals the earlier item, so that all machines decide alike. */
    private static void settle(List<Match> matches, Map<Integer, String> given, Set<String> taken) {
        matches.sort(Comparator.comparingInt((Match m) -> -m.strength)
                .thenComparingInt(Match::item)
                .thenComparing(Match::id));
        for (Match match : matches) {
            if (!given.containsKey(match.item) && !taken.contains(match.id)) {
                given.put(match.item, match.id);
                taken.add(match.id);
            }
        }
    }

    /** A file that names the asset on both sides counts for more than any number of companions. */
    private static List<Match> byPaths(List<SortedItem> items, Map<String, Place> recorded) {
        Map<String, List<String>> ids = new HashMap<>();
        recorded.forEach((id, place) -> place.files()
                .forEach(f ->
                        ids.computeIfAbsent(f.path(), k -> new ArrayList<>()).add(id)));
        List<Match> matches = new ArrayList<>();
        for (int i = 0; i < items.size() && !ids.isEmpty(); i++) {
            Map<String, Integer> votes = new HashMap<>();
            List<SortedItem.SortedFile> files = items.get(i).files();
            for (int k = 0; k < files.size(); k++) {
                String path = Place.composed(files.get(k).path());
                for (String id : ids.getOrDefault(path, List.of())) {
                    boolean names =
                            k == 0 && place(recorded, id).files().get(0).path().equals(path);
                    votes.merge(id, names ? 1000 : 1, Integer::sum);
                }
            }
            int item = i;
            votes.forEach((id, strength) -> matches.add(new Match(item, id, strength)));
        }
        return matches;
    }

    /** Only files of a size that is missed are looked into. Of several alike, one of the same name is the one. */
    private List<Match> byFingerprints(
            List<SortedItem> items, List<List<String>> states, Map<Integer, String> given, Map<String, Place> lost) {
        Map<String, List<String>> ids = new HashMap<>();
        Set<Long> sizes = new HashSet<>();
        lost.forEach((id, place) -> place.files().stream()
                .filter(f -> Fingerprint.size(f.fingerprint()) > 0)
                .forEach(f -> {
                    ids.computeIfAbsent(f.fingerprint(), k -> new ArrayList<>()).add(id);
                    sizes.add(Fingerprint.size(f.fingerprint()));
                }));
        List<Match> matches = new ArrayList<>();
        for (int i = 0; i < items.size(); i++) {
            if (given.containsKey(i)) {
                continue;
            }
            Map<String, Integer> votes = new HashMap<>();
            List<SortedItem.SortedFile> files = items.get(i).files();
            for (int k = 0; k < files.size(); k++) {
                String state = states.get(i).get(k);
                if (!sizes.contains(FileState.size(state))) {
                    continue;
                }
                String path = files.get(k).path();
                for (String id : ids.getOrDefault(fingerprint(path, state), List.of())) {
                    boolean sameName = place(lost, id).files().stream()
                            .anyMatch(f -> lastStep(f.path()).equals(lastStep(Place.composed(path))));
                    votes.merge(id, (k == 0 ? 1000 : 10) + (sameName ? 5 : 0), Integer::sum);
                }
            }
            int item = i;
            votes.forEach((id, strength) -> matches.add(new Match(item, id, strength)));
        }
        return matches;
    }

    private static Place place(Map<String, Place> places, String id) {
        return places.getOrDefault(id, new Place(List.of(), ""));
    }

    private static String lastStep(String path) {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    /** Empty when the file cannot be read now. */
    private synchronized String fingerprint(String path, String state) {
        Printed known = printed.get(path);
        if (known != null && known.state.equals(state)) {
            return known.fingerprint;
        }
        try {
            String fresh = Fingerprint.of(root.resolve(path));
            printed.put(path, new Printed(state, fresh));
            return fresh;
        } catch (IOException e) {
            return "";
        }
    }

    /** The edits that record where assets are, of those whose record does not say so yet. */
    List<Edit> records(List<Asset> assets) {
        List<Edit> out = new ArrayList<>();
        for (Asset asset : assets) {
            Place before = place(asset.id());
            List<Place.Seen> files = new ArrayList<>();
            List<String> states = FileState.split(asset.key());
            for (int k = 0; k < asset.files().size(); k++) {
                String path = asset.files().get(k).path();
                files.add(new Place.Seen(Place.composed(path), fingerprint(path, states.get(k))));
            }
            Place now = new Place(files, "");
            if (!now.equals(before)) {
                out.add(new Edit(asset.id(), FIELD, now.text(), true));
            }
        }
        return out;
    }

    /** Assets whose place was recorded. */
    Set<String> recordedIds() {
        return places.assets();
    }

    static Edit moved(String id, String library) {
        return new Edit(id, FIELD, Place.movedTo(library).text(), true);
    }
}
