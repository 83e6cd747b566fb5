package yondershelf.app.window;

import java.util.List;
import java.util.Locale;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Command;
import yondershelf.app.model.Gap;
import yondershelf.words.Phrase;

/** All commands with their keys; typing narrows them, Enter runs one. */
public final class KeysOverlay extends Overlay {
    private final List<Command> commands;
    private final TextField field = new TextField();
    private final ListView<Command> list = new ListView<>();

    public KeysOverlay(List<Command> commands) {
        this.commands = commands;
        field.setPromptText(Phrase.of("views.what-do-you-want-to"));
        field.setAccessibleText(Phrase.of("views.search-the-commands"));
        field.setId("command-line");
        field.setTooltip(new Tooltip(Phrase.of("views.parts-of-a-command-s")));
        list.setCellFactory(v -> new Row());
        list.setFocusTraversable(false);
        VBox box = Gap.EVEN.column(field, list);
        VBox.setVgrow(list, Priority.ALWAYS);
        hold("commands", box);
        field.textProperty().addListener(o -> narrow());
        field.setOnKeyPressed(e -> {
            int at = list.getSelectionModel().getSelectedIndex();
            if (e.getCode() == KeyCode.DOWN) {
                list.getSelectionModel().select(Math.min(at + 1, list.getItems().size() - 1));
                e.consume();
            } else if (e.getCode() == KeyCode.UP) {
                list.getSelectionModel().select(Math.max(0, at - 1));
                e.consume();
            } else if (e.getCode() == KeyCode.ENTER) {
                run();
                e.consume();
            }
        });
        list.setOnMouseClicked(e -> run());
    }

    /** Opens with everything listed. */
    public void open() {
        field.clear();
        narrow();
        show(field);
    }

    private void narrow() {
        String wanted = field.getText().toLowerCase(Locale.ROOT);
        list.getItems()
                .setAll(commands.stream()
                        .filter(c -> (c.name() + " " + c.group())
                                .toLowerCase(Locale.ROOT)
                                .contains(wanted))
                        .toList());
        list.getSelectionModel().selectFirst();
    }

    private void run() {
        Command command = list.getSelectionModel().getSelectedItem();
        if (command != null) {
            close();
            command.act().run();
        }
    }

    private static final class Row extends ListCell<Command> {
        @Override
        protected void updateItem(@Nullable Command command, boolean empty) {
            super.updateItem(command, empty);
            if (command == null || empty) {
                setGraphic(null);
                setAccessibleText(null);
                return;
            }
            Label keys = new Label(command.shownKeys());
            keys.getStyleClass().add("keys");
            Label group = new Label(command.group());
            group.getStyleClass().add("faint");
            group.getStyleClass().add("key-group");
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            HBox row = Gap.WIDE.row(group, new Label(command.name()), gap, keys);
            setAccessibleText(command.name() + (command.shownKeys().isEmpty() ? "" : ", " + command.shownKeys()));
            setGraphic(row);
        }
    }
}
