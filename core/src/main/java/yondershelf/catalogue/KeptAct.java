package yondershelf.catalogue;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import yondershelf.library.Edit;
import yondershelf.library.Library;

/**
 * Something that was done to labels or files, kept so that it can be taken back at another start.
 *
 * @param id tells acts apart
 * @param what for a person
 * @param when in milliseconds since 1970
 * @param undone true when it was taken back
 * @param said what was said of assets, by library
 * @param runs changes to files, in the order they were made
 */
public record KeptAct(String id, String what, long when, boolean undone, List<Said> said, List<Run> runs) {

    /** Edits of labels in one library, and those that say again what was before. */
    public record Said(String library, List<Edit> edits, List<Edit> undo) {
        public Said {
            edits = List.copyOf(edits);
            undo = List.copyOf(undo);
        }
    }

    /** A group of file changes in one library. */
    public record Run(String library, String run) {}

    public KeptAct {
        said = List.copyOf(said);
        runs = List.copyOf(runs);
    }

    private static KeptAct now(String what, List<Said> said, List<Run> runs) {
        return new KeptAct(UUID.randomUUID().toString(), what, System.currentTimeMillis(), false, said, runs);
    }

    /** One that said something of the assets of one library. */
    public static KeptAct of(String what, Library library, List<Edit> edits, List<Edit> undo) {
        return now(what, List.of(new Said(library.id(), edits, undo)), List.of());
    }

    /** One that said something of many assets. */
    static KeptAct of(String what, Relabelled act) {
        List<Said> said = new ArrayList<>();
        act.edits().forEach((library, edits) -> said.add(new Said(library.id(), edits.edits(), edits.undo())));
        return now(what, said, List.of());
    }

    /** One that changed files. */
    public static KeptAct of(String what, List<Run> runs) {
        return now(what, List.of(), runs);
    }

    /** One that changed files, and said something of what they became. */
    public static KeptAct of(String what, List<Run> runs, Library library, List<Edit> edits, List<Edit> undo) {
        return now(what, List.of(new Said(library.id(), edits, undo)), runs);
    }

    /** A group of changes to files that begins; its name is the group's. */
    static KeptAct begun(String library, String run, String what) {
        return new KeptAct(run, what, System.currentTimeMillis(), false, List.of(), List.of(new Run(library, run)));
    }

    /** True for a group of changes that nobody told more of: it was cut off, or came of no act. */
    public boolean isBare() {
        return runs.size() == 1 && runs.get(0).run().equals(id);
    }

    KeptAct undone(boolean back) {
        return new KeptAct(id, what, when, back, said, runs);
    }

    /** True when it can be done again once it was taken back: what was said can. */
    public boolean canBeDoneAgain() {
        return runs.isEmpty();
    }
}
