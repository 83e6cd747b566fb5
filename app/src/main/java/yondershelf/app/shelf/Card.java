package yondershelf.app.shelf;

import java.util.List;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Polygon;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Workspace;
import yondershelf.app.views.TagChips;
import yondershelf.catalogue.Shown;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Licences;
import yondershelf.library.Relabel;
import yondershelf.mend.Finding;
import yondershelf.words.Phrase;

/** What is known and said about one asset, unfolded under its row. Labels are edited where they stand. */
public final class Card extends Region {
    private static final double PICTURE = 184;

    private final Workspace workspace;
    private final PreviewLoader loader;
    private final LivePreview picture;
    private final TextField name = new TextField();
    private final Label place = new Label();
    private final ToggleButton favourite = new ToggleButton();
    private final RatingDots rating = new RatingDots(wanted -> commit(Edit.Field.RATING, String.valueOf(wanted)));
    private final FactSheet facts;
    private final TagChips tags = new TagChips("new-tag", this::addTag, this::removeTag);
    private final TextField author = new TextField();
    private final TextField licence = new TextField();
    private final TextField version = new TextField();
    private final TextField job = new TextField();
    private final TextArea note = new TextArea();
    private final VBox problems = new VBox(4);
    private final HBox body;
    private final Polygon pointer = new Polygon(0, 8, 9, 0, 18, 8);
    private final Button close = new Button("×");
    private @Nullable Asset asset;
    private boolean away;
    private boolean filling;

    Card(Workspace workspace, PreviewLoader loader, Runnable fold) {
        this.workspace = workspace;
        this.loader = loader;
        this.picture = new LivePreview(workspace);
        this.facts = new FactSheet(workspace);
        picture.setEdge(PICTURE);
        getStyleClass().add("card");
        setId("card");
        name.getStyleClass().add("card-name");
        name.setAccessibleText(Phrase.of("shelf.name"));
        name.setTooltip(new Tooltip(Phrase.of("shelf.name-type-another-and-press")));
        place.getStyleClass().add("faint");
        favourite.setGraphic(Glyphs.star());
        favourite.getStyleClass().add("star");
        favourite.setTooltip(new Tooltip(Phrase.of("shelf.favourite")));
        favourite.setAccessibleText(Phrase.of("shelf.favourite"));
        favourite.setOnAction(e -> commit(Edit.Field.FAVOURITE, String.valueOf(favourite.isSelected())));
        HBox title = new HBox(6, name, favourite);
        HBox.setHgrow(name, Priority.ALWAYS);
        title.setAlignment(Pos.CENTER_LEFT);
        VBox middle = new VBox(5, title, place, facts, problems);
        HBox.setHgrow(middle, Priority.ALWAYS);
        middle.getStyleClass().add("card-middle");
        GridPane labels = new GridPane();
        labels.getStyleClass().add("sheet");
        labels.setHgap(10);
        labels.setVgap(3);
        field(labels, 0, Phrase.of("shelf.author"), author, Edit.Field.AUTHOR);
        field(labels, 1, Phrase.of("shelf.licence"), licence, Edit.Field.LICENCE);
        licence.setTooltip(new Tooltip(Phrase.of(
                "shelf.licence-by-its-spdx-identifier",
                String.join(", ", Licences.ids().subList(0, 5)))));
        field(labels, 2, Phrase.of("shelf.version"), version, Edit.Field.VERSION);
        field(labels, 3, Phrase.of("shelf.made-for"), job, Edit.Field.JOB);
        job.setTooltip(new Tooltip(Phrase.of("shelf.the-job-it-was-made")));
        rating.setId("rating");
        Label rated = new Label(Phrase.of("shelf.rating"));
        rated.getStyleClass().add("faint");
        labels.addRow(4, rated, rating);
        note.setPromptText(Phrase.of("shelf.note"));
        note.setPrefRowCount(2);
        note.setWrapText(true);
        note.setAccessibleText(Phrase.of("shelf.note"));
        note.setTooltip(new Tooltip(Phrase.of("shelf.note-saved-when-you-leave")));
        note.focusedProperty().addListener((o, was, is) -> {
            if (!is) {
                commit(Edit.Field.NOTE, note.getText());
            }
        });
        VBox right = new VBox(8, tags, labels, note);
        right.getStyleClass().add("card-right");
        name.setOnAction(e -> commit(Edit.Field.NAME, name.getText()));
        name.focusedProperty().addListener((o, was, is) -> {
            if (!is) {
                commit(Edit.Field.NAME, name.getText());
            }
        });
        body = new HBox(14, picture, middle, right);
        body.getStyleClass().add("card-body");
        pointer.getStyleClass().add("card-pointer");
        close.getStyleClass().add("quiet");
        close.setTooltip(new Tooltip(Phrase.of("shelf.fold-the-card-esc")));
        close.setAccessibleText(Phrase.of("shelf.fold-the-card"));
        close.setOnAction(e -> fold.run());
        getChildren().addAll(body, pointer, close);
    }

