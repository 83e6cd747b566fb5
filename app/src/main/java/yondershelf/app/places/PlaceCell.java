package yondershelf.app.places;

import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.Dragboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Carry;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.PlaceTree;
import yondershelf.app.model.PlaceTree.Row;
import yondershelf.app.model.Words;
import yondershelf.words.Phrase;

/** One row of the places, used again for others as the column scrolls. */
final class PlaceCell extends ListCell<Row> {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final PseudoClass TARGET = PseudoClass.getPseudoClass("target");
    private static final PseudoClass AWAY = PseudoClass.getPseudoClass("away");

    private final PlacesView view;
    private final Label arrow = new Label();
    private final Label word = new Label();
    private final Label number = new Label();
    private final HBox place;
    private final Tooltip promise = new Tooltip();
    private final Tooltip hint = new Tooltip();

    PlaceCell(PlacesView view) {
        this.view = view;
        getStyleClass().add("place-cell");
        // as wide as the column, whatever the name: names end in dots, counts stay in view
        setPrefWidth(0);
        word.setMinWidth(0);
        arrow.getStyleClass().add("place-arrow");
        number.getStyleClass().add("place-count");
        number.setMinWidth(Region.USE_PREF_SIZE);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        place = new HBox(arrow, word, gap, number);
        place.setAlignment(Pos.CENTER_LEFT);
        place.getStyleClass().add("place");
        place.setOnMouseClicked(this::clicked);
        takesDrops();
    }

    private void clicked(MouseEvent e) {
        Row row = getItem();
        if (row == null || e.getButton() != MouseButton.PRIMARY) {
            return;
        }
        boolean onArrow = row.isBranch() && e.getX() < arrow.getBoundsInParent().getMaxX();
        if (onArrow) {
            view.toggle(row);
        } else {
            view.go(row, e.isShortcutDown());
        }
    }

    @Override
    protected void updateItem(Row row, boolean empty) {
        super.updateItem(row, empty);
        setText(null);
        setContextMenu(null);
        setAccessibleText(null);
        if (empty || !isPlace(row)) {
            setTooltip(null);
        }
        setGraphic(empty || row == null ? null : graphic(row));
    }

    private static boolean isPlace(@Nullable Row row) {
        return row != null
                && !(row instanceof PlaceTree.Heading
                        || row instanceof PlaceTree.Hint
                        || row instanceof PlaceTree.LibraryActs);
    }

    /** Shows whether it is what is looked at. */
    void mark() {
        Row row = getItem();
        if (isPlace(row) && row != null) {
            place.pseudoClassStateChanged(CHOSEN, view.isChosen(row));
        }
    }

    private Node graphic(Row row) {
        return switch (row) {
            case PlaceTree.Heading heading -> plain(heading.id(), "place-heading");
            case PlaceTree.Hint hint -> plain(hint.id(), "place-hint");
            case PlaceTree.LibraryActs acts -> {
                setAccessibleText(Phrase.of("views.add-a-library-or-make"));
                yield acts();
            }
            case PlaceTree.Everything all ->
                place(row, Phrase.of("views.everything"), all.count(), Phrase.of("views.all-libraries-that-are-shown"));
            case PlaceTree.Taken taken ->
                place(row, Phrase.of("views.just-taken-in"), taken.count(), Phrase.of("views.what-came-with-the-last"));
            case PlaceTree.SearchRow search -> {
                Node node = place(
                        row,
                        search.search().name(),
                        search.count(),
                        search.search().text());
                setContextMenu(view.menu(search));
                yield node;
            }
            case PlaceTree.Unfiled unfiled ->
                place(row, Phrase.of("views.unfiled"), unfiled.count(), Phrase.of("views.what-carries-no-tag-yet"));
            case PlaceTree.TagRow tag -> {
                Node node = place(row, tag.name(), tag.count(), tag.tag());
                setContextMenu(view.menu(tag));
                yield node;
            }
            case PlaceTree.FolderRow folder -> {
                Node node = place(row, folder.name(), folder.count(), folder.path());
                setContextMenu(view.menu(folder));
                yield node;
            }
            case PlaceTree.LibraryRow library -> library(library);
        };
    }

    private Label plain(String text, String style) {
        setAccessibleText(text);
        Label label = new Label(text);
        label.setWrapText(true);
        label.getStyleClass().addAll(style, "faint");
        return label;
    }

