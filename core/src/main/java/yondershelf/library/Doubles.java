package yondershelf.library;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.store.AssetRow;
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
        for (String id : library.missing()) {
            Optional<String> bearer = bearer(library, id);
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
            library.edit(labels);
        }
        if (!records.isEmpty()) {
            identities.journal().append(records);
        }
        return unborne(library);
    }

    /** The asset that is the very file a recorded one was; what only lies in its place now is another. */
    private static Optional<String> bearer(Library library, String id) {
        Place.Seen file = library.identities().place(id).files().get(0);
        return library.store()
                .named(file.path())
                .map(AssetRow::id)
                .filter(other -> library.identities().place(other).files().stream()
                        .limit(1)
                        .anyMatch(f ->
                                !f.fingerprint().isEmpty() && f.fingerprint().equals(file.fingerprint())));
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
                        .filter(id -> !library.labels(id).equals(Labels.NONE))
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