    private void field(GridPane grid, int row, String word, TextField text, Edit.Field field) {
        Label label = new Label(word);
        label.getStyleClass().add("faint");
        label.setMinWidth(USE_PREF_SIZE);
        text.setAccessibleText(word);
        text.setId("label-" + field.name().toLowerCase(Locale.ROOT));
        text.setTooltip(new Tooltip(Phrase.of("shelf.saved-with-enter-or-when", word)));
        text.getStyleClass().add("in-place");
        text.setOnAction(e -> commit(field, text.getText()));
        text.focusedProperty().addListener((o, was, is) -> {
            if (!is) {
                commit(field, text.getText());
            }
        });
        grid.addRow(row, label, text);
        GridPane.setHgrow(text, Priority.ALWAYS);
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
        filling = true;
        Labels said = shown.labels();
        say(name, shown.name(), other);
        place.setText(workspace.libraryName(shown.library()) + (shown.away() ? Phrase.of("shelf.away") : "") + " / "
                + thing.path());
        // labels are kept in the library itself
        for (Node field : List.of(name, favourite, rating, tags, author, licence, version, job, note)) {
            field.setDisable(shown.away());
        }
        place.setTooltip(new Tooltip(place.getText()));
        favourite.setSelected(said.favourite());
        rating.show(said.rating());
        say(author, said.author(), other);
        say(licence, said.licence(), other);
        say(version, said.version(), other);
        say(job, said.job(), other);
        say(note, said.note(), other);
        tags.show(said.tags());
        if (other) {
            tags.clear();
        }
        if (other) {
            PreviewLoader.Shown known = loader.get(thing);
            picture.show(thing, known == null ? null : known.image());
            loader.enlarge(thing);
        }
        facts.show(thing, away);
        fillProblems(thing);
        filling = false;
    }

    /** What is being typed stays, whatever a scan or another machine brings meanwhile. */
    private static void say(TextInputControl field, String text, boolean other) {
        if ((other || !field.isFocused()) && !field.getText().equals(text)) {
            field.setText(text);
        }
    }

    private void removeTag(String tag) {
        Asset thing = asset;
        if (thing != null) {
            workspace.edit(
                    thing,
                    Phrase.of("shelf.take-away-tag", tag),
                    List.of(Edit.untag(thing.id(), tag)),
                    List.of(Edit.tag(thing.id(), tag)));
        }
    }

    private void addTag(String tag) {
        Asset thing = asset;
        if (thing != null) {
            workspace.edit(
                    thing,
                    Phrase.of("shelf.add-tag", tag),
                    List.of(Edit.tag(thing.id(), tag)),
                    List.of(Edit.untag(thing.id(), tag)));
        }
    }

    private void commit(Edit.Field field, String typed) {
        Asset thing = asset;
        if (thing == null || filling) {
            return;
        }
        Labels said = workspace.catalogue().labels(thing);
        String before = Relabel.text(said, field);
        String meant = field == Edit.Field.LICENCE ? Licences.named(typed) : typed.strip();
        String after = field == Edit.Field.NAME && meant.equals(thing.name()) ? "" : meant;
        if (!after.equals(before)) {
            workspace.edit(
                    thing,
                    Phrase.of("shelf.change", Phrase.name(field)),
                    List.of(Edit.set(thing.id(), field, after)),
                    List.of(Edit.set(thing.id(), field, before)));
        }
    }

    private void fillProblems(Asset thing) {
        problems.getChildren().clear();
        List<Finding> found = workspace.faults().of(thing);
        int shown = Math.min(2, found.size());
        for (Finding finding : found.subList(0, shown)) {
            Label what = new Label("▲ " + finding.code().title());
            what.getStyleClass().add("trouble");
            what.setTooltip(new Tooltip(finding.evidence()));
            problems.getChildren().add(what);
        }
        if (!found.isEmpty()) {
            Button mend = new Button(
                    found.size() > shown ? Phrase.of("shelf.mend-findings", found.size()) : Phrase.of("shelf.mend"));
            mend.setTooltip(new Tooltip(Phrase.of("shelf.show-the-evidence-and-the")));
            mend.setOnAction(e -> workspace.view().set(Workspace.View.MEND));
            problems.getChildren().add(mend);
        }
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
