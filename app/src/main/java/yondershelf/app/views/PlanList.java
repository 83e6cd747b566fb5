package yondershelf.app.views;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Words;
import yondershelf.content.Kind;
import yondershelf.intake.IntakePlan;
import yondershelf.sorting.Sorted;

/** What came, by kind, each thing with a tick, and what stays behind with its reason. */
final class PlanList extends VBox {
    private final Consumer<IntakePlan.Item> choose;
    private final Runnable changed;
    private final Map<IntakePlan.Item, CheckBox> boxes = new LinkedHashMap<>();

    /**
     * @param choose shows one thing large
     * @param changed called when a tick was set or taken away
     */
    PlanList(Consumer<IntakePlan.Item> choose, Runnable changed) {
        this.choose = choose;
        this.changed = changed;
        getStyleClass().add("rows");
    }

    /** Shows something else in place of a plan. */
    void say(Node other) {
        boxes.clear();
        getChildren().setAll(other);
    }

    void show(IntakePlan plan) {
        getChildren().clear();
        boxes.clear();
        for (Kind kind : Kind.values()) {
            List<IntakePlan.Item> items =
                    plan.items().stream().filter(i -> i.kind() == kind).toList();
            if (!items.isEmpty()) {
                heading(kind.plural(), items.size());
                items.forEach(item -> getChildren().add(row(item)));
            }
        }
        if (!plan.skipped().isEmpty()) {
            heading("Stays behind", plan.skipped().size());
            plan.skipped().forEach(this::left);
        }
    }

    private void heading(String words, int count) {
        Label label = new Label(words + "  " + count);
        label.getStyleClass().add("group-heading");
        getChildren().add(label);
    }

    private void left(Sorted.Skipped skipped) {
        Label line = new Label(skipped.path() + ": " + skipped.reason());
        line.setWrapText(true);
        line.getStyleClass().addAll("faint", "row");
        getChildren().add(line);
    }

    private HBox row(IntakePlan.Item item) {
        CheckBox box = new CheckBox();
        box.setSelected(item.isWanted());
        box.setAccessibleText("Take in " + item.name());
        box.setTooltip(new Tooltip("Take it in"));
        box.setOnAction(e -> changed.run());
        boxes.put(item, box);
        Label title = new Label(item.name());
        title.setGraphic(Glyphs.of(item.kind()));
        title.setGraphicTextGap(8);
        Label where = new Label(item.reason().isEmpty() ? item.folder() : item.reason());
        boolean fine = item.reason().isEmpty() || item.laidOut() != null;
        where.getStyleClass().add(fine ? "faint" : "trouble");
        where.setTooltip(new Tooltip(where.getText()));
        where.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        Label files = new Label(Words.plural(item.files().size(), "file"));
        files.getStyleClass().add("faint");
        files.setMinWidth(Region.USE_PREF_SIZE);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        title.setMinWidth(Region.USE_PREF_SIZE);
        HBox row = new HBox(10, box, title, where, gap, files);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("row");
        row.setFocusTraversable(true);
        row.setAccessibleText(item.name() + ", " + item.kind().word());
        row.setOnMouseClicked(e -> choose.accept(item));
        row.focusedProperty().addListener((o, was, is) -> {
            if (is) {
                choose.accept(item);
            }
        });
        return row;
    }

    /** The first thing of the list, if any. */
    Optional<IntakePlan.Item> first() {
        return boxes.keySet().stream().findFirst();
    }

    /** What is to be taken in. */
    List<IntakePlan.Item> ticked() {
        return boxes.entrySet().stream()
                .filter(e -> e.getValue().isSelected())
                .map(Map.Entry::getKey)
                .toList();
    }

    /** How many things there are to tick. */
    int size() {
        return boxes.size();
    }
}
