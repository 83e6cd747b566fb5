package yondershelf.app.intake;

import java.util.SortedSet;
import java.util.TreeSet;
import javafx.geometry.Pos;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.model.OpenPlan;
import yondershelf.app.window.TagChips;
import yondershelf.content.Kind;
import yondershelf.content.Substance;
import yondershelf.intake.PlanItem;
import yondershelf.words.Phrase;

/** What somebody may say of one thing before it is taken in: its name, its kind, what it is made of, its tags. */
final class ItemFields extends VBox {
    private final OpenPlan open;
    private final TextField name = new TextField();
    private final ComboBox<Kind> kind = new ComboBox<>();
    private final ComboBox<Substance> substance = new ComboBox<>();
    private final TagChips tags = new TagChips("came-tag", t -> tag(t, true), t -> tag(t, false));
    private @Nullable PlanItem shown;
    private boolean filling;

    ItemFields(OpenPlan open) {
        Gap.EVEN.between(this);
        this.open = open;
        name.setId("came-name");
        name.getStyleClass().addAll("in-place", "view-heading");
        name.setAccessibleText(Phrase.of("intake.name"));
        name.setTooltip(new Tooltip(Phrase.of("intake.what-it-will-be-called")));
        name.setOnAction(e -> commit());
        name.focusedProperty().addListener((o, was, is) -> {
            if (!is) {
                commit();
            }
        });
        kind.setId("came-kind");
        kind.setAccessibleText(Phrase.of("intake.kind"));
        kind.setTooltip(new Tooltip(Phrase.of("intake.what-it-is")));
        kind.setConverter(words(Kind::word));
        kind.setOnAction(e -> {
            PlanItem item = shown;
            Kind now = kind.getValue();
            if (!filling && item != null && now != null && now != item.kind()) {
                open.change(Phrase.of("intake.make-a", item.name(), now.title()), item.as(now));
            }
        });
        substance.setId("came-substance");
        substance.setAccessibleText(Phrase.of("intake.made-of"));
        substance.setTooltip(new Tooltip(Phrase.of("intake.what-the-material-is-made")));
        substance.getItems().setAll(Substance.values());
        substance.setConverter(words(Substance::title));
        substance.setOnAction(e -> {
            PlanItem item = shown;
            Substance now = substance.getValue();
            if (!filling && item != null && now != null && now != item.given().substance()) {
                open.change(Phrase.of("intake.make-of", item.name(), now.title()), item.of(now));
            }
        });
        HBox.setHgrow(kind, Priority.ALWAYS);
        HBox.setHgrow(substance, Priority.ALWAYS);
        // as wide as each other, whatever is chosen
        kind.getStyleClass().add("item-choice");
        substance.getStyleClass().add("item-choice");
        kind.setMaxWidth(Double.MAX_VALUE);
        substance.setMaxWidth(Double.MAX_VALUE);
        HBox choices = Gap.EVEN.row(kind, substance);
        choices.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(name, choices, tags);
    }

    private static <T> StringConverter<T> words(java.util.function.Function<T, String> word) {
        return new StringConverter<>() {
            @Override
            public String toString(@Nullable T value) {
                return value == null ? "" : word.apply(value);
            }

            @Override
            public T fromString(String text) {
                throw new UnsupportedOperationException("nothing is typed here");
            }
        };
    }

    void show(PlanItem item) {
        boolean other = shown == null || shown.number() != item.number();
        shown = item;
        filling = true;
        if (other || !name.isFocused()) {
            name.setText(item.name());
        }
        if (!kind.getItems().equals(item.kinds())) {
            kind.getItems().setAll(item.kinds());
        }
        kind.setValue(item.kind());
        kind.setVisible(item.kinds().size() > 1);
        kind.setManaged(item.kinds().size() > 1);
        substance.setValue(item.given().substance());
        substance.setVisible(item.isSet());
        substance.setManaged(item.isSet());
        tags.show(item.given().tags());
        if (other) {
            tags.clear();
        }
        filling = false;
    }

    /** Lets the name be typed. */
    void rename() {
        name.requestFocus();
        name.selectAll();
    }

    private void commit() {
        PlanItem item = shown;
        String typed = name.getText().strip();
        if (!filling && item != null && !typed.isEmpty() && !typed.equals(item.name())) {
            open.change(Phrase.of("intake.call-it", typed), item.named(typed));
        }
    }

    private void tag(String tag, boolean added) {
        PlanItem item = shown;
        if (item != null) {
            SortedSet<String> all = new TreeSet<>(item.given().tags());
            boolean other = added ? all.add(tag) : all.remove(tag);
            if (other) {
                open.change(
                        (added ? Phrase.of("intake.add-tag") : Phrase.of("intake.take-away-tag")) + tag,
                        item.tagged(all));
            }
        }
    }
}
