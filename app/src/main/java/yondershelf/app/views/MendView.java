package yondershelf.app.views;

import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Images;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.app.shelf.PreviewLoader;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.mend.Finding;
import yondershelf.render.Booth;
import yondershelf.search.Query;
import yondershelf.words.Phrase;

/** What is wrong: left the findings, right the chosen one's evidence large and its remedy, one act that applies it. */
public final class MendView extends BorderPane {
    private static final int EDGE = 250;
    private static final int FOUND = 96;

    private final Workspace workspace;
    private final PreviewLoader loader;
    private final Runnable addLibrary;
    private final FindingList list = new FindingList(this::choose);
    private final RunsList runs;
    private final ScrollPane scroll;
    private final Button earlier = new Button(Phrase.of("views.earlier-changes"));
    private boolean runsShown;
    private final Label heading = new Label(Phrase.of("views.mend"));
    private final Button all = new Button(Phrase.of("views.apply-every-remedy"));
    private final Button one = new Button(Phrase.of("views.apply-this-remedy"));
    private final EvidencePicture asItIs = new EvidencePicture(EDGE);
    private final ImageView found = new ImageView();
    private final Label foundName = new Label();
    private final VBox foundBox;
    private final EvidenceSide side;
    private final Label title = new Label();
    private final Label evidence = new Label();
    private final Label remedy = new Label();
    private @Nullable Finding chosen;

    /** @param addLibrary asks for a folder to open as a library */
    public MendView(Workspace workspace, PreviewLoader loader, Runnable addLibrary) {
        this.workspace = workspace;
        this.loader = loader;
        this.addLibrary = addLibrary;
        getStyleClass().add("working-list");
        setId("mend");
        heading.getStyleClass().add("view-heading");
        all.setId("mend-all");
        all.getStyleClass().add("main-act");
        all.setTooltip(new Tooltip(Phrase.of("views.apply-all-remedies-that-are")));
        all.setOnAction(
                e -> workspace.faults().mend(workspace.faults().findings().get()));
        Button check = new Button(Phrase.of("views.check-again"));
        check.getStyleClass().add("quiet");
        check.setTooltip(new Tooltip(Phrase.of("views.look-through-the-libraries-for")));
        check.setOnAction(e -> workspace.scan());
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        earlier.getStyleClass().add("quiet");
        earlier.setId("earlier");
        earlier.setTooltip(new Tooltip(Phrase.of("views.all-changes-made-to-files")));
        earlier.setOnAction(e -> showRuns(!runsShown));
        HBox head = new HBox(10, heading, gap, all, earlier, check);
        head.setAlignment(Pos.CENTER_LEFT);
        head.getStyleClass().add("pane-head");
        setTop(head);
        runs = new RunsList(workspace);
        scroll = new ScrollPane(runs);
        scroll.setFitToWidth(true);
        setCenter(list);
        one.setId("mend-one");
        one.getStyleClass().add("main-act");
        one.setTooltip(new Tooltip(Phrase.of("views.apply-this-remedy-it-can")));
        one.setOnAction(e -> {
            Finding now = chosen;
            if (now != null) {
                workspace.faults().mend(List.of(now));
            }
        });
        list.offer(finding -> workspace.faults().mend(List.of(finding)), this::find);
        foundBox = new VBox(4, found, foundName);
        foundName.setWrapText(true);
        foundName.getStyleClass().add("faint");
        title.getStyleClass().add("view-heading");
        title.setWrapText(true);
        evidence.setWrapText(true);
        remedy.setWrapText(true);
        VBox right = new VBox(9, asItIs, title, evidence, remedy, foundBox);
        side = new EvidenceSide(right, EDGE).with(one);
        setRight(side);
        workspace.faults().findings().addListener(o -> {
            // what nobody sees is not laid out; it is filled when it comes into view
            if (workspace.view().get() == Workspace.View.MEND) {
                fill();
                runs.refresh();
            }
        });
        workspace.onChange(() -> {
            if (workspace.faults().findings().get().isEmpty()) {
                fill();
            }
        });
        workspace.view().addListener((o, before, now) -> {
            if (now == Workspace.View.MEND) {
                Asset asset = workspace.selected().get();
                if (asset != null) {
                    workspace.faults().of(asset).stream().findFirst().ifPresent(this::choose);
                }
                fill();
                runs.refresh();
            }
        });
        fill();
    }

    /** Shows the changes made so far in place of the findings, or these again. */
    public void showRuns(boolean wanted) {
        runsShown = wanted;
        setCenter(wanted ? scroll : list);
        earlier.setText(wanted ? Phrase.of("views.findings") : Phrase.of("views.earlier-changes"));
        fill();
        side.setVisible(!wanted && !workspace.faults().findings().get().isEmpty());
        side.setManaged(side.isVisible());
        if (wanted) {
            runs.refresh();
        }
    }

