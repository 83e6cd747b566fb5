package yondershelf.app.intake;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.css.PseudoClass;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.OpenPlan;
import yondershelf.content.Coding;
import yondershelf.content.Role;
import yondershelf.intake.PlanItem;
import yondershelf.sorting.Sorter;
import yondershelf.words.Phrase;

/** The roles maps of a material may have, each a place to drop a map on; those that are filled are told by their look and their word. */
final class RoleSlots extends FlowPane {
    private static final PseudoClass FILLED = PseudoClass.getPseudoClass("filled");
    private static final List<Role> OFFERED = List.of(
            Role.BASE_COLOR,
            Role.ROUGHNESS,
            Role.METALLIC,
            Role.NORMAL,
            Role.HEIGHT,
            Role.OCCLUSION,
            Role.OPACITY,
            Role.EMISSIVE);

    private final OpenPlan open;
    private final Map<Role, Label> slots = new EnumMap<>(Role.class);
    private @Nullable PlanItem shown;

    RoleSlots(OpenPlan open) {
        super(4, 4);
        this.open = open;
        getStyleClass().add("role-slots");
        for (Role role : OFFERED) {
            Label slot = new Label(role.title());
            slot.getStyleClass().add("role-slot");
            slot.setTooltip(new Tooltip(Phrase.of("intake.drop-a-map-here-to", role.title())));
            slots.put(role, slot);
            PlanCarry.takes(slot, new PlanCarry.Target() {
                @Override
                public String promise(PlanCarry.Carried carried) {
                    return RoleSlots.this.promise(role, carried);
                }

                @Override
                public void drop(PlanCarry.Carried carried) {
                    give(role, carried);
                }
            });
            getChildren().add(slot);
        }
    }

    void show(PlanItem item) {
        shown = item;
        slots.forEach((role, slot) -> {
            boolean filled = item.files().stream().anyMatch(f -> f.isUsed() && f.role() == role);
            slot.pseudoClassStateChanged(FILLED, filled);
            slot.setAccessibleText(role.title() + (filled ? Phrase.of("intake.there") : Phrase.of("intake.free")));
        });
    }

    private String promise(Role role, PlanCarry.Carried carried) {
        PlanItem item = shown;
        String path = item == null ? null : path(item, carried);
        return path == null ? "" : Phrase.of("intake.reads-as", Sorter.fileName(path), role.title());
    }

    /** The one file that is carried, of this thing or of another of its pack; null for anything else. */
    private @Nullable String path(PlanItem item, PlanCarry.Carried carried) {
        if (carried.things().size() != 1) {
            return null;
        }
        PlanItem from = open.plan().get().item(carried.things().get(0)).orElse(null);
        if (from == null || !from.placing().equals(item.placing())) {
            return null;
        }
        String file = carried.file();
        return file != null ? file : from.files().size() == 1 ? from.main().path() : null;
    }

    private void give(Role role, PlanCarry.Carried carried) {
        PlanItem item = shown;
        String path = item == null ? null : path(item, carried);
        if (item == null || path == null) {
            return;
        }
        int from = carried.things().get(0);
        String what = Phrase.of("intake.read-as", Sorter.fileName(path), role.title());
        if (from == item.number()) {
            open.change(what, item.withMap(path, role, Coding.PLAIN));
        } else if (carried.file() == null) {
            open.merge(item.number(), List.of(from));
            open.plan()
                    .get()
                    .item(item.number())
                    .ifPresent(whole -> open.change(what, whole.withMap(path, role, Coding.PLAIN)));
        }
    }
}
