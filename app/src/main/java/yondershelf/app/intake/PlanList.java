package yondershelf.app.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SelectionMode;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.OpenPlan;
import yondershelf.app.model.Words;
import yondershelf.intake.IntakePlan;
import yondershelf.intake.PlanItem;
import yondershelf.words.Phrase;

/**
 * What came as the tree of folders it goes to, each thing with a tick and a small preview, and what is not taken in with its
 * reason. However many there are, only those in view are laid out.
 */
final class PlanList extends ListView<PlanLine> {
    private final OpenPlan open;
    private final Consumer<@Nullable PlanItem> choose;
    private final PlanThumbs thumbs;
    private final Set<String> closed = new HashSet<>();
    private final Runnable rename;
    /** As many as were ever seen at once: they are filled again, where making them again would be seen. */
    private final List<PlanCell> cells = new ArrayList<>();

    private Map<Integer, PlanItem> things = Map.of();

    /**
     * @param choose shows one thing large
     * @param rename lets its name be typed
     */
    PlanList(OpenPlan open, PlanThumbs thumbs, Consumer<@Nullable PlanItem> choose, Runnable rename) {
        this.open = open;
        this.thumbs = thumbs;
        this.choose = choose;
        this.rename = rename;
        setId("plan");
        getStyleClass().add("findings");
        setAccessibleText(Phrase.of("intake.what-came"));
        setCellFactory(list -> {
            PlanCell cell = new PlanCell(this);
            cells.add(cell);
            return cell;
        });
        setContextMenu(menu());
        getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        getSelectionModel().selectedItemProperty().addListener((o, before, now) -> tell());
        addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        open.plan().addListener((o, before, now) -> show(now));
    }

    /** Shows something else in place of a plan. */
    void say(Node other) {
        closed.clear();
        thumbs.forget();
        getItems().clear();
        setPlaceholder(other);
    }

    /** The first thing is chosen. */
    void begin() {
        for (int i = 0; i < getItems().size(); i++) {
            if (getItems().get(i) instanceof PlanLine.Thing) {
                getSelectionModel().clearAndSelect(i);
                return;
            }
        }
    }

    private void show(IntakePlan plan) {
        Map<Integer, PlanItem> all = new HashMap<>();
        plan.items().forEach(i -> all.put(i.number(), i));
        things = all;
        lines(plan);
        tell();
    }

    private void lines(IntakePlan plan) {
        List<PlanLine> lines = PlanLine.of(plan, closed);
        if (lines.equals(getItems())) {
            redraw();
            return;
        }
        PlanLine lead = getSelectionModel().getSelectedItem();
        int at = getSelectionModel().getSelectedIndex();
        getItems().setAll(lines);
        int again = -1;
        for (int i = 0; i < lines.size(); i++) {
            if (lead instanceof PlanLine.Thing was
                            && lines.get(i) instanceof PlanLine.Thing now
                            && was.number() == now.number()
                    || lead instanceof PlanLine.Folder a
                            && lines.get(i) instanceof PlanLine.Folder b
                            && a.path().equals(b.path())) {
                again = i;
            }
        }
        if (again < 0) {
            // what was chosen is part of something else by now: the next one that is there
            for (int i = Math.clamp(at, 0, Math.max(0, lines.size() - 1)); i < lines.size() && again < 0; i++) {
                again = lines.get(i) instanceof PlanLine.Thing ? i : -1;
            }
        }
        if (again >= 0) {
            getSelectionModel().clearAndSelect(again);
            getFocusModel().focus(again);
        }
    }

    /** The same lines, of which something is known or said that was not. */
    void redraw() {
        cells.forEach(PlanCell::again);
    }

    private void tell() {
        choose.accept(getSelectionModel().getSelectedItem() instanceof PlanLine.Thing thing ? thing(thing) : null);
    }

    PlanItem thing(PlanLine.Thing line) {
        return Objects.requireNonNull(things.get(line.number()));
    }

    @Nullable
    PlanItem thing(int number) {
        return things.get(number);
    }

    PlanThumbs thumbs() {
        return thumbs;
    }

    private void key(KeyEvent e) {
        PlanLine line = getSelectionModel().getSelectedItem();
        if (line == null || e.isShortcutDown()) {
            return;
        }
        switch (e.getCode()) {
            case SPACE -> tick(line);
            case RIGHT -> open(line, true);
            case LEFT -> open(line, false);
            case F2, ENTER -> rename.run();
            default -> {
                return;
            }
        }
        e.consume();
    }

    /** The number of the thing chosen last; 0 when there is none. */
    int lead() {
        return getSelectionModel().getSelectedItem() instanceof PlanLine.Thing thing ? thing.number() : 0;
    }

    void renameChosen() {
        rename.run();
    }

    /** Every folder's things are lines. */
    void openAll() {
        if (!closed.isEmpty()) {
            closed.clear();
            lines(open.plan().get());
        }
    }