    private void fill() {
        List<Finding> findings = workspace.faults().findings().get();
        long mendable = findings.stream().filter(f -> f.remedy() != null).count();
        heading.setText(
                runsShown
                        ? Phrase.of("views.earlier-changes")
                        : findings.isEmpty() ? Phrase.of("views.mend") : Words.plural(findings.size(), "finding"));
        all.setVisible(!runsShown);
        all.setManaged(!runsShown);
        all.setText(Phrase.of(
                "views.apply",
                mendable == 1 ? Phrase.of("views.the-one-remedy") : Phrase.of("views.all-remedies", mendable)));
        all.setDisable(mendable == 0);
        if (findings.isEmpty()) {
            list.setPlaceholder(emptyPlace());
        }
        all.setVisible(!findings.isEmpty() && !runsShown);
        side.setVisible(!findings.isEmpty() && !runsShown);
        side.setManaged(side.isVisible());
        list.show(findings);
        Finding now = chosen;
        if (now == null || !findings.contains(now)) {
            // one that can be mended says more at first sight
            show(findings.stream()
                    .filter(f -> f.remedy() != null)
                    .findFirst()
                    .orElse(findings.isEmpty() ? null : findings.get(0)));
        } else {
            show(now);
        }
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
                        work -> workspace.catalogue().asset(finding.asset()),
                        found -> found.ifPresent(asset -> {
                            workspace.query().set(Query.EVERYTHING.withWords(asset.name()));
                            workspace.view().set(Workspace.View.SHELF);
                        }));
    }

    private void choose(Finding finding) {
        show(finding);
    }

    private void show(@Nullable Finding finding) {
        chosen = finding;
        list.mark(finding);
        one.setVisible(finding != null && finding.remedy() != null);
        foundBox.setVisible(false);
        foundBox.setManaged(false);
        if (finding == null) {
            asItIs.show((Image) null);
            title.setText("");
            evidence.setText("");
            remedy.setText("");
            return;
        }
        title.setText(finding.code().title());
        evidence.setText(finding.evidence() + ".");
        Finding.Remedy fix = finding.remedy();
        remedy.setText(
                fix == null
                        ? Phrase.of("views.no-safe-remedy-is-known")
                        : Phrase.of("views.remedy", lower(fix.sentence())));
        workspace.catalogue().asset(finding.asset()).ifPresent(asset -> {
            PreviewLoader.Shown shown = loader.get(asset);
            asItIs.show(shown == null ? null : shown.image());
            if (shown == null || shown.image() == null || shown.image().getWidth() < PreviewLoader.SIZE) {
                showAsItIs(finding, asset);
            }
        });
        String source = fix == null ? null : fix.source();
        Library library = workspace.catalogue().libraryOf(finding.asset()).orElse(null);
        if (source != null && library != null) {
            showFound(finding, library, source);
        }
    }

    /** The preview of something that has not come into view on the shelf. */
    private void showAsItIs(Finding finding, Asset asset) {
        workspace
                .background()
                .quietly(
                        Phrase.of("views.preview-of", asset.name()),
                        work -> {
                            Picture kept = workspace.catalogue().contents().keptPreview(asset, PreviewLoader.SIZE);
                            return Optional.ofNullable(
                                    kept != null
                                            ? kept
                                            : workspace
                                                    .catalogue()
                                                    .contents()
                                                    .takePreview(
                                                            asset,
                                                            PreviewLoader.SIZE,
                                                            Booth.FINAL_SAMPLES,
                                                            work::isCancelled));
                        },
                        made -> {
                            if (finding.equals(chosen)) {
                                made.ifPresent(asItIs::show);
                            }
                        });
    }

    private void showFound(Finding finding, Library library, String source) {
        workspace
                .background()
                .quietly(
                        Phrase.of("views.reading-the-found-texture"),
                        work -> foundTexture(library, source),
                        texture -> {
                            if (finding.equals(chosen)) {
                                found.setImage(Images.of(texture));
                                foundName.setText(Phrase.of("views.found", source));
                                foundBox.setVisible(true);
                                foundBox.setManaged(true);
                            }
                        });
    }

    private Picture foundTexture(Library library, String source) throws ProblemException {
        Catalogue catalogue = workspace.catalogue();
        return catalogue
                .booth()
                .preview(catalogue.reader().readColours(ImageSource.at(library.resolve(source))), FOUND);
    }

    private static String lower(String sentence) {
        return sentence.substring(0, 1).toLowerCase(java.util.Locale.ROOT) + sentence.substring(1);
    }
}
