package yondershelf.app.model;

import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import javafx.application.Platform;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.content.ProblemException;
import yondershelf.library.Library;
import yondershelf.library.Looked;
import yondershelf.words.Phrase;
import yondershelf.work.Job;

/** What is done to libraries as wholes, and looking through them. Used from the interface thread; the work goes to jobs. */
public final class LibraryActs {
    private final Workspace workspace;
    private final Catalogue catalogue;
    private final Background background;

    LibraryActs(Workspace workspace) {
        this.workspace = workspace;
        this.catalogue = workspace.catalogue();
        this.background = workspace.background();
    }

    /** Looks through all libraries, then checks what is new for faults. */
    public Job<Boolean> scan() {
        return background.run(
                Phrase.of("model.looking-through-the-libraries"),
                work -> {
                    Map<Library, Looked> looked =
                            catalogue.scanning().scanAll(work, () -> Platform.runLater(workspace.shelf()::search));
                    workspace.arrived().heard(looked);
                    return looked.values().stream().anyMatch(l -> !l.isUnchanged());
                },
                changes -> {
                    catalogue.contents().forgetFailures();
                    workspace.arrived().watch();
                    refreshed();
                });
    }

    /** Something is other than it was: everything that shows it is told. */
    void refreshed() {
        workspace.openScene().complete();
        workspace.shelf().search();
        workspace.faults().check();
        workspace.tellChanged();
    }

    /** Adds a folder as a library and looks through it. */
    public void add(Path folder) {
        background.run(
                Phrase.of("model.opening", folder.getFileName()), work -> catalogue.add(folder, ""), library -> scan());
    }

    /** Makes a new or empty folder a library. */
    public void create(Path folder) {
        background.run(
                Phrase.of("model.making-2", folder.getFileName()),
                work -> catalogue.create(folder, ""),
                library -> scan());
    }

    /** Lets new things go to a library unless another is named. */
    public void setTarget(KnownLibrary library) {
        change(Phrase.of("model.new-things-go-to", library.name()), all -> {
            Optional<Library> there = library.library();
            if (there.isPresent()) {
                all.setTarget(there.get());
            }
        });
    }

    /** Something done to libraries as wholes: their names, order, or whether they are shown. */
    public void change(String what, Act act) {
        background.run(
                what,
                work -> {
                    act.run(catalogue);
                    return true;
                },
                done -> {
                    workspace.shelf().search();
                    workspace.tellChanged();
                });
    }

    /** An act on the catalogue that may fail. */
    public interface Act {
        void run(Catalogue catalogue) throws ProblemException;
    }
}
