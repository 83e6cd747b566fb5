package yondershelf.app.shelf;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Polygon;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Shown;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.words.Phrase;

/** What is known and said about one asset, unfolded under its row: a large preview, facts and findings, labels. */
public final class Card extends Region {
    private static final double PICTURE = 184;

    private final Workspace workspace;
    private final PreviewLoader loader;
    private final LabelActs acts;
    private final LivePreview picture;
    private final TextField name = new TextField();
    private final ToggleButton favourite = new ToggleButton();
    private final Label place = new Label();
    private final FactSheet facts;
    private final CardFindings findings;
    private final LabelSheet labels;
    private final HBox body;
    private final Polygon pointer = new Polygon(0, 8, 9, 0, 18, 8);
    private final Button close;
    private @Nullable Asset asset;
    private boolean away;

    Card(Workspace workspace, PreviewLoader loader, Runnable fold) {
        this.workspace = workspace;
        this.loader = loader;
        acts = new LabelActs(workspace.labelling());
        picture = new LivePreview(workspace.catalogue(), workspace.loaded(), workspace.background());
        picture.setEdge(PICTURE);
        facts = new FactSheet(workspace);
        findings = new CardFindings(workspace);
        labels = new LabelSheet(acts);
        getStyleClass().add("card");
        setId("card");
        VBox middle = Gap.CLOSE.column(title(), place, facts, findings);
        HBox.setHgrow(middle, Priority.ALWAYS);
        middle.getStyleClass().add("card-middle");
        place.getStyleClass().add("faint");
        body = Gap.BROAD.row(picture, middle, labels);
        body.getStyleClass().add("card-body");
        pointer.getStyleClass().add("card-pointer");
        close = close(fold);
        getChildren().addAll(body, pointer, close);
    }

    private HBox title() {
        name.getStyleClass().add("card-name");
        name.setAccessibleText(Phrase.of("shelf.name"));
        name.setTooltip(new Tooltip(Phrase.of("shelf.name-type-another-and-press")));
        name.setOnAction(e -> acts.commit(Edit.Field.NAME, name.getText()));
        name.focusedProperty().addListener((o, was, is) -> {
            if (!is) {
                acts.commit(Edit.Field.NAME, name.getText());
            }
        });
        favourite.setGraphic(Glyphs.star());
        favourite.getStyleClass().add("star");
        favourite.setTooltip(new Tooltip(Phrase.of("shelf.favourite")));
        favourite.setAccessibleText(Phrase.of("shelf.favourite"));
        favourite.setOnAction(e -> acts.commit(Edit.Field.FAVOURITE, String.valueOf(favourite.isSelected())));
        HBox title = Gap.CLOSE.row(name, favourite);
        HBox.setHgrow(name, Priority.ALWAYS);
        title.setAlignment(Pos.CENTER_LEFT);
        return title;
    }

    private static Button close(Runnable fold) {
        Button close = new Button("×");
        close.getStyleClass().add("quiet");
        close.setTooltip(new Tooltip(Phrase.of("shelf.fold-the-card-esc")));
        close.setAccessibleText(Phrase.of("shelf.fold-the-card"));
        close.setOnAction(e -> fold.run());
        return close;
    }

    void setPointer(double x) {
        pointer.setTranslateX(Math.rint(x - 9));
    }

    @Override
    protected void layoutChildren() {
        body.resizeRelocate(0, 8, getWidth(), getHeight() - 8);
        pointer.relocate(0, 0);
        close.autosize();
        close.relocate(getWidth() - close.getWidth() - 4, 10);
    }

    @Override
    protected double computePrefHeight(double width) {
        return Math.max(PICTURE + 28, body.prefHeight(width)) + 12;
    }

    /** Shows an asset. */
    void show(Shown shown) {
        Asset thing = shown.asset();
        boolean other = asset == null || !asset.id().equals(thing.id());
        asset = thing;
        away = shown.away();
        acts.of(thing, () -> {
            LabelSheet.say(name, shown.name(), other);
            favourite.setSelected(shown.labels().favourite());
            labels.show(shown.labels(), other);
        });
        place.setText(workspace.shelf().libraryName(shown.library()) + (away ? Phrase.of("shelf.away") : "") + " / "
                + thing.path());
        place.setTooltip(new Tooltip(place.getText()));
        // labels are kept in the library itself
        for (Node field : List.of(name, favourite, labels)) {
            field.setDisable(away);
        }
        if (other) {
            PreviewLoader.Shown known = loader.get(thing);
            picture.show(thing, known == null ? null : known.image());
            loader.enlarge(thing);
        }
        facts.show(thing, away);
        findings.show(thing);
    }

    void previewArrived(String id) {
        Asset thing = asset;
        if (thing == null || !thing.id().equals(id)) {
            return;
        }
        PreviewLoader.Shown shown = loader.get(thing);
        if (shown != null && shown.image() != null) {
            picture.arrived(shown.image());
        }
        facts.show(thing, away);
    }
}
