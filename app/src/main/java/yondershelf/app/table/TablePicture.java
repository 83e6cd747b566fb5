package yondershelf.app.table;

import java.nio.IntBuffer;
import java.util.ArrayList;
import java.util.List;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Pixels;
import yondershelf.app.model.Workspace;
import yondershelf.content.Bounds;
import yondershelf.content.Kind;
import yondershelf.library.Asset;
import yondershelf.render.Camera;
import yondershelf.table.BuiltScene;
import yondershelf.table.PartRef;
import yondershelf.table.Placement;
import yondershelf.table.Scene;
import yondershelf.words.Phrase;

/** The picture of the table: what is seen of the scene, and which of its objects is chosen. */
public final class TablePicture extends Pane {
    private final Workspace workspace;
    private final Renderer renderer;
    private final Standing standing;
    private final Arrivals arrivals;
    private final ChosenActs chosenActs;
    private final ImageView image = new ImageView();
    private final Outline outline = new Outline();
    private final Label sentence = new Label();
    private final StackPane emptyPane = new StackPane(new Label(Phrase.of("table.drag-a-model-here-from")));
    private View view = View.START;
    private Scene shown;
    private @Nullable BuiltScene built;
    private @Nullable Camera builtCamera;
    private @Nullable PixelBuffer<IntBuffer> buffer;
    private @Nullable String chosen;
    private @Nullable PartRef part;
    private final List<Runnable> choosing = new ArrayList<>();
    private volatile int samples;

    TablePicture(Workspace workspace) {
        this.workspace = workspace;
        this.shown = workspace.table().scene();
        this.standing = new Standing(workspace.table(), workspace.background(), workspace.builder());
        this.renderer = new Renderer(
                workspace.builder(),
                frame -> Platform.runLater(() -> show(frame)),
                problem -> Platform.runLater(() -> workspace.tell(problem)));
        this.arrivals = new Arrivals(workspace, this, outline);
        this.chosenActs = new ChosenActs(workspace, this);
        getStyleClass().add("table-picture");
        setId("table-picture");
        setFocusTraversable(true);
        setAccessibleText(Phrase.of("table.table-the-scene"));
        image.setSmooth(true);
        sentence.getStyleClass().add("sentence");
        sentence.setVisible(false);
        sentence.setMouseTransparent(true);
        emptyPane.getChildren().get(0).getStyleClass().add("empty-hint");
        emptyPane.setMouseTransparent(true);
        emptyPane.setAlignment(Pos.CENTER);
        getChildren().addAll(image, outline, emptyPane, sentence);
        widthProperty().addListener(o -> redraw());
        heightProperty().addListener(o -> redraw());
        Pixels.observed(this).addListener(o -> redraw());
        workspace.table().onChange(() -> {
            if (chosen != null && workspace.table().scene().placement(chosen).isEmpty()) {
                choose(null);
            }
            showInstead(workspace.table().scene());
        });
        new LookingAround(workspace.table(), this);
        setOnContextMenuRequested(e -> {
            Placement hit = placementAt(e.getX(), e.getY());
            if (hit != null) {
                choose(hit.id());
                chosenActs.menu(this::frame).show(this, e.getScreenX(), e.getScreenY());
            }
        });
        redraw();
    }

    private double aspect() {
        return Math.max(1, getWidth()) / Math.max(1, getHeight());
    }

    /** A place of the picture, from its pixels. */
    Carrying.Place place(double x, double y) {
        return new Carrying.Place(view.camera(), x / getWidth(), y / getHeight(), aspect());
    }

    /** True when what is to be seen is drawn, from where it is looked at, if only as a draft. */
    public boolean isCurrent() {
        BuiltScene now = built;
        return now != null && now.scene() == shown && view.camera().equals(builtCamera);
    }

    /** Samples in the picture as it stands; 0 for a draft. */
    public int samples() {
        return samples;
    }

