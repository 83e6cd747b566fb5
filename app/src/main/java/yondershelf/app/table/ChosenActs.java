package yondershelf.app.table;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import yondershelf.app.model.Command;
import yondershelf.app.model.Workspace;
import yondershelf.content.Problem;
import yondershelf.content.Transform;
import yondershelf.table.BuiltScene;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Scene;
import yondershelf.words.Phrase;

/** What can be done with the chosen object on the table, by key, by its context menu and from the list of objects. */
final class ChosenActs {
    private static final double STEP_DEGREES = 15;
    private static final double STEP_METRES = 0.05;
    private static final double STEP_SIZE = 1.05;

    private final Workspace workspace;
    private final TablePicture picture;
    private CompletableFuture<?> acts = CompletableFuture.completedFuture(true);

    ChosenActs(Workspace workspace, TablePicture picture) {
        this.workspace = workspace;
        this.picture = picture;
    }

    private interface OnStanding {
        void on(Scene scene, Placement placement, BuiltScene table);
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
            workspace.tell(new Problem(
                    placement.name(), Phrase.of("table.it-is-locked"), Phrase.of("table.unlock-it-in-the-list")));
        }
        return !placement.locked();
    }

    /** The same, in the order asked for, once the table is built: what is placed asks where things lie. */
    private void actOnceBuilt(OnStanding act) {
        acts = acts.handle((done, failure) -> true)
                .thenCompose(done -> picture.standing().soon())
                .thenAccept(table -> act((scene, p) -> act.on(scene, p, table)));
    }

    private Optional<Placement> chosen() {
        String id = picture.chosen();
        return id == null ? Optional.empty() : workspace.table().scene().placement(id);
    }

    void remove() {
        act((scene, p) -> workspace.table().act(Phrase.of("table.remove", p.name()), scene.without(p.id())));
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
            workspace.table().act(Phrase.of("table.turn", p.name()), scene.change(p.id(), q -> q.at(turned)));
        });
    }

    /** A step along the ground, as it is seen: to the right and away from the eye. */
    private void move(int right, int away) {
        actOnceBuilt((scene, p, table) -> {
            double turn = picture.view().turn();
            double dx = (right * Math.cos(turn) - away * Math.sin(turn)) * STEP_METRES;
            double dz = (-right * Math.sin(turn) - away * Math.cos(turn)) * STEP_METRES;
            Placing.Rest rest = Placing.stepped(table.without(p.id()), p, dx, dz);
            if (rest != null) {
                workspace
                        .table()
                        .act(Phrase.of("table.move", p.name()), scene.change(p.id(), q -> q.at(rest.toWorld())));
            }
        });
    }

    private void size(double factor) {
        actOnceBuilt((scene, p, table) -> {
            Transform sized = Placing.sized(p, factor);
            workspace
                    .table()
                    .act(
                            (factor > 1 ? Phrase.of("table.make-larger") : Phrase.of("table.make-smaller")) + p.name(),
                            scene.change(p.id(), q -> q.at(sized)));
        });
    }

    /** Places it once more beside itself, sharing its geometry. */
    void repeat() {
        actOnceBuilt((scene, p, table) -> {
            String title = scene.freshName(p.name().replaceAll(" \\d+$", ""));
            Placement more =
                    new Placement(scene.freshId(), title, p.asset(), p.model(), Placing.beside(p), p.dressed());
            workspace.table().act(Phrase.of("table.place", title), scene.with(more));
            picture.choose(more.id());
        });
    }

    /** Hides it, or shows it again. */
    void hide(Placement p) {
        workspace
                .table()
                .act(
                        (p.hidden() ? Phrase.of("table.show") : Phrase.of("table.hide")) + p.name(),
                        workspace.table().scene().change(p.id(), q -> q.hide(!q.hidden())));
    }

    /** Locks it, or frees it again. */
    void lock(Placement p) {
        workspace
                .table()
                .act(
                        (p.locked() ? Phrase.of("table.unlock") : Phrase.of("table.lock")) + p.name(),
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
                        item(Phrase.of("table.frame"), frame),
                        item(Phrase.of("table.place-again-beside-it"), this::repeat),
                        item(Phrase.of("table.turn-left"), this::turnLeft),
                        item(Phrase.of("table.turn-right"), this::turnRight),
                        item(Phrase.of("table.larger"), () -> size(STEP_SIZE)),
                        item(Phrase.of("table.smaller"), () -> size(1 / STEP_SIZE)),
                        item(Phrase.of("table.hide-2"), () -> chosen().ifPresent(this::hide)),
                        item(
                                chosen().filter(Placement::locked).isPresent()
                                        ? Phrase.of("table.unlock-2")
                                        : Phrase.of("table.lock-2"),
                                () -> chosen().ifPresent(this::lock)),
                        item(Phrase.of("table.remove-from-the-table"), this::remove));
        return menu;
    }

    /** What keys and the list of commands can do. */
    List<Command> commands() {
        return List.of(
                new Command(Phrase.of("table.choose-the-next-object"), Phrase.of("table.table"), "N", () -> choose(1)),
                new Command(
                        Phrase.of("table.choose-the-object-before"),
                        Phrase.of("table.table"),
                        "Shift+N",
                        () -> choose(-1)),
                new Command(Phrase.of("table.choose-the-next-part-of"), Phrase.of("table.table"), "P", this::nextPart),
                new Command(
                        Phrase.of("table.remove-the-chosen-object"), Phrase.of("table.table"), "Delete", this::remove),
                Command.step(
                        Phrase.of("table.turn-the-chosen-object-left"),
                        Phrase.of("table.table"),
                        "Comma",
                        this::turnLeft),
                Command.step(
                        Phrase.of("table.turn-the-chosen-object-right"),
                        Phrase.of("table.table"),
                        "Period",
                        this::turnRight),
                Command.step(
                        Phrase.of("table.make-the-chosen-object-smaller"),
                        Phrase.of("table.table"),
                        "Shift+Comma",
                        () -> size(1 / STEP_SIZE)),
                Command.step(
                        Phrase.of("table.make-the-chosen-object-larger"),
                        Phrase.of("table.table"),
                        "Shift+Period",
                        () -> size(STEP_SIZE)),
                Command.step(
                        Phrase.of("table.move-the-chosen-object-left"),
                        Phrase.of("table.table"),
                        "Alt+Left",
                        () -> move(-1, 0)),
                Command.step(
                        Phrase.of("table.move-the-chosen-object-right"),
                        Phrase.of("table.table"),
                        "Alt+Right",
                        () -> move(1, 0)),
                Command.step(
                        Phrase.of("table.move-the-chosen-object-away"),
                        Phrase.of("table.table"),
                        "Alt+Up",
                        () -> move(0, 1)),
                Command.step(
                        Phrase.of("table.move-the-chosen-object-nearer"),
                        Phrase.of("table.table"),
                        "Alt+Down",
                        () -> move(0, -1)),
                new Command(
                        Phrase.of("table.hide-the-chosen-object"),
                        Phrase.of("table.table"),
                        "H",
                        () -> chosen().ifPresent(this::hide)),
                new Command(
                        Phrase.of("table.lock-or-unlock-the-chosen"),
                        Phrase.of("table.table"),
                        "L",
                        () -> chosen().ifPresent(this::lock)),
                new Command(
                        Phrase.of("table.place-the-chosen-object-again"),
                        Phrase.of("table.table"),
                        "Shortcut+D",
                        this::repeat));
    }

    private static MenuItem item(String word, Runnable act) {
        MenuItem item = new MenuItem(word);
        item.setOnAction(e -> act.run());
        return item;
    }
}
