package yondershelf.app.shelf;

import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Chosen;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.app.window.TagChips;
import yondershelf.catalogue.Common;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Relabel;
import yondershelf.words.Phrase;
import yondershelf.work.Job;

/** One card for all that is chosen, under the shelf: what they have in common, "mixed" where they differ. Each change is one act. */
public final class ManyCard extends VBox {
    private static final String MIXED = Phrase.of("shelf.mixed");

    private final Chosen chosen;
    private final Label heading = new Label();
    private final Label about = new Label();
    private final TagChips tags = new TagChips("tag-of-many", this::addTag, this::removeTag);
    private final HBox suggested = Gap.CLOSE.row();
    private final Map<Edit.Field, TextField> fields = new EnumMap<>(Edit.Field.class);
    private final TextField name = new TextField();
    private final RatingDots rating = new RatingDots(this::rate);
    private final ToggleButton favourite = new ToggleButton();
    private @Nullable Common common;
    private @Nullable Job<Common> looking;
    private int round;

    public ManyCard(Workspace workspace) {
        Gap.EVEN.between(this);
        this.chosen = workspace.chosen();
        getStyleClass().add("many-card");
        setId("many");
        heading.getStyleClass().add("view-heading");
        about.getStyleClass().add("faint");
        rating.setId("rating-of-many");
        favourite.setGraphic(Glyphs.star());
        favourite.getStyleClass().add("star");
        favourite.setId("favourite-of-many");
        favourite.setOnAction(e -> turnFavourite());
        Button none = new Button("×");
        none.getStyleClass().add("quiet");
        none.setTooltip(new Tooltip(Phrase.of("shelf.choose-none-of-them-esc")));
        none.setAccessibleText(Phrase.of("shelf.choose-none-of-them"));
        none.setOnAction(e -> chosen.selection().set(yondershelf.search.Selection.NONE));
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox head = Gap.WIDE.row(heading, about, gap, rating, favourite, none);
        head.setAlignment(Pos.CENTER_LEFT);
        GridPane sheet = new GridPane();
        sheet.getStyleClass().add("sheet");
        Gap.TIGHT.between(sheet);
        field(sheet, 0, 0, Phrase.of("shelf.author"), Edit.Field.AUTHOR);
        field(sheet, 0, 2, Phrase.of("shelf.licence"), Edit.Field.LICENCE);
        field(sheet, 1, 0, Phrase.of("shelf.version"), Edit.Field.VERSION);
        field(sheet, 1, 2, Phrase.of("shelf.made-for"), Edit.Field.JOB);
        field(sheet, 2, 2, Phrase.of("shelf.note"), Edit.Field.NOTE);
        name.setId("name-of-many");
        name.setPromptText("{name} {n}");
        name.setAccessibleText(Phrase.of("shelf.name-of-each"));
        name.setTooltip(new Tooltip(Phrase.of("shelf.a-name-for-each-of")));
        name.getStyleClass().add("in-place");
        name.setOnAction(e -> {
            if (!name.getText().isBlank()) {
                chosen.label(Phrase.name(Edit.Field.NAME), Relabel.NOTHING.with(Edit.Field.NAME, name.getText()));
                name.clear();
            }
        });
        add(sheet, 2, 0, Phrase.of("shelf.name"), name);
        suggested.setId("suggested-tags");
        suggested.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(head, tags, suggested, sheet);
        chosen.selection().addListener(o -> refresh());
        workspace.onChange(this::refresh);
        workspace.shelf().onPage(this::refresh);
        refresh();
    }

    private void field(GridPane sheet, int row, int column, String word, Edit.Field field) {
        TextField text = new TextField();
        text.setId("many-" + field.name().toLowerCase(Locale.ROOT));
        text.setAccessibleText(Phrase.of("shelf.of-all-of-them", word));
        text.setTooltip(new Tooltip(Phrase.of("shelf.of-all-of-them-saved", word)));
        text.getStyleClass().add("in-place");
        text.setOnAction(e -> commit(field, text));
        text.focusedProperty().addListener((o, was, is) -> {
            if (!is) {
                commit(field, text);
            }
        });
        fields.put(field, text);
        add(sheet, row, column, word, text);
    }

