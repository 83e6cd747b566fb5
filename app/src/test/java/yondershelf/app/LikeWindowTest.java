package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;
import static yondershelf.app.WindowDriver.middle;

import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import yondershelf.content.Kind;

/** What is like something is found from the window: like an asset, like a picture from elsewhere, of a colour. */
class LikeWindowTest extends OneWindow {
    private List<String> first(int many) {
        return on.workspace.catalogue().shelf().page(on.workspace.shelf().hits().get(), 0, many).stream()
                .map(s -> s.name())
                .toList();
    }

    private String title() throws Exception {
        return onFx(() -> on.window.lookupAll("#like .label").stream()
                .map(n -> ((Label) n).getText())
                .filter(t -> t.startsWith("Like") || t.startsWith("Of"))
                .findFirst()
                .orElse(""));
    }

    @Test
    void likeAnAsset() throws Exception {
        on.menu(middle(on.tile("Barometer dial")), "More like this");
        // the others are looked at meanwhile
        if (!Toolkit.happens(
                () -> first(1).equals(List.of("Barometer dial"))
                        && first(6).containsAll(List.of("Wind gauge scale", "Compass card")),
                60)) {
            throw new AssertionError("itself first, dials soon after did not happen: " + first(8));
        }
        assertEquals("Like Barometer dial", title());
        assertTrue(on
                .workspace
                .catalogue()
                .shelf()
                .page(on.workspace.shelf().hits().get(), 0, 500)
                .stream()
                .allMatch(s -> s.asset().kind() == Kind.TEXTURE));
        on.click("#like-end");
        await("all textures", () -> on.workspace.shelf().hits().get().total() == 22);
    }

    @Test
    void likeAPictureAndByColour() throws Exception {
        run(() -> on.workspace.moreLike().like(on.demo("Coast surfaces/textures/rust_bloom.png")));
        await("it", () -> first(1).equals(List.of("Rust bloom")));
        assertEquals("Like rust_bloom.png", title());
        run(() -> on.workspace
                .shelf()
                .query()
                .set(on.workspace.shelf().query().get().cleared()));
        on.click("#search");
        on.press(KeyCode.CONTROL, KeyCode.A);
        on.robot.write("like:#8a5a2b", 10);
        await(
                "brown things",
                () -> on.workspace.shelf().query().get().like().equals("#8a5a2b")
                        && on.workspace.shelf().hits().get().total() > 3);
        assertEquals("Of the colour #8a5a2b", title());
        assertTrue(on.workspace.shelf().hits().get().total() < 80, "not everything is brown");
        on.press(KeyCode.ESCAPE);
        await("everything", () -> on.workspace.shelf().hits().get().total() > 80);
    }
}
