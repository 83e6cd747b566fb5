package yondershelf.app.mend;

import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Background;
import yondershelf.app.model.Faults;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Images;
import yondershelf.app.shelf.PreviewLoader;
import yondershelf.app.window.EvidencePicture;
import yondershelf.app.window.EvidenceSide;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.mend.Finding;
import yondershelf.words.Phrase;

/** One finding large: the thing as it is, what is wrong, what would fix it, what was found for it, and the act. */
final class FindingEvidence extends BorderPane {
    private static final int EDGE = 250;
    private static final int FOUND = 96;

    private final Background background;
    private final Catalogue catalogue;
    private final PreviewLoader loader;
    private final EvidencePicture asItIs = new EvidencePicture(EDGE);
    private final Label title = new Label();
    private final Label evidence = new Label();
    private final Label remedy = new Label();
    private final ImageView found = new ImageView();
    private final Label foundName = new Label();
    private final VBox foundBox = Gap.TIGHT.column(found, foundName);
    private final Button one = new Button(Phrase.of("views.apply-this-remedy"));
    private @Nullable Finding chosen;

    FindingEvidence(Faults faults, Background background, Catalogue catalogue, PreviewLoader loader) {
        this.background = background;
        this.catalogue = catalogue;
        this.loader = loader;
        one.setId("mend-one");
        one.getStyleClass().add("main-act");
        one.setTooltip(new Tooltip(Phrase.of("views.apply-this-remedy-it-can")));
        one.setOnAction(e -> {
            Finding now = chosen;
            if (now != null) {
                faults.mend(List.of(now));
            }
        });
        foundName.getStyleClass().add("faint");
        title.getStyleClass().add("view-heading");
        for (Label words : List.of(title, evidence, remedy, foundName)) {
            words.setWrapText(true);
        }
        setCenter(new EvidenceSide(Gap.EVEN.column(asItIs, title, evidence, remedy, foundBox), EDGE).with(one));
    }

    /** The finding that is shown, if any. */
    Optional<Finding> chosen() {
        return Optional.ofNullable(chosen);
    }

    /** @param finding null for none */
    void show(@Nullable Finding finding) {
        chosen = finding;
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
                        : fix.doubt().isEmpty()
                                ? Phrase.of("views.remedy", lower(fix.sentence()))
                                : Phrase.of("views.proposed", lower(fix.sentence()), fix.doubt()));
        background.quietly(
                Phrase.of("views.finding", finding.path()),
                work -> catalogue.shelf().asset(finding.asset()),
                about -> about.ifPresent(asset -> {
                    if (finding.equals(chosen)) {
                        showAsItIs(finding, asset);
                    }
                }));
        String source = fix == null ? null : fix.source();
        if (source != null) {
            showFound(finding, source);
        }
    }

    /** As the shelf shows it, or taken for it here. */
    private void showAsItIs(Finding finding, Asset asset) {
        PreviewLoader.Shown shown = loader.get(asset);
        asItIs.show(shown == null ? null : shown.image());
        if (shown == null || shown.image() == null || shown.image().getWidth() < PreviewLoader.SIZE) {
            take(finding, asset);
        }
    }

    /** The preview of something that has not come into view on the shelf. */
    private void take(Finding finding, Asset asset) {
        background.quietly(
                Phrase.of("views.preview-of", asset.name()),
                work -> {
                    Picture kept = catalogue.contents().previews().kept(asset, PreviewLoader.SIZE);
                    return Optional.ofNullable(
                            kept != null
                                    ? kept
                                    : catalogue
                                            .contents()
                                            .previews()
                                            .take(
                                                    asset,
                                                    PreviewLoader.SIZE,
                                                    catalogue.booth().finalSamples(),
                                                    work::isCancelled));
                },
                made -> {
                    if (finding.equals(chosen)) {
                        made.ifPresent(asItIs::show);
                    }
                });
    }

    private void showFound(Finding finding, String source) {
        background.quietly(
                Phrase.of("views.reading-the-found-texture"), work -> foundTexture(finding, source), texture -> {
                    if (texture.isPresent() && finding.equals(chosen)) {
                        found.setImage(Images.of(texture.get()));
                        foundName.setText(Phrase.of("views.found", source));
                        foundBox.setVisible(true);
                        foundBox.setManaged(true);
                    }
                });
    }

    /** Empty when its library is away. */
    private Optional<Picture> foundTexture(Finding finding, String source) throws ProblemException {
        Library library = catalogue.shelf().libraryOf(finding.asset()).orElse(null);
        return library == null
                ? Optional.empty()
                : Optional.of(catalogue
                        .booth()
                        .preview(catalogue.reader().readColours(ImageSource.at(library.resolve(source))), FOUND));
    }

    private static String lower(String sentence) {
        return sentence.substring(0, 1).toLowerCase(Phrase.language()) + sentence.substring(1);
    }
}
