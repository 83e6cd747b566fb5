package yondershelf.app.shelf;

import java.util.EnumMap;
import java.util.Locale;
import java.util.Map;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import yondershelf.app.model.Gap;
import yondershelf.app.window.TagChips;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Licences;
import yondershelf.library.Relabel;
import yondershelf.words.Phrase;

/** The right of the card: tags, who made it and how it may be used, what it is worth, a note; changed where they stand. */
final class LabelSheet extends VBox {
    private static final int EXAMPLES = 5;

    private final LabelActs acts;
    private final TagChips tags;
    private final RatingDots rating;
    private final Map<Edit.Field, TextInputControl> texts = new EnumMap<>(Edit.Field.class);

    LabelSheet(LabelActs acts) {
        Gap.EVEN.between(this);
        this.acts = acts;
        tags = new TagChips("new-tag", acts::addTag, acts::removeTag);
        rating = new RatingDots(wanted -> acts.commit(Edit.Field.RATING, String.valueOf(wanted)));
        rating.setId("rating");
        getStyleClass().add("card-right");
        GridPane grid = new GridPane();
        grid.getStyleClass().add("sheet");
        Gap.TIGHT.between(grid);
        field(grid, Phrase.of("shelf.author"), Edit.Field.AUTHOR);
        hint(
                field(grid, Phrase.of("shelf.licence"), Edit.Field.LICENCE),
                Phrase.of(
                        "shelf.licence-by-its-spdx-identifier",
                        String.join(", ", Licences.ids().subList(0, EXAMPLES))));
        field(grid, Phrase.of("shelf.version"), Edit.Field.VERSION);
        hint(field(grid, Phrase.of("shelf.made-for"), Edit.Field.JOB), Phrase.of("shelf.the-job-it-was-made"));
        grid.addRow(texts.size(), word(Phrase.of("shelf.rating")), rating);
        getChildren().addAll(tags, grid, note());
    }

    private TextField field(GridPane grid, String word, Edit.Field field) {
        TextField text = new TextField();
        text.setAccessibleText(word);
        text.setId("label-" + field.name().toLowerCase(Locale.ROOT));
        text.getStyleClass().add("in-place");
        text.setOnAction(e -> acts.commit(field, text.getText()));
        hint(text, Phrase.of("shelf.saved-with-enter-or-when", word));
        grid.addRow(texts.size(), word(word), text);
        GridPane.setHgrow(text, Priority.ALWAYS);
        keep(field, text);
        return text;
    }

    private TextArea note() {
        TextArea note = new TextArea();
        note.setPromptText(Phrase.of("shelf.note"));
        note.setPrefRowCount(2);
        note.setWrapText(true);
        note.setAccessibleText(Phrase.of("shelf.note"));
        hint(note, Phrase.of("shelf.note-saved-when-you-leave"));
        keep(Edit.Field.NOTE, note);
        return note;
    }

    /** What was typed is kept when the field is left. */
    private void keep(Edit.Field field, TextInputControl text) {
        texts.put(field, text);
        text.focusedProperty().addListener((o, was, is) -> {
            if (!is) {
                acts.commit(field, text.getText());
            }
        });
    }

    private static void hint(TextInputControl text, String words) {
        text.setTooltip(new Tooltip(words));
    }

    private static Label word(String word) {
        Label label = new Label(word);
        label.getStyleClass().add("faint");
        label.setMinWidth(USE_PREF_SIZE);
        return label;
    }

    /** @param other true when another asset was shown before: what is being typed is not meant for this one */
    void show(Labels said, boolean other) {
        rating.show(said.rating());
        texts.forEach((field, text) -> say(text, Relabel.text(said, field), other));
        tags.show(said.tags());
        if (other) {
            tags.clear();
        }
    }

    /** What is being typed stays, whatever a scan or another machine brings meanwhile. */
    static void say(TextInputControl field, String text, boolean other) {
        if ((other || !field.isFocused()) && !field.getText().equals(text)) {
            field.setText(text);
        }
    }
}
