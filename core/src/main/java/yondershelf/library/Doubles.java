package yondershelf.library;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/**
 * Ids that mean one file. Two machines may give a file two ids, when one moved it before the other saw it, and each may say
 * something of its own. All machines let the same one of them live ({@link Identities#assign}); what was said of the other
 * is said of that one, the later word winning, and where it went is recorded, so that what is still said of it finds its way too.
 */
final class Doubles {
    private Doubles() {}

    /** Joins what belongs together; what is said of something that nobody bears is told. */
    static List<Problem> join(Library library) throws ProblemException {
        Identities identities = library.identities();
        List<Edit> records = new ArrayList<>();
        List<Edit> labels = new ArrayList<>();
        Set<String> missing = library.missing();
        Map<String, List<String>> byPrint = byPrint(library, missing);
        for (String id : missing) {
            Optional<String> bearer = bearer(library, id, byPrint);
            if (bearer.isPresent()) {
                labels.addAll(library.journal().overruling(id, bearer.get()));
                records.add(Identities.became(id, bearer.get()));
            }
        }
        for (Map.Entry<String, Place> known : identities.recorded().entrySet()) {
            String became = known.getValue().became();
            if (!became.isEmpty()) {
                labels.addAll(library.journal().overruling(known.getKey(), became));
            }
        }
        if (!labels.isEmpty()) {
            library.labels().edit(labels);
        }
        if (!records.isEmpty()) {
            identities.journal().append(records);
        }
        return unborne(library);
    }

    /** Ids of what is there by the fingerprint of the file that names it. */
    private static Map<String, List<String>> byPrint(Library library, Set<String> missing) {
        Map<String, List<String>> out = new HashMap<>();
        if (!missing.isEmpty()) {
            library.identities().recorded().forEach((id, place) -> {
                if (!place.files().isEmpty()
                        && !place.files().get(0).fingerprint().isEmpty()
                        && !missing.contains(id)) {
                    out.computeIfAbsent(place.files().get(0).fingerprint(), k -> new ArrayList<>())
                            .add(id);
                }
            });
        }
        return out;
    }

    /**
     * The asset that is the very file a recorded one was: the same bytes, and it lies or lay in the same place. What only lies there now,
     * or only has the same bytes, is another.
     */
    private static Optional<String> bearer(Library library, String id, Map<String, List<String>> byPrint) {
        Place.Seen file = library.identities().place(id).files().get(0);
        return byPrint.getOrDefault(file.fingerprint(), List.of()).stream()
                .filter(other -> library.identities().place(other).wasAt(file.path()))
                .findFirst();
    }

    /** Words about things of which no place was ever recorded, and which nobody has seen: no look will bring these back. */
    private static List<Problem> unborne(Library library) {
        Set<String> spoken = new TreeSet<>();
        for (String id : library.journal().assets()) {
            String whole = Apart.whole(id);
            if (Edit.folderOf(id) == null && !library.identities().recorded().containsKey(whole)) {
                spoken.add(whole);
            }
        }
        List<String> unborne = spoken.isEmpty()
                ? List.of()
                : library.store().unknown(List.copyOf(spoken)).stream()
                        .filter(id -> !library.labels().of(id).equals(Labels.NONE))
                        .sorted()
                        .toList();
        return unborne.isEmpty()
                ? List.of()
                : List.of(new Problem(
                        library.own().resolve("journal").toString(),
                        Phrase.of("library.labels-of-things-nobody-has", unborne.size(), unborne.getFirst()),
                        Phrase.of("library.bring-their-files-back-or")));
    }
}
