package yondershelf.app.window;

import javafx.geometry.Pos;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.words.Phrase;

/** Over the shelf while nothing stands on it: why, and what to do about it. */
public final class EmptyShelf extends StackPane {
    private final Workspace workspace;
    private final FirstQuestion first;
    private @Nullable Why shown;

    /** Why nothing stands there. */
    private enum Why {
        NO_LIBRARY,
        NOTHING_THERE,
        NOT_LOOKED_AT,
        NO_MATCH
    }

    /** @param addLibrary asks for a folder to open as a library */
    public EmptyShelf(Workspace workspace, Runnable addLibrary) {
        this.workspace = workspace;
        this.first = new FirstQuestion(workspace.background(), workspace.libraries(), addLibrary);
        getStyleClass().add("shelf-pane-empty");
        setPickOnBounds(false);
        workspace.shelf().hits().addListener(o -> fill());
        workspace.onChange(this::fill);
        fill();
    }

    private void fill() {
        setVisible(workspace.shelf().hits().get().total() == 0);
        if (!isVisible()) {
            return;
        }
        Why now = why();
        // a button that is made anew under the pointer swallows the click
        if (now == shown && now != Why.NO_LIBRARY) {
            return;
        }
        shown = now;
        EmptyPlace place = place(now);
        place.setAlignment(Pos.CENTER);
        place.setMaxHeight(Region.USE_PREF_SIZE);
        place.getStyleClass().add("narrow");
        getChildren().setAll(place);
    }

    private Why why() {
        if (workspace.catalogue().libraries().isEmpty()) {
            return Why.NO_LIBRARY;
        }
        if (workspace
                .shelf()
                .query()
                .get()
                .equals(workspace.shelf().query().get().cleared())) {
            return Why.NOTHING_THERE;
        }
        boolean unseen = !workspace.shelf().query().get().like().isEmpty()
                && workspace.moreLike().unseen().get() > 0;
        return unseen ? Why.NOT_LOOKED_AT : Why.NO_MATCH;
    }

    private EmptyPlace place(Why why) {
        return switch (why) {
            case NO_LIBRARY -> first.place();
            case NOTHING_THERE ->
                new EmptyPlace(Phrase.of("views.nothing-stands-here-yet-drop"))
                        .offer(
                                Phrase.of("views.bring-something-in"),
                                Phrase.of("views.go-to-intake-ctrl-2"),
                                () -> workspace.view().set(Workspace.View.INTAKE));
            case NOT_LOOKED_AT -> everything(Phrase.of("views.nothing-yet-most-of-it"));
            case NO_MATCH -> everything(Phrase.of("views.nothing-matches"));
        };
    }

    private EmptyPlace everything(String said) {
        return new EmptyPlace(said)
                .offer(
                        Phrase.of("views.show-everything"),
                        Phrase.of("views.esc-in-the-search-line"),
                        () -> workspace
                                .shelf()
                                .query()
                                .set(workspace.shelf().query().get().cleared()));
    }
}
