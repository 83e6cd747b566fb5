package yondershelf.app;

import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.util.Objects;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.control.Tooltip;
import javafx.stage.Window;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.PlaceTree;

/** The places on the left, whose rows are there only while they are in view. */
final class PlacesDriver {
    private final WindowDriver on;

    PlacesDriver(WindowDriver on) {
        this.on = on;
    }

    /** The id of a folder's row. */
    String folder(String library, String path) {
        return "folder-"
                + on.workspace.catalogue().library(library).orElseThrow().id() + "/" + path;
    }

    /** A row, scrolled into view. */
    Node row(String id) throws Exception {
        await("the row " + id, () -> at(id) >= 0);
        await("it in view", () -> {
            // rows may still come above it
            list().scrollTo(Math.max(0, at(id) - 4));
            return seen(id) != null;
        });
        run(() -> Objects.requireNonNull(on.window.getScene()).getRoot().layout());
        return onFx(() -> Objects.requireNonNull(seen(id)));
    }

    ListView<?> list() {
        return (ListView<?>) Objects.requireNonNull(on.window.lookup("#places"));
    }

    /** Where a row stands, or -1. */
    int at(String id) {
        for (int i = 0; i < list().getItems().size(); i++) {
            if (list().getItems().get(i) instanceof PlaceTree.Row row
                    && row.id().equals(id)) {
                return i;
            }
        }
        return -1;
    }

    /** The row at a place of the list. */
    PlaceTree.Row rowOf(String id) {
        return (PlaceTree.Row) list().getItems().get(at(id));
    }

    @Nullable
    Node seen(String id) {
        return list().lookupAll(".place").stream()
                .filter(n -> id.equals(n.getId()) && n.getParent().isVisible())
                .findFirst()
                .orElse(null);
    }

    /** True while something says what letting go will do. */
    static boolean isPromised() {
        return Window.getWindows().stream()
                .anyMatch(w ->
                        w instanceof Tooltip t && t.isShowing() && !t.getText().isEmpty());
    }
}
