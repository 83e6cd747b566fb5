package yondershelf.app.mend;

import java.util.List;
import javafx.scene.layout.BorderPane;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.app.shelf.PreviewLoader;
import yondershelf.app.window.EmptyPlace;
import yondershelf.library.Asset;
import yondershelf.mend.Finding;
import yondershelf.search.Query;
import yondershelf.words.Phrase;

/** What is wrong: left the findings, or earlier changes to files; right the chosen finding's evidence large and its remedy. */
public final class MendView extends BorderPane {
    private final Workspace workspace;
    private final Runnable addLibrary;
    private final FindingList list = new FindingList(this::show);
    private final RunsView runs;
    private final MendHead head;
    private final FindingEvidence side;
    private boolean runsShown;

    /** @param addLibrary asks for a folder to open as a library */
    public MendView(Workspace workspace, PreviewLoader loader, Runnable addLibrary) {
        this.workspace = workspace;
        this.addLibrary = addLibrary;
        getStyleClass().add("working-list");
        setId("mend");
        head = new MendHead(workspace.faults(), workspace.libraries(), () -> showRuns(!runsShown));
        runs = new RunsView(workspace.fileRuns(), workspace.questions(), workspace.background());
        side = new FindingEvidence(workspace.faults(), workspace.background(), workspace.catalogue(), loader);
        list.offer(finding -> workspace.faults().mend(List.of(finding)), this::find);
        setTop(head);
        setCenter(list);
        setRight(side);
        workspace.faults().findings().addListener(o -> {
            // what nobody sees is not laid out; it is filled when it comes into view
            if (workspace.view().get() == Workspace.View.MEND) {
                fill();
                runs.readAgain();
            }
        });
        workspace.onChange(() -> {
            if (workspace.faults().findings().get().isEmpty()) {
                fill();
            }
        });
        workspace.view().addListener((o, before, now) -> {
            if (now == Workspace.View.MEND) {
                comeIntoView();
            }
        });
        fill();
    }

    private void comeIntoView() {
        Asset asset = workspace.selected().get();
        if (asset != null) {
            workspace.faults().of(asset).stream().findFirst().ifPresent(this::show);
        }
        fill();
        runs.readAgain();
    }

    /** Shows the changes made so far in place of the findings, or these again. */
    public void showRuns(boolean wanted) {
        runsShown = wanted;
        setCenter(wanted ? runs : list);
        fill();
        if (wanted) {
            runs.readAgain();
        }
    }

    private void fill() {
        List<Finding> findings = workspace.faults().findings().get();
        head.show(findings, runsShown);
        side.setVisible(!findings.isEmpty() && !runsShown);
        side.setManaged(side.isVisible());
        if (findings.isEmpty()) {
            list.setPlaceholder(emptyPlace());
        }
        list.show(findings);
        // one that can be mended says more at first sight
        show(side.chosen()
                .filter(findings::contains)
                .or(() -> findings.stream().filter(f -> f.remedy() != null).findFirst())
                .or(() -> findings.stream().findFirst())
                .orElse(null));
    }

    private EmptyPlace emptyPlace() {
        if (workspace.catalogue().libraries().isEmpty()) {
            return new EmptyPlace(Phrase.of("views.findings-in-your-libraries-are")).offerLibrary(addLibrary);
        }
        return new EmptyPlace(Phrase.of("views.nothing-was-found-to-be"));
    }

    /** Shows the thing a finding is about on the shelf. */
    private void find(Finding finding) {
        workspace
                .background()
                .quietly(
                        Phrase.of("views.finding", finding.path()),
                        work -> workspace.catalogue().shelf().asset(finding.asset()),
                        found -> found.ifPresent(asset -> {
                            workspace.shelf().query().set(Query.EVERYTHING.withWords(asset.name()));
                            workspace.view().set(Workspace.View.SHELF);
                        }));
    }

    private void show(@Nullable Finding finding) {
        list.mark(finding);
        side.show(finding);
    }
}
