package yondershelf.app.table;

import java.nio.IntBuffer;
import java.util.List;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.DragEvent;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Carry;
import yondershelf.app.model.Workspace;
import yondershelf.content.Bounds;
import yondershelf.content.Kind;
import yondershelf.content.Transform;
import yondershelf.library.Asset;
import yondershelf.render.Camera;
import yondershelf.table.BuiltScene;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Scene;

/** The picture of the table: looked around in with the mouse, and the place where carried assets are let go. */
public final class TablePicture extends Pane {
    private final Workspace workspace;
    private final Renderer renderer;
    private final ImageView image = new ImageView();
    private final Outline outline = new Outline();
    private final Carrying carrying;
    private final Label sentence = new Label();
    private final Label empty = new Label("Drag a model here from the shelf, or press Enter twice on it");
    private final StackPane emptyPane = new StackPane(empty);
    private View view = View.START;
    private Scene shown;
    private @Nullable BuiltScene built;
    private @Nullable Camera builtCamera;
    private @Nullable PixelBuffer<IntBuffer> buffer;
    private @Nullable String chosen;
    private double lastX;
    private double lastY;
    private boolean moved;
    private @Nullable Drag drag;
    private volatile int samples;

    /** A placed object on the move. */
    private record Drag(String placement, BuiltScene without, Bounds box, double turn) {}

    TablePicture(Workspace workspace) {
        this.workspace = workspace;
        this.carrying = new Carrying(workspace, outline);
        this.shown = workspace.table().scene();
        this.renderer = new Renderer(workspace.builder(), frame -> Platform.runLater(() -> show(frame)));
        getStyleClass().add("table-picture");
        setId("table-picture");
        setFocusTraversable(true);
        setAccessibleText("Table: the scene");
        image.setSmooth(true);
        sentence.getStyleClass().add("sentence");
        sentence.setVisible(false);
        sentence.setMouseTransparent(true);
        empty.getStyleClass().add("empty-hint");
        emptyPane.setMouseTransparent(true);
        emptyPane.setAlignment(Pos.CENTER);
        getChildren().addAll(image, outline, emptyPane, sentence);
        widthProperty().addListener(o -> redraw());
        heightProperty().addListener(o -> redraw());
        workspace.table().onChange(() -> {
            shown = workspace.table().scene();
            if (chosen != null && shown.placement(chosen).isEmpty()) {
                chosen = null;
            }
            redraw();
        });
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
        addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
        addEventHandler(ScrollEvent.SCROLL, e -> {
            view = view.zoom(Math.pow(0.9985, e.getDeltaY()));
            redraw();
            e.consume();
        });
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        setOnContextMenuRequested(e -> {
            BuiltScene.Pick pick = pickAt(e.getX(), e.getY());
            if (pick != null && pick.placement() != null) {
                choose(pick.placement().id());
                menu().show(this, e.getScreenX(), e.getScreenY());
            }
        });
        setOnDragOver(this::carriedOver);
        setOnDragExited(e -> stopCarrying());
        setOnDragDropped(this::dropped);
        redraw();
    }

    private double aspect() {
        return Math.max(1, getWidth()) / Math.max(1, getHeight());
    }

    /** Samples in the picture as it stands; 0 for a draft. */
    public int samples() {
        return samples;
    }

    /** Shows another scene for the moment, without making it the table's. */
    void showInstead(Scene other) {
        shown = other;
        redraw();
    }

    private void redraw() {
        emptyPane.setVisible(shown.placements().isEmpty());
        if (getWidth() >= 8 && getHeight() >= 8) {
            samples = 0;
            renderer.request(new Renderer.Request(shown, view.camera(), (int) getWidth(), (int) getHeight()));
        }
    }

    @Override
    protected void layoutChildren() {
        image.setFitWidth(getWidth());
        image.setFitHeight(getHeight());
        emptyPane.resizeRelocate(0, 0, getWidth(), getHeight());
        outline.resizeRelocate(0, 0, getWidth(), getHeight());
    }

    private void show(Renderer.Frame frame) {
        PixelBuffer<IntBuffer> known = buffer;
        if (known == null || known.getWidth() != frame.width() || known.getHeight() != frame.height()) {
            known = new PixelBuffer<>(
                    frame.width(),
                    frame.height(),
                    IntBuffer.allocate(frame.width() * frame.height()),
                    PixelFormat.getIntArgbPreInstance());
            buffer = known;
            image.setImage(new WritableImage(known));
        }
        known.getBuffer().put(0, frame.pixels());
        known.updateBuffer(b -> null);
        built = frame.built();
        builtCamera = frame.camera();
        samples = frame.samples();
        outlineChosen();
    }

