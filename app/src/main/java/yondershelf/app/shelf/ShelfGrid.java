package yondershelf.app.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.application.Platform;
import javafx.collections.FXCollections;
import javafx.geometry.Orientation;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import javafx.stage.Window;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Chosen;
import yondershelf.app.model.Pages;
import yondershelf.app.model.Pixels;
import yondershelf.app.model.ShelfModel;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Shown;
import yondershelf.content.Kind;
import yondershelf.library.Asset;
import yondershelf.search.Selection;
import yondershelf.words.Phrase;

/**
 * The virtualised grid: only the rows in view have nodes, which are used again as it scrolls. The card unfolds under the
 * chosen thing's row and pushes the rest down.
 */
public final class ShelfGrid extends Region {
    private static final double EDGE = 10;
    private static final double ROW_GAP = 8;
    private static final String SIZES = "true-sizes";

    private final Workspace workspace;
    private final PreviewLoader loader;
    private final Card card;
    private final AssetMenu menu;
    private final ScrollBar bar = new ScrollBar();
    private final TilesInView tiles;
    private final GridChoice choice;
    private final Pages pages;
    private final GridActs acts;
    private final CheckMenuItem sizes = new CheckMenuItem(Phrase.of("shelf.true-sizes-beside-the-names"));
    private final FramePlayer player;
    private int total;
    private int toldTotal = -1;
    private int toldChosen = -1;
    private double tileSize = 140;
    private boolean cardOpen;
    private double cardHeight;
    /** The card has just been opened, and nobody scrolled since: it is kept in view whole. */
    private boolean following;

    public ShelfGrid(Workspace workspace) {
        this.workspace = workspace;
        this.pages = workspace.shelf().pages();
        this.loader = new PreviewLoader(workspace.catalogue().contents(), workspace.jobs(), this::arrived);
        loader.yieldTo(workspace.openScene()::isComing);
        this.card = new Card(workspace, loader, this::foldCard);
        this.choice = new GridChoice(this, workspace);
        this.menu = new AssetMenu(workspace, asset -> choice.choose(asset, true));
        this.acts = new GridActs(this, workspace);
        this.player = new FramePlayer(workspace.catalogue(), workspace.background());
        this.tiles = new TilesInView(this, workspace, loader, menu, player);
        getStyleClass().add("shelf-grid");
        setId("shelf");
        setAccessibleRole(AccessibleRole.LIST_VIEW);
        setAccessibleText(Phrase.of("shelf.shelf"));
        setFocusTraversable(true);
        bar.setOrientation(Orientation.VERTICAL);
        getChildren().addAll(tiles.content(), bar);
        tiles.content().getChildren().add(card);
        card.setVisible(false);
        bar.valueProperty().addListener(o -> requestLayout());
        addEventHandler(ScrollEvent.SCROLL, e -> scroll(-e.getDeltaY()));
        addEventHandler(KeyEvent.KEY_PRESSED, acts::key);
        sizes.setId("true-sizes");
        sizes.setSelected(workspace.catalogue().home().setting(SIZES, "no").equals("yes"));
        sizes.selectedProperty().addListener((o, was, is) -> {
            requestLayout();
            workspace.keep(SIZES, is ? "yes" : "no");
        });
        new Frame(workspace.chosen(), tiles.content(), tiles::under);
        GroundMenu ground = new GroundMenu(workspace);
        setOnContextMenuRequested(e -> ground.show(this, e.getScreenX(), e.getScreenY()));
        follow();
    }

