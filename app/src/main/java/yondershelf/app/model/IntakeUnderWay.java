package yondershelf.app.model;

import java.nio.file.Path;
import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.intake.Intake;
import yondershelf.intake.Taken;
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

    /** Labels what came: its names, tags, makers and licences. In the background. What came is there if that fails, too. */
    public void label(Library library, Taken came, Work work) {
        try {
            workspace.catalogue().scan(library, work);
            workspace.catalogue().edit(library, came.labels(library));
        } catch (ProblemException e) {
            work.problem(e.problem());
        }
    }

    /** Remembers an intake that was done, and shows what came. */
    public void tookIn(Library library, Taken came) {
        String run = came.run();
        List<String> paths = came.paths();
        if (run != null) {
            workspace
                    .fileRuns()
                    .remember(
                            Phrase.of("model.take-in", Words.plural(paths.size(), "asset")),
                            List.of(new FileRuns.Run(library, run)),
                            () -> {
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
                            workspace.search();
                            workspace.scan();
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