    /** What is shown at the moment: the table's scene, or what a carried asset would make of it. */
    Scene shown() {
        return shown;
    }

    /** Shows another scene for the moment, without making it the table's. */
    void showInstead(Scene other) {
        if (other != shown) {
            shown = other;
            redraw();
        }
    }

    View view() {
        return view;
    }

    void look(View other) {
        view = other;
        redraw();
    }

    private void redraw() {
        emptyPane.setVisible(shown.placements().isEmpty());
        if (getWidth() >= 8 && getHeight() >= 8) {
            samples = 0;
            double pixels = Pixels.of(this);
            renderer.request(new Renderer.Request(
                    shown, view.camera(), (int) (getWidth() * pixels), (int) (getHeight() * pixels)));
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
        standing.drawn(frame.built());
        workspace.openScene().drawn(frame.built().scene());
        builtCamera = frame.camera();
        samples = frame.samples();
        outlineChosen();
    }

    private void outlineChosen() {
        BuiltScene now = built;
        Camera camera = builtCamera;
        if (now != null && camera != null && !outline.isStrong()) {
            outline.show(now, camera, chosen, part, false);
        }
    }

    /** The placed object seen at a place of the picture, or null. */
    @Nullable
    Placement placementAt(double x, double y) {
        BuiltScene now = built;
        BuiltScene.Pick pick = now == null ? null : now.pick(view.camera(), x / getWidth(), y / getHeight(), aspect());
        return pick == null ? null : pick.placement();
    }

    /** Chooses a placed object, or none. */
    public void choose(@Nullable String placement) {
        chosen = placement;
        part = null;
        outline.clear();
        outlineChosen();
        choosing.forEach(Runnable::run);
    }

    /** One part of the chosen object, or null for all of it. */
    @Nullable
    PartRef chosenPart() {
        return part;
    }

    void choosePart(@Nullable PartRef other) {
        part = other;
        outline.clear();
        outlineChosen();
    }

    /** Called when another object is chosen. */
    void onChoice(Runnable listener) {
        choosing.add(listener);
    }

    public @Nullable String chosen() {
        return chosen;
    }

    /** The table as it stands, for picking and placing. */
    Standing standing() {
        return standing;
    }

    ChosenActs chosenActs() {
        return chosenActs;
    }

    /** Brings the chosen object, or everything, into view. */
    public void frame() {
        // of the scene as it is, which may not have been drawn yet
        standing.soon().thenAccept(base -> {
            List<Bounds> boxes = base.scene().placements().stream()
                    .filter(p -> chosen == null ? !p.hidden() : p.id().equals(chosen))
                    .flatMap(p -> p.boxes().stream())
                    .toList();
            look(view.frame(boxes, aspect()));
        });
    }

    /** Lets an asset go at a place of the picture, in pixels; waits for it to be read. */
    public void drop(Asset asset, double x, double y) {
        arrivals.letGo(asset, place(x, y), Carrying.Way.USUAL);
    }

    /** The command that puts things of a kind on the table; null when they must be carried to their place. */
    @Nullable
    String command(Kind kind) {
        return arrivals.command(kind);
    }

    /** Puts an asset on the table without the mouse. */
    void put(Asset asset) {
        arrivals.put(asset);
    }

    /** Says by the pointer what letting go will do. */
    void say(double x, double y, String words) {
        sentence.setText(words);
        sentence.setVisible(true);
        sentence.autosize();
        sentence.relocate(
                Math.max(4, Math.min(getWidth() - sentence.prefWidth(-1) - 4, x + 16)),
                Math.max(4, Math.min(getHeight() - sentence.prefHeight(-1) - 4, y + 18)));
    }

    /** What is said by the pointer now; empty when nothing is. */
    public String sentence() {
        return sentence.isVisible() ? sentence.getText() : "";
    }

    void hush() {
        sentence.setVisible(false);
    }

    /** The camera in use. */
    public Camera camera() {
        return view.camera();
    }

    public void close() {
        renderer.close();
    }
}
