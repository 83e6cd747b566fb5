package yondershelf.app.views;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Words;
import yondershelf.content.Kind;
import yondershelf.intake.IntakePlan;
import yondershelf.sorting.Sorted;

/**
 * What came, by kind, each thing with a tick, and what is not taken in with its reason. However many there are, only those in
 * view are laid out.
 */
final class PlanList extends ListView<PlanList.Line> {
    private static final int NONE = -1;

    private final Consumer<IntakePlan.Item> choose;
    private final Runnable changed;
    private final BitSet ticks = new BitSet();
    /** Things somebody changed by hand. */
    private final BitSet edited = new BitSet();

    private IntakePlan plan = new IntakePlan(List.of(), List.of());

    /**
     * A heading, a thing or a file that is not taken in.
     *
     * @param item its number in the plan, or -1
     */
    record Line(String words, int item, Sorted.@Nullable Skipped skipped) {}

    /**
     * @param choose shows one thing large
     * @param changed called when a tick was set or taken away
     */
    PlanList(Consumer<IntakePlan.Item> choose, Runnable changed) {
        this.choose = choose;
        this.changed = changed;
        setId("plan");
        getStyleClass().add("findings");
        setAccessibleText("What came");
        setCellFactory(list -> new Cell());
        getSelectionModel().selectedItemProperty().addListener((o, before, now) -> {
            if (now != null && now.item != NONE) {
                choose.accept(plan.items().get(now.item));
            }
        });
        setOnKeyPressed(e -> {
            Line line = getSelectionModel().getSelectedItem();
            if (e.getCode() == KeyCode.SPACE && line != null && line.item != NONE) {
                tick(line.item, !ticks.get(line.item));
                refresh();
                e.consume();
            }
        });
    }

    /** Shows something else in place of a plan. */
    void say(Node other) {
        plan = new IntakePlan(List.of(), List.of());
        ticks.clear();
        getItems().clear();
        setPlaceholder(other);
    }

    void show(IntakePlan shown) {
        plan = shown;
        ticks.clear();
        edited.clear();
        for (int i = 0; i < shown.items().size(); i++) {
            ticks.set(i, shown.items().get(i).isWanted());
        }
        List<Line> lines = new ArrayList<>();
        for (Kind kind : Kind.values()) {
            int heading = lines.size();
            for (int i = 0; i < shown.items().size(); i++) {
                if (shown.items().get(i).kind() == kind) {
                    lines.add(new Line(shown.items().get(i).name(), i, null));
                }
            }
            if (lines.size() > heading) {
                lines.add(heading, new Line(kind.plural() + "  " + (lines.size() - heading), NONE, null));
            }
        }
        if (!shown.skipped().isEmpty()) {
            lines.add(new Line("Not taken in  " + shown.skipped().size(), NONE, null));
            shown.skipped().forEach(s -> lines.add(new Line(s.path() + ": " + s.reason(), NONE, s)));
        }
        getItems().setAll(lines);
        if (!shown.items().isEmpty()) {
            getSelectionModel().select(1);
        }
    }

    /** Shows the same things, of which more is known by now; ticks stay, but of what cannot be read. */
    void renew(IntakePlan better) {
        IntakePlan merged = better;
        for (int i = edited.nextSetBit(0); i >= 0; i = edited.nextSetBit(i + 1)) {
            merged = merged.with(i, plan.items().get(i));
        }
        if (merged.equals(plan)) {
            return;
        }
        for (int i = 0; i < merged.items().size(); i++) {
            if (plan.items().get(i).isWanted() && !merged.items().get(i).isWanted()) {
                // it turned out that it cannot be read
                ticks.clear(i);
            }
        }
        plan = merged;
        refresh();
        changed.run();
        Line line = getSelectionModel().getSelectedItem();
        if (line != null && line.item != NONE) {
            choose.accept(plan.items().get(line.item));
        }
    }

    /** The chosen thing as somebody says it is. */
    void replaceChosen(IntakePlan.Item item) {
        Line line = getSelectionModel().getSelectedItem();
        if (line != null && line.item != NONE) {
            plan = plan.with(line.item, item);
            edited.set(line.item);
            refresh();
            choose.accept(item);
        }
    }

    private void tick(int item, boolean set) {
        ticks.set(item, set);
        changed.run();
    }

    /** The first thing of the list, if any. */
    Optional<IntakePlan.Item> first() {
        return getItems().stream()
                .filter(l -> l.item != NONE)
                .findFirst()
                .map(l -> plan.items().get(l.item));
    }

    /** What is to be taken in. */
    List<IntakePlan.Item> ticked() {
        return ticks.stream().mapToObj(i -> plan.items().get(i)).toList();
    }

    /** How many things there are to tick. */
    int size() {
        return plan.items().size();
    }

    private final class Cell extends LineCell<Line> {
        @Override
        Node content(Line line) {
            return line.item != NONE ? row(line.item) : label(line);
        }

        @Override
        String words(Line line) {
            return line.item == NONE
                    ? line.words
                    : line.words + ", " + plan.items().get(line.item).kind().word();
        }

        @Override
        boolean canBeChosen(Line line) {
            return line.item != NONE;
        }
    }

    private static Label label(Line line) {
        Label label = new Label(line.words);
        if (line.skipped == null) {
            label.getStyleClass().add("group-heading");
        } else {
            label.setWrapText(true);
            label.getStyleClass().addAll("faint", "row");
        }
        return label;
    }

    private HBox row(int number) {
        IntakePlan.Item item = plan.items().get(number);
        CheckBox box = new CheckBox();
        box.setSelected(ticks.get(number));
        box.setAccessibleText("Take in " + item.name());
        box.setTooltip(new Tooltip("Take it in (Space)"));
        box.setFocusTraversable(false);
        box.setOnAction(e -> tick(number, box.isSelected()));
        Label title = new Label(item.name());
        title.setGraphic(Glyphs.of(item.kind()));
        title.setGraphicTextGap(8);
        title.setMinWidth(Region.USE_PREF_SIZE);
        boolean seen = !item.notes().isEmpty();
        Label where = new Label(
                !item.reason().isEmpty() ? item.reason() : seen ? item.notes().get(0) : item.folder());
        boolean fine = item.reason().isEmpty() || item.laidOut() != null;
        where.getStyleClass().add(!fine ? "trouble" : seen ? "caution" : "faint");
        where.setTooltip(new Tooltip(seen ? String.join("\n", item.notes()) : where.getText()));
        where.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        Label files = new Label(Words.plural(item.files().size(), "file"));
        files.getStyleClass().add("faint");
        files.setMinWidth(Region.USE_PREF_SIZE);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox row = new HBox(10, box, title, where, gap, files);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("row");
        return row;
    }
}
