package yondershelf.app;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.app.shelf.ShelfGrid;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.content.Kind;
import yondershelf.search.Order;
import yondershelf.search.Query;
import yondershelf.words.Phrase;

/** Above the shelf: kinds with their counts, and the size of the previews. */
final class KindBar extends HBox {
    private static final double LEAST_WIDTH = 60;
    private static final double LARGE_TEXT = 1.05;

    private final Slider size;
    private final Workspace workspace;
    private final ToggleButton everything = new ToggleButton();
    private final Label where = new Label();
    private final Map<Kind, ToggleButton> kinds = new EnumMap<>(Kind.class);

    KindBar(Workspace workspace, ShelfGrid grid) {
        Gap.TIGHT.between(this);
        this.workspace = workspace;
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add("kind-bar");
        where.getStyleClass().add("faint");
        where.setId("where");
        where.setMinWidth(0);
        // a letter or two of it say nothing
        where.visibleProperty().bind(where.widthProperty().greaterThan(LEAST_WIDTH));
        getChildren().add(kind(everything, Phrase.of("app.all-kinds"), () -> choose(Set.of())));
        for (Kind kind : List.of(Kind.MODEL, Kind.MATERIAL, Kind.HDRI, Kind.TEXTURE)) {
            ToggleButton button = new ToggleButton(kind.plural());
            button.setId("kind-" + kind.word());
            kinds.put(kind, button);
            getChildren().add(kind(button, Phrase.of("app.only", kind.plural()), () -> {
                boolean alone = workspace.shelf().query().get().kinds().equals(Set.of(kind));
                choose(alone ? Set.of() : EnumSet.of(kind));
            }));
        }
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        size = new Slider(96, 320, grid.tileSize());
        size.setId("preview-size");
        size.setTooltip(new Tooltip(Phrase.of("app.size-of-the-previews")));
        size.setAccessibleText(Phrase.of("app.size-of-the-previews"));
        size.valueProperty().addListener(o -> grid.setTileSize(size.getValue()));
        getChildren().addAll(gap, where, new FilterMenu(workspace), orders(grid), size);
        workspace.shelf().hits().addListener(o -> fill());
        fill();
    }

    void setPreviewSize(double wanted) {
        size.setValue(wanted);
    }

    private ToggleButton kind(ToggleButton button, String hint, Runnable act) {
        button.getStyleClass().add("kind");
        button.setTooltip(new Tooltip(hint));
        // with large text words are shortened, otherwise they stand whole
        button.minWidthProperty()
                .bind(workspace
                        .textSize()
                        .factor()
                        .map(f -> f.doubleValue() > LARGE_TEXT ? 0.0 : Region.USE_PREF_SIZE));
        button.setOnAction(e -> act.run());
        return button;
    }

    /** In which order things stand. */
    private MenuButton orders(ShelfGrid grid) {
        MenuButton button = new MenuButton();
        button.setId("orders");
        button.getStyleClass().addAll("quiet", "filters");
        ToggleGroup group = new ToggleGroup();
        for (Order order : Order.values()) {
            RadioMenuItem item = new RadioMenuItem(order.title());
            item.setId("order-" + order.word());
            item.setToggleGroup(group);
            item.setSelected(order == workspace.shelf().query().get().order());
            item.setOnAction(e -> workspace
                    .shelf()
                    .query()
                    .set(workspace.shelf().query().get().withOrder(order)));
            button.getItems().add(item);
        }
        button.getItems().addAll(new SeparatorMenuItem(), grid.sizes());
        workspace.shelf().query().addListener((o, before, now) -> {
            if (before.order() == now.order()) {
                // as at each letter: a hint is a window of its own, and dear
                return;
            }
            say(button, now.order());
            ((RadioMenuItem) button.getItems().get(now.order().ordinal())).setSelected(true);
        });
        say(button, workspace.shelf().query().get().order());
        return button;
    }

    /** Beside five kinds there is room for a sign, not for words. */
    private static void say(MenuButton button, Order order) {
        button.setText(order == Order.RELEVANCE ? "↕" : "↕ " + order.title());
        button.setAccessibleText(Phrase.of("app.in-which-order-things-stand", order.title()));
        button.setTooltip(new Tooltip(Phrase.of("app.in-which-order-things-stand-now", order.title())));
    }

    private void choose(Set<Kind> wanted) {
        workspace.shelf().query().set(workspace.shelf().query().get().withKinds(wanted));
        fill();
    }

    /** Which libraries are looked at; nothing when it is all there are. */
    private String where() {
        Query now = workspace.shelf().query().get();
        List<String> names = new ArrayList<>();
        for (KnownLibrary library : workspace.shelf().known().get()) {
            if (now.libraries().contains(library.id())) {
                names.add(library.name() + (library.isAway() ? Phrase.of("app.away") : ""));
            }
        }
        String folder = now.folder();
        return String.join(" + ", names)
                + (folder == null ? "" : " / " + folder)
                + (now.since() > 0 ? Phrase.of("app.what-is-new", names.isEmpty() ? "" : ": ") : "");
    }

    private void fill() {
        Map<Kind, Integer> counts = workspace.shelf().hits().get().kinds();
        String place = where();
        if (!place.equals(where.getText())) {
            where.setText(place);
            where.setTooltip(place.isEmpty() ? null : new Tooltip(Phrase.of("app.looking-in", place)));
        }
        Set<Kind> chosen = workspace.shelf().query().get().kinds();
        int all = counts.values().stream().mapToInt(i -> i).sum();
        everything.setText(Phrase.of("app.everything", Words.count(all)));
        everything.setSelected(chosen.isEmpty());
        kinds.forEach((kind, button) -> {
            button.setText(kind.plural() + " " + Words.count(counts.getOrDefault(kind, 0)));
            button.setSelected(chosen.contains(kind));
        });
    }
}