    /** What is found, chosen and said changes what is shown. */
    private void follow() {
        ShelfModel shelf = workspace.shelf();
        Chosen chosen = workspace.chosen();
        shelf.hits().addListener((o, before, now) -> {
            total = now.total();
            requestLayout();
            choice.known();
        });
        shelf.onPage(() -> {
            requestLayout();
            choice.known();
        });
        shelf.query().addListener(o -> {
            // what is looked for now is another thing to choose from
            if (chosen.isMany()) {
                chosen.selection().set(Selection.NONE);
            }
        });
        workspace.faults().findings().addListener(o -> requestLayout());
        workspace.selected().addListener((o, before, now) -> {
            boolean calm = getScene() != null && getScene().getPreferences().isReducedMotion();
            Tile tile = now == null || calm ? null : tiles.of(now.id());
            if (tile != null) {
                player.begin(tile);
            }
            if (now == null) {
                cardOpen = false;
                pages.follow(null, -1);
            }
            requestLayout();
        });
        chosen.selection().addListener((o, before, now) -> {
            if (now.size() > 1) {
                cardOpen = false;
            } else if (now.size() == 0) {
                workspace.selected().set(null);
            }
            requestLayout();
        });
        workspace.textSize().factor().addListener(o -> requestLayout());
        workspace.onChange(() -> {
            loader.forgetFailures();
            choice.renew();
            requestLayout();
        });
    }

    TilesInView tiles() {
        return tiles;
    }

    GridChoice choice() {
        return choice;
    }

    GridActs acts() {
        return acts;
    }

    Card card() {
        return card;
    }

    /** Opens the card of an asset, or folds it. */
    void card(@Nullable Shown of) {
        cardOpen = of != null;
        following = cardOpen;
        if (of != null) {
            card.show(of);
        }
    }

    /** Chooses an asset, its card open or folded. */
    public void choose(Asset asset, boolean open) {
        choice.choose(asset, open);
    }

    /** Chooses what stands at a place, as soon as that is known. */
    public void chooseAt(int place, boolean open) {
        choice.chooseAt(place, open);
    }

    public PreviewLoader loader() {
        return loader;
    }

    /** Says how an asset gets to the table by its context menu. */
    public void onPutOnTable(Function<Kind, @Nullable String> command, Consumer<Asset> act) {
        menu.onPutOnTable(command, act);
    }

    /** Whether the largest extent of models stands beside their names; kept as a setting. */
    public CheckMenuItem sizes() {
        return sizes;
    }

    /** Edge of a preview, 96 to 320. */
    public void setTileSize(double size) {
        tileSize = Math.max(96, Math.min(320, size));
        requestLayout();
    }

    public double tileSize() {
        return tileSize;
    }

    int columns() {
        return Math.max(1, (int) ((getWidth() - bar.prefWidth(-1) - EDGE * 2) / (tileSize + 8)));
    }

    boolean isSeen() {
        Window on = getScene() == null ? null : getScene().getWindow();
        return on != null && on.isShowing();
    }

    double nameHeight() {
        return Tile.NAME_HEIGHT * workspace.textSize().factor().get();
    }

    private double rowHeight() {
        return tileSize + nameHeight() + ROW_GAP;
    }

    int total() {
        return total;
    }

    boolean isCardOpen() {
        return cardOpen;
    }

    void foldCard() {
        cardOpen = false;
        requestLayout();
    }

    /** As many things as are seen at once. */
    int pageful() {
        return columns() * Math.max(1, (int) (getHeight() / rowHeight()));
    }

    @Override
    protected void layoutChildren() {
        double w = getWidth();
        double h = getHeight();
        double barWidth = bar.prefWidth(-1);
        tiles.resize(w, h);
        int columns = columns();
        int rows = (total + columns - 1) / columns;
        int chosen = choice.place();
        int cardRow = cardOpen && chosen >= 0 ? chosen / columns : -1;
        double before = cardHeight;
        cardHeight = cardRow >= 0 ? card.prefHeight(w - barWidth) : 0;
        if (following && cardHeight > before) {
            // what was measured came after it had been brought into view
            Platform.runLater(this::reveal);
        }
        double whole = EDGE + rows * rowHeight() + cardHeight;
        bar.setMax(Math.max(0, whole - h));
        bar.setVisibleAmount(whole <= 0 ? 0 : h / whole * bar.getMax());
        bar.setVisible(whole > h);
        bar.resizeRelocate(w - barWidth, 0, barWidth, h);
        double top = Math.min(bar.getValue(), bar.getMax());
        double cell = (w - barWidth - EDGE * 2) / columns;
        tellReaders(chosen);
        tiles.begin();
        int firstRow = Math.max(0, (int) ((top - cardHeight - EDGE) / rowHeight()) - 1);
        for (int row = firstRow; row < rows; row++) {
            double y = EDGE + row * rowHeight() - top + (cardRow >= 0 && row > cardRow ? cardHeight : 0);
            if (y + rowHeight() < 0) {
                continue;
            }
            if (y > h) {
                break;
            }
            tiles.ledge(y + tileSize, w);
            for (int column = 0; column < columns; column++) {
                int index = row * columns + column;
                if (index >= total) {
                    break;
                }
                tiles.place(index, EDGE + column * cell, y, cell, chosen == index);
            }
        }
        tiles.end();
        showCard(cardRow >= 0);
        if (cardRow >= 0) {
            card.resizeRelocate(
                    0, Math.rint(EDGE + (cardRow + 1) * rowHeight() - top - ROW_GAP + 2), w - barWidth, cardHeight - 2);
            card.setPointer(EDGE + (chosen % columns + 0.5) * cell);
        }
        loader.showAt((tileSize - Tile.FRAME) * Pixels.of(this));
        loader.showInRowsOf(columns);
        loader.want(tiles.assets(), rest(firstRow * columns));
    }

