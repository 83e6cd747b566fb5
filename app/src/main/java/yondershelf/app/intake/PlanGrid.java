package yondershelf.app.intake;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.OpenPlan;
import yondershelf.intake.PlanItem;
import yondershelf.words.Phrase;

/** What came as pictures side by side, folder by folder. What is chosen, ticked and carried is the same as in the list. */
final class PlanGrid extends ListView<PlanGrid.Line> {
    private static final double SIDES = 40;

    private final PlanList list;
    private final OpenPlan open;
    private final List<RowCell> cells = new ArrayList<>();
    private int columns = 1;

    /** A folder's name, or things beside one another. */
    sealed interface Line {
        record Title(String words) implements Line {}

        record Row(List<Integer> things) implements Line {}
    }

    PlanGrid(PlanList list, OpenPlan open) {
        this.list = list;
        this.open = open;
        setId("plan-pictures");
        getStyleClass().addAll("findings", "plan-pictures");
        setAccessibleText(Phrase.of("intake.what-came-as-pictures"));
        setContextMenu(list.getContextMenu());
        setCellFactory(view -> {
            RowCell cell = new RowCell();
            cells.add(cell);
            return cell;
        });
        addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        widthProperty().addListener(o -> fill());
        open.plan().addListener(o -> fill());
        visibleProperty().addListener(o -> fill());
        list.getSelectionModel().getSelectedItems().addListener((javafx.beans.InvalidationListener) o -> redraw());
    }

    private void fill() {
        if (!isVisible()) {
            // nothing is drawn for those nobody sees
            getItems().clear();
            return;
        }
        columns = (int) Math.max(1, (getWidth() - SIDES) / PlanTile.WIDTH);
        List<Line> lines = new ArrayList<>();
        List<Integer> row = new ArrayList<>();
        for (PlanLine line : PlanLine.of(open.plan().get(), Set.of())) {
            if (line instanceof PlanLine.Thing thing && row.size() < columns) {
                row.add(thing.number());
                continue;
            }
            flush(row, lines);
            switch (line) {
                case PlanLine.Thing thing -> row.add(thing.number());
                case PlanLine.Folder folder -> {
                    // one that only holds folders says nothing here
                    removeLastTitle(lines);
                    lines.add(new Line.Title(
                            folder.path().isEmpty() ? Phrase.of("intake.the-library-itself") : folder.path()));
                }
                case PlanLine.Heading heading -> lines.add(new Line.Title(heading.words()));
                case PlanLine.Left left ->
                    lines.add(new Line.Title(
                            left.file().path() + ": " + left.file().reason()));
            }
        }
        flush(row, lines);
        if (!getItems().equals(lines)) {
            getItems().setAll(lines);
        }
        redraw();
    }

    private static void removeLastTitle(List<Line> lines) {
        if (!lines.isEmpty() && lines.get(lines.size() - 1) instanceof Line.Title) {
            lines.remove(lines.size() - 1);
        }
    }

    private static void flush(List<Integer> row, List<Line> lines) {
        if (!row.isEmpty()) {
            lines.add(new Line.Row(List.copyOf(row)));
            row.clear();
        }
    }

    /** The same lines, of which something is known or said that was not. */
    void redraw() {
        if (isVisible()) {
            cells.forEach(RowCell::again);
        }
    }

    private List<Integer> inOrder() {
        List<Integer> out = new ArrayList<>();
        for (Line line : getItems()) {
            if (line instanceof Line.Row row) {
                out.addAll(row.things);
            }
        }
        return out;
    }

    private void key(KeyEvent e) {
        if (e.isShortcutDown()) {
            return;
        }
        switch (e.getCode()) {
            case LEFT -> step(-1, e.isShiftDown());
            case RIGHT -> step(1, e.isShiftDown());
            case UP -> step(-columns, e.isShiftDown());
            case DOWN -> step(columns, e.isShiftDown());
            case SPACE -> list.tickChosen();
            case F2, ENTER -> list.renameChosen();
            default -> {
                return;
            }
        }
        e.consume();
    }

    private void step(int by, boolean range) {
        List<Integer> all = inOrder();
        if (all.isEmpty()) {
            return;
        }
        int at = all.indexOf(list.lead());
        int next = all.get(Math.clamp(at < 0 ? 0 : at + by, 0, all.size() - 1));
        list.chooseThing(next, false, range);
        for (int i = 0; i < getItems().size(); i++) {
            if (getItems().get(i) instanceof Line.Row row && row.things.contains(next)) {
                scrollTo(Math.max(0, i - 1));
            }
        }
    }

    /** A row of tiles, which are filled again for others as the grid scrolls. */
    private final class RowCell extends ListCell<Line> {
        private final List<PlanTile> tiles = new ArrayList<>();
        private final HBox row = new HBox();
        private final Label heading = new Label();

        RowCell() {
            getStyleClass().add("finding-cell");
            row.getStyleClass().add("plan-picture-row");
            heading.getStyleClass().add("group-heading");
            heading.setWrapText(true);
            setPrefWidth(0);
        }

        void again() {
            if (getItem() != null && !isEmpty()) {
                updateItem(getItem(), false);
            }
        }

        @Override
        protected void updateItem(@Nullable Line line, boolean empty) {
            super.updateItem(line, empty);
            setGraphic(null);
            setAccessibleText(null);
            if (empty || line == null) {
                return;
            }
            if (line instanceof Line.Title title) {
                heading.setText(title.words);
                setGraphic(heading);
                return;
            }
            List<Integer> numbers = ((Line.Row) line).things;
            while (tiles.size() < numbers.size()) {
                tiles.add(new PlanTile(list));
            }
            Set<Integer> chosen = new HashSet<>(list.chosen());
            for (int i = 0; i < numbers.size(); i++) {
                PlanItem item = list.thing(numbers.get(i));
                tiles.get(i).setVisible(item != null);
                if (item != null) {
                    tiles.get(i).show(item, chosen.contains(item.number()));
                }
            }
            if (!row.getChildren().equals(tiles.subList(0, numbers.size()))) {
                row.getChildren().setAll(tiles.subList(0, numbers.size()));
            }
            setGraphic(row);
        }
    }
}
