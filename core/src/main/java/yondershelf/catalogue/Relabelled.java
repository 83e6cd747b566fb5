package yondershelf.catalogue;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Library;
import yondershelf.library.Relabel;
import yondershelf.search.Key;
import yondershelf.store.AssetRow;

/**
 * What one act did to the labels of many assets: it can be said again and taken back as one.
 *
 * @param edits by library
 */
public record Relabelled(Map<Library, Relabel.Edits> edits) {
    private static final int PART = 1_000;

    /** How many assets became other than they were. */
    public int changed() {
        return edits.values().stream().mapToInt(Relabel.Edits::changed).sum();
    }

    /** What is to be done; nothing is changed yet. */
    static Relabelled of(Catalogue catalogue, List<Key> keys, Relabel wanted) throws ProblemException {
        Map<String, List<Integer>> rows = new LinkedHashMap<>();
        for (Key key : keys) {
            rows.computeIfAbsent(key.library(), k -> new ArrayList<>()).add(key.row());
        }
        Map<Library, Relabel.Edits> out = new LinkedHashMap<>();
        int number = 1;
        for (Map.Entry<String, List<Integer>> each : rows.entrySet()) {
            Library library = catalogue.libraries().stream()
                    .filter(l -> l.id().equals(each.getKey()))
                    .findFirst()
                    .orElseThrow(() -> new Problem(
                                    "What is chosen",
                                    "the library of some of it is away",
                                    "Connect its drive: it comes back by itself")
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

    /** Says all of it, or what was said before. When one library cannot be written, the others are as they were. */
    void write(boolean back) throws ProblemException {
        List<Library> written = new ArrayList<>();
        for (Map.Entry<Library, Relabel.Edits> each : edits.entrySet()) {
            try {
                edit(each.getKey(), each.getValue(), back);
                written.add(each.getKey());
            } catch (ProblemException e) {
                for (Library library : written) {
                    Relabel.Edits done = edits.get(library);
                    if (done != null) {
                        edit(library, done, !back);
                    }
                }
                throw e;
            }
        }
    }

    private static void edit(Library library, Relabel.Edits edits, boolean back) throws ProblemException {
        List<Edit> wanted = back ? edits.undo() : edits.edits();
        if (!wanted.isEmpty()) {
            library.edit(wanted);
        }
    }
}
