package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.util.Set;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import yondershelf.catalogue.Home;
import yondershelf.content.Kind;
import yondershelf.search.Order;
import yondershelf.search.Query;

/** Either half can have the whole window, and the next start finds it as it was left. */
class LeftAsWindowTest extends OneWindow {
    private Stage stage() {
        return (Stage) on.window.getScene().getWindow();
    }

    @AfterEach
    void usual() throws Exception {
        run(() -> {
            on.window.halves().show(Halves.Seen.BOTH);
            on.window.halves().setDivider(Halves.USUAL);
            on.window.setPreviewSize(104);
            stage().setX(0);
            stage().setY(0);
        });
    }

    private boolean sees(String id) {
        return on.window.lookup(id) != null;
    }

    @Test
    void oneHalfAndBothAgain() throws Exception {
        run(() -> on.window.halves().setDivider(0.65));
        await("laid out", () -> Math.abs(on.window.halves().divider() - 0.65) < 0.01);
        on.press(KeyCode.CONTROL, KeyCode.DIGIT5);
        await("the shelf alone", () -> !sees("#table-picture") && sees("#shelf"));
        assertTrue(onFx(() -> on.window.grid().getWidth() > 1_000), "it has the whole width");
        on.press(KeyCode.CONTROL, KeyCode.DIGIT5);
        await("both", () -> sees("#table-picture") && sees("#shelf"));
        await("where it was", () -> Math.abs(on.window.halves().divider() - 0.65) < 0.01);
        on.press(KeyCode.CONTROL, KeyCode.DIGIT7);
        await("the table alone", () -> sees("#table-picture") && !sees("#shelf"));
        on.press(KeyCode.CONTROL, KeyCode.DIGIT2);
        await("what is asked for is seen", () -> sees("#intake"));
        on.press(KeyCode.CONTROL, KeyCode.DIGIT1);
    }

    @Test
    void theNextStartFindsIt() throws Exception {
        String library =
                on.workspace.catalogue().library("Station props").orElseThrow().id();
        Query query = Query.EVERYTHING
                .withWords("lamp")
                .withKinds(Set.of(Kind.MODEL))
                .in(library, "lights")
                .withOrder(Order.NEWEST);
        Home home = on.workspace.catalogue().home();
        LeftAs left = new LeftAs(home);
        run(() -> {
            on.workspace.shelf().query().set(query);
            on.window.halves().setDivider(0.65);
            on.window.setPreviewSize(150);
            stage().setX(20);
            stage().setY(12);
        });
        await("laid out", () -> Math.abs(on.window.halves().divider() - 0.65) < 0.01 && stage().getX() == 20);
        double[] bounds = onFx(() -> new double[] {stage().getWidth(), stage().getHeight()});
        run(() -> on.workspace.attempt(() -> left.keep(stage(), on.window, on.workspace)));
        run(() -> {
            on.workspace.shelf().query().set(Query.EVERYTHING);
            on.window.halves().setDivider(0.6);
            on.window.setPreviewSize(104);
            stage().setX(0);
            stage().setY(0);
        });
        Home later = Home.open(on.folder.resolve("home"));
        run(() -> new LeftAs(later).restore(stage(), on.window, on.workspace));
        await("as it was left", () -> Math.abs(on.window.halves().divider() - 0.65) < 0.01 && stage().getX() == 20);
        assertEquals(query, on.workspace.shelf().query().get());
        assertEquals(150, onFx(() -> on.window.grid().tileSize()));
        assertEquals(bounds[0], stage().getWidth());
        assertEquals(bounds[1], stage().getHeight());
        // what somebody else wrote, or another screen, is no reason not to start
        run(() -> on.workspace.attempt(() -> later.setSetting("left-as", "{\"screens\":[3],\"query\":\"size<x\"")));
        run(() -> new LeftAs(later).restore(stage(), on.window, on.workspace));
        assertEquals(Query.EVERYTHING, on.workspace.shelf().query().get());
    }
}
