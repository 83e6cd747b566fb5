package yondershelf.app;

import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;

import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import org.junit.jupiter.api.Test;
import yondershelf.app.model.Workspace;

/** What can be done with a thing is offered where it is: by the menu of a finding, and of an object on the table. */
class MenusWindowTest extends OneWindow {
    /** A row of a finding that is seen whole. */
    private Node finding() throws Exception {
        return onFx(() -> {
            ListView<?> list = (ListView<?>) on.window.lookup("#findings");
            Bounds view = list.localToScene(list.getBoundsInLocal());
            return list.lookupAll(".row").stream()
                    .filter(n -> view.contains(n.localToScene(n.getBoundsInLocal())))
                    .findFirst()
                    .orElseThrow();
        });
    }

    @Test
    void ofAFinding() throws Exception {
        on.click("#view-mend");
        await("findings", () -> on.window.lookup("#findings .row") != null);
        on.menu(WindowDriver.middle(finding()), "Show it on the shelf");
        await(
                "the shelf with it",
                () -> on.workspace.view().get() == Workspace.View.SHELF
                        && on.workspace.shelf().hits().get().total() == 1);
    }

    @Test
    void ofAnObject() throws Exception {
        on.drag("Workbench", on.onTable(0.5, 0.7), "the bench stands", () -> on.standing() == 1);
        await("drawn", on.window.table().picture()::isCurrent);
        on.menu(on.seen(0, 0.8, 0), "Place again beside it");
        on.awaitStanding("another one", 2);
    }
}
