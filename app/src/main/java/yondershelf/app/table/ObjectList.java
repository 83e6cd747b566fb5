package yondershelf.app.table;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Words;
import yondershelf.content.Kind;
import yondershelf.table.Placement;
import yondershelf.table.Table;
import yondershelf.words.Phrase;

/** What stands on the table, a line each: choose it, hide it, lock it. Folded until somebody wants it. */
final class ObjectList extends VBox {
    private final Table table;
    private final TablePicture picture;
    private final ListView<Placement> list = new ListView<>();
    private final ToggleButton toggle = new ToggleButton(Phrase.count(0, "object"));
    private boolean filling;

    ObjectList(Table table, TablePicture picture) {
        this.table = table;
        this.picture = picture;
        list.setId("objects");
        list.setAccessibleText(Phrase.of("table.objects-on-the-table"));
        list.getStyleClass().add("object-list");
        list.setPlaceholder(new Label(Phrase.of("table.nothing-stands-on-the-table")));
        list.setCellFactory(v -> new Row());
        list.getSelectionModel().selectedItemProperty().addListener((o, was, is) -> {
            if (!filling && is != null) {
                picture.choose(is.id());
            }
        });
        list.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        toggle.setId("objects-toggle");
        toggle.getStyleClass().addAll("quiet", "tab-word");
        toggle.setTooltip(new Tooltip(Phrase.of("table.what-stands-on-the-table")));
        getChildren().add(list);
        visibleProperty().bind(toggle.selectedProperty());
        managedProperty().bind(visibleProperty());
        toggle.selectedProperty().addListener(o -> fill());
        table.onChange(this::fill);
        picture.onChoice(this::mark);
    }

    /** The button that unfolds it. */
    ToggleButton toggle() {
        return toggle;
    }

    /** Unfolds it and gives it the keys, or folds it. */
    void unfold() {
        toggle.setSelected(!toggle.isSelected());
        (toggle.isSelected() ? list : picture).requestFocus();
    }

    private void key(KeyEvent e) {
        Placement at = list.getSelectionModel().getSelectedItem();
        if (e.getCode() == KeyCode.ESCAPE) {
            unfold();
            e.consume();
        } else if (at != null && e.getCode() == KeyCode.SPACE) {
            picture.chosenActs().hide(at);
            e.consume();
        }
    }

    private void fill() {
        if (!toggle.isSelected()) {
            return;
        }
        filling = true;
        list.getItems().setAll(table.scene().placements());
        filling = false;
        mark();
    }

    private void mark() {
        filling = true;
        String chosen = picture.chosen();
        list.getSelectionModel().clearSelection();
        list.getItems().stream()
                .filter(p -> p.id().equals(chosen))
                .findFirst()
                .ifPresent(p -> list.getSelectionModel().select(p));
        filling = false;
    }

    private final class Row extends ListCell<Placement> {
        private final Label name = new Label();
        private final Label triangles = new Label();
        private final Button hide = new Button();
        private final Button lock = new Button();
        private final HBox line = Gap.EVEN.row(name, triangles, hide, lock);

        Row() {
            setPrefWidth(0);
            getStyleClass().add("object-row");
            name.setGraphic(Glyphs.of(Kind.MODEL));
            name.setGraphicTextGap(6);
            name.setMinWidth(0);
            name.setMaxWidth(Double.MAX_VALUE);
            name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
            HBox.setHgrow(name, Priority.ALWAYS);
            triangles.getStyleClass().add("faint");
            line.setAlignment(Pos.CENTER_LEFT);
            for (Button button : new Button[] {hide, lock}) {
                button.getStyleClass().addAll("quiet", "object-act");
                button.setFocusTraversable(false);
            }
        }

        @Override
        protected void updateItem(@Nullable Placement p, boolean empty) {
            super.updateItem(p, empty);
            if (p == null || empty) {
                setGraphic(null);
                setAccessibleText(null);
                return;
            }
            name.setText(p.name());
            triangles.setText(Words.count(p.model().triangleCount()));
            triangles.setTooltip(new Tooltip(Words.plural(p.model().triangleCount(), "triangle")));
            say(
                    hide,
                    p.hidden() ? Phrase.of("table.show-2") : Phrase.of("table.hide-2"),
                    p.hidden() ? Phrase.of("table.show-it-again") : Phrase.of("table.hide-it-space"),
                    p.hidden());
            say(
                    lock,
                    p.locked() ? Phrase.of("table.unlock-2") : Phrase.of("table.lock-2"),
                    p.locked() ? Phrase.of("table.let-it-be-changed-again") : Phrase.of("table.keep-it-as-it-is"),
                    p.locked());
            hide.setOnAction(e -> picture.chosenActs().hide(p));
            lock.setOnAction(e -> picture.chosenActs().lock(p));
            line.setOpacity(p.hidden() ? 0.6 : 1);
            setAccessibleText(p.name()
                    + (p.hidden() ? Phrase.of("table.hidden") : "")
                    + (p.locked() ? Phrase.of("table.locked") : ""));
            setGraphic(line);
        }

        private static void say(Button button, String word, String hint, boolean on) {
            button.setText(word);
            button.setTooltip(new Tooltip(hint));
            button.getStyleClass().remove("on");
            if (on) {
                button.getStyleClass().add("on");
            }
        }
    }
}