    /** The keys of a card that goes come to the shelf: by themselves they would go to whatever text stands next in the window. */
    private void showCard(boolean open) {
        Node keys = getScene() == null ? null : getScene().getFocusOwner();
        for (Node at = keys; !open && at != null; at = at.getParent()) {
            if (at == card) {
                requestFocus();
                break;
            }
        }
        card.setVisible(open);
    }

    /** Screen readers are told of another chosen thing, and of other things altogether. */
    private void tellReaders(int chosen) {
        if (chosen != toldChosen) {
            toldChosen = chosen;
            Platform.runLater(() -> {
                notifyAccessibleAttributeChanged(AccessibleAttribute.FOCUS_ITEM);
                notifyAccessibleAttributeChanged(AccessibleAttribute.SELECTED_ITEMS);
            });
        }
        if (total != toldTotal) {
            toldTotal = total;
            notifyAccessibleAttributeChanged(AccessibleAttribute.ITEM_COUNT);
        }
    }

    /** What is seen next when one scrolls on, and what was seen before, as far as it is known already. */
    private List<Asset> rest(int from) {
        List<Asset> out = new ArrayList<>();
        int ahead = pageful() * 3;
        for (int place = Math.max(0, from - pageful()); place < Math.min(total, from + ahead); place++) {
            Shown shown = pages.at(place);
            if (shown != null) {
                out.add(shown.asset());
            }
        }
        return out;
    }

    /** Scrolls so that the chosen row and its card are in view. */
    void reveal() {
        int chosen = choice.place();
        if (chosen < 0) {
            return;
        }
        choice.revealed();
        layout();
        double y = EDGE + (chosen / columns()) * rowHeight();
        double bottom = y + rowHeight() + (cardOpen ? cardHeight : 0);
        if (bottom - bar.getValue() > getHeight()) {
            bar.setValue(Math.min(bar.getMax(), bottom - getHeight()));
        }
        if (y - EDGE < bar.getValue()) {
            bar.setValue(Math.max(0, y - EDGE));
        }
    }

    private void scroll(double by) {
        following = false;
        bar.setValue(Math.max(0, Math.min(bar.getMax(), bar.getValue() + by)));
    }

    private void arrived(String id) {
        tiles.arrived(id);
        card.previewArrived(id);
    }

    @Override
    public @Nullable Object queryAccessibleAttribute(AccessibleAttribute attribute, Object... parameters) {
        return switch (attribute) {
            case ITEM_COUNT -> total;
            case MULTIPLE_SELECTION -> true;
            case ITEM_AT_INDEX ->
                parameters.length == 1 && parameters[0] instanceof Integer place ? tiles.at(place) : null;
            case FOCUS_ITEM -> tiles.at(choice.place());
            case SELECTED_ITEMS -> FXCollections.<Node>observableArrayList(tiles.chosen());
            default -> super.queryAccessibleAttribute(attribute, parameters);
        };
    }

    /** The tile of an asset when it is in view. */
    public @Nullable Node tileOf(String id) {
        return tiles.of(id);
    }
}
