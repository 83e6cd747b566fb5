package yondershelf.catalogue;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.library.UndoRun;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/**
 * Does what is said of assets, and takes back whatever was done. An act is noted before anything of it is done, so that it can be
 * taken back wherever it is cut off; what somebody else said or wrote meanwhile is never overruled by taking back. Safe for several
 * threads.
 */
public final class ActHistory {
    private final Catalogue catalogue;
    private final KeptActs acts;

    ActHistory(Catalogue catalogue, KeptActs acts) {
        this.catalogue = catalogue;
        this.acts = acts;
    }

    /** What was done to labels and files lately, for taking it back at another start. */
    public KeptActs acts() {
        return acts;
    }

    /**
     * Says something of assets as an act that is kept first: it can be taken back wherever it is cut off.
     *
     * @throws ProblemException when any of it could not be written; then none is
     */
    public void perform(KeptAct act) throws ProblemException {
        acts.add(act);
        boolean done = false;
        try {
            say(edits(act));
            done = true;
        } finally {
            if (!done) {
                acts.mark(act.id(), true);
            }
        }
    }

    /** Does again what was taken back: what was said of assets; files are not changed anew. */
    public void doAgain(KeptAct act) throws ProblemException {
        if (!act.canBeDoneAgain()) {
            throw new Problem(
                            act.what(),
                            Phrase.of("catalogue.it-changed-files-and-is"),
                            Phrase.of("catalogue.do-it-anew"))
                    .raise();
        }
        say(current(act, false, false, new ArrayList<>()));
        acts.mark(act.id(), false);
    }

    /** True for a group of changes to files that was cut off before it changed any. */
    public boolean isEmpty(KeptAct act) throws ProblemException {
        if (!act.isBare()) {
            return false;
        }
        KeptAct.Run run = act.runs().get(0);
        Optional<Library> library = catalogue.libraryById(run.library());
        return library.isPresent()
                && FileActs.allRuns(library.get()).stream()
                        .noneMatch(r -> r.run().equals(run.run()));
    }

    /**
     * Takes back what was done, at this start or an earlier one, and notes that it was.
     *
     * @param skip leaves as they are files that were changed since, and labels of which somebody said something else
     * @return what was left, and why
     * @throws ProblemException when a library is away, a file was changed since, or somebody said something else; then nothing of
     *     that library is touched
     */
    public List<Problem> takeBack(KeptAct act, boolean skip, Work work) throws ProblemException {
        List<Problem> left = new ArrayList<>();
        Map<Library, List<Edit>> said = current(act, true, skip, left);
        for (KeptAct.Run run : act.runs().reversed()) {
            takeBack(run, act, skip, left, work);
        }
        say(said);
        acts.mark(act.id(), true);
        return left;
    }

    private void takeBack(KeptAct.Run run, KeptAct act, boolean skip, List<Problem> left, Work work)
            throws ProblemException {
        Library library = here(run.library(), act);
        UndoRun.Summary kept = FileActs.allRuns(library).stream()
                .filter(r -> r.run().equals(run.run()))
                .findFirst()
                .orElse(null);
        if (kept == null) {
            Problem gone = new Problem(
                    act.what(),
                    Phrase.of("catalogue.what-was-kept-of-it-is-gone", library.name()),
                    Phrase.of("catalogue.take-back-the-rest-without"));
            if (!skip) {
                throw gone.raise();
            }
            left.add(gone);
        } else if (!kept.undone()) {
            left.addAll(FileActs.undo(library, run.run(), skip, work).skipped());
            catalogue.scanning().scan(library, work);
        }
    }

    private Map<Library, List<Edit>> edits(KeptAct act) throws ProblemException {
        Map<Library, List<Edit>> out = new LinkedHashMap<>();
        for (KeptAct.Said said : act.said()) {
            out.put(here(said.library(), act), said.edits());
        }
        return out;
    }

    /**
     * What is to be said to take an act back, or do it again, without what is so already.
     *
     * @param left gets what others said otherwise meanwhile, which stays
     */
    private Map<Library, List<Edit>> current(KeptAct act, boolean back, boolean skip, List<Problem> left)
            throws ProblemException {
        Map<Library, List<Edit>> out = new LinkedHashMap<>();
        for (KeptAct.Said said : act.said()) {
            Library library = here(said.library(), act);
            Map<String, Edit> done = new LinkedHashMap<>();
            (back ? said.edits() : said.undo()).forEach(e -> done.put(e.subject(), e));
            List<Edit> wanted = new ArrayList<>();
            for (Edit edit : back ? said.undo() : said.edits()) {
                Edit before = done.get(edit.subject());
                if (library.labels().isSaid(edit)) {
                    continue;
                }
                if (before == null || library.labels().isSaid(before)) {
                    wanted.add(edit);
                } else if (skip) {
                    left.add(otherwise(library, edit));
                } else {
                    throw otherwise(library, edit).raise();
                }
            }
            out.put(library, wanted);
        }
        return out;
    }

    private static Problem otherwise(Library library, Edit edit) {
        String what = library.asset(edit.asset()).map(Asset::path).orElse(edit.asset());
        return new Problem(
                what,
                Phrase.of("catalogue.something-else-was-said-of-it", edit.field()),
                Phrase.of("catalogue.take-back-the-rest-without"));
    }

    /** When one library cannot be written, the others are as they were. */
    private void say(Map<Library, List<Edit>> edits) throws ProblemException {
        Map<Library, List<Edit>> opposite = new LinkedHashMap<>();
        try {
            for (Map.Entry<Library, List<Edit>> each : edits.entrySet()) {
                if (!each.getValue().isEmpty()) {
                    List<Edit> before = each.getKey().labels().opposite(each.getValue());
                    each.getKey().labels().edit(each.getValue());
                    opposite.put(each.getKey(), before);
                }
            }
        } catch (ProblemException e) {
            for (Map.Entry<Library, List<Edit>> each : opposite.entrySet()) {
                each.getKey().labels().edit(each.getValue());
            }
            throw e;
        } finally {
            catalogue.scanning().follow();
        }
    }

    private Library here(String id, KeptAct act) throws ProblemException {
        return catalogue
                .libraryById(id)
                .orElseThrow(() -> new Problem(
                                act.what(),
                                Phrase.of("catalogue.the-library-it-was-done"),
                                Phrase.of("catalogue.connect-its-drive-then-try"))
                        .raise());
    }
}
