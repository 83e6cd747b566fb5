package yondershelf.app.model;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.Supplier;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.library.UndoRun;
import yondershelf.library.UndoStore;
import yondershelf.work.History;
import yondershelf.work.Work;

/** Changes to files in libraries, as acts that can be undone: at once by the history, or later from the list of all of them. */
public final class FileRuns {
    /** A group of changes in one library. */
    public record Run(Library library, String run) {}

    /** A group of changes in the list of all. */
    public record Listed(Library library, UndoRun.Summary summary) {}

    /** What one library keeps for undoing. */
    public record Kept(Library library, UndoStore.Space space) {}

    /** An undo that met a file that was changed since. */
    public record Conflict(String what, List<Run> runs, Problem problem) {
        public Conflict {
            runs = List.copyOf(runs);
        }
    }

    private final Catalogue catalogue;
    private final Background background;
    private final History history;
    private final Runnable lookAgain;
    private final ObjectProperty<@Nullable Conflict> conflict = new SimpleObjectProperty<>();

    /** @param lookAgain called after files were changed */
    FileRuns(Catalogue catalogue, Background background, History history, Runnable lookAgain) {
        this.catalogue = catalogue;
        this.background = background;
        this.history = history;
        this.lookAgain = lookAgain;
    }

    /** The undo that waits for a word on what to do with a file that was changed since. */
    public ObjectProperty<@Nullable Conflict> conflict() {
        return conflict;
    }

    /** Remembers changes already made. */
    void remember(String what, List<Run> runs, History.Step redo) {
        history.remember(what, redo, () -> takeBack(what, () -> runs, false));
    }

    /**
     * Takes changes back. One that cannot be is asked about; it hides no older one in the history meanwhile.
     *
     * @param skip leaves files that were changed since as they are
     */
    public void takeBack(String what, List<Run> runs, boolean skip) {
        takeBack(what, () -> runs, skip);
    }

    /** @param runs asked when its turn has come: what is done again just before gives other ones */
    private void takeBack(String what, Supplier<List<Run>> runs, boolean skip) {
        List<Run> left = Collections.synchronizedList(new ArrayList<>());
        List<Problem> met = new ArrayList<>();
        background.inTurn(
                "Taking back: " + what,
                work -> {
                    left.addAll(runs.get());
                    undo(left, met, skip, work);
                    return true;
                },
                done -> lookAgain.run(),
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
                throw Problem.of(run.library.name(), "what was kept for taking that back has been let go")
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
        Runnable over = () -> {
            if (!deletion.runs().isEmpty()) {
                history.remember(
                        "delete " + name,
                        () -> delete(deletion, name, lookAgain),
                        () -> takeBack("delete " + name, deletion::runs, false));
            }
            lookAgain.run();
        };
        delete(deletion, name, over);
    }

    private void delete(Deletion deletion, String name, Runnable over) {
        background.inTurn(
                "Deleting " + name,
                work -> {
                    deletion.run("delete " + name, catalogue, work);
                    return true;
                },
                done -> over.run(),
                over);
    }

    /** What is kept in all libraries so that changes can be taken back. */
    public List<Kept> kept() throws ProblemException {
        List<Kept> out = new ArrayList<>();
        for (Library library : catalogue.libraries()) {
            UndoStore.Space space = UndoStore.space(library);
            if (space.bytes() > 0) {
                out.add(new Kept(library, space));
            }
        }
        return out;
    }

    /** Lets go of what a library keeps: nothing earlier can be taken back after it. */
    public void empty(Library library) {
        background.inTurn(
                "Emptying the undo store of " + library.name(),
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
