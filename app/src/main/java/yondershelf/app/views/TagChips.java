package yondershelf.app.views;

import java.util.Collection;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;

/** Tags as chips that can be taken away, and a field for another one, which keeps the keys. */
public final class TagChips extends FlowPane {
    private final TextField field = new TextField();
    private final Consumer<String> remove;
    private List<String> shown = List.of();

    /**
     * @param id of the field
     * @param add told of a tag that was typed
     * @param remove told of a tag that was taken away
     */
    public TagChips(String id, Consumer<String> add, Consumer<String> remove) {
        super(5, 5);
        this.remove = remove;
        field.setPromptText("add tag");
        field.setPrefColumnCount(6);
        field.getStyleClass().add("new-tag");
        field.setId(id);
        field.setAccessibleText("Add a tag");
        field.setTooltip(new Tooltip("Type a tag and press Enter; stone/wet nests it"));
        field.setOnAction(e -> {
            String tag = field.getText().strip().replaceAll("^/+|/+$", "").replaceAll("\\s*/\\s*", "/");
            if (!tag.isEmpty()) {
                field.clear();
                add.accept(tag);
            }
        });
        getChildren().add(field);
    }

    public void show(Collection<String> wanted) {
        List<String> now = List.copyOf(wanted);
        if (!now.equals(shown)) {
            shown = now;
            getChildren().remove(0, getChildren().size() - 1);
            getChildren().addAll(0, now.stream().map(this::chip).toList());
        }
    }

    /** Forgets what was being typed. */
    public void clear() {
        field.clear();
    }

    private HBox chip(String tag) {
        Label word = new Label(tag);
        Button button = new Button("×");
        button.getStyleClass().add("chip-remove");
        button.setTooltip(new Tooltip("Take the tag " + tag + " away"));
        button.setAccessibleText("Take the tag " + tag + " away");
        button.setOnAction(e -> remove.accept(tag));
        HBox chip = new HBox(2, word, button);
        chip.setAlignment(Pos.CENTER_LEFT);
        chip.getStyleClass().add("chip");
        return chip;
    }
}
