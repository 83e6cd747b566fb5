package yondershelf.app.model;

import java.util.List;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptAct;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;
import yondershelf.work.History;
import yondershelf.work.Work;

/** Keeps what is done to labels and files, so that it can be taken back when the program comes back, and puts it into the history then. */
final class KeptHistory {
    private final Catalogue catalogue;
    private final History history;
    private final SerialExecutor inOrder;
    private final Runnable changed;

    /** @param changed called when labels are other than they were */
    KeptHistory(Catalogue catalogue, History history, SerialExecutor inOrder, Runnable changed) {
        this.catalogue = catalogue;
        this.history = history;
        this.inOrder = inOrder;
        this.changed = changed;
    }

    /**
     * Puts what was done at earlier starts into the history.
     *
     * @param fileRuns takes changes to files back
     */
    void begin(FileRuns fileRuns) {
        inOrder.run(
                Phrase.of("model.what-was-done-before"),
                () -> catalogue.history().acts().all(),
                all -> {
                    List<History.Earlier> before = all.stream()
                            .filter(act -> !act.undone())
                            .map(act -> earlier(act, fileRuns))
                            .toList();
                    // the next to be done again is the earliest of those that were taken back
                    List<History.Earlier> again = all.reversed().stream()
                            .takeWhile(KeptAct::undone)
                            .filter(KeptAct::canBeDoneAgain)
                            .map(act -> earlier(act, fileRuns))
                            .toList();
                    history.begin(before, again);
                });
    }

    private History.Earlier earlier(KeptAct act, FileRuns fileRuns) {
        if (!act.canBeDoneAgain()) {
            return new History.Earlier(
                    act.what(),
                    () -> catalogue.history().doAgain(act),
                    () -> fileRuns.takeBack(act, () -> mark(act, true)));
        }
        return new History.Earlier(
                act.what(),
                () -> say(act.what(), () -> catalogue.history().doAgain(act), () -> {}),
                () -> say(act.what(), () -> catalogue.history().takeBack(act, false, Work.SILENT), () -> {}));
    }

    private interface Saying {
        void run() throws ProblemException;
    }

    private void say(String what, Saying saying, Runnable then) {
        inOrder.run(
                what,
                () -> {
                    saying.run();
                    return true;
                },
                done -> {
                    then.run();
                    changed.run();
                });
    }

    /** Remembers what was said of assets, and is kept already. */
    void remember(KeptAct act) {
        remember(act, () -> {});
    }

    /** @param then called when it was taken back, or done again */
    void remember(KeptAct act, Runnable then) {
        history.remember(
                act.what(),
                () -> say(act.what(), () -> catalogue.history().doAgain(act), then),
                () -> say(act.what(), () -> catalogue.history().takeBack(act, false, Work.SILENT), then));
    }

    /** Keeps one, whose undo somebody else remembers. */
    void keep(KeptAct act) {
        write(act.what(), () -> catalogue.history().acts().add(act));
    }

    /** Notes that one was taken back, or done again. */
    void mark(KeptAct act, boolean undone) {
        write(act.what(), () -> catalogue.history().acts().mark(act.id(), undone));
    }

    private void write(String what, Saying saying) {
        inOrder.run(
                Phrase.of("model.keeping-for-undoing", what),
                () -> {
                    saying.run();
                    return true;
                },
                done -> {});
    }
}