    private void outlineChosen() {
        BuiltScene now = built;
        Camera camera = builtCamera;
        if (now != null && camera != null && outline.part() == null) {
            outline.show(now, camera, chosen, null, false);
        }
    }

    private BuiltScene.@Nullable Pick pickAt(double x, double y) {
        BuiltScene now = built;
        return now == null ? null : now.pick(view.camera(), x / getWidth(), y / getHeight(), aspect());
    }

    /** Chooses a placed object, or none. */
    public void choose(@Nullable String placement) {
        chosen = placement;
        outline.clear();
        outlineChosen();
    }

    private void pressed(MouseEvent e) {
        requestFocus();
        lastX = e.getX();
        lastY = e.getY();
        moved = false;
        drag = null;
        BuiltScene.Pick pick =
                e.getButton() == MouseButton.PRIMARY && !e.isShiftDown() ? pickAt(e.getX(), e.getY()) : null;
        Placement hit = pick == null ? null : pick.placement();
        if (hit != null && hit.id().equals(chosen)) {
            Scene without = shown.without(hit.id());
            drag = new Drag(
                    hit.id(), workspace.builder().build(without), hit.model().bounds(), turnOf(hit.toWorld()));
        }
    }

    private static double turnOf(Transform t) {
        return Math.toDegrees(Math.atan2(t.xz(), t.xx()));
    }

    private void dragged(MouseEvent e) {
        double dx = e.getX() - lastX;
        double dy = e.getY() - lastY;
        lastX = e.getX();
        lastY = e.getY();
        moved |= Math.abs(dx) + Math.abs(dy) > 0;
        if (e.getButton() == MouseButton.MIDDLE || e.isShiftDown()) {
            view = view.pan(-dx / getHeight(), dy / getHeight());
            redraw();
        } else if (e.getButton() == MouseButton.SECONDARY) {
            view = view.zoom(Math.pow(1.006, dy));
            redraw();
        } else if (drag != null) {
            moveChosen(drag, e);
        } else {
            view = view.orbit(-dx * 0.008, dy * 0.006);
            redraw();
        }
        e.consume();
    }

    private void moveChosen(Drag going, MouseEvent e) {
        Placing.Rest rest = Placing.under(
                going.without,
                view.camera(),
                e.getX() / getWidth(),
                e.getY() / getHeight(),
                aspect(),
                going.box,
                going.turn);
        if (rest != null) {
            showInstead(workspace.table().scene().change(going.placement, p -> p.at(rest.toWorld())));
            say(e.getX(), e.getY(), Carrying.rests(rest));
        }
    }

    private void released(MouseEvent e) {
        sentence.setVisible(false);
        if (drag != null && moved) {
            Placement after = shown.placement(drag.placement).orElse(null);
            if (after != null) {
                workspace.table().act("move " + after.name(), shown);
            }
        } else if (!moved && e.getButton() == MouseButton.PRIMARY) {
            BuiltScene.Pick pick = pickAt(e.getX(), e.getY());
            choose(
                    pick == null || pick.placement() == null
                            ? null
                            : pick.placement().id());
            if (e.getClickCount() == 2) {
                frame();
            }
        }
        drag = null;
    }

    private void key(KeyEvent e) {
        double step = e.isShiftDown() ? 0.05 : 0.1;
        View next = switch (e.getCode()) {
            case LEFT -> e.isShiftDown() ? view.pan(-step, 0) : view.orbit(step, 0);
            case RIGHT -> e.isShiftDown() ? view.pan(step, 0) : view.orbit(-step, 0);
            case UP -> e.isShiftDown() ? view.pan(0, step) : view.orbit(0, step);
            case DOWN -> e.isShiftDown() ? view.pan(0, -step) : view.orbit(0, -step);
            case PLUS, ADD, EQUALS -> view.zoom(0.9);
            case MINUS, SUBTRACT -> view.zoom(1.1);
            default -> view;
        };
        if (next != view) {
            view = next;
            redraw();
            e.consume();
        }
    }

    /** Brings the chosen object, or everything, into view. */
    public void frame() {
        BuiltScene now = built;
        if (now != null) {
            List<Bounds> boxes = chosen != null ? List.of(now.boundsOf(chosen)) : now.boxes();
            view = view.frame(boxes, aspect());
            redraw();
        }
    }

    private ContextMenu menu() {
        ContextMenu menu = new ContextMenu();
        menu.getItems()
                .addAll(
                        item("Frame", this::frame),
                        item("Place again beside it", this::repeatChosen),
                        item("Turn left", () -> turnChosen(15)),
                        item("Turn right", () -> turnChosen(-15)),
                        item("Remove from the table", this::removeChosen));
        return menu;
    }