    /**
     * Chooses a thing.
     *
     * @param more besides what is chosen, or not any more
     * @param range all from the one chosen before
     */
    void chooseThing(int number, boolean more, boolean range) {
        int from = getSelectionModel().getSelectedIndex();
        for (int i = 0; i < getItems().size(); i++) {
            if (getItems().get(i) instanceof PlanLine.Thing thing && thing.number() == number) {
                if (range && from >= 0) {
                    int[] between = IntStream.rangeClosed(Math.min(from, i), Math.max(from, i))
                            .filter(n -> getItems().get(n) instanceof PlanLine.Thing)
                            .toArray();
                    getSelectionModel().clearSelection();
                    getSelectionModel().selectIndices(i, between);
                } else if (more && getSelectionModel().isSelected(i)) {
                    getSelectionModel().clearSelection(i);
                } else if (more) {
                    getSelectionModel().select(i);
                } else {
                    getSelectionModel().clearAndSelect(i);
                }
                return;
            }
        }
    }

    void tickChosen() {
        PlanLine line = getSelectionModel().getSelectedItem();
        if (line != null) {
            tick(line);
        }
    }

    /** What can be done with a line, when several are chosen with all of them. */
    private ContextMenu menu() {
        MenuItem together = new MenuItem(Phrase.of("intake.put-together"));
        together.setAccelerator(KeyCombination.valueOf("Shortcut+G"));
        together.setOnAction(e -> putTogether());
        MenuItem tick = new MenuItem(Phrase.of("intake.take-or-leave"));
        tick.setAccelerator(KeyCombination.valueOf("Space"));
        tick.setOnAction(e -> tickChosen());
        MenuItem name = new MenuItem(Phrase.of("intake.name-it"));
        name.setAccelerator(KeyCombination.valueOf("F2"));
        name.setOnAction(e -> rename.run());
        ContextMenu menu = new ContextMenu(together, tick, name);
        menu.setOnShowing(e -> together.setDisable(chosen().size() < 2));
        return menu;
    }

    /** Shows what is in a folder, or not. */
    void open(PlanLine line, boolean wanted) {
        if (line instanceof PlanLine.Folder folder
                && (wanted ? closed.remove(folder.path()) : closed.add(folder.path()))) {
            lines(open.plan().get());
        }
    }

    /** Ticks all that is chosen, or none when all of it was; with no other line chosen that is the line itself. */
    void tick(PlanLine line) {
        List<Integer> meant = getSelectionModel().getSelectedItems().contains(line) ? chosen() : numbers(line);
        boolean all = meant.stream().map(things::get).allMatch(i -> i == null || i.isTicked());
        String what = meant.size() == 1 ? "" : Words.plural(meant.size(), "thing");
        PlanItem only = meant.isEmpty() ? null : things.get(meant.get(0));
        open.change(
                (all ? Phrase.of("intake.leave-out") : Phrase.of("intake.tick"))
                        + (what.isEmpty() && only != null ? only.name() : what),
                p -> p.each(i -> meant.contains(i.number()) ? i.ticked(!all) : i));
    }

    private static List<Integer> numbers(PlanLine line) {
        return switch (line) {
            case PlanLine.Thing thing -> List.of(thing.number());
            case PlanLine.Folder folder -> folder.things();
            default -> List.of();
        };
    }

    /** Numbers of the things that are chosen, those of folders too. */
    List<Integer> chosen() {
        return getSelectionModel().getSelectedItems().stream()
                .filter(Objects::nonNull)
                .flatMap(l -> numbers(l).stream())
                .distinct()
                .toList();
    }

    /** The thing chosen last, with the others that are. */
    void putTogether() {
        List<Integer> all = chosen();
        if (getSelectionModel().getSelectedItem() instanceof PlanLine.Thing lead && all.size() > 1) {
            List<Integer> others = all.stream().filter(n -> n != lead.number()).toList();
            // a set of maps takes in what else was chosen, whichever was chosen last
            int into = all.stream().filter(n -> isSet(thing(n))).findFirst().orElse(lead.number());
            open.merge(
                    into,
                    into == lead.number()
                            ? others
                            : all.stream().filter(n -> n != into).toList());
        }
    }

    private static boolean isSet(@Nullable PlanItem item) {
        return item != null && item.isSet();
    }

    void merge(int into, PlanCarry.Carried carried) {
        String file = carried.file();
        if (file == null) {
            open.merge(into, carried.things());
            return;
        }
        int from = carried.things().get(0);
        int apart = open.plan().get().items().stream()
                        .mapToInt(PlanItem::number)
                        .max()
                        .orElse(0)
                + 1;
        open.change(
                Phrase.of("intake.move", file.substring(file.lastIndexOf('/') + 1)),
                p -> p.split(from, file).merged(into, List.of(apart)));
    }

    /** True when what is carried could become part of a thing: it lies in the same pack. */
    boolean canMerge(int into, PlanCarry.Carried carried) {
        PlanItem target = thing(into);
        return target != null
                && carried.things().stream()
                        .map(things::get)
                        .filter(Objects::nonNull)
                        .anyMatch(i -> i.number() != into && i.placing().equals(target.placing()))
                && (carried.file() == null || !carried.things().contains(into));
    }
}
