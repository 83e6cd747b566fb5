package yondershelf.app.views;

import javafx.geometry.Pos;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import yondershelf.app.model.Workspace;

/** Over the shelf while nothing stands on it: why, and what to do about it. */
public final class EmptyShelf extends StackPane {
    private final Workspace workspace;
    private final FirstQuestion first;

    /** @param addLibrary asks for a folder to open as a library */
    public EmptyShelf(Workspace workspace, Runnable addLibrary) {
        this.workspace = workspace;
        this.first = new FirstQuestion(workspace, addLibrary);
        getStyleClass().add("shelf-pane-empty");
        setPickOnBounds(false);
        workspace.hits().addListener(o -> fill());
        workspace.onChange(this::fill);
        fill();
    }

    private void fill() {
        setVisible(workspace.hits().get().total() == 0);
        if (!isVisible()) {
            return;
        }
        EmptyPlace place = place();
        place.setAlignment(Pos.CENTER);
        place.setMaxHeight(Region.USE_PREF_SIZE);
        place.getStyleClass().add("narrow");
        getChildren().setAll(place);
    }

    private EmptyPlace place() {
        if (workspace.catalogue().libraries().isEmpty()) {
            return first.place();
        }
        if (workspace.query().get().equals(workspace.query().get().cleared())) {
            return new EmptyPlace("Nothing stands here yet. Drop a folder, files or a .zip pack on the window.")
                    .offer(
                            "Bring something in",
                            "Go to intake (Ctrl+2)",
                            () -> workspace.view().set(Workspace.View.INTAKE));
        }
        boolean unseen = !workspace.query().get().like().isEmpty()
                && workspace.moreLike().unseen().get() > 0;
        return new EmptyPlace(unseen ? "Nothing yet: most of it has not been looked at." : "Nothing matches.")
                .offer(
                        "Show everything",
                        "Esc in the search line does the same",
                        () -> workspace.query().set(workspace.query().get().cleared()));
    }
}
