package yondershelf.app.table;

import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Carry;
import yondershelf.app.model.Workspace;
import yondershelf.content.Kind;
import yondershelf.library.Asset;
import yondershelf.table.Scene;

/** Assets carried over the table's picture and let go there. Shift asks for the other way of letting go. */
final class Arrivals {
    private final Workspace workspace;
    private final TablePicture picture;
    private final Carrying carrying;
    private final Outline outline;

    Arrivals(Workspace workspace, TablePicture picture, Outline outline) {
        this.workspace = workspace;
        this.picture = picture;
        this.outline = outline;
        this.carrying = new Carrying(workspace, picture.standing(), outline, picture);
        picture.setOnDragOver(this::over);
        picture.setOnDragExited(e -> stop());
        picture.setOnDragDropped(this::dropped);
    }

    /** The toolkit tells modifier keys of a drag only through the proposed way of transfer: Shift proposes to move. */
    private static Carrying.Way way(DragEvent e) {
        return e.getTransferMode() == TransferMode.MOVE ? Carrying.Way.SHIFTED : Carrying.Way.USUAL;
    }

    private void over(DragEvent e) {
        Asset asset = Carry.of(e.getDragboard(), workspace);
        if (asset == null) {
            return;
        }
        e.acceptTransferModes(TransferMode.COPY_OR_MOVE);
        e.consume();
        Carrying.Promise promise = carrying.promise(asset, picture.place(e.getX(), e.getY()), way(e));
        String hint = promise.hint().isEmpty() ? "" : "\n" + promise.hint();
        picture.say(e.getX(), e.getY(), promise.sentence() + hint);
        if (promise.scene() != null) {
            picture.showInstead(promise.scene());
        }
    }

    private void dropped(DragEvent e) {
        Asset asset = Carry.of(e.getDragboard(), workspace);
        if (asset != null) {
            Carrying.Place place = picture.place(e.getX(), e.getY());
            Carrying.Way way = way(e);
            e.setDropCompleted(true);
            e.consume();
            stop();
            // the keys go on with what was put down, not with what was searched for
            picture.requestFocus();
            letGo(asset, place, way);
        }
    }

    /** Lets an asset go at a place of the picture, once it is read. */
    void letGo(Asset asset, Carrying.Place place, Carrying.Way way) {
        carrying.onceRead(asset, place, way).thenAccept(promise -> perform(asset, promise));
    }

    /** Puts an asset on the table without the mouse: in the middle of what is seen. */
    void put(Asset asset) {
        Carrying.Place middle = picture.place(picture.getWidth() / 2, picture.getHeight() / 2);
        carrying.put(asset, middle).thenAccept(promise -> {
            if (promise.act().isEmpty()) {
                workspace.tell(yondershelf.content.Problem.of(asset.name(), promise.sentence()));
            }
            perform(asset, promise);
        });
    }

    /** The command that puts things of a kind on the table; null when they must be carried to their place. */
    @Nullable
    String command(Kind kind) {
        KindCarry carry = carrying.of(kind);
        return carry == null ? null : carry.command();
    }

    private void perform(Asset asset, Carrying.Promise promise) {
        outline.clear();
        Scene after = promise.scene();
        if (after != null && !promise.act().isEmpty()) {
            workspace.table().act(promise.act(), after);
            if (asset.kind().stands()) {
                picture.choose(
                        after.placements().get(after.placements().size() - 1).id());
            }
        }
    }

    private void stop() {
        picture.hush();
        outline.clear();
        picture.showInstead(workspace.table().scene());
    }
}
