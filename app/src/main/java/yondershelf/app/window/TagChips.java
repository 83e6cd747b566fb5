package yondershelf.app.window;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Words;
import yondershelf.library.Relabel;
import yondershelf.words.Phrase;

/** Tags as chips that can be taken away, and a field for another one, which keeps the keys. */
public final class TagChips extends FlowPane {
    private final TextField field = new TextField();
    private final Consumer<String> remove;
    private Map<String, String> shown = Map.of();

    /**
     * @param id of the field
     * @param add told of a tag that was typed
     * @param remove told of a tag that was taken away
     */
    public TagChips(String id, Consumer<String> add, Consumer<String> remove) {
        getStyleClass().add("tag-chips");
        this.remove = remove;
        field.setPromptText(Phrase.of("views.add-a-tag"));
        field.setPrefColumnCount(6);
        field.getStyleClass().add("new-tag");
        field.setId(id);
        field.setAccessibleText(Phrase.of("views.add-a-tag"));
        field.setTooltip(new Tooltip(Phrase.of("views.type-a-tag-and-press")));
        field.setOnAction(e -> {
            String tag = Relabel.tag(field.getText());
            if (!tag.isEmpty()) {
                field.clear();
                add.accept(tag);
            }
        });
        getChildren().add(field);
    }

    public void show(Collection<String> wanted) {
        Map<String, String> now = new LinkedHashMap<>();
        wanted.forEach(tag -> now.put(tag, tag));
        show(now);
    }

    /**
     * Tags of many things: one that not all carry says how many do.
     *
     * @param carried how many carry each
     */
    public void show(Map<String, Integer> carried, int all) {
        Map<String, String> now = new LinkedHashMap<>();
        carried.forEach((tag, count) -> now.put(tag, count == all ? tag : tag + "  " + Words.count(count)));
        show(now);
    }

    private void show(Map<String, String> now) {
        if (!now.equals(shown)) {
            shown = now;
            getChildren().remove(0, getChildren().size() - 1);
            List<HBox> chips = new ArrayList<>();
            now.forEach((tag, words) -> chips.add(chip(tag, words)));
            getChildren().addAll(0, chips);
        }
    }

    /** Forgets what was being typed. */
    public void clear() {
        field.clear();
    }

    private HBox chip(String tag, String words) {
        Label word = new Label(words);
        Button button = new Button("×");
        button.getStyleClass().add("chip-remove");
        button.setTooltip(new Tooltip(Phrase.of("views.take-the-tag-away", tag)));
        button.setAccessibleText(Phrase.of("views.take-the-tag-away", tag));
        button.setOnAction(e -> remove.accept(tag));
        HBox chip = Gap.HAIR.row(word, button);
        chip.setAlignment(Pos.CENTER_LEFT);
        chip.getStyleClass().add("chip");
        return chip;
    }
}
