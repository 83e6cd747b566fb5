package yondershelf.app.intake;

import java.nio.file.Path;
import java.util.Map;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import yondershelf.app.model.Background;
import yondershelf.app.model.OpenPlan;
import yondershelf.app.model.ShelfModel;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.Kind;
import yondershelf.content.ProblemException;
import yondershelf.content.Substance;
import yondershelf.intake.NameStyle;
import yondershelf.intake.PlanItem;
import yondershelf.intake.Wishes;
import yondershelf.words.Phrase;

/** How things are taken in, for all of them at once; kept for the next time. */
final class WishMenu extends MenuButton {
    private static final String NAMES = "intake-names";
    private static final String FLAT = "intake-flat";
    private static final String TAGS = "intake-tags";
    private static final String REPLACE = "intake-replace";
    private static final String MINUTES = "intake-minutes";
    private static final int[] LONGEST = {1, 2, 10, 30};

    private final ShelfModel shelf;
    private final Background background;
    private final OpenPlan openPlan;
    private final Home home;
    private final Runnable again;
    private final CheckMenuItem moving = new CheckMenuItem(Phrase.of("intake.move-files-here-instead-of"));

    /**
     * @param again plans anew, because things are wished otherwise
     * @param changed shows what is wished of the act itself
     */
    WishMenu(
            Catalogue catalogue,
            ShelfModel shelf,
            Background background,
            OpenPlan openPlan,
            Runnable again,
            Runnable changed) {
        super(Phrase.of("intake.all-of-them"));
        this.shelf = shelf;
        this.background = background;
        this.openPlan = openPlan;
        this.home = catalogue.home();
        this.again = again;
        moving.setOnAction(e -> changed.run());
        setId("intake-wishes");
        getStyleClass().add("quiet");
        setTooltip(new Tooltip(Phrase.of("intake.names-tags-folders-and-presets")));
        getItems()
                .addAll(
                        names(),
                        check(Phrase.of("intake.propose-tags"), TAGS, "true"),
                        check(Phrase.of("intake.leave-out-folders-that-hold"), FLAT, "false"),
                        check(Phrase.of("intake.replace-files-of-the-same"), REPLACE, "false"),
                        minutes(),
                        moving,
                        new SeparatorMenuItem(),
                        substances(),
                        pieces(Phrase.of("intake.each-node-of-scene-files"), Kind.MODEL, "nodes"),
                        pieces(Phrase.of("intake.each-material-of-scene-files"), Kind.MATERIAL, "materials"),
                        pieces(Phrase.of("intake.each-light-of-scene-files"), Kind.HDRI, "lights"),
                        ticks(Phrase.of("intake.tick-everything"), true),
                        ticks(Phrase.of("intake.tick-nothing"), false));
    }

    /** True when what comes goes from where it came from. Said anew for each plan: nobody is to lose files by a habit. */
    boolean isMoving() {
        return moving.isSelected();
    }

    void copyAgain() {
        moving.setSelected(false);
    }

    /** What is wished now. */
    Wishes wishes(SortedSet<String> tags, OpenPlan open, Map<Path, String> passwords) throws ProblemException {
        SortedSet<String> known = new TreeSet<>(shelf.counts().get().tags().keySet());
        return new Wishes(
                style(),
                Boolean.parseBoolean(home.setting(FLAT, "false")),
                Boolean.parseBoolean(home.setting(TAGS, "true")),
                tags,
                known,
                open.habits(),
                60.0 * longest(),
                passwords,
                Boolean.parseBoolean(home.setting(REPLACE, "false")));
    }

    private NameStyle style() {
        return NameStyle.parse(home.setting(NAMES, "")).orElse(NameStyle.USUAL);
    }

    private int longest() {
        String kept = home.setting(MINUTES, "");
        return kept.matches("[1-9][0-9]{0,2}") ? Integer.parseInt(kept) : (int) (Wishes.USUAL_SECONDS / 60);
    }

    private void keep(String key, String value) {
        background.quietly(
                Phrase.of("intake.keeping-a-setting"),
                work -> {
                    home.setSetting(key, value);
                    return true;
                },
                done -> again.run());
    }