    private static MenuItem item(String word, Runnable act) {
        MenuItem item = new MenuItem(word);
        item.setOnAction(e -> act.run());
        return item;
    }

    void removeChosen() {
        Scene scene = workspace.table().scene();
        scene.placement(chosen == null ? "" : chosen)
                .ifPresent(p -> workspace.table().act("remove " + p.name(), scene.without(p.id())));
    }

    void turnChosen(double degrees) {
        Scene scene = workspace.table().scene();
        scene.placement(chosen == null ? "" : chosen).ifPresent(p -> {
            Transform t = p.toWorld();
            Transform here = Transform.translation(t.tx(), t.ty(), t.tz());
            Transform turned = here.after(Transform.rotation(0, 1, 0, Math.toRadians(degrees)))
                    .after(here.inverse())
                    .after(t);
            workspace.table().act("turn " + p.name(), scene.change(p.id(), q -> q.at(turned)));
        });
    }

    void repeatChosen() {
        Scene scene = workspace.table().scene();
        scene.placement(chosen == null ? "" : chosen).ifPresent(p -> {
            double aside = p.model().bounds().sizeX() * 1.15;
            String title = scene.freshName(p.name().replaceAll(" \\d+$", ""));
            Placement more = new Placement(
                    scene.freshId(),
                    title,
                    p.asset(),
                    p.model(),
                    Transform.translation(aside, 0, 0).after(p.toWorld()),
                    p.dressed());
            workspace.table().act("place " + title, scene.with(more));
            choose(more.id());
        });
    }

    /** A resting place in the middle of the picture, or the origin when the middle is sky. */
    Placing.Rest restInMiddle(Bounds box) {
        BuiltScene now = built;
        Placing.Rest rest = now == null ? null : Placing.under(now, view.camera(), 0.5, 0.62, aspect(), box, 0);
        return rest != null ? rest : new Placing.Rest(Placing.stand(box, 0, 0, 0, 0), "");
    }

    private void carriedOver(DragEvent e) {
        Asset asset = Carry.of(e.getDragboard(), workspace);
        if (asset == null) {
            return;
        }
        e.acceptTransferModes(TransferMode.COPY);
        e.consume();
        Carrying.Preview preview = preview(asset, e.getX(), e.getY());
        say(e.getX(), e.getY(), preview.sentence());
        if (preview.scene() != null) {
            showInstead(preview.scene());
        }
    }

    private Carrying.Preview preview(Asset asset, double x, double y) {
        return carrying.preview(asset, view.camera(), x / getWidth(), y / getHeight(), aspect());
    }

    private void dropped(DragEvent e) {
        Asset asset = Carry.of(e.getDragboard(), workspace);
        if (asset == null) {
            return;
        }
        double x = e.getX();
        double y = e.getY();
        e.setDropCompleted(true);
        e.consume();
        stopCarrying();
        drop(asset, x, y);
    }

    /** Lets an asset go at a place of the picture; waits for it to be read. */
    public void drop(Asset asset, double x, double y) {
        var ready = switch (asset.kind()) {
            case MODEL -> workspace.model(asset);
            case MATERIAL -> workspace.material(asset);
            case HDRI -> workspace.environment(asset);
            default -> java.util.concurrent.CompletableFuture.completedFuture(asset);
        };
        ready.thenRun(() -> Platform.runLater(() -> {
            Carrying.Preview preview = preview(asset, x, y);
            outline.clear();
            Scene after = preview.scene();
            if (after != null && !preview.act().isEmpty()) {
                workspace.table().act(preview.act(), after);
                if (asset.kind() == Kind.MODEL) {
                    Scene scene = workspace.table().scene();
                    choose(scene.placements().get(scene.placements().size() - 1).id());
                }
            }
        }));
    }

    private void stopCarrying() {
        sentence.setVisible(false);
        outline.clear();
        if (shown != workspace.table().scene()) {
            showInstead(workspace.table().scene());
        }
    }

    private void say(double x, double y, String words) {
        sentence.setText(words);
        sentence.setVisible(true);
        sentence.autosize();
        sentence.relocate(
                Math.max(4, Math.min(getWidth() - sentence.prefWidth(-1) - 4, x + 16)),
                Math.max(4, Math.min(getHeight() - 34, y + 18)));
    }

    /** The camera in use, for tests of what is under the pointer. */
    public Camera camera() {
        return view.camera();
    }

    public @Nullable String chosen() {
        return chosen;
    }

    public void close() {
        renderer.close();
    }

    /** Turns the view; radians. */
    public void orbit(double turn, double rise) {
        view = view.orbit(turn, rise);
        redraw();
    }
}
