package yondershelf.app.model;

import java.io.File;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.image.Image;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.DataFormat;
import javafx.scene.input.Dragboard;
import javafx.scene.input.TransferMode;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Shown;
import yondershelf.library.Asset;
import yondershelf.words.Phrase;

/** An asset being carried from the shelf with the mouse. */
public final class Carry {
    /** Carries an asset's id within the window. */
    public static final DataFormat ASSET = new DataFormat("application/x-yonder-shelf-asset");

    private static final DataFormat TAG = new DataFormat("application/x-yonder-shelf-tag");

    private static final DataFormat ALL_CHOSEN = new DataFormat("application/x-yonder-shelf-all-chosen");

    /** What this window carries, or carried last; used from the interface thread. */
    private static @Nullable Shown carried;

    /** What another window carries here: asked of the store once. */
    private static String foreign = "";

    private Carry() {}

    /** True when the asset carried stands for all that is chosen. */
    public static boolean isMany(Dragboard board) {
        return board.hasContent(ALL_CHOSEN);
    }

    /**
     * Begins carrying; reading the asset begins at once, so that it is there when it reaches the table.
     *
     * @param many true when it stands for all that is chosen
     */
    public static void start(Node from, Shown shown, boolean many, Workspace workspace, @Nullable Image image) {
        Asset asset = shown.asset();
        // both ways are offered, so that a modifier key can choose between them
        Dragboard board = from.startDragAndDrop(TransferMode.COPY_OR_MOVE);
        carried = shown;
        foreign = "";
        ClipboardContent content = new ClipboardContent();
        content.put(ASSET, asset.id());
        if (many) {
            content.put(ALL_CHOSEN, true);
        }
        List<File> files = workspace.chosen().files(shown, many);
        if (files.isEmpty()) {
            content.putString(asset.path());
        } else {
            // let go over another program, it is files
            content.putFiles(files);
        }
        board.setContent(content);
        // what stands in the scene is seen on the table itself
        Image seen = many
                ? CarriedImage.of(
                        Words.plural(workspace.chosen().selection().get().size(), "asset"))
                : image != null && !asset.kind().stands() ? CarriedImage.of(image) : CarriedImage.of(asset.name());
        // above the pointer's left, because what letting go will do is said below its right
        board.setDragView(seen, seen.getWidth() + 2, seen.getHeight() + 2);
        workspace.loaded().any(asset);
    }

    /** Begins carrying a tag, to be nested elsewhere. */
    public static void start(Node from, String tag) {
        Dragboard board = from.startDragAndDrop(TransferMode.MOVE);
        ClipboardContent content = new ClipboardContent();
        content.put(TAG, tag);
        board.setContent(content);
        Image seen = CarriedImage.of(tag);
        board.setDragView(seen, seen.getWidth() + 2, seen.getHeight() + 2);
    }

    /** The tag on a dragboard, if any. */
    public static @Nullable String tag(Dragboard board) {
        return board.getContent(TAG) instanceof String tag ? tag : null;
    }

    /** True for files that somebody carries here from elsewhere: what is carried from the shelf is more than its files. */
    public static boolean isFromElsewhere(Dragboard board) {
        return board.hasFiles() && !board.hasContent(ASSET);
    }

    /** The asset on a dragboard, if any; of what another window carries, once it was looked up. */
    public static @Nullable Asset of(Dragboard board, Workspace workspace) {
        Shown shown = shown(board, workspace);
        return shown == null ? null : shown.asset();
    }

    /** The same, with what was said of it and where it lies. Asked for at each movement of the mouse. */
    public static @Nullable Shown shown(Dragboard board, Workspace workspace) {
        if (!(board.getContent(ASSET) instanceof String id)) {
            return null;
        }
        Shown mine = carried;
        if (mine != null && mine.asset().id().equals(id)) {
            return mine;
        }
        if (!foreign.equals(id)) {
            foreign = id;
            workspace
                    .background()
                    .quietly(
                            Phrase.of("model.fetching-what-is-shown"),
                            work -> workspace.catalogue().shelf().shown(id),
                            found -> found.ifPresent(there -> carried = there));
        }
        return null;
    }
}
