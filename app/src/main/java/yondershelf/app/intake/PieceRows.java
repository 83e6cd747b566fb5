package yondershelf.app.intake;

import java.util.List;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Consumer;
import javafx.scene.control.CheckBox;
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
import yondershelf.app.model.Gap;
import yondershelf.app.model.OpenPlan;
import yondershelf.app.model.Words;
import yondershelf.content.Excerpt;
import yondershelf.content.Kind;
import yondershelf.intake.Given;
import yondershelf.intake.PlanItem;
import yondershelf.words.Phrase;

/** The top-level nodes of a scene file, its materials and lights: those that are ticked become assets of their own, that point into the file. */
final class PieceRows extends VBox {
    private static final int MOST_ROWS = 9;

    private final OpenPlan open;
    private final CheckBox nodes = new CheckBox(Phrase.of("intake.each-node-an-asset-of"));
    private final CheckBox materials = new CheckBox(Phrase.of("intake.each-material-too"));
    private final CheckBox lights = new CheckBox(Phrase.of("intake.each-light-too"));
    private final HBox limit = Gap.CLOSE.row();
    private final TextField least = new TextField("0");
    private final ListView<Given.Piece> rows = new ListView<>();
    private @Nullable PlanItem shown;

    /** @param look shows one node large; told null for the whole file */
    PieceRows(OpenPlan open, Consumer<@Nullable String> look) {
        Gap.CLOSE.between(this);
        this.open = open;
        all(nodes, "nodes-apart", Kind.MODEL);
        all(materials, "materials-apart", Kind.MATERIAL);
        all(lights, "lights-apart", Kind.HDRI);
        least.setId("least-triangles");
        least.setPrefColumnCount(5);
        least.setAccessibleText(Phrase.of("intake.fewest-triangles"));
        least.setTooltip(new Tooltip(Phrase.of("intake.nodes-with-fewer-triangles-are")));
        least.setOnAction(e -> set(Kind.MODEL, wanted(Kind.MODEL)));
        Label from = new Label("from");
        Label triangles = new Label(Phrase.of("intake.triangles-on"));
        from.getStyleClass().add("faint");
        triangles.getStyleClass().add("faint");
        limit.getChildren().addAll(from, least, triangles);
        limit.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
        rows.setId("nodes");
        rows.setAccessibleText(Phrase.of("intake.nodes-materials-and-lights-of"));
        rows.getStyleClass().add("piece-rows");
        rows.setCellFactory(list -> new PieceCell());
        rows.getSelectionModel()
                .selectedItemProperty()
                .addListener((o, before, now) -> look.accept(now == null ? null : now.word()));
        rows.setOnKeyPressed(e -> {
            Given.Piece piece = rows.getSelectionModel().getSelectedItem();
            if (e.getCode() == KeyCode.SPACE && piece != null) {
                toggle(piece);
                e.consume();
            }
        });
        getChildren().addAll(nodes, limit, materials, lights, rows);
    }

    void show(PlanItem item) {
        boolean other = shown == null || shown.number() != item.number();
        shown = item;
        List<Given.Piece> pieces = item.given().pieces();
        setVisible(!pieces.isEmpty());
        setManaged(!pieces.isEmpty());
        if (!rows.getItems().equals(pieces)) {
            rows.getItems().setAll(pieces);
        } else {
            rows.refresh();
        }
        if (other) {
            rows.getSelectionModel().clearSelection();
            least.setText("0");
        }
        rows.prefHeightProperty()
                .bind(rows.fixedCellSizeProperty()
                        .multiply(Math.min(MOST_ROWS, pieces.size()))
                        .add(2));
        state(nodes, item, Kind.MODEL);
        state(materials, item, Kind.MATERIAL);
        state(lights, item, Kind.HDRI);
        limit.setVisible(nodes.isVisible());
        limit.setManaged(limit.isVisible());
        materials.setText(
                nodes.isVisible()
                        ? Phrase.of("intake.each-material-too")
                        : Phrase.of("intake.each-material-an-asset-of"));
        boolean further = nodes.isVisible() || materials.isVisible();
        lights.setText(further ? Phrase.of("intake.each-light-too") : Phrase.of("intake.each-light-an-asset-of"));
    }

