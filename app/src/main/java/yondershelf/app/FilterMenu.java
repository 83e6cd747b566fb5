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
import yondershelf.app.places.SearchMenu;
import yondershelf.search.Condition;
import yondershelf.search.Facets;
import yondershelf.search.Field;
import yondershelf.search.Query;
import yondershelf.search.QueryText;
import yondershelf.words.Phrase;

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
            Map.entry(Field.RATING, Phrase.of("app.rating")),
            Map.entry(Field.FAVOURITE, Phrase.of("app.favourites")),
            Map.entry(Field.FINDINGS, Phrase.of("app.findings")),
            Map.entry(Field.USED, Phrase.of("app.used")),
            Map.entry(Field.LICENCE, Phrase.of("app.licence")),
            Map.entry(Field.AUTHOR, Phrase.of("app.author")),
            Map.entry(Field.JOB, Phrase.of("app.made-for")),
            Map.entry(Field.COLOUR, Phrase.of("app.colour")),
            Map.entry(Field.PIXELS, Phrase.of("app.resolution")),
            Map.entry(Field.TRIANGLES, Phrase.of("app.triangles")),
            Map.entry(Field.SIZE, Phrase.of("app.size")),
            Map.entry(Field.STOPS, Phrase.of("app.dynamic-range")),
            Map.entry(Field.SINCE, Phrase.of("app.first-seen"))));

    private final Workspace workspace;
    private int round;

    FilterMenu(Workspace workspace) {
        super(Phrase.of("app.filters"));
        this.workspace = workspace;
        setId("filters");
        getStyleClass().addAll("quiet", "filters");
        setMinWidth(USE_PREF_SIZE);
        setTooltip(new Tooltip(Phrase.of("app.conditions-on-labels-and-measures")));
        getItems().add(new MenuItem(Phrase.of("app.looking")));
        setOnShowing(e -> offer());
        workspace.shelf().query().addListener((o, before, now) -> title(now));
        title(workspace.shelf().query().get());
    }

    private void title(Query now) {
        int many = now.conditions().size();
        setText(many == 0 ? Phrase.of("app.filters") : Phrase.of("app.filters-2", many));
    }

    private void offer() {
        int asked = ++round;
        Query now = workspace.shelf().query().get();
        workspace
                .background()
                .quietly(
                        Phrase.of("app.looking-what-could-be-asked"),
                        work -> {
                            Map<Field, List<Facets.Offer>> out = new EnumMap<>(Field.class);
                            FIELDS.forEach(field ->
                                    out.put(field, workspace.catalogue().shelf().offers(now, field)));
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
        getItems().add(new ColourMenu(workspace.moreLike(), workspace.questions()));
        MenuItem none = new MenuItem(Phrase.of("app.no-filters"));
        none.setDisable(now.conditions().isEmpty());
        none.setOnAction(e ->
                workspace.shelf().query().set(workspace.shelf().query().get().withConditions(List.of())));
        MenuItem keep = new MenuItem(Phrase.of("app.keep-this-search-on-the"));
        keep.setId("keep-search");
        keep.setDisable(QueryText.whole(now, workspace.shelf()::libraryName).isEmpty());
        keep.setOnAction(e ->
                SearchMenu.keep(workspace.questions(), workspace.searches(), workspace.shelf(), workspace.catalogue()));
        getItems().addAll(new SeparatorMenuItem(), none, keep);
    }

    private CheckMenuItem item(Query now, Facets.Offer offer) {
        Condition condition = offer.condition();
        String words = QueryText.of(Query.EVERYTHING.with(condition), workspace.shelf()::libraryName);
        CheckMenuItem item = new CheckMenuItem(words(condition, words) + "    " + Words.count(offer.left()));
        item.setMnemonicParsing(false);
        item.setSelected(now.conditions().contains(condition));
        item.setOnAction(e -> {
            Query without = workspace.shelf().query().get().without(condition.field());
            workspace.shelf().query().set(item.isSelected() ? without.with(condition) : without);
        });
        return item;
    }

    /** A condition for a person. */
    private static String words(Condition condition, String typed) {
        String value = typed.substring(condition.field().word().length());
        return switch (condition.field()) {
            case FAVOURITE -> Phrase.of("app.favourites-only");
            case FINDINGS -> Phrase.of("app.with-findings");
            case USED ->
                value.equals(":no")
                        ? Phrase.of("app.in-no-scene")
                        : value.equals(":yes") ? Phrase.of("app.in-a-scene") : value;
            case COLOUR ->
                condition.values().contains(Condition.NOTHING)
                        ? Phrase.of("app.not-looked-at-yet")
                        : String.join(", ", condition.values());
            case AUTHOR, LICENCE, JOB ->
                condition.values().contains(Condition.NOTHING)
                        ? Phrase.of("app.not-said")
                        : String.join(", ", condition.values());
            default ->
                value.startsWith(">=")
                        ? (condition.field() == Field.SINCE ? Phrase.of("app.since") : Phrase.of("app.at-least"))
                                + value.substring(2)
                        : value.startsWith("<=") ? Phrase.of("app.up-to", value.substring(2)) : value.substring(1);
        };
    }
}
