package yondershelf.app.model;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.Supplier;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptAct;
import yondershelf.catalogue.Scanning;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.library.UndoRun;
import yondershelf.library.UndoStore;
import yondershelf.words.Phrase;
import yondershelf.work.History;
import yondershelf.work.Work;

/** Changes to files in libraries, as acts that can be undone: at once by the history, or later from the list of all of them. */
public final class FileRuns {
    /** A group of changes in one library. */
    public record Run(Library library, String run) {}

    /** A group of changes in the list of all. */
    public record Listed(Library library, UndoRun.Summary summary) {}

    /**
     * What one library keeps for undoing.
     *
     * @param previews bytes its previews take besides
     */
    public record Kept(Library library, UndoStore.Space space, long previews) {}

    /** An undo that met a file that was changed since. */
    public record Conflict(String what, List<Run> runs, Problem problem) {
        public Conflict {
            runs = List.copyOf(runs);
        }
    }

    private final Catalogue catalogue;
    private final Background background;
    private final History history;
    private final KeptHistory keptHistory;
    private final Runnable lookAgain;
    private final ObjectProperty<@Nullable Conflict> conflict = new SimpleObjectProperty<>();

    /** @param lookAgain called after files were changed */
    FileRuns(Catalogue catalogue, Background background, History history, KeptHistory keptHistory, Runnable lookAgain) {
        this.catalogue = catalogue;
        this.background = background;
        this.history = history;
        this.keptHistory = keptHistory;
        this.lookAgain = lookAgain;
    }

    /** The undo that waits for a word on what to do with a file that was changed since. */
    public ObjectProperty<@Nullable Conflict> conflict() {
        return conflict;
    }

    /** Something that changes files. */
    interface Changing {
        /** @param made gets each group of changes as soon as it has begun: however it ends, it can be taken back */
        void run(List<Run> made, Work work) throws ProblemException;
    }

    /** Changes files, as one act that can be taken back and done again; asked for in turn. */
    void perform(String title, String what, Changing changing) {
        Acting acting = new Acting(title, what, changing);
        acting.run(acting::remember);
    }

    /** One act, with what it changed the latest time. */
    private final class Acting {
        private final String title;
        private final String what;
        private final Changing changing;
        private volatile List<Run> runs = List.of();
        private volatile @Nullable KeptAct kept;

        Acting(String title, String what, Changing changing) {
            this.title = title;
            this.what = what;
            this.changing = changing;
        }

        void run(Runnable then) {
            List<Run> made = Collections.synchronizedList(new ArrayList<>());
            Runnable over = () -> {
                List<Run> all = List.copyOf(made);
                if (!all.isEmpty()) {
                    kept = keep(what, all);
                    then.run();
                }
                lookAgain.run();
            };
            background.inTurn(
                    title,
                    work -> {
                        // who takes it back next asks before this thread has told anybody
                        runs = made;
                        changing.run(made, work);
                        return true;
                    },
                    done -> over.run(),
                    over);
        }

        void remember() {
            history.remember(
                    what,
                    () -> run(() -> {}),
                    () -> FileRuns.this.takeBack(what, () -> runs, false, () -> {
                        KeptAct act = kept;
                        if (act != null) {
                            keptHistory.mark(act, true);
                        }
                    }));
        }
    }

    private KeptAct keep(String what, List<Run> runs) {
        KeptAct act = KeptAct.of(
                what,
                runs.stream().map(r -> new KeptAct.Run(r.library.id(), r.run)).toList());
        keptHistory.keep(act);
        return act;
    }

    /** Remembers changes already made, which are kept as an act when they are not yet. */
    void remember(KeptAct act, History.Step redo) {
        keptHistory.keep(act);
        history.remember(act.what(), redo, () -> takeBack(act, () -> {}));
    }

    /**
     * Takes changes back. One that cannot be is asked about; it hides no older one in the history meanwhile.
     *
     * @param skip leaves files that were changed since as they are
     */
    public void takeBack(String what, List<Run> runs, boolean skip) {
        takeBack(what, () -> runs, skip, () -> {});
    }

