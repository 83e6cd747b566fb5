package yondershelf.app.shelf;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.geometry.HPos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Kind;
import yondershelf.content.ProblemException;
import yondershelf.facts.Facts;
import yondershelf.library.Asset;
import yondershelf.words.Phrase;

/** What was measured of an asset, set like a data sheet: a word, a figure and its unit a line. */
final class FactSheet extends GridPane {
    /** Room for the longest word, in pixels at the usual size of text. */
    private static final double WORDS = 58;

    private final Workspace workspace;
    private @Nullable Asset asset;
    private boolean away;
    private @Nullable Known filled;

    FactSheet(Workspace workspace) {
        this.workspace = workspace;
        getStyleClass().add("sheet");
        Gap.CLOSE.between(this);
        ColumnConstraints words = new ColumnConstraints();
        words.setHalignment(HPos.LEFT);
        words.minWidthProperty().bind(workspace.textSize().factor().multiply(WORDS));
        getColumnConstraints().addAll(words, new ColumnConstraints());
    }

    /**
     * Shows what is known of an asset, and measures it when nothing is.
     *
     * @param isAway true when nothing can be said of it, since its library is away
     */
    void show(Asset thing, boolean isAway) {
        if (!thing.equals(asset)) {
            // of the same thing what stands here stands until something else is known
            getChildren().clear();
            filled = null;
        }
        asset = thing;
        away = isAway;
        workspace.background().quietly(Phrase.of("shelf.facts"), work -> known(thing, isAway), known -> {
            if (!thing.equals(asset) || known.equals(filled)) {
                return;
            }
            known.facts.ifPresentOrElse(facts -> fill(facts, known), () -> measure(thing, known));
        });
    }

    /**
     * What is known of an asset.
     *
     * @param apart its nodes that are assets of their own
     * @param uses the scenes that use it, the latest first
     * @param away true when nothing can be said of it
     */
    private record Known(Optional<Facts> facts, List<String> apart, List<Use> uses, boolean away) {}

    /** A scene that uses it, and whether it can be opened. */
    private record Use(Path scene, boolean there) {}

    private Known known(Asset thing, boolean isAway) throws ProblemException {
        Catalogue catalogue = workspace.catalogue();
        List<Use> uses = catalogue.uses().of(thing.id()).stream()
                .map(scene -> new Use(scene, Files.isRegularFile(scene)))
                .toList();
        return new Known(
                catalogue.contents().facts().known(thing),
                catalogue.shelf().labels(thing).apart(),
                uses,
                isAway);
    }

    private void measure(Asset thing, Known known) {
        getChildren().clear();
        filled = null;
        line(Phrase.of("shelf.facts"), Phrase.of("shelf.being-measured"));
        workspace
                .background()
                .quietly(
                        Phrase.of("shelf.measuring", thing.name()),
                        work -> workspace.catalogue().contents().facts().of(thing),
                        f -> {
                            if (thing.equals(asset)) {
                                fill(f, new Known(Optional.of(f), known.apart, known.uses, known.away));
                            }
                        })
                .result()
                .whenComplete((f, failure) -> {
                    if (failure != null) {
                        Platform.runLater(() -> cannotBeMeasured(thing));
                    }
                });
    }

    /** Its drive was pulled out, or it was deleted, while it was measured: told where the facts would stand, nobody is alarmed. */
    private void cannotBeMeasured(Asset thing) {
        if (thing.equals(asset)) {
            getChildren().clear();
            filled = null;
            line(Phrase.of("shelf.facts"), Phrase.of("shelf.cannot-be-measured-now"));
        }
    }

    private void line(String word, String figure) {
        line(word, new Label(figure));
    }

    /** A figure that can be told otherwise, where there is somewhere to keep what is told. */
    private void told(String word, Node menu) {
        menu.setDisable(away);
        if (menu instanceof Region region) {
            // what was told is read whole, whatever stands beside it
            region.setMinWidth(Region.USE_PREF_SIZE);
        }
        line(word, menu);
    }

    private void line(String word, Node figure) {
        Label label = new Label(word);
        label.getStyleClass().add("faint");
        label.setMinWidth(Region.USE_PREF_SIZE);
        addRow(getRowCount(), label, figure);
    }

