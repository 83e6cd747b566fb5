package yondershelf.catalogue;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Library;
import yondershelf.library.Relabel;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Query;
import yondershelf.store.AssetRow;
import yondershelf.words.Phrase;

/**
 * What one act is to do to the labels of many assets, and what takes it back.
 *
 * @param edits by library
 */
record Relabelled(Map<Library, Relabel.Edits> edits) {
    private static final int PART = 1_000;

    /** How many assets become other than they are. */
    int changed() {
        return edits.values().stream().mapToInt(Relabel.Edits::changed).sum();
    }

    /** What is to be done; nothing is changed yet. */
    static Relabelled of(Catalogue catalogue, List<Key> keys, Relabel wanted) throws ProblemException {
        return of(catalogue, keys, wanted::of);
    }

    private interface Edits {
        Relabel.Edits of(List<Relabel.Subject> subjects, int from, int last);
    }

    private static Relabelled of(Catalogue catalogue, List<Key> keys, Edits wanted) throws ProblemException {
        Map<String, List<Integer>> rows = new LinkedHashMap<>();
        for (Key key : keys) {
            rows.computeIfAbsent(key.library(), k -> new ArrayList<>()).add(key.row());
        }
        Map<Library, Relabel.Edits> out = new LinkedHashMap<>();
        int number = 1;
        for (Map.Entry<String, List<Integer>> each : rows.entrySet()) {
            Library library = catalogue
                    .libraryById(each.getKey())
                    .orElseThrow(() -> new Problem(
                                    Phrase.of("catalogue.what-is-chosen"),
                                    Phrase.of("catalogue.the-library-of-some-of"),
                                    Phrase.of("catalogue.connect-its-drive-it-comes"))
                            .raise());
            List<Relabel.Subject> subjects = new ArrayList<>();
            for (int from = 0; from < each.getValue().size(); from += PART) {
                List<Integer> part =
                        each.getValue().subList(from, Math.min(each.getValue().size(), from + PART));
                for (AssetRow row : library.store().assets(part)) {
                    Labels labels = Labels.of(row);
                    subjects.add(new Relabel.Subject(
                            row.id(), labels.name().isEmpty() ? row.name() : labels.name(), row.name(), labels));
                }
            }
            out.put(library, wanted.of(subjects, number, keys.size()));
            number += subjects.size();
        }
        return new Relabelled(out);
    }

    /** What gives a tag and those below it another name. */
    static Relabelled retagged(Catalogue catalogue, String tag, String to, boolean merging) throws ProblemException {
        String other = Relabel.tag(to);
        Hits carrying = catalogue.shelf().find(Query.EVERYTHING.withTags(Set.of(tag)));
        if (carrying.total() == 0) {
            throw new Problem(tag, Phrase.of("catalogue.nothing-has-this-tag"), "").raise();
        }
        if (other.equals(tag) || other.startsWith(tag + "/")) {
            throw new Problem(other, Phrase.of("catalogue.a-tag-cannot-be-put"), "").raise();
        }
        if (!merging
                && catalogue
                                .shelf()
                                .find(Query.EVERYTHING.withTags(Set.of(other)))
                                .total()
                        > 0) {
            throw new Problem(
                            other,
                            Phrase.of("catalogue.this-tag-is-there-already"),
                            Phrase.of("catalogue.merge-the-two-instead"))
                    .raise();
        }
        return of(catalogue, carrying.page(0, carrying.total()), (subjects, number, last) -> {
            List<Edit> edits = new ArrayList<>();
            List<Edit> undo = new ArrayList<>();
            for (Relabel.Subject subject : subjects) {
                retag(subject, tag, other, edits, undo);
            }
            return new Relabel.Edits(edits, undo, subjects.size());
        });
    }

    private static void retag(Relabel.Subject subject, String tag, String other, List<Edit> edits, List<Edit> undo) {
        for (String has : subject.labels().tags()) {
            if (has.equals(tag) || has.startsWith(tag + "/")) {
                edits.add(Edit.untag(subject.id(), has));
                undo.add(Edit.tag(subject.id(), has));
                String then = other + has.substring(tag.length());
                if (!other.isEmpty() && !subject.labels().tags().contains(then)) {
                    edits.add(Edit.tag(subject.id(), then));
                    undo.add(Edit.untag(subject.id(), then));
                }
            }
        }
    }
}
