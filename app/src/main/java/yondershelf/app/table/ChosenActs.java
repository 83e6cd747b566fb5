package yondershelf.app.table;

import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.content.Transform;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Scene;

/** What can be done with the chosen object on the table, by key and by its context menu. */
final class ChosenActs {
    private static final double STEP_DEGREES = 15;

    private final Workspace workspace;
    private final Supplier<@Nullable String> chosen;
    private final Consumer<String> choose;

    /**
     * @param chosen the placement's id, or null
     * @param choose chooses another placement
     */
    ChosenActs(Workspace workspace, Supplier<@Nullable String> chosen, Consumer<String> choose) {
        this.workspace = workspace;
        this.chosen = chosen;
        this.choose = choose;
    }

    private interface Act {
        void on(Scene scene, Placement placement);
    }

    private void act(Act act) {
        String id = chosen.get();
        Scene scene = workspace.table().scene();
        if (id != null) {
            scene.placement(id).ifPresent(p -> act.on(scene, p));
        }
    }

    void remove() {
        act((scene, p) -> workspace.table().act("remove " + p.name(), scene.without(p.id())));
    }

    void turnLeft() {
        turn(STEP_DEGREES);
    }

    void turnRight() {
        turn(-STEP_DEGREES);
    }

    /** About its own upright axis, where it stands. */
    private void turn(double degrees) {
        act((scene, p) -> {
            Transform turned = p.toWorld().turnedInPlace(Math.toRadians(degrees));
            workspace.table().act("turn " + p.name(), scene.change(p.id(), q -> q.at(turned)));
        });
    }

    /** Places it once more beside itself, sharing its geometry. */
    void repeat() {
        act((scene, p) -> {
            String title = scene.freshName(p.name().replaceAll(" \\d+$", ""));
            Placement more =
                    new Placement(scene.freshId(), title, p.asset(), p.model(), Placing.beside(p), p.dressed());
            workspace.table().act("place " + title, scene.with(more));
            choose.accept(more.id());
        });
    }

    ContextMenu menu(Runnable frame) {
        ContextMenu menu = new ContextMenu();
        menu.getItems()
                .addAll(
                        item("Frame", frame),
                        item("Place again beside it", this::repeat),
                        item("Turn left", this::turnLeft),
                        item("Turn right", this::turnRight),
                        item("Remove from the table", this::remove));
        return menu;
    }

    private static MenuItem item(String word, Runnable act) {
        MenuItem item = new MenuItem(word);
        item.setOnAction(e -> act.run());
        return item;
    }
}
