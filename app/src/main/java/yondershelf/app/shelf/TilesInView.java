package yondershelf.app.shelf;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Rectangle;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Carry;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Shown;
import yondershelf.library.Asset;
import yondershelf.search.Key;

/** The tiles of the rows in view, used again as the grid scrolls, and the boards they stand on. */
final class TilesInView {
    /** Tiles made in one pass: a new one costs much the first time, and nobody should wait for all of them. */
    private static final int MOST_FRESH = 6;

    /** Leaves the sizes of its children to the grid. */
    private static final class Still extends Pane {
        @Override
        protected void layoutChildren() {
            // the grid has placed them already
        }
    }

    private final ShelfGrid grid;
    private final Workspace workspace;
    private final PreviewLoader loader;
    private final AssetMenu menu;
    private final FramePlayer player;
    private final Pane content = new Still();
    private final Rectangle clip = new Rectangle();
    private final Deque<Tile> spare = new ArrayDeque<>();
    private final Map<Integer, Tile> shown = new HashMap<>();
    private final Map<Integer, Tile> still = new HashMap<>();
    private final List<Asset> assets = new ArrayList<>();
    private final List<Region> ledges = new ArrayList<>();
    private int ledgesUsed;
    private int fresh;

    TilesInView(ShelfGrid grid, Workspace workspace, PreviewLoader loader, AssetMenu menu, FramePlayer player) {
        this.grid = grid;
        this.workspace = workspace;
        this.loader = loader;
        this.menu = menu;
        this.player = player;
        content.setClip(clip);
    }

    /** What the tiles stand in. */
    Pane content() {
        return content;
    }

    void resize(double width, double height) {
        content.resizeRelocate(0, 0, width, height);
        clip.setWidth(width);
        clip.setHeight(height);
    }

    /** Begins to place tiles: those placed before are used again. */
    void begin() {
        still.clear();
        assets.clear();
        ledgesUsed = 0;
        fresh = 0;
    }

    /** The board on which a row stands. */
    void ledge(double y, double width) {
        ledge(ledgesUsed++).resizeRelocate(0, Math.rint(y), width, 1);
    }

    /** Puts away what was not placed since {@link #begin}. */
    void end() {
        shown.values().stream().filter(t -> !still.containsValue(t)).forEach(t -> {
            t.setVisible(false);
            spare.push(t);
        });
        shown.clear();
        shown.putAll(still);
        for (int i = ledgesUsed; i < ledges.size(); i++) {
            ledges.get(i).setVisible(false);
        }
    }

    /** What was placed, as far as it is known. */
    List<Asset> assets() {
        return assets;
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

    /** @param chosen true for the one that is followed */
    void place(int index, double x, double y, double cell, boolean chosen) {
        Shown shownThere = workspace.shelf().pages().at(index);
        Tile tile = shown.remove(index);
        if (tile == null && spare.isEmpty() && grid.isSeen()) {
            if (fresh++ == MOST_FRESH) {
                Platform.runLater(grid::requestLayout);
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
                    || workspace.chosen().isMany()
                            && workspace.chosen().selection().get().has(shownThere.key());
            tile.show(
                    shownThere,
                    library,
                    workspace.faults().of(asset).size(),
                    among,
                    grid.sizes().isSelected());
            tile.preview(loader.get(asset));
            tile.standAt(index);
            assets.add(asset);
        }
        tile.resizeRelocate(Math.rint(x), Math.rint(y), Math.rint(cell), grid.tileSize() + grid.nameHeight());
    }

    private Tile fresh() {
        Tile tile = new Tile(grid::nameHeight);
        // placed by hand: a picture that arrives lays out its own tile and nothing else
        tile.setManaged(false);
        tile.setOnMouseEntered(e -> player.begin(tile));
        tile.setOnMouseExited(e -> player.end(tile));
        tile.addEventHandler(MouseEvent.MOUSE_CLICKED, e -> {
            Asset asset = tile.asset();
            grid.requestFocus();
            if (asset != null && e.getButton() == MouseButton.PRIMARY && e.isStillSincePress()) {
                grid.acts().click(asset, e);
            }
        });
        tile.setOnContextMenuRequested(e -> {
            Asset asset = tile.asset();
            if (asset != null) {
                if (!isChosen(tile)) {
                    grid.choice().choose(asset, false);
                }
                // of the grid: a tile that is used for another thing meanwhile would close it
                menu.of(asset).show(grid, e.getScreenX(), e.getScreenY());
                e.consume();
            }
        });
        tile.setOnDragDetected(e -> {
            Shown shown = tile.shown();
            // beside the picture and the name a frame is drawn
            if (shown != null && e.getTarget() != tile) {
                Asset asset = shown.asset();
                PreviewLoader.Shown preview = loader.get(asset);
                boolean many = workspace.chosen().isMany() && isChosen(tile);
                Carry.start(tile, shown, many, workspace, preview == null ? null : preview.image());
                e.consume();
            }
        });
        content.getChildren().add(tile);
        grid.card().toFront();
        return tile;
    }

    private boolean isChosen(Tile tile) {
        Shown there = tile.shown();
        return there != null && workspace.chosen().selection().get().has(there.key());
    }

    /** What is shown in a part of the view. */
    List<Key> under(Bounds part) {
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

    int placeOf(Asset asset) {
        for (Map.Entry<Integer, Tile> entry : shown.entrySet()) {
            if (asset.equals(entry.getValue().asset())) {
                return entry.getKey();
            }
        }
        return -1;
    }

    /** A picture came. */
    void arrived(String id) {
        for (Tile tile : shown.values()) {
            Asset asset = tile.asset();
            if (asset != null && asset.id().equals(id)) {
                tile.preview(loader.get(asset));
            }
        }
    }

    /** The tile at a place among all that was found; null when it is not in view. */
    @Nullable
    Tile at(int place) {
        return shown.get(place);
    }

    /** Those that are chosen. */
    List<Tile> chosen() {
        return shown.values().stream().filter(Tile::isChosen).toList();
    }

    /** The tile of an asset when it is in view. */
    @Nullable
    Tile of(String id) {
        return shown.values().stream()
                .filter(t -> t.asset() != null && t.asset().id().equals(id))
                .findFirst()
                .orElse(null);
    }
}
