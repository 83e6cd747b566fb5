package yondershelf.app.shelf;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.application.Platform;
import javafx.collections.FXCollections;
import javafx.geometry.Bounds;
import javafx.geometry.Orientation;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Rectangle;
import javafx.stage.Window;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Carry;
import yondershelf.app.model.Chosen;
import yondershelf.app.model.Pages;
import yondershelf.app.model.Pixels;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Shown;
import yondershelf.content.Kind;
import yondershelf.library.Asset;
import yondershelf.search.Key;
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
    /** Tiles made in one pass: a new one costs much the first time, and nobody should wait for all of them. */
    private static final int MOST_FRESH = 6;

    /** Leaves the sizes of its children to the grid. */
    private static final class Still extends Pane {
        @Override
        protected void layoutChildren() {
            // the grid has placed them already
        }
    }

    private final Workspace workspace;
    private final PreviewLoader loader;
    private final Card card;
    private final AssetMenu menu;
    private final Pane content = new Still();
    private final ScrollBar bar = new ScrollBar();
    private final Rectangle clip = new Rectangle();
    private final Deque<Tile> spare = new ArrayDeque<>();
    private final Map<Integer, Tile> shown = new HashMap<>();
    private final List<Region> ledges = new ArrayList<>();
    private int total;
    private int toldTotal = -1;
    private int toldChosen = -1;
    private int fresh;
    private final Pages pages;
    private final Chosen chosen;
    private final GridActs acts;
    private final CheckMenuItem sizes = new CheckMenuItem(Phrase.of("shelf.true-sizes-beside-the-names"));
    private final FramePlayer player;
    private double tileSize = 140;
    private boolean cardOpen;
    /** Something was chosen that is not among the entries yet: it is shown when they arrive. */
    private boolean revealing;

    private double cardHeight;
    /** The card has just been opened, and nobody scrolled since: it is kept in view whole. */
    private boolean following;

    public ShelfGrid(Workspace workspace) {
        this.workspace = workspace;
        this.pages = workspace.shelf().pages();
        this.loader = new PreviewLoader(workspace.catalogue().contents(), workspace.jobs(), this::arrived);
        loader.yieldTo(workspace.openScene()::isComing);
        this.card = new Card(workspace, loader, () -> {
            cardOpen = false;
            requestLayout();
        });
        this.menu = new AssetMenu(workspace, asset -> choose(asset, true));
        this.chosen = workspace.chosen();
        this.acts = new GridActs(this, workspace);
        this.player = new FramePlayer(workspace.catalogue(), workspace.background());
        getStyleClass().add("shelf-grid");
        setId("shelf");
        setAccessibleRole(AccessibleRole.LIST_VIEW);
        setAccessibleText(Phrase.of("shelf.shelf"));
        setFocusTraversable(true);
        content.setClip(clip);
        bar.setOrientation(Orientation.VERTICAL);
        getChildren().addAll(content, bar);
        content.getChildren().add(card);
        card.setVisible(false);
        bar.valueProperty().addListener(o -> requestLayout());
        addEventHandler(ScrollEvent.SCROLL, e -> scroll(-e.getDeltaY()));
        addEventHandler(KeyEvent.KEY_PRESSED, acts::key);
        workspace.shelf().hits().addListener((o, before, now) -> {
            total = now.total();
            requestLayout();
            if (revealing) {
                Platform.runLater(this::reveal);
            }
        });
        workspace.faults().findings().addListener(o -> requestLayout());
        workspace.shelf().onPage(() -> {
            requestLayout();
            if (revealing) {
                Platform.runLater(this::reveal);
            }
        });
        workspace.selected().addListener((o, before, now) -> {
            boolean calm = getScene() != null && getScene().getPreferences().isReducedMotion();
            if (now != null && !calm && tileOf(now.id()) instanceof Tile tile) {
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
        workspace.shelf().query().addListener(o -> {
            // what is looked for now is another thing to choose from
            if (chosen.isMany()) {
                chosen.selection().set(Selection.NONE);
            }
        });
        sizes.setId("true-sizes");
        sizes.setSelected(workspace.catalogue().home().setting(SIZES, "no").equals("yes"));
        sizes.selectedProperty().addListener((o, was, is) -> {
            requestLayout();
            workspace.keep(SIZES, is ? "yes" : "no");
        });
        workspace.textSize().factor().addListener(o -> requestLayout());
        new Frame(chosen, content, this::under);
        GroundMenu ground = new GroundMenu(workspace);
        setOnContextMenuRequested(e -> ground.show(this, e.getScreenX(), e.getScreenY()));
        workspace.onChange(() -> {
            loader.forgetFailures();
            renewChosen();
            requestLayout();
        });
    }

    /** What is chosen may have changed, or be gone. */
    private void renewChosen() {
        Asset chosen = workspace.selected().get();
        if (chosen == null) {
            return;
        }
        workspace
                .background()
                .quietly(
                        Phrase.of("shelf.looking-at-what-is-chosen"),
                        work -> workspace.catalogue().shelf().shown(chosen.id()),
                        found -> {
                            if (workspace.selected().get() != chosen) {
                                return;
                            }
                            found.ifPresent(now -> followAs(now.key()));
                            Asset fresh = found.map(Shown::asset).orElse(null);
                            if (!chosen.equals(fresh)) {
                                workspace.selected().set(fresh);
                            }
                            if (cardOpen) {
                                found.ifPresent(card::show);
                            }
                        });
    }

    /** What went and came again, as a thing that is sorted anew does, is known by another number since. */
    private void followAs(Key key) {
        if (!key.equals(pages.followed()) && !chosen.isMany()) {
            pages.follow(key);
            chosen.selection().set(Selection.only(key));
        }
    }

    /** Where the chosen asset stands; found with each answer, not at every frame. -1 when nothing is chosen, or it is not there. */
    int chosenPlace() {
        return pages.followedPlace();
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

    private boolean isSeen() {
        Window on = getScene() == null ? null : getScene().getWindow();
        return on != null && on.isShowing();
    }

    private double nameHeight() {
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
        content.resizeRelocate(0, 0, w, h);
        clip.setWidth(w);
        clip.setHeight(h);
        int columns = columns();
        int rows = (total + columns - 1) / columns;
        int chosen = chosenPlace();
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
        Map<Integer, Tile> still = new HashMap<>();
        List<Asset> inView = new ArrayList<>();
        int ledge = 0;
        fresh = 0;
        int firstRow = Math.max(0, (int) ((top - cardHeight - EDGE) / rowHeight()) - 1);
        for (int row = firstRow; row < rows; row++) {
            double y = EDGE + row * rowHeight() - top + (cardRow >= 0 && row > cardRow ? cardHeight : 0);
            if (y + rowHeight() < 0) {
                continue;
            }
            if (y > h) {
                break;
            }
            ledge(ledge++).resizeRelocate(0, Math.rint(y + tileSize), w, 1);
            for (int column = 0; column < columns; column++) {
                int index = row * columns + column;
                if (index >= total) {
                    break;
                }
                place(index, EDGE + column * cell, y, cell, chosen == index, still, inView);
            }
        }
        shown.values().stream().filter(t -> !still.containsValue(t)).forEach(t -> {
            t.setVisible(false);
            spare.push(t);
        });
        shown.clear();
        shown.putAll(still);
        for (int i = ledge; i < ledges.size(); i++) {
            ledges.get(i).setVisible(false);
        }
        showCard(cardRow >= 0);
        if (cardRow >= 0) {
            card.resizeRelocate(
                    0, Math.rint(EDGE + (cardRow + 1) * rowHeight() - top - ROW_GAP + 2), w - barWidth, cardHeight - 2);
            card.setPointer(EDGE + (chosen % columns + 0.5) * cell);
        }
        loader.showAt((tileSize - Tile.FRAME) * Pixels.of(this));
        loader.showInRowsOf(columns);
        loader.want(inView, rest(firstRow * columns));
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

    private Region ledge(int number) {
        while (ledges.size() <= number) {
            Region line = new Region();
            line.getStyleClass().add("ledge");
            line.setMouseTransparent(true);
            ledges.add(line);
            content.getChildren().add(0, line);
        }
        ledges.get(number).setVisible(true);
        return ledges.get(number);
    }

    private void place(
            int index, double x, double y, double cell, boolean chosen, Map<Integer, Tile> still, List<Asset> inView) {
        Shown shownThere = pages.at(index);
        Tile tile = shown.remove(index);
        if (tile == null && spare.isEmpty() && isSeen()) {
            if (fresh++ == MOST_FRESH) {
                Platform.runLater(this::requestLayout);
            }
            if (fresh > MOST_FRESH) {
                return;
            }
        }
        if (tile == null) {
            tile = spare.isEmpty() ? fresh() : spare.pop();
        }
        still.put(index, tile);
        tile.setVisible(true);
        if (shownThere == null) {
            tile.showUnknown();
        } else {
            Asset asset = shownThere.asset();
            String library = workspace.shelf().libraryName(shownThere.library());
            boolean among = chosen
                    || this.chosen.isMany() && this.chosen.selection().get().has(shownThere.key());
            tile.show(shownThere, library, workspace.faults().of(asset).size(), among, sizes.isSelected());
            tile.preview(loader.get(asset));
            tile.standAt(index);
            inView.add(asset);
        }
        tile.resizeRelocate(Math.rint(x), Math.rint(y), Math.rint(cell), tileSize + nameHeight());
    }

    private Tile fresh() {
        Tile tile = new Tile(this::nameHeight);
        // placed by hand: a picture that arrives lays out its own tile and nothing else
        tile.setManaged(false);
        tile.setOnMouseEntered(e -> player.begin(tile));
        tile.setOnMouseExited(e -> player.end(tile));
        tile.addEventHandler(MouseEvent.MOUSE_CLICKED, e -> {
            Asset asset = tile.asset();
            requestFocus();
            if (asset != null && e.getButton() == MouseButton.PRIMARY && e.isStillSincePress()) {
                acts.click(asset, e);
            }
        });
        tile.setOnContextMenuRequested(e -> {
            Asset asset = tile.asset();
            if (asset != null) {
                if (!isChosen(tile)) {
                    choose(asset, false);
                }
                // of the grid: a tile that is used for another thing meanwhile would close it
                menu.of(asset).show(this, e.getScreenX(), e.getScreenY());
                e.consume();
            }
        });
        tile.setOnDragDetected(e -> {
            Shown shown = tile.shown();
            // beside the picture and the name a frame is drawn
            if (shown != null && e.getTarget() != tile) {
                Asset asset = shown.asset();
                PreviewLoader.Shown preview = loader.get(asset);
                boolean many = chosen.isMany() && isChosen(tile);
                Carry.start(tile, shown, many, workspace, preview == null ? null : preview.image());
                e.consume();
            }
        });
        content.getChildren().add(tile);
        card.toFront();
        return tile;
    }

    /** Chooses these, of which one is looked at without its card. */
    void lead(Selection now, Asset asset, int place) {
        Key key = now.lead();
        cardOpen = false;
        if (key != null) {
            pages.follow(key, place);
            workspace.selected().set(asset);
        }
        chosen.selection().set(now);
        requestLayout();
        revealing = true;
        Platform.runLater(this::reveal);
    }

    private boolean isChosen(Tile tile) {
        Shown there = tile.shown();
        return there != null && chosen.selection().get().has(there.key());
    }

    /** What is shown in a part of the view. */
    private List<Key> under(Bounds part) {
        List<Key> out = new ArrayList<>();
        shown.entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .map(Map.Entry::getValue)
                .filter(tile -> tile.getBoundsInParent().intersects(part))
                .forEach(tile -> {
                    Shown there = tile.shown();
                    if (there != null) {
                        out.add(there.key());
                    }
                });
        return out;
    }

    /** Chooses an asset, its card open or folded. */
    public void choose(Asset asset, boolean open) {
        workspace.shelf().withShown(asset, shown -> {
            int place = placeInView(asset);
            if (place >= 0) {
                pages.follow(shown.key(), place);
            } else {
                pages.follow(shown.key());
            }
            choose(shown, open);
        });
    }

    int placeInView(Asset asset) {
        for (Map.Entry<Integer, Tile> entry : shown.entrySet()) {
            if (asset.equals(entry.getValue().asset())) {
                return entry.getKey();
            }
        }
        return -1;
    }

    private void choose(Shown shown, boolean open) {
        cardOpen = open;
        following = open;
        if (open) {
            card.show(shown);
        }
        workspace.selected().set(shown.asset());
        chosen.selection().set(Selection.only(shown.key()));
        requestLayout();
        revealing = true;
        Platform.runLater(this::reveal);
    }

    /** Chooses what stands at a place, as soon as that is known. */
    public void chooseAt(int place, boolean open) {
        pages.whenThere(place, shown -> {
            pages.follow(shown.key(), place);
            choose(shown, open);
        });
    }

    /** Scrolls so that the chosen row and its card are in view. */
    private void reveal() {
        int chosen = chosenPlace();
        if (chosen < 0) {
            return;
        }
        revealing = false;
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
        for (Tile tile : shown.values()) {
            Asset asset = tile.asset();
            if (asset != null && asset.id().equals(id)) {
                tile.preview(loader.get(asset));
            }
        }
        card.previewArrived(id);
    }

    @Override
    public @Nullable Object queryAccessibleAttribute(AccessibleAttribute attribute, Object... parameters) {
        return switch (attribute) {
            case ITEM_COUNT -> total;
            case MULTIPLE_SELECTION -> true;
            case ITEM_AT_INDEX ->
                parameters.length == 1 && parameters[0] instanceof Integer place ? shown.get(place) : null;
            case FOCUS_ITEM -> shown.get(chosenPlace());
            case SELECTED_ITEMS ->
                FXCollections.<Node>observableArrayList(
                        shown.values().stream().filter(Tile::isChosen).toList());
            default -> super.queryAccessibleAttribute(attribute, parameters);
        };
    }

    /** The tile of an asset when it is in view. */
    public @Nullable Node tileOf(String id) {
        return shown.values().stream()
                .filter(t -> t.asset() != null && t.asset().id().equals(id))
                .findFirst()
                .orElse(null);
    }
}