    private void fill(Facts f, Known known) {
        filled = known;
        getChildren().clear();
        if (!f.readable()) {
            Label reason = new Label(f.reason());
            reason.setWrapText(true);
            reason.getStyleClass().add("trouble");
            line(Phrase.of("shelf.unreadable"), reason);
            Asset part = asset;
            others(part);
            if (part != null && !part.excerpt().isWhole()) {
                told(
                        Phrase.of("shelf.scene-2"),
                        new ExcerptMenu(workspace.labelling(), part, f.model().scene(), known.apart));
            }
            return;
        }
        if (!f.reason().isEmpty()) {
            Label note = new Label(f.reason());
            note.setWrapText(true);
            note.getStyleClass().add("caution");
            line(Phrase.of("shelf.note"), note);
        }
        remark(Phrase.of("shelf.not-shown"), f.remarks().notShown());
        Asset thing = asset;
        others(thing);
        if (f.kind() != Kind.MODEL) {
            remark(Phrase.of("shelf.assumed"), f.remarks().assumed());
        } else if (thing != null
                && (!f.remarks().assumed().isEmpty() || !thing.space().isNone())) {
            told(
                    f.remarks().assumed().isEmpty() ? Phrase.of("shelf.told") : Phrase.of("shelf.assumed"),
                    new SpaceMenu(workspace.labelling(), thing, f.remarks().assumed()));
        }
        if (f.kind() == Kind.MODEL) {
            line(Phrase.of("shelf.size"), Words.size(f.model().sizeMetres()));
            if (thing != null && ExcerptMenu.isNeeded(thing, f.model().scene())) {
                told(
                        Phrase.of("shelf.scene-2"),
                        new ExcerptMenu(workspace.labelling(), thing, f.model().scene(), known.apart));
            }
            line(
                    Phrase.of("shelf.triangles"),
                    Phrase.of(
                            "shelf.in",
                            Words.count(f.model().triangles()),
                            Words.plural(f.model().parts(), "part")));
        }
        if (f.kind() == Kind.MODEL || f.kind() == Kind.MATERIAL) {
            line(Phrase.of("shelf.maps"), maps(f));
        }
        if (f.kind() == Kind.MATERIAL && !f.materials().isEmpty()) {
            for (Facts.MapFacts map : f.materials().get(0).maps()) {
                line(map.role().title(), map.width() + " × " + map.height());
            }
        }
        if (f.picture().width() > 0) {
            line(
                    Phrase.of("shelf.pixels"),
                    f.picture().width() + " × " + f.picture().height());
        }
        if (!Double.isNaN(f.picture().stops())) {
            line(
                    Phrase.of("shelf.range"),
                    String.format(
                            Phrase.language(),
                            Phrase.of("shelf.1f-stops"),
                            f.picture().stops()));
        }
        line(Phrase.of("shelf.on-disk"), Words.bytes(f.bytes()));
        if (!known.uses.isEmpty()) {
            line(Phrase.of("shelf.used-in"), menu(known.uses));
        }
    }

    /** Each can be opened from here. */
    private Node menu(List<Use> scenes) {
        MenuButton button = new MenuButton(
                scenes.size() == 1
                        ? String.valueOf(scenes.get(0).scene.getFileName())
                        : Words.plural(scenes.size(), "scene"));
        button.setId("used-in");
        button.getStyleClass().add("quiet");
        button.setMnemonicParsing(false);
        button.setTooltip(new Tooltip(scenes.stream()
                .map(use -> use.scene.toString())
                .collect(Collectors.joining("\n", Phrase.of("shelf.scenes-that-use-it-one"), ""))));
        for (Use use : scenes) {
            MenuItem item = new MenuItem(Phrase.of("shelf.open", use.scene.getFileName()));
            item.setMnemonicParsing(false);
            item.setDisable(!use.there);
            item.setOnAction(e -> workspace.openScene().open(use.scene));
            button.getItems().add(item);
        }
        return button;
    }

    private void others(@Nullable Asset thing) {
        if (thing != null && OthersMenu.isNeeded(thing)) {
            told(Phrase.of("shelf.shown"), new OthersMenu(workspace.labelling(), thing));
        }
    }

    private void remark(String word, List<String> said) {
        if (!said.isEmpty()) {
            Label note = new Label(String.join(", ", said));
            note.setWrapText(true);
            line(word, note);
        }
    }

    private static String maps(Facts f) {
        if (f.mapCount() == 0) {
            return Phrase.of("shelf.none");
        }
        String state = f.brokenMaps() == 0
                ? Phrase.of("shelf.all-found")
                : Phrase.of("shelf.missing-or-broken", f.brokenMaps());
        return Phrase.of("shelf.at-px", f.mapCount(), f.largestMap(), state);
    }
}
