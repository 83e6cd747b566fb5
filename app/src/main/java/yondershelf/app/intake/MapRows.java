package yondershelf.app.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.model.OpenPlan;
import yondershelf.content.Coding;
import yondershelf.content.Role;
import yondershelf.intake.PlanItem;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.sorting.Sorter;
import yondershelf.words.Phrase;

/** The files of one thing that came. Of a set of maps each has a choice of what it is. */
final class MapRows extends VBox {
    private static final List<Use> USES = uses();

    private final OpenPlan open;
    private final RoleSlots slots;
    private final Map<String, ComboBox<Use>> boxes = new HashMap<>();
    private List<String> order = List.of();
    private @Nullable PlanItem shown;
    private boolean filling;

    /**
     * What a map may be.
     *
     * @param role null for one that is kept, not used
     */
    private record Use(@Nullable Role role, Coding coding, String title) {
        @Override
        public String toString() {
            return title;
        }
    }

    MapRows(OpenPlan open) {
        Gap.TIGHT.between(this);
        setFillWidth(true);
        this.open = open;
        this.slots = new RoleSlots(open);
    }

    private static List<Use> uses() {
        List<Use> out = new ArrayList<>();
        for (Role role : Role.values()) {
            out.add(new Use(role, Coding.PLAIN, role.title()));
            if (role == Role.NORMAL) {
                out.add(new Use(role, Coding.GREEN_DOWN, Phrase.of("intake.normal-green-down")));
            }
            if (role == Role.ROUGHNESS) {
                out.add(new Use(role, Coding.INVERTED, Phrase.of("intake.smoothness")));
            }
        }
        out.add(new Use(null, Coding.PLAIN, Phrase.of("intake.not-used")));
        return out;
    }

    void show(PlanItem item) {
        List<String> paths = item.files().stream().map(SortedFile::path).toList();
        shown = item;
        if (!paths.equals(order) || item.isSet() == boxes.isEmpty()) {
            order = paths;
            boxes.clear();
            getChildren().setAll(item.files().stream().map(this::row).toList());
            if (item.isSet()) {
                getChildren().add(slots);
                slots.show(item);
            }
            return;
        }
        if (item.isSet()) {
            slots.show(item);
        }
        // whoever goes through a choice by keys keeps it under the hands
        filling = true;
        for (SortedFile file : item.files()) {
            ComboBox<Use> box = boxes.get(file.path());
            if (box != null) {
                fill(box, file);
            }
        }
        filling = false;
    }

    private HBox row(SortedFile file) {
        Label name = new Label(file.path().substring(file.path().lastIndexOf('/') + 1));
        name.setTooltip(new Tooltip(file.path()));
        name.setTextOverrun(OverrunStyle.LEADING_ELLIPSIS);
        name.setMinWidth(0);
        HBox.setHgrow(name, Priority.ALWAYS);
        HBox row = Gap.EVEN.row(name);
        row.setAlignment(Pos.CENTER_LEFT);
        PlanItem item = shown;
        if (item != null && item.files().size() > 1) {
            int number = item.number();
            row.setOnDragDetected(e -> {
                PlanCarry.start(row, new PlanCarry.Carried(List.of(number), file.path()), name.getText());
                e.consume();
            });
            if (!file.equals(item.main())) {
                row.getChildren().add(out(number, file));
            }
        }
        Role role = file.role();
        if (shown != null && shown.isSet()) {
            row.getChildren().add(0, choice(file));
        } else if (role != null) {
            Label what = new Label(role.title());
            what.getStyleClass().addAll("faint", "map-what");
            row.getChildren().add(0, what);
        }
        return row;
    }

    /** Takes a file out of its thing. */
    private Button out(int number, SortedFile file) {
        Button out = new Button(Phrase.of("intake.take-out"));
        out.getStyleClass().addAll("quiet", "map-out");
        out.setMinWidth(Region.USE_PREF_SIZE);
        out.setAccessibleText(Phrase.of("intake.take-out-2", file.path()));
        out.setTooltip(new Tooltip(Phrase.of("intake.take-it-out-it-becomes")));
        out.setOnAction(e -> open.change(
                Phrase.of("intake.take-out-3", Sorter.fileName(file.path())), p -> p.split(number, file.path())));
        return out;
    }

    private ComboBox<Use> choice(SortedFile file) {
        ComboBox<Use> box = new ComboBox<>();
        box.getItems().setAll(USES);
        box.getStyleClass().add("map-use");
        box.setAccessibleText(Phrase.of("intake.what-is", file.path()));
        fill(box, file);
        boxes.put(file.path(), box);
        Runnable say = () -> {
            Use now = box.getValue();
            PlanItem item = shown;
            if (!filling
                    && item != null
                    && now != null
                    && USES.contains(now)
                    && !now.equals(before(item, file.path()))) {
                open.change(
                        Phrase.of("intake.read-as", Sorter.fileName(file.path()), now.title),
                        item.withMap(file.path(), now.role, now.coding));
            }
        };
        // with the list open, what is passed on the way is not meant
        box.setOnAction(e -> {
            if (!box.isShowing()) {
                say.run();
            }
        });
        box.setOnHidden(e -> say.run());
        return box;
    }

    private void fill(ComboBox<Use> box, SortedFile file) {
        Role role = file.role();
        PlanItem item = shown;
        if (role != null && item != null && item.isSquare(file)) {
            box.setValue(new Use(null, file.coding(), Phrase.of("intake.too", role.title())));
            box.setTooltip(new Tooltip(Phrase.of("intake.on-uv-square", file.variant())));
            return;
        }
        box.setValue(use(file));
        box.setTooltip(new Tooltip(
                file.isUsed()
                        ? Phrase.of("intake.what-this-map-is")
                        : Phrase.of("intake.kept-with-the-material-not", file.variant())));
    }

    private static Use before(PlanItem item, String path) {
        return item.files().stream()
                .filter(f -> f.path().equals(path))
                .findFirst()
                .map(MapRows::use)
                .orElse(USES.get(0));
    }

    private static Use use(SortedFile file) {
        Role role = file.isUsed() ? file.role() : null;
        return USES.stream()
                .filter(u -> u.role == role && (role == null || u.coding.equals(file.coding())))
                .findFirst()
                .orElseGet(() -> new Use(
                        role,
                        file.coding(),
                        role == null
                                ? Phrase.of("intake.not-used")
                                : role.title() + ", " + file.coding().word()));
    }
}
