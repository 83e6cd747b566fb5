package yondershelf.app.shelf;

import java.util.function.IntConsumer;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import yondershelf.app.model.Gap;
import yondershelf.library.Labels;
import yondershelf.words.Phrase;

/** A rating from 1 to 5, given by a click on one of five dots or by a digit; the same again takes it away. */
final class RatingDots extends HBox {
    private static final PseudoClass FILLED = PseudoClass.getPseudoClass("filled");

    private final Button[] dots = new Button[Labels.BEST];
    private int shown;

    RatingDots(IntConsumer rate) {
        Gap.HAIR.between(this);
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add("rating");
        setAccessibleRole(AccessibleRole.PARENT);
        for (int i = 0; i < dots.length; i++) {
            int rating = i + 1;
            Button dot = new Button("●");
            dot.getStyleClass().add("rating-dot");
            dot.setTooltip(new Tooltip(Phrase.of("shelf.rate-it-of-again-for", rating, Labels.BEST)));
            dot.setAccessibleText(Phrase.of("shelf.rating-2", rating));
            dot.setOnAction(e -> rate.accept(shown == rating ? 0 : rating));
            dot.setMinWidth(USE_PREF_SIZE);
            dots[i] = dot;
        }
        getChildren().addAll(dots);
        setOnKeyPressed(e -> {
            if (digit(e) >= 0) {
                rate.accept(digit(e));
                e.consume();
            }
        });
    }

    /** The rating a key stands for; -1 when it stands for none. */
    static int digit(KeyEvent e) {
        KeyCode code = e.getCode();
        if (!code.isDigitKey() || e.isShortcutDown() || e.isAltDown()) {
            return -1;
        }
        int digit = code.getName().charAt(code.getName().length() - 1) - '0';
        return digit >= 0 && digit <= Labels.BEST ? digit : -1;
    }

    /** @param rating -1 when those it stands for differ */
    void show(int rating) {
        shown = rating;
        for (int i = 0; i < dots.length; i++) {
            dots[i].pseudoClassStateChanged(FILLED, i < rating);
        }
        setAccessibleText(
                rating < 0 ? Phrase.of("shelf.rating-mixed") : Phrase.of("shelf.rating-of", rating, Labels.BEST));
    }
}
