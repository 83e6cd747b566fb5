package yondershelf.app.table;

import java.util.List;
import java.util.Optional;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import yondershelf.app.model.Command;
import yondershelf.app.model.Workspace;
import yondershelf.content.Problem;
import yondershelf.content.Transform;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Scene;

/** What can be done with the chosen object on the table, by key, by its context menu and from the list of objects. */
final class ChosenActs {
    private static final double STEP_DEGREES = 15;
    private static final double STEP_METRES = 0.05;
    private static final double STEP_SIZE = 1.05;

    private final Workspace workspace;
    private final TablePicture picture;

    ChosenActs(Workspace workspace, TablePicture picture) {
        this.workspace = workspace;
        this.picture = picture;
    }

    private interface OnObject {
        void on(Scene scene, Placement placement);
    }

    /** Acts on the chosen object unless it is locked, which is said. */
    private void act(OnObject act) {
        chosen().ifPresent(p -> {
            if (isFree(workspace, p)) {
                act.on(workspace.table().scene(), p);
            }
        });
    }

    /** True for what may be changed; of what is locked it is said that it is. */
    static boolean isFree(Workspace workspace, Placement placement) {
        if (placement.locked()) {
            workspace.tell(new Problem(placement.name(), "it is locked", "Unlock it in the list of objects"));
        }
        return !placement.locked();
    }

    private Optional<Placement> chosen() {
        String id = picture.chosen();
        return id == null ? Optional.empty() : workspace.table().scene().placement(id);
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

    /** A step along the ground, as it is seen: to the right and away from the eye. */
    private void move(int right, int away) {
        act((scene, p) -> {
            double turn = picture.view().turn();
            double dx = (right * Math.cos(turn) - away * Math.sin(turn)) * STEP_METRES;
            double dz = (-right * Math.sin(turn) - away * Math.cos(turn)) * STEP_METRES;
            Placing.Rest rest = Placing.stepped(workspace.builder().build(scene.without(p.id())), p, dx, dz);
            if (rest != null) {
                workspace.table().act("move " + p.name(), scene.change(p.id(), q -> q.at(rest.toWorld())));
            }
        });
    }

    private void size(double factor) {
        act((scene, p) -> {
            Transform sized = Placing.sized(p, factor);
            workspace
                    .table()
                    .act(
                            (factor > 1 ? "make larger " : "make smaller ") + p.name(),
                            scene.change(p.id(), q -> q.at(sized)));
        });
    }

    /** Places it once more beside itself, sharing its geometry. */
    void repeat() {
        act((scene, p) -> {
            String title = scene.freshName(p.name().replaceAll(" \\d+$", ""));
            Placement more =
                    new Placement(scene.freshId(), title, p.asset(), p.model(), Placing.beside(p), p.dressed());
            workspace.table().act("place " + title, scene.with(more));
            picture.choose(more.id());
        });
    }

    /** Hides it, or shows it again. */
    void hide(Placement p) {
        workspace
                .table()
                .act(
                        (p.hidden() ? "show " : "hide ") + p.name(),
                        workspace.table().scene().change(p.id(), q -> q.hide(!q.hidden())));
    }

    /** Locks it, or frees it again. */
    void lock(Placement p) {
        workspace
                .table()
                .act(
                        (p.locked() ? "unlock " : "lock ") + p.name(),
                        workspace.table().scene().change(p.id(), q -> q.lock(!q.locked())));
    }

    /** Chooses the object after the chosen one, or before it: those that are seen, in the order they came. */
    private void choose(int step) {
        List<Placement> seen = workspace.table().scene().placements().stream()
                .filter(p -> !p.hidden())
                .toList();
        if (!seen.isEmpty()) {
            int at = seen.indexOf(chosen().orElse(null));
            int next = at < 0 ? (step > 0 ? 0 : seen.size() - 1) : Math.floorMod(at + step, seen.size());
            picture.choose(seen.get(next).id());
        }
    }

    /** Chooses one part after the other of the chosen object, then all of it again. */
    private void nextPart() {
        chosen().ifPresent(p -> {
            int at = p.parts().indexOf(picture.chosenPart());
            picture.choosePart(at + 1 < p.parts().size() ? p.parts().get(at + 1) : null);
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
                        item("Larger", () -> size(STEP_SIZE)),
                        item("Smaller", () -> size(1 / STEP_SIZE)),
                        item("Hide", () -> chosen().ifPresent(this::hide)),
                        item(
                                chosen().filter(Placement::locked).isPresent() ? "Unlock" : "Lock",
                                () -> chosen().ifPresent(this::lock)),
                        item("Remove from the table", this::remove));
        return menu;
    }

    /** What keys and the list of commands can do. */
    List<Command> commands() {
        return List.of(
                new Command("Choose the next object", "Table", "N", () -> choose(1)),
                new Command("Choose the object before", "Table", "Shift+N", () -> choose(-1)),
                new Command("Choose the next part of the chosen object", "Table", "P", this::nextPart),
                new Command("Remove the chosen object", "Table", "Delete", this::remove),
                Command.step("Turn the chosen object left", "Table", "Comma", this::turnLeft),
                Command.step("Turn the chosen object right", "Table", "Period", this::turnRight),
                Command.step("Make the chosen object smaller", "Table", "Shift+Comma", () -> size(1 / STEP_SIZE)),
                Command.step("Make the chosen object larger", "Table", "Shift+Period", () -> size(STEP_SIZE)),
                Command.step("Move the chosen object left", "Table", "Alt+Left", () -> move(-1, 0)),
                Command.step("Move the chosen object right", "Table", "Alt+Right", () -> move(1, 0)),
                Command.step("Move the chosen object away", "Table", "Alt+Up", () -> move(0, 1)),
                Command.step("Move the chosen object nearer", "Table", "Alt+Down", () -> move(0, -1)),
                new Command("Hide the chosen object", "Table", "H", () -> chosen().ifPresent(this::hide)),
                new Command("Lock or unlock the chosen object", "Table", "L", () -> chosen().ifPresent(this::lock)),
                new Command("Place the chosen object again beside it", "Table", "Shortcut+D", this::repeat));
    }

    private static MenuItem item(String word, Runnable act) {
        MenuItem item = new MenuItem(word);
        item.setOnAction(e -> act.run());
        return item;
    }
}
