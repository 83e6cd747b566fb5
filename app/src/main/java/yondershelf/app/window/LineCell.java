package yondershelf.app.window;

import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.ListCell;
import org.jspecify.annotations.Nullable;

/** A line of a working list that is in view: a heading, or something that can be chosen. As wide as the list, so that long words wrap. */
public abstract class LineCell<L> extends ListCell<L> {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");

    @SuppressWarnings("this-escape") // only the toolkit's own fields are set
    protected LineCell() {
        getStyleClass().add("finding-cell");
        setPrefWidth(0);
    }

    public abstract Node content(L line);

    /** For screen readers. */
    public abstract String words(L line);

    public abstract boolean canBeChosen(L line);

    @Override
    protected void updateItem(@Nullable L line, boolean empty) {
        super.updateItem(line, empty);
        if (empty || line == null) {
            setGraphic(null);
            setAccessibleText(null);
            return;
        }
        setGraphic(content(line));
        setAccessibleText(words(line));
        mark();
    }

    @Override
    public void updateSelected(boolean selected) {
        super.updateSelected(selected);
        mark();
    }

    private void mark() {
        L line = getItem();
        if (getGraphic() != null && line != null) {
            getGraphic().pseudoClassStateChanged(CHOSEN, isSelected() && canBeChosen(line));
        }
    }
}