    private static void add(GridPane sheet, int row, int column, String word, TextField text) {
        Label label = new Label(word);
        label.getStyleClass().add("faint");
        label.getStyleClass().add("many-word");
        sheet.add(label, column, row);
        sheet.add(text, column + 1, row);
        GridPane.setHgrow(text, Priority.ALWAYS);
    }

    private void refresh() {
        boolean many = chosen.isMany();
        setVisible(many);
        setManaged(many);
        if (looking != null) {
            looking.cancel();
            looking = null;
        }
        if (!many) {
            common = null;
            return;
        }
        heading.setText(
                Phrase.of("shelf.chosen", Words.count(chosen.selection().get().size())));
        int asked = ++round;
        looking = chosen.common(found -> {
            // one that was stopped saw a part of it
            if (asked == round) {
                show(found);
            }
        });
    }

    private void show(Common found) {
        Common before = common;
        common = found;
        if (found.equals(before)) {
            return;
        }
        about.setText(found.kinds().entrySet().stream()
                        .map(k -> Phrase.count(k.getValue(), k.getKey().word()))
                        .collect(Collectors.joining(", "))
                + (found.away() == 0 ? "" : Phrase.of("shelf.away-connect-its-drive-to", Words.count(found.away()))));
        fields.forEach((field, text) -> {
            String now = found.text(field).orElse(null);
            text.setPromptText(now == null ? MIXED : "");
            if (!text.isFocused()) {
                text.setText(now == null ? "" : now);
            }
        });
        tags.show(found.tags(), found.count());
        suggest(found.suggested());
        rating.show(found.text(Edit.Field.RATING).map(Integer::parseInt).orElse(-1));
        boolean all = found.text(Edit.Field.FAVOURITE).equals(java.util.Optional.of("true"));
        favourite.setSelected(all);
        favourite.setAccessibleText(
                all ? Phrase.of("shelf.all-are-favourites") : Phrase.of("shelf.not-all-are-favourites"));
        favourite.setTooltip(new Tooltip(
                all ? Phrase.of("shelf.favourites-no-longer") : Phrase.of("shelf.make-all-of-them-favourites")));
        for (var part : List.of(tags, suggested, rating, favourite, name)) {
            part.setDisable(found.away() > 0);
        }
        fields.values().forEach(f -> f.setDisable(found.away() > 0));
    }

    private void suggest(List<String> wanted) {
        suggested.getChildren().clear();
        for (String tag : wanted) {
            Button give = new Button("+ " + tag);
            give.getStyleClass().addAll("chip", "suggested");
            give.setTooltip(new Tooltip(Phrase.of("shelf.give-all-of-them-the", tag)));
            give.setAccessibleText(Phrase.of("shelf.give-all-of-them-the", tag));
            give.setOnAction(e -> addTag(tag));
            suggested.getChildren().add(give);
        }
        suggested.setVisible(!wanted.isEmpty());
        suggested.setManaged(!wanted.isEmpty());
    }

    private void commit(Edit.Field field, TextField text) {
        Common now = common;
        if (now == null) {
            return;
        }
        String before = now.text(field).orElse(null);
        // nothing typed over what is mixed leaves it so
        if (before == null
                ? text.getText().isBlank()
                : before.equals(text.getText().strip())) {
            return;
        }
        chosen.label(Phrase.name(field), Relabel.NOTHING.with(field, text.getText()));
    }

    private void addTag(String tag) {
        chosen.label(Phrase.of("shelf.tag", tag), Relabel.NOTHING.tagged(tag));
    }

    private void removeTag(String tag) {
        chosen.label(Phrase.of("shelf.take-away-tag", tag), Relabel.NOTHING.untagged(tag));
    }

    private void rate(int wanted) {
        chosen.label(
                Phrase.name(Edit.Field.RATING),
                Relabel.NOTHING.with(Edit.Field.RATING, String.valueOf(Math.min(wanted, Labels.BEST))));
    }

    private void turnFavourite() {
        boolean all = common != null && common.text(Edit.Field.FAVOURITE).equals(java.util.Optional.of("true"));
        chosen.label(
                Phrase.name(Edit.Field.FAVOURITE), Relabel.NOTHING.with(Edit.Field.FAVOURITE, String.valueOf(!all)));
    }
}