    private static void state(CheckBox box, PlanItem item, Kind kind) {
        List<Given.Piece> pieces =
                item.given().pieces().stream().filter(p -> p.kind() == kind).toList();
        long apart = pieces.stream()
                .filter(p -> item.given().apart().contains(p.word()))
                .count();
        box.setVisible(!pieces.isEmpty());
        box.setManaged(!pieces.isEmpty());
        box.setSelected(apart > 0);
        box.setIndeterminate(apart > 0 && apart < pieces.size());
    }

    private void all(CheckBox box, String id, Kind kind) {
        box.setId(id);
        box.setTooltip(new Tooltip(Phrase.of("intake.they-point-into-the-file")));
        box.setOnAction(e -> set(kind, box.isSelected() ? wanted(kind) : new TreeSet<>()));
    }

    /** Those of one sort stand apart that are told; the others as before. */
    private void set(Kind kind, SortedSet<String> words) {
        PlanItem item = shown;
        if (item != null) {
            TreeSet<String> out = new TreeSet<>(words.comparator());
            out.addAll(words);
            item.given().apart().stream()
                    .filter(word -> Excerpt.kind(word, Kind.MODEL) != kind)
                    .forEach(out::add);
            apart(out);
        }
    }

    private SortedSet<String> wanted(Kind kind) {
        SortedSet<String> out = new TreeSet<>();
        PlanItem item = shown;
        if (item != null) {
            String typed = least.getText().replaceAll("[^0-9]", "");
            long few = kind != Kind.MODEL || typed.isEmpty() || typed.length() > 12 ? 0 : Long.parseLong(typed);
            item.given().pieces().stream()
                    .filter(p -> p.kind() == kind && p.triangles() >= few)
                    .forEach(p -> out.add(p.word()));
        }
        return out;
    }

    private void apart(SortedSet<String> pieces) {
        PlanItem item = shown;
        if (item != null) {
            open.change(
                    pieces.isEmpty()
                            ? Phrase.of("intake.take-whole", item.name())
                            : Phrase.of("intake.take-of-apart", pieces.size(), item.name()),
                    item.apart(pieces));
        }
    }

    private void toggle(Given.Piece piece) {
        PlanItem item = shown;
        if (item != null) {
            SortedSet<String> pieces = new TreeSet<>(item.given().apart());
            if (!pieces.remove(piece.word())) {
                pieces.add(piece.word());
            }
            apart(pieces);
        }
    }

    private final class PieceCell extends ListCell<Given.Piece> {
        @Override
        protected void updateItem(Given.@Nullable Piece piece, boolean empty) {
            super.updateItem(piece, empty);
            PlanItem item = shown;
            if (empty || piece == null || item == null) {
                setGraphic(null);
                setAccessibleText(null);
                return;
            }
            boolean apart = item.given().apart().contains(piece.word());
            CheckBox box = new CheckBox();
            box.setSelected(apart);
            box.setFocusTraversable(false);
            box.setAccessibleText(Phrase.of("intake.an-asset-of-its-own", piece.name()));
            box.setTooltip(new Tooltip(Phrase.of("intake.an-asset-of-its-own-space")));
            box.setOnAction(e -> toggle(piece));
            Label name = new Label(sort(piece) + piece.name());
            name.setMinWidth(0);
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            Label count = new Label(piece.triangles() == 0 ? "" : Words.count(piece.triangles()));
            count.getStyleClass().add("faint");
            count.setMinWidth(Region.USE_PREF_SIZE);
            HBox row = Gap.EVEN.row(box, name, gap, count);
            row.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
            setPrefWidth(0);
            setGraphic(row);
            setAccessibleText(Phrase.of(
                    "intake.triangles",
                    sort(piece) + piece.name(),
                    piece.triangles(),
                    apart ? Phrase.of("intake.apart-2") : ""));
        }

        private static String sort(Given.Piece piece) {
            return switch (piece.kind()) {
                case MATERIAL -> Phrase.of("intake.material");
                case HDRI -> piece.word().equals(Excerpt.ofLight("")) ? "" : Phrase.of("intake.light");
                default -> "";
            };
        }
    }
}
