package yondershelf.app.shelf;

import java.util.Optional;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.scene.Cursor;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.StackPane;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Background;
import yondershelf.app.model.Images;
import yondershelf.app.model.Loaded;
import yondershelf.app.model.Pixels;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Contents;
import yondershelf.library.Asset;
import yondershelf.render.Booth;
import yondershelf.render.Camera;
import yondershelf.words.Phrase;
import yondershelf.work.Job;

/** The card's large picture: models and materials turn under the mouse, roughly while moving, finely at rest. */
final class LivePreview extends StackPane {
    private static final int MOVING = 150;
    private static final int RESTING = 320;

    private final Catalogue catalogue;
    private final Loaded loaded;
    private final Background background;
    private final ImageView view = new ImageView();
    private final Label hint = new Label(Phrase.of("shelf.drag-to-turn"));
    private final PauseTransition rest = new PauseTransition(Duration.millis(180));
    private @Nullable Asset asset;
    private volatile Booth.@Nullable Stage stage;
    private double turn;
    private double rise;
    private double lastX;
    private double lastY;
    private @Nullable Job<?> job;
    private boolean turning;
    private boolean again;

    LivePreview(Catalogue catalogue, Loaded loaded, Background background) {
        this.catalogue = catalogue;
        this.loaded = loaded;
        this.background = background;
        getStyleClass().add("live-preview");
        setFocusTraversable(true);
        setAccessibleText(Phrase.of("shelf.preview-arrow-keys-turn-it"));
        view.setPreserveRatio(true);
        view.setSmooth(true);
        hint.getStyleClass().add("hint");
        StackPane.setAlignment(hint, javafx.geometry.Pos.BOTTOM_CENTER);
        getChildren().addAll(view, hint);
        Tooltip.install(this, new Tooltip(Phrase.of("shelf.drag-or-use-the-arrow")));
        addEventHandler(MouseEvent.MOUSE_PRESSED, e -> {
            lastX = e.getX();
            lastY = e.getY();
            requestFocus();
            open();
        });
        addEventHandler(MouseEvent.MOUSE_DRAGGED, e -> {
            turnBy((lastX - e.getX()) * 0.012, (e.getY() - lastY) * 0.008);
            lastX = e.getX();
            lastY = e.getY();
            e.consume();
        });
        addEventHandler(KeyEvent.KEY_PRESSED, e -> {
            KeyCode code = e.getCode();
            double x = code == KeyCode.LEFT ? 0.15 : code == KeyCode.RIGHT ? -0.15 : 0;
            double y = code == KeyCode.UP ? 0.1 : code == KeyCode.DOWN ? -0.1 : 0;
            if (x != 0 || y != 0) {
                open();
                turnBy(x, y);
                e.consume();
            }
        });
        rest.setOnFinished(e -> render(false));
    }

    void setEdge(double edge) {
        view.setFitWidth(edge);
        view.setFitHeight(edge);
        setMinSize(edge, edge);
        setMaxSize(edge, edge);
        setPrefSize(edge, edge);
    }

    void show(Asset thing, @Nullable Image known) {
        asset = thing;
        stage = null;
        turn = 0;
        rise = 0;
        view.setImage(known);
        boolean turns = catalogue.contents().turns(thing.kind());
        hint.setVisible(turns);
        setCursor(turns ? Cursor.OPEN_HAND : Cursor.DEFAULT);
    }

    void arrived(Image image) {
        if (stage == null) {
            view.setImage(image);
        }
    }

    /** Puts the asset on the stage, once. */
    private void open() {
        Asset thing = asset;
        if (thing == null || stage != null) {
            return;
        }
        Contents contents = catalogue.contents();
        if (contents.turns(thing.kind())) {
            loaded.any(thing)
                    .thenApplyAsync(content -> contents.stage(thing, content))
                    .thenAccept(made -> made.ifPresent(s -> staged(thing, s)));
        }
    }

    private void staged(Asset thing, Booth.Stage made) {
        Platform.runLater(() -> {
            if (thing.equals(asset)) {
                stage = made;
                render(true);
                rest.playFromStart();
            }
        });
    }

    private void turnBy(double x, double y) {
        turn += x;
        rise += y;
        render(true);
        rest.playFromStart();
    }

    private void render(boolean moving) {
        Booth.Stage on = stage;
        if (on == null) {
            return;
        }
        if (moving && job != null && !job.isOver()) {
            if (turning) {
                again = true;
                return;
            }
            job.cancel();
        }
        Booth booth = catalogue.booth();
        Camera camera = on.camera(turn, rise, 1);
        int size = moving ? MOVING : (int) Math.max(RESTING, Math.ceil(view.getFitWidth() * Pixels.of(this)));
        int samples = moving ? 1 : booth.finalSamples();
        turning = moving;
        job = background.quietly(
                moving ? Phrase.of("shelf.turning") : Phrase.of("shelf.refining-the-card"),
                work -> Optional.ofNullable(booth.view(on, camera, size, size, samples, work::isCancelled)),
                made -> {
                    if (on == stage) {
                        made.ifPresent(picture -> view.setImage(Images.of(picture)));
                    }
                    if (again) {
                        again = false;
                        render(true);
                    }
                });
    }
}
