package yondershelf.app;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Tooltip;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.app.views.SearchMenu;
import yondershelf.search.Condition;
import yondershelf.search.Facets;
import yondershelf.search.Field;
import yondershelf.search.Query;
import yondershelf.search.QueryText;

/** Conditions to choose from, each with how many it would leave. What is chosen stands in the search line, where it can be changed. */
final class FilterMenu extends MenuButton {
    private static final List<Field> FIELDS = List.of(
            Field.RATING,
            Field.FAVOURITE,
            Field.FINDINGS,
            Field.USED,
            Field.LICENCE,
            Field.AUTHOR,
            Field.JOB,
            Field.COLOUR,
            Field.PIXELS,
            Field.TRIANGLES,
            Field.SIZE,
            Field.STOPS,
            Field.SINCE);
    private static final Map<Field, String> TITLES = new EnumMap<>(Map.ofEntries(
            Map.entry(Field.RATING, "Rating"),
            Map.entry(Field.FAVOURITE, "Favourites"),
            Map.entry(Field.FINDINGS, "Findings"),
            Map.entry(Field.USED, "Used"),
            Map.entry(Field.LICENCE, "Licence"),
            Map.entry(Field.AUTHOR, "Author"),
            Map.entry(Field.JOB, "Made for"),
            Map.entry(Field.COLOUR, "Colour"),
            Map.entry(Field.PIXELS, "Resolution"),
            Map.entry(Field.TRIANGLES, "Triangles"),
            Map.entry(Field.SIZE, "Size"),
            Map.entry(Field.STOPS, "Dynamic range"),
            Map.entry(Field.SINCE, "First seen")));

    private final Workspace workspace;
    private int round;

    FilterMenu(Workspace workspace) {
        super("Filters");
        this.workspace = workspace;
        setId("filters");
        getStyleClass().addAll("quiet", "filters");
        setMinWidth(USE_PREF_SIZE);
        setTooltip(new Tooltip("Conditions on labels and measures; they stand in the search line"));
        getItems().add(new MenuItem("Looking…"));
        setOnShowing(e -> offer());
        workspace.query().addListener((o, before, now) -> title(now));
        title(workspace.query().get());
    }

    private void title(Query now) {
        int many = now.conditions().size();
        setText(many == 0 ? "Filters" : "Filters " + many);
    }

    private void offer() {
        int asked = ++round;
        Query now = workspace.query().get();
        workspace
                .background()
                .quietly(
                        "Looking what could be asked",
                        work -> {
                            Map<Field, List<Facets.Offer>> out = new EnumMap<>(Field.class);
                            FIELDS.forEach(field ->
                                    out.put(field, workspace.catalogue().offers(now, field)));
                            return out;
                        },
                        offers -> {
                            if (asked == round) {
                                fill(now, offers);
                            }
                        });
    }

    private void fill(Query now, Map<Field, List<Facets.Offer>> offers) {
        getItems().clear();
        for (Field field : FIELDS) {
            List<Facets.Offer> of = offers.getOrDefault(field, List.of());
            Menu menu = new Menu(TITLES.getOrDefault(field, field.word()));
            menu.setId("filter-" + field.word());
            for (Facets.Offer offer : of) {
                menu.getItems().add(item(now, offer));
            }
            menu.setDisable(of.isEmpty());
            getItems().add(menu);
        }
        getItems().add(new ColourMenu(workspace));
        MenuItem none = new MenuItem("No filters");
        none.setDisable(now.conditions().isEmpty());
        none.setOnAction(e -> workspace.query().set(workspace.query().get().withConditions(List.of())));
        MenuItem keep = new MenuItem("Keep this search on the left");
        keep.setId("keep-search");
        keep.setDisable(QueryText.whole(now, workspace::libraryName).isEmpty());
        keep.setOnAction(e -> SearchMenu.keep(workspace));
        getItems().addAll(new SeparatorMenuItem(), none, keep);
    }

    private CheckMenuItem item(Query now, Facets.Offer offer) {
        Condition condition = offer.condition();
        String words = QueryText.of(Query.EVERYTHING.with(condition), workspace::libraryName);
        CheckMenuItem item = new CheckMenuItem(words(condition, words) + "    " + Words.count(offer.left()));
        item.setMnemonicParsing(false);
        item.setSelected(now.conditions().contains(condition));
        item.setOnAction(e -> {
            Query without = workspace.query().get().without(condition.field());
            workspace.query().set(item.isSelected() ? without.with(condition) : without);
        });
        return item;
    }

    /** A condition for a person. */
    private static String words(Condition condition, String typed) {
        String value = typed.substring(condition.field().word().length());
        return switch (condition.field()) {
            case FAVOURITE -> "Favourites only";
            case FINDINGS -> "With findings";
            case USED -> value.equals(":no") ? "in no scene" : value.equals(":yes") ? "in a scene" : value;
            case COLOUR ->
                condition.values().contains(Condition.NOTHING)
                        ? "not looked at yet"
                        : String.join(", ", condition.values());
            case AUTHOR, LICENCE, JOB ->
                condition.values().contains(Condition.NOTHING) ? "not said" : String.join(", ", condition.values());
            default ->
                value.startsWith(">=")
                        ? (condition.field() == Field.SINCE ? "since " : "at least ") + value.substring(2)
                        : value.startsWith("<=") ? "up to " + value.substring(2) : value.substring(1);
        };
    }
}
