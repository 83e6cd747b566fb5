package yondershelf.app;

import java.util.Locale;
import javafx.scene.control.Button;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.paint.Color;
import yondershelf.app.model.MoreLike;
import yondershelf.app.model.Questions;
import yondershelf.words.Phrase;

/** Colours to pick one from: hues across, from light to dark, greys in the last row. */
final class ColourMenu extends Menu {
    private static final int HUES = 10;
    private static final double[][] ROWS = {{0.35, 0.95}, {0.75, 0.85}, {0.8, 0.55}, {0.7, 0.3}};

    private final MoreLike moreLike;
    private final Questions questions;

    ColourMenu(MoreLike moreLike, Questions questions) {
        super(Phrase.of("app.nearest-to-a-colour"));
        this.moreLike = moreLike;
        this.questions = questions;
        setId("filter-colour");
        GridPane grid = new GridPane(3, 3);
        for (int row = 0; row <= ROWS.length; row++) {
            for (int i = 0; i < HUES; i++) {
                Color colour = row < ROWS.length
                        ? Color.hsb(i * 360.0 / HUES, ROWS[row][0], ROWS[row][1])
                        : Color.gray(1 - i / (HUES - 1.0));
                grid.add(swatch(text(colour)), i, row);
            }
        }
        CustomMenuItem all = new CustomMenuItem(grid, false);
        MenuItem other = new MenuItem(Phrase.of("app.another-colour"));
        other.setId("another-colour");
        other.setOnAction(e -> ask());
        getItems().addAll(all, new SeparatorMenuItem(), other);
    }

    private static String text(Color c) {
        return String.format(
                Locale.ROOT,
                "#%02x%02x%02x",
                Math.round(c.getRed() * 255),
                Math.round(c.getGreen() * 255),
                Math.round(c.getBlue() * 255));
    }

    private Button swatch(String colour) {
        Button button = new Button();
        button.setId("colour-" + colour.substring(1));
        button.getStyleClass().add("colour-swatch");
        button.setStyle("-fx-background-color: " + colour + ";");
        button.setAccessibleText(Phrase.of("app.of-the-colour", colour));
        button.setTooltip(new Tooltip(Phrase.of("app.things-of-this-colour-first", colour)));
        button.setOnAction(e -> {
            getParentPopup().hide();
            moreLike.ofColour(colour);
        });
        return button;
    }

    private void ask() {
        questions.ask(
                Phrase.of("app.which-colour-two-hexadecimal-digits"),
                new Questions.Typed(Phrase.of("app.find-it"), Phrase.of("app.as-in-2f8f80-enter"), "#", typed -> {
                    String colour = typed.strip().toLowerCase(Locale.ROOT);
                    String marked = colour.startsWith("#") ? colour : "#" + colour;
                    if (marked.matches("#[0-9a-f]{6}")) {
                        moreLike.ofColour(marked);
                    }
                }),
                new Questions.Choice(Phrase.of("app.cancel"), Phrase.of("app.change-nothing"), () -> {}));
    }
}