    /** Takes back what was done at an earlier start. */
    void takeBack(KeptAct act, Runnable then) throws ProblemException {
        List<Run> runs = new ArrayList<>();
        for (KeptAct.Run run : act.runs().reversed()) {
            Library library = catalogue
                    .libraryById(run.library())
                    .orElseThrow(() -> new Problem(
                                    act.what(),
                                    Phrase.of("model.the-library-it-was-done"),
                                    Phrase.of("model.connect-its-drive-then-try"))
                            .raise());
            runs.add(new Run(library, run.run()));
        }
        takeBack(act.what(), () -> runs, act, false, then);
    }

    /** @param runs asked when its turn has come: what is done again just before gives other ones */
    private void takeBack(String what, Supplier<List<Run>> runs, boolean skip, Runnable then) {
        takeBack(what, runs, null, skip, then);
    }

    /** @param act what was said with the changes is taken back after them; may be null */
    private void takeBack(String what, Supplier<List<Run>> runs, @Nullable KeptAct act, boolean skip, Runnable then) {
        List<Run> left = Collections.synchronizedList(new ArrayList<>());
        List<Problem> met = new ArrayList<>();
        background.inTurn(
                Phrase.of("model.taking-back", what),
                work -> {
                    left.addAll(runs.get());
                    undo(left, met, skip, work);
                    if (act != null) {
                        // its files are back already: what is left of it is what was said
                        catalogue.history().takeBack(act, true, work).forEach(work::problem);
                    }
                    return true;
                },
                done -> {
                    then.run();
                    lookAgain.run();
                },
                () -> {
                    if (!met.isEmpty()) {
                        conflict.set(new Conflict(what, left, met.get(0)));
                    }
                    lookAgain.run();
                });
    }

    private static void undo(List<Run> left, List<Problem> met, boolean skip, Work work) throws ProblemException {
        while (!left.isEmpty()) {
            Run run = left.get(0);
            List<UndoRun.Summary> all = FileActs.allRuns(run.library);
            if (all.stream().noneMatch(r -> r.run().equals(run.run))) {
                throw Problem.of(run.library.name(), Phrase.of("model.what-was-kept-for-taking"))
                        .raise();
            }
            boolean done = all.stream().anyMatch(r -> r.run().equals(run.run) && r.undone());
            if (done) {
                // taken back from the list of all changes meanwhile
                left.remove(0);
                continue;
            }
            try {
                FileActs.undo(run.library, run.run, skip, work).skipped().forEach(work::problem);
            } catch (ProblemException e) {
                met.add(e.problem());
                throw e;
            }
            left.remove(0);
        }
    }

    /** Deletes assets' files, those that no other one needs, in one act. They are kept until the undo store is emptied. */
    public void delete(List<Asset> assets, String name) {
        Deletion deletion = new Deletion(assets);
        perform(
                Phrase.of("model.deleting", name),
                Phrase.of("model.delete", name),
                (made, work) -> deletion.run(Phrase.of("model.delete", name), catalogue, made, work));
    }

    /** What is kept in all libraries so that changes can be taken back. */
    public List<Kept> kept() throws ProblemException {
        List<Kept> out = new ArrayList<>();
        for (Library library : catalogue.libraries()) {
            UndoStore.Space space = UndoStore.space(library);
            if (space.bytes() > 0) {
                out.add(new Kept(library, space, Scanning.previewRoom(library)));
            }
        }
        return out;
    }

    /** Lets go of what a library keeps: nothing earlier can be taken back after it. */
    public void empty(Library library) {
        background.inTurn(
                Phrase.of("model.emptying-the-undo-store-of", library.name()),
                work -> UndoStore.empty(library, work),
                freed -> lookAgain.run(),
                () -> {});
    }

    /** All groups of changes of all libraries, newest first. */
    public List<Listed> all() throws ProblemException {
        List<Listed> out = new ArrayList<>();
        for (Library library : catalogue.libraries()) {
            for (UndoRun.Summary summary : FileActs.allRuns(library)) {
                out.add(new Listed(library, summary));
            }
        }
        out.sort((a, b) -> b.summary.when().compareTo(a.summary.when()));
        return out;
    }
}
