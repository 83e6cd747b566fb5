package yondershelf.library;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
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
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import yondershelf.sorting.SortedItem;
import yondershelf.work.Parallel;

/**
 * Which id an asset bears. It is given when the asset is first seen, from the library and the path, so that two machines that
 * discover it agree; this machine's store records it at once, and the library itself as soon as somebody speaks of the asset.
 * From then on it stays when files are renamed, moved or get company: it is found again by their paths, then by their
 * fingerprints, then by their sizes and times.
 */
final class Identities {
    private static final String FIELD = "place";
    /** A file that names the asset on both sides counts for more than any number of companions. */
    private static final int NAMES = 1000;

    private static final int SPOKEN = 100;
    private static final int SAME_BYTES = 400;
    private static final int STATE_ONLY = 500;
    private static final int SAME_NAME = 5;

    private final Path root;
    private final String library;
    private final Journal places;
    /** Fingerprints by path and by what the file's size and time were. */
    private final Map<String, Printed> printed = new ConcurrentHashMap<>();

    private Map<String, Place> recorded = Map.of();
    private int recordedVersion = -1;

    private record Printed(String state, String fingerprint) {}

    private record Match(int item, String id, int strength) {}

    /**
     * An asset as it was before files changed.
     *
     * @param state size and time of the file that names it
     */
    record Former(String id, List<String> paths, String state) {}

    Identities(Path root, String library, Journal places) {
        this.root = root;
        this.library = library;
        this.places = places;
    }

    Journal journal() {
        return places;
    }

    /** Where assets that somebody spoke of were seen last, by id. */
    synchronized Map<String, Place> recorded() {
        if (recordedVersion != places.version()) {
            Map<String, Place> out = new LinkedHashMap<>();
            places.texts(FIELD).entrySet().stream()
                    .sorted(Map.Entry.comparingByKey())
                    .forEach(e -> Place.parse(e.getValue()).ifPresent(p -> out.put(e.getKey(), p)));
            recorded = out;
            recordedVersion = places.version();
        }
        return recorded;
    }

    /** The id for a path nobody recorded. */
    String derived(String path) {
        return UUID.nameUUIDFromBytes((library + "\n" + Place.composed(path)).getBytes(StandardCharsets.UTF_8))
                .toString();
    }

    /** Where an asset was recorded; no files for one nobody recorded. */
    Place place(String id) {
        return Place.parse(places.text(id, FIELD)).orElse(new Place(List.of()));
    }

    /**
     * Gives each item its id, in order.
     *
     * @param states sizes and times of each item's files, as {@link FileState} writes them
     * @param former assets that stood where the items stand, or whose files have gone
     * @param missing recorded assets that nobody has seen
     * @param elsewhere true for an id that an asset bears that is not among the former ones
     */
    synchronized List<String> assign(
            List<SortedItem> items,
            List<List<String>> states,
            List<Former> former,
            Set<String> missing,
            Predicate<String> elsewhere) {
        Map<String, Place> inPlay = new LinkedHashMap<>();
        Map<String, List<String>> byState = new HashMap<>();
        for (Former asset : former) {
            Place known = recorded().get(asset.id);
            List<Place.Seen> files = new ArrayList<>(asset.paths.stream()
                    .map(p -> new Place.Seen(Place.composed(p), print(known, p)))
                    .toList());
            if (known != null) {
                // another machine may have moved it and told so before its files are seen
                known.files().stream()
                        .filter(f -> !asset.paths.contains(f.path()))
                        .forEach(files::add);
            }
            inPlay.put(asset.id, new Place(files));
            byState.computeIfAbsent(asset.state, k -> new ArrayList<>()).add(asset.id);
        }
        for (String id : missing) {
            Place place = recorded().get(id);
            if (place != null && !place.files().isEmpty()) {
                inPlay.putIfAbsent(id, place);
            }
        }
        Map<Integer, String> given = new HashMap<>();
        Set<String> taken = new HashSet<>();
        settle(byPaths(items, states, inPlay), given, taken);
        Map<String, Place> lost = new LinkedHashMap<>(inPlay);
        lost.keySet().removeAll(taken);
        if (!lost.isEmpty()) {
            settle(byFingerprints(items, states, given, lost), given, taken);
            lost.keySet().removeAll(taken);
            settle(byStates(items, states, given, lost, byState), given, taken);
        }
        List<String> out = new ArrayList<>();
        for (int i = 0; i < items.size(); i++) {
            String path = items.get(i).files().get(0).path();
            String id = given.get(i);
            if (id == null) {
                id = derived(path);
                // the asset that was here first moved on and took its id along
                for (int n = 2; recorded().containsKey(id) || taken.contains(id) || elsewhere.test(id); n++) {
                    id = derived(path + "\n" + n);
                }
                taken.add(id);
            }
            out.add(id);
        }
        return out;
    }

