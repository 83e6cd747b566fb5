package yondershelf.app.model;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.KeptAct;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.intake.Intake;
import yondershelf.intake.Taken;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** What was brought to the window, the intake it became, and what is kept of it when it is over. */
public final class IntakeUnderWay {
    private final Workspace workspace;
    private final ObjectProperty<List<Path>> brought = new SimpleObjectProperty<>(List.of());
    private @Nullable Intake intake;

    IntakeUnderWay(Workspace workspace) {
        this.workspace = workspace;
    }

    /** Files and folders brought to the window and not yet taken in or let go. */
    public ObjectProperty<List<Path>> brought() {
        return brought;
    }

    /** Makes an intake the one under way, or none; the one before lets go of what it unpacked. */
    public void begin(@Nullable Intake other) {
        Intake over = intake;
        intake = other;
        if (over != null) {
            workspace.jobs().startQuietly(Phrase.of("model.tidying-up"), work -> {
                over.close();
                return true;
            });
        }
    }

    /**
     * Labels what came: its names, tags, makers and licences, in one act with its coming. In the background. What came is there if
     * that fails, too.
     *
     * @return the act as it is kept; empty when nothing came
     */
    public Optional<KeptAct> label(Library library, Taken came, Work work) {
        String run = came.run();
        if (run == null) {
            return Optional.empty();
        }
        String what = Phrase.of("model.take-in", Words.plural(came.paths().size(), "asset"));
        List<KeptAct.Run> runs = List.of(new KeptAct.Run(library.id(), run));
        try {
            workspace.catalogue().scanning().scan(library, work);
            List<Edit> labels = came.labels(library);
            KeptAct act =
                    KeptAct.of(what, runs, library, labels, library.labels().opposite(labels));
            workspace.catalogue().history().perform(act);
            return Optional.of(act);
        } catch (ProblemException e) {
            work.problem(e.problem());
            return Optional.of(KeptAct.of(what, runs));
        }
    }

    /**
     * Remembers an intake that was done, and shows what came.
     *
     * @param act as {@link #label} gave it; null when that was not reached
     */
    public void tookIn(Library library, Taken came, @Nullable KeptAct act) {
        String run = came.run();
        if (run != null) {
            KeptAct kept = act != null
                    ? act
                    : KeptAct.of(
                            Phrase.of("model.take-in", Words.plural(came.paths().size(), "asset")),
                            List.of(new KeptAct.Run(library.id(), run)));
            workspace.fileRuns().remember(kept, () -> {
                throw Problem.of(library.name(), Phrase.of("model.bring-the-files-again-to"))
                        .raise();
            });
        }
        brought.set(List.of());
        workspace.view().set(Workspace.View.SHELF);
        JustTaken last = new JustTaken(library.id(), came.since());
        workspace
                .background()
                .quietly(
                        Phrase.of("model.keeping-what-came-last"),
                        work -> {
                            last.keep(workspace.catalogue().home());
                            return true;
                        },
                        done -> {
                            // what came was seen already when it was labelled
                            workspace.shelf().search();
                            workspace.libraries().scan();
                        });
    }

    /** Lets go of what is unpacked. */
    void close() {
        Intake open = intake;
        if (open != null) {
            workspace.attempt(open::close);
        }
    }
}
