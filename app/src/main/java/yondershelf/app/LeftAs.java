package yondershelf.app;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Locale;
import javafx.geometry.Rectangle2D;
import javafx.stage.Screen;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Home;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.content.ProblemException;
import yondershelf.search.Order;
import yondershelf.search.Query;
import yondershelf.search.QueryText;

/**
 * How the window was left, and gives it back at the next start: where it stood on a screen of this size, the line between its halves, the
 * size of previews, what was looked for, the scene. Kept as settings of the program's own; whatever in it makes no sense is left out.
 */
final class LeftAs {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final String LEFT = "left-as";
    /** So much of the window must lie on a screen to be taken hold of, in pixels. */
    private static final double HOLD = 120;

    private final Home home;

    LeftAs(Home home) {
        this.home = home;
    }

    /** Of the screen the window is on: on another one it stands otherwise. */
    private static String screen(Stage stage) {
        Rectangle2D bounds =
                Screen.getScreensForRectangle(stage.getX(), stage.getY(), stage.getWidth(), stage.getHeight()).stream()
                        .findFirst()
                        .orElse(Screen.getPrimary())
                        .getBounds();
        return name(bounds);
    }

    private static String name(Rectangle2D bounds) {
        return String.format(Locale.ROOT, "%.0fx%.0f", bounds.getWidth(), bounds.getHeight());
    }

    /** Keeps how it is now. */
    void keep(Stage stage, ShelfWindow window, Workspace workspace) {
        ObjectNode all = read();
        ObjectNode bounds = all.withObjectProperty("screens").withObjectProperty(screen(stage));
        bounds.put("maximized", stage.isMaximized());
        if (!stage.isMaximized()) {
            bounds.put("x", stage.getX()).put("y", stage.getY());
            bounds.put("width", stage.getWidth()).put("height", stage.getHeight());
        }
        bounds.put("divider", window.halves().divider());
        bounds.put("preview", window.grid().tileSize());
        all.put("halves", window.halves().seen().name().toLowerCase(Locale.ROOT));
        Query query = workspace.shelf().query().get();
        // a picture that was compared with is not kept
        all.put("query", query.like().isEmpty() ? QueryText.whole(query, id -> id) : "");
        all.put("order", query.order().word());
        Path scene = workspace.openScene().file().get();
        all.put("scene", scene == null ? "" : scene.toString());
        workspace.keep(LEFT, all.toString());
    }

    private ObjectNode read() {
        try {
            if (JSON.readTree(home.setting(LEFT, "{}")) instanceof ObjectNode node) {
                return node;
            }
        } catch (JsonProcessingException e) {
            // somebody else wrote it: begun anew
            return JSON.createObjectNode();
        }
        return JSON.createObjectNode();
    }

    /** Before the window is shown: where it stands, and what it shows. */
    void restore(Stage stage, ShelfWindow window, Workspace workspace) {
        ObjectNode all = read();
        JsonNode bounds = all.path("screens").path(name(Screen.getPrimary().getBounds()));
        Rectangle2D at = new Rectangle2D(
                bounds.path("x").asDouble(),
                bounds.path("y").asDouble(),
                Math.max(0, bounds.path("width").asDouble()),
                Math.max(0, bounds.path("height").asDouble()));
        if (at.getWidth() > 0 && isInReach(at)) {
            stage.setX(at.getMinX());
            stage.setY(at.getMinY());
            stage.setWidth(at.getWidth());
            stage.setHeight(at.getHeight());
        }
        stage.setMaximized(bounds.path("maximized").asBoolean());
        window.halves().setDivider(bounds.path("divider").asDouble(Halves.USUAL));
        if (bounds.has("preview")) {
            window.setPreviewSize(bounds.path("preview").asDouble());
        }
        for (Halves.Seen seen : Halves.Seen.values()) {
            if (seen.name().toLowerCase(Locale.ROOT).equals(all.path("halves").asText())) {
                window.halves().show(seen);
            }
        }
        try {
            workspace
                    .shelf()
                    .query()
                    .set(QueryText.parse(
                                    all.path("query").asText(),
                                    word -> workspace.catalogue().named(word).map(KnownLibrary::id))
                            .asPlaces()
                            .withOrder(Order.of(all.path("order").asText()).orElse(Order.RELEVANCE)));
        } catch (ProblemException e) {
            // a library or word that is no longer: everything is shown
            workspace.shelf().query().set(Query.EVERYTHING);
        }
    }

    private static boolean isInReach(Rectangle2D window) {
        return Screen.getScreensForRectangle(window).stream()
                .map(Screen::getVisualBounds)
                .anyMatch(s -> Math.min(s.getMaxX(), window.getMaxX()) - Math.max(s.getMinX(), window.getMinX()) >= HOLD
                        && window.getMinY() >= s.getMinY() - 1
                        && window.getMinY() <= s.getMaxY() - HOLD);
    }

    /**
     * Opens the scene that was open, unless its file is gone.
     *
     * @param first what is opened at the very first start, or null
     */
    void openScene(Workspace workspace, @Nullable Path first) {
        JsonNode all = read();
        if (!all.has("scene") && first != null) {
            workspace.openScene().resume(first);
            return;
        }
        String kept = all.path("scene").asText();
        try {
            Path scene = Path.of(kept);
            if (!kept.isEmpty()) {
                workspace.openScene().resume(scene);
            }
        } catch (InvalidPathException e) {
            // no file of this system
            return;
        }
    }
}
