package yondershelf.app.table;

import java.util.concurrent.CompletableFuture;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import org.jspecify.annotations.Nullable;
import yondershelf.table.BuiltScene;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Table;
import yondershelf.words.Phrase;

/** The mouse and the keys on the table's picture: orbit, pan, zoom, choose an object and move it along what it stands on. */
final class LookingAround {
    private static final double ORBIT = 0.008;
    private static final double RISE = 0.006;
    private static final double TREMOR = 4;

    private final Table table;
    private final TablePicture picture;
    private double lastX;
    private double lastY;
    private double pressedX;
    private double pressedY;
    private boolean moved;
    /** The drag was given up before the button was released. */
    private boolean cancelled;

    private @Nullable Drag drag;

    /**
     * A placed object on the move.
     *
     * @param without the table without it, once that is there
     * @param offsetX from the pointer to the middle of its base in the picture, which it keeps
     */
    private record Drag(Placement placement, CompletableFuture<BuiltScene> without, double offsetX, double offsetY) {}

    LookingAround(Table table, TablePicture picture) {
        this.table = table;
        this.picture = picture;
        picture.addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        picture.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
        picture.addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
        picture.addEventHandler(ScrollEvent.SCROLL, e -> {
            picture.look(picture.view().zoom(Math.pow(0.9985, e.getDeltaY())));
            e.consume();
        });
        picture.addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    }

    private void pressed(MouseEvent e) {
        picture.requestFocus();
        lastX = e.getX();
        lastY = e.getY();
        pressedX = lastX;
        pressedY = lastY;
        moved = false;
        drag = null;
        cancelled = false;
        if (e.getButton() != MouseButton.PRIMARY || e.isShiftDown()) {
            return;
        }
        Placement hit = picture.placementAt(e.getX(), e.getY());
        if (hit != null && !hit.locked() && hit.id().equals(picture.chosen())) {
            double[] base = Placing.base(hit);
            double aspect = picture.getWidth() / picture.getHeight();
            double[] at = picture.camera().project(base[0], base[1], base[2], aspect);
            drag = new Drag(
                    hit,
                    picture.standing().soon().thenApply(table -> table.without(hit.id())),
                    at[0] * picture.getWidth() - e.getX(),
                    at[1] * picture.getHeight() - e.getY());
        }
    }

    private void dragged(MouseEvent e) {
        // a hand trembles: until the pointer has really gone somewhere, the press is a click
        moved |= Math.hypot(e.getX() - pressedX, e.getY() - pressedY) >= TREMOR;
        if (!moved || cancelled) {
            return;
        }
        double dx = e.getX() - lastX;
        double dy = e.getY() - lastY;
        lastX = e.getX();
        lastY = e.getY();
        View view = picture.view();
        double height = picture.getHeight();
        if (e.getButton() == MouseButton.MIDDLE || e.isShiftDown()) {
            picture.look(view.pan(-dx / height, dy / height));
        } else if (e.getButton() == MouseButton.SECONDARY) {
            picture.look(view.zoom(Math.pow(1.006, dy)));
        } else if (drag != null) {
            Drag going = drag;
            double x = e.getX();
            double y = e.getY();
            going.without.thenAccept(table -> {
                // nothing of a drag that was ended while the table was built
                if (drag == going && lastX == x && lastY == y) {
                    move(going, table, x, y);
                }
            });
        } else {
            picture.look(view.orbit(-dx * ORBIT, dy * RISE));
        }
        e.consume();
    }

    private void move(Drag going, BuiltScene without, double x, double y) {
        Carrying.Place at = picture.place(x + going.offsetX, y + going.offsetY);
        Placing.Rest rest = Placing.moved(without, at.camera(), at.x(), at.y(), at.aspect(), going.placement);
        if (rest != null) {
            picture.showInstead(table.scene().change(going.placement.id(), p -> p.at(rest.toWorld())));
            picture.say(x, y, ModelCarry.rests(rest));
        }
    }

    private void released(MouseEvent e) {
        picture.hush();
        if (drag != null && moved && picture.shown() != table.scene()) {
            picture.shown()
                    .placement(drag.placement.id())
                    .ifPresent(after -> table.act(Phrase.of("table.move", after.name()), picture.shown()));
        } else if (!moved && e.getButton() == MouseButton.PRIMARY) {
            Placement hit = picture.placementAt(e.getX(), e.getY());
            picture.choose(hit == null || hit.locked() ? null : hit.id());
            if (e.getClickCount() == 2) {
                picture.frame();
            }
        }
        drag = null;
    }

    private void key(KeyEvent e) {
        if (e.getCode() == KeyCode.ESCAPE && drag != null && moved) {
            // as if it had never been taken hold of
            drag = null;
            picture.hush();
            picture.showInstead(table.scene());
            cancelled = true;
            e.consume();
            return;
        }
        if (e.isAltDown() || e.isShortcutDown()) {
            // those belong to the chosen object, or to the window
            return;
        }
        View view = picture.view();
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
            picture.look(next);
            e.consume();
        }
    }
}
