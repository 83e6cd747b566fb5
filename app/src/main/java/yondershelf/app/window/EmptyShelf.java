package yondershelf.app.window;

import javafx.geometry.Pos;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import yondershelf.app.model.Workspace;
import yondershelf.words.Phrase;

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
            return new EmptyPlace(Phrase.of("views.nothing-stands-here-yet-drop"))
                    .offer(
                            Phrase.of("views.bring-something-in"),
                            Phrase.of("views.go-to-intake-ctrl-2"),
                            () -> workspace.view().set(Workspace.View.INTAKE));
        }
        boolean unseen = !workspace.query().get().like().isEmpty()
                && workspace.moreLike().unseen().get() > 0;
        return new EmptyPlace(unseen ? Phrase.of("views.nothing-yet-most-of-it") : Phrase.of("views.nothing-matches"))
                .offer(
                        Phrase.of("views.show-everything"),
                        Phrase.of("views.esc-in-the-search-line"),
                        () -> workspace.query().set(workspace.query().get().cleared()));
    }
}