    private static String print(@Nullable Place known, String path) {
        String composed = Place.composed(path);
        return known == null
                ? ""
                : known.files().stream()
                        .filter(f -> f.path().equals(composed))
                        .map(Place.Seen::fingerprint)
                        .findFirst()
                        .orElse("");
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

    private List<Match> byPaths(List<SortedItem> items, List<List<String>> states, Map<String, Place> known) {
        Map<String, List<String>> ids = new HashMap<>();
        known.forEach((id, place) -> place.files()
                .forEach(f ->
                        ids.computeIfAbsent(f.path(), k -> new ArrayList<>()).add(id)));
        List<Match> matches = new ArrayList<>();
        for (int i = 0; i < items.size() && !ids.isEmpty(); i++) {
            Map<String, Integer> votes = new HashMap<>();
            List<SortedItem.SortedFile> files = items.get(i).files();
            for (int k = 0; k < files.size(); k++) {
                String path = Place.composed(files.get(k).path());
                for (String id : ids.getOrDefault(path, List.of())) {
                    boolean names = k == 0
                            && (place(known, id).isNamedBy(path)
                                    || place(recorded(), id).isNamedBy(path));
                    // whom somebody spoke of has the older right to a place
                    int spoken = recorded().containsKey(id) ? SPOKEN : 0;
                    votes.merge(id, names ? NAMES + spoken : 1, Integer::sum);
                }
            }
            if (votes.values().stream().filter(v -> v >= NAMES).count() > 1) {
                String print = fingerprint(files.get(0).path(), states.get(i).get(0));
                votes.replaceAll((id, strength) -> strength + (isPrint(id, print) ? SAME_BYTES : 0));
            }
            int item = i;
            votes.forEach((id, strength) -> matches.add(new Match(item, id, strength)));
        }
        return matches;
    }

    /** Of several that lay in one place, the one whose bytes are there is the one. */
    private boolean isPrint(String id, String print) {
        return !print.isEmpty()
                && place(recorded(), id).files().stream()
                        .limit(1)
                        .anyMatch(f -> f.fingerprint().equals(print));
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
        for (int i = 0; i < items.size() && !sizes.isEmpty(); i++) {
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
                    votes.merge(id, (k == 0 ? NAMES : 10) + sameName(lost, id, path), Integer::sum);
                }
            }
            int item = i;
            votes.forEach((id, strength) -> matches.add(new Match(item, id, strength)));
        }
        return matches;
    }

    /**
     * What nobody spoke of has no fingerprint: a file that was moved keeps its size and time to the millisecond. Files unpacked in one
     * moment have both alike, so of what has a fingerprint the bytes alone tell.
     */
    private List<Match> byStates(
            List<SortedItem> items,
            List<List<String>> states,
            Map<Integer, String> given,
            Map<String, Place> lost,
            Map<String, List<String>> byState) {
        List<Match> matches = new ArrayList<>();
        for (int i = 0; i < items.size(); i++) {
            String state = states.get(i).get(0);
            if (given.containsKey(i) || FileState.size(state) <= 0) {
                continue;
            }
            for (String id : byState.getOrDefault(state, List.of())) {
                if (lost.containsKey(id) && !hasFingerprint(id)) {
                    int strength = STATE_ONLY
                            + sameName(lost, id, items.get(i).files().get(0).path());
                    matches.add(new Match(i, id, strength));
                }
            }
        }
        return matches;
    }

    private boolean hasFingerprint(String id) {
        return place(recorded(), id).files().stream()
                .limit(1)
                .anyMatch(f -> !f.fingerprint().isEmpty());
    }

    private static int sameName(Map<String, Place> lost, String id, String path) {
        String name = lastStep(Place.composed(path));
        boolean same = place(lost, id).files().stream()
                .anyMatch(f -> lastStep(f.path()).equals(name));
        return same ? SAME_NAME : 0;
    }

    private static Place place(Map<String, Place> places, String id) {
        return places.getOrDefault(id, new Place(List.of()));
    }

    private static String lastStep(String path) {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    /** Empty when the file cannot be read now. */
    private String fingerprint(String path, String state) {
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
        // files are read for it: the disk and the processors have more than one of them to do
        Parallel.run(assets.size(), Parallel.threads(), () -> false, i -> {
            List<String> states = FileState.split(assets.get(i).key());
            for (int k = 0; k < assets.get(i).files().size(); k++) {
                String _ = fingerprint(assets.get(i).files().get(k).path(), states.get(k));
            }
        });
        for (Asset asset : assets) {
            Place before = place(asset.id());
            List<Place.Seen> files = new ArrayList<>();
            List<String> states = FileState.split(asset.key());
            for (int k = 0; k < asset.files().size(); k++) {
                String path = asset.files().get(k).path();
                files.add(new Place.Seen(Place.composed(path), fingerprint(path, states.get(k))));
            }
            Place now = new Place(files);
            // where it is not any more is no news: another machine moved it, and knows better
            boolean gone = files.get(0).fingerprint().isEmpty()
                    && !Files.exists(root.resolve(asset.files().get(0).path()), LinkOption.NOFOLLOW_LINKS);
            if (!gone && !now.files().equals(before.files())) {
                out.add(new Edit(asset.id(), FIELD, now.after(before).text(), true));
            }
        }
        return out;
    }

    /** Assets whose place was recorded. */
    Set<String> recordedIds() {
        return places.assets();
    }

    /** One that turned out to be the same as another. */
    static Edit became(String id, String other) {
        return new Edit(id, FIELD, Place.became(other).text(), true);
    }

    static Edit moved(String id, String library) {
        return new Edit(id, FIELD, Place.movedTo(library).text(), true);
    }
}
