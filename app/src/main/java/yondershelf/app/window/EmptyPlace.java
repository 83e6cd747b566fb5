package yondershelf.app.window;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.VBox;
import yondershelf.app.model.Gap;
import yondershelf.words.Phrase;

/** What stands where nothing is yet: one sentence of what belongs there, and the acts that fill it. */
public final class EmptyPlace extends VBox {

    /** @param hint the sentence */
    public EmptyPlace(String hint) {
        Gap.WIDE.between(this);
        Label label = new Label(hint);
        label.setWrapText(true);
        label.getStyleClass().add("empty-words");
        getChildren().add(label);
        getStyleClass().add("empty");
        setAlignment(Pos.TOP_LEFT);
        setPickOnBounds(false);
    }

    /** Offers to open the first library. */
    public EmptyPlace offerLibrary(Runnable addLibrary) {
        return offer(Phrase.of("views.open-a-folder-as-a"), Phrase.of("views.the-folder-stays-as-it"), addLibrary);
    }

    /** Shows something more below what is there. */
    EmptyPlace show(Node more) {
        getChildren().add(more);
        return this;
    }

    /** Offers an act that fills the place. */
    public EmptyPlace offer(String word, String tooltip, Runnable act) {
        Button button = new Button(word);
        button.setTooltip(new Tooltip(tooltip));
        button.setOnAction(e -> act.run());
        getChildren().add(button);
        return this;
    }
}