    private Node acts() {
        Button open = new Button(Phrase.of("views.add-a-library"));
        open.setTooltip(new Tooltip(Phrase.of("views.open-a-folder-as-a-library")));
        open.setOnAction(e -> view.addLibrary());
        Button make = new Button(Phrase.of("views.new"));
        make.setTooltip(new Tooltip(Phrase.of("views.make-a-new-library-with")));
        make.setOnAction(e -> view.createLibrary());
        HBox both = new HBox(open, make);
        for (Button button : new Button[] {open, make}) {
            button.getStyleClass().addAll("quiet", "place-act");
            button.setMinWidth(Region.USE_PREF_SIZE);
        }
        return both;
    }

    private Node library(PlaceTree.LibraryRow row) {
        String state = row.away() ? Phrase.of("views.away") : row.hidden() ? Phrase.of("views.hidden") : "";
        String hint = row.library().root()
                + (row.away()
                        ? Phrase.of("views.is-not-there-now-nothing")
                        : row.target() ? Phrase.of("views.new-things-go-here-2") : "");
        Node node = place(row, row.name() + state, row.count(), hint);
        pseudoClass(AWAY, row.away() || row.hidden());
        if (row.target()) {
            word.setGraphic(Glyphs.tray());
            setAccessibleText(Phrase.of("views.new-things-go-here-3", getAccessibleText()));
        }
        setContextMenu(view.menu(row));
        return node;
    }

    private Node place(Row row, String name, int count, String tip) {
        arrow.setText(row.isBranch() ? (view.isOpen(row) ? "▾" : "▸") : "");
        word.setText(name);
        word.setGraphic(null);
        number.setText(Words.count(count));
        place.setId(row.id());
        Gap.indent(place, 0.231, 0.308, row.depth());
        pseudoClass(AWAY, false);
        place.pseudoClassStateChanged(CHOSEN, view.isChosen(row));
        hint.setText(tip);
        setTooltip(hint);
        setAccessibleText(name + ", " + count
                + (row.isBranch() ? (view.isOpen(row) ? Phrase.of("views.open") : Phrase.of("views.closed")) : ""));
        setAccessibleHelp(view.drops().help(row));
        return place;
    }

    private void pseudoClass(PseudoClass of, boolean is) {
        place.pseudoClassStateChanged(of, is);
    }

    /** Types another name where the old one stands. */
    void rename(Consumer<String> done) {
        Row row = getItem();
        if (!(row instanceof PlaceTree.LibraryRow library)) {
            return;
        }
        TextField field = new TextField(library.name());
        field.getStyleClass().add("in-place");
        field.setAccessibleText(Phrase.of("views.name-of-the-library"));
        field.setTooltip(new Tooltip(Phrase.of("views.enter-gives-the-name-esc")));
        field.setOnAction(e -> {
            setGraphic(graphic(row));
            done.accept(field.getText());
        });
        field.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                setGraphic(graphic(row));
                e.consume();
            }
        });
        setGraphic(field);
        field.requestFocus();
        field.selectAll();
    }

    private void takesDrops() {
        setOnDragDetected(e -> {
            if (getItem() instanceof PlaceTree.TagRow tag && e.getButton() == MouseButton.PRIMARY) {
                Carry.start(this, tag.tag());
                e.consume();
            }
        });
        setOnDragOver(e -> {
            if (accepts(e.getDragboard())) {
                e.acceptTransferModes(TransferMode.COPY_OR_MOVE);
                pseudoClass(TARGET, true);
                e.consume();
            }
        });
        setOnDragEntered(e -> {
            Row row = getItem();
            if (row != null && accepts(e.getDragboard())) {
                promise.setText(view.drops().promise(row, e.getDragboard()));
                promise.show(this, e.getScreenX() + 14, e.getScreenY() + 14);
            }
        });
        setOnDragExited(e -> {
            pseudoClass(TARGET, false);
            promise.hide();
        });
        setOnDragDropped(e -> {
            promise.hide();
            Row row = getItem();
            if (row != null && accepts(e.getDragboard())) {
                view.drops().drop(row, e.getDragboard());
                e.setDropCompleted(true);
                e.consume();
            }
        });
    }

    private boolean accepts(Dragboard board) {
        @Nullable Row row = getItem();
        return row != null && !view.drops().promise(row, board).isEmpty();
    }
}