    private CheckMenuItem check(String title, String key, String otherwise) {
        CheckMenuItem item = new CheckMenuItem(title);
        item.setSelected(Boolean.parseBoolean(home.setting(key, otherwise)));
        item.setOnAction(e -> keep(key, String.valueOf(item.isSelected())));
        return item;
    }

    private Menu names() {
        Menu menu = new Menu(Phrase.of("intake.names"));
        NameStyle now = style();
        ToggleGroup letters = new ToggleGroup();
        for (NameStyle.Letters each : NameStyle.Letters.values()) {
            menu.getItems()
                    .add(radio(
                            letters,
                            each.example(),
                            each == now.letters(),
                            () -> keep(NAMES, new NameStyle(each, style().space(), style().sizeFirst()).text())));
        }
        menu.getItems().add(new SeparatorMenuItem());
        ToggleGroup spaces = new ToggleGroup();
        Map<String, String> words = new TreeMap<>(Map.of(
                " ",
                Phrase.of("intake.words-apart"),
                "_",
                Phrase.of("intake.words-joined-by"),
                "-",
                Phrase.of("intake.words-joined-by-2"),
                "",
                Phrase.of("intake.words-joined")));
        for (String space : NameStyle.SPACES) {
            menu.getItems()
                    .add(radio(
                            spaces,
                            words.getOrDefault(space, space),
                            space.equals(now.space()),
                            () -> keep(NAMES, new NameStyle(style().letters(), space, style().sizeFirst()).text())));
        }
        menu.getItems().add(new SeparatorMenuItem());
        CheckMenuItem size = new CheckMenuItem(Phrase.of("intake.size-of-its-maps-before"));
        size.setSelected(now.sizeFirst());
        size.setOnAction(e -> keep(NAMES, new NameStyle(style().letters(), style().space(), size.isSelected()).text()));
        menu.getItems().add(size);
        return menu;
    }

    private static RadioMenuItem radio(ToggleGroup group, String title, boolean selected, Runnable act) {
        RadioMenuItem item = new RadioMenuItem(title);
        item.setMnemonicParsing(false);
        item.setToggleGroup(group);
        item.setSelected(selected);
        item.setOnAction(e -> act.run());
        return item;
    }

    private Menu minutes() {
        Menu menu = new Menu(Phrase.of("intake.longest-reading-of-one-file"));
        ToggleGroup group = new ToggleGroup();
        for (int each : LONGEST) {
            menu.getItems()
                    .add(radio(
                            group,
                            Phrase.count(each, "minute"),
                            each == longest(),
                            () -> keep(MINUTES, String.valueOf(each))));
        }
        return menu;
    }

    private Menu substances() {
        Menu menu = new Menu(Phrase.of("intake.all-materials-are-made-of"));
        for (Substance each : Substance.values()) {
            MenuItem item = new MenuItem(each.title());
            item.setOnAction(e -> openPlan.change(
                    Phrase.of("intake.make-all-materials-of", each.title()),
                    p -> p.each(i -> i.isSet() ? i.of(each) : i)));
            menu.getItems().add(item);
        }
        return menu;
    }

    private MenuItem pieces(String title, Kind kind, String what) {
        MenuItem item = new MenuItem(title);
        item.setOnAction(e ->
                openPlan.change(Phrase.of("intake.take-all-apart", what), p -> p.each(i -> apart(i, kind))));
        return item;
    }

    /** What was taken apart before stays so. */
    private static PlanItem apart(PlanItem item, Kind kind) {
        TreeSet<String> words = new TreeSet<>();
        words.addAll(item.given().apart());
        item.given().pieces().stream().filter(piece -> piece.kind() == kind).forEach(piece -> words.add(piece.word()));
        return words.isEmpty() ? item : item.apart(words);
    }

    private MenuItem ticks(String title, boolean ticked) {
        MenuItem item = new MenuItem(title);
        item.setOnAction(e -> openPlan.change(
                ticked ? Phrase.of("intake.tick-everything-2") : Phrase.of("intake.tick-nothing-2"),
                p -> p.each(i -> i.ticked(ticked))));
        return item;
    }
}
