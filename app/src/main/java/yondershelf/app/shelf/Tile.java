package yondershelf.app.shelf;

import java.util.function.DoubleSupplier;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.Tooltip;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Words;
import yondershelf.catalogue.Shown;
import yondershelf.content.Kind;
import yondershelf.library.Asset;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.words.Phrase;

/** One thing on a ledge: its picture, its name below the ledge, and a notch when something is wrong with it. Recycled. */
final class Tile extends Region {
    /** Of the line below the ledge at the usual size of text, in pixels. */
    static final double NAME_HEIGHT = 28;

    /** So much of its edge a tile keeps for the line around what is chosen, in pixels. */
    static final double FRAME = 4;

    private static final PseudoClass AWAY = PseudoClass.getPseudoClass("away");
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");

    private final DoubleSupplier nameHeight;
    private final ImageView picture = new ImageView();
    private final StackPane frame = new StackPane();
    private final Label name = new Label();
    private final Label notch = new Label();
    private final Label failure = new Label();
    private final Tooltip tooltip = new Tooltip();
    private @Nullable Asset asset;
    private @Nullable Kind shownKind;
    private @Nullable Said said;
    private int place;
    private PreviewLoader.@Nullable Shown preview;

    private record Said(Shown shown, String library, int findings, boolean chosen, boolean sized) {}

    Tile(DoubleSupplier nameHeight) {
        this.nameHeight = nameHeight;
        getStyleClass().add("tile");
        frame.getStyleClass().add("tile-frame");
        picture.setSmooth(true);
        picture.setPreserveRatio(true);
        failure.getStyleClass().add("tile-failure");
        failure.setVisible(false);
        failure.setWrapText(true);
        failure.setAlignment(Pos.CENTER);
        frame.getChildren().addAll(picture, failure);
        name.getStyleClass().add("tile-name");
        name.setAlignment(Pos.CENTER);
        name.setGraphicTextGap(6);
        // names that begin alike are told apart by their ends
        name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        notch.getStyleClass().add("notch");
        getChildren().addAll(frame, name, notch);
        tooltip.setShowDelay(Duration.millis(600));
        Tooltip.install(this, tooltip);
        setAccessibleRole(AccessibleRole.LIST_ITEM);
    }

    @Nullable
    Asset asset() {
        return asset;
    }

    /** What it shows; null while that is not known. */
    @Nullable
    Shown shown() {
        return said == null ? null : said.shown;
    }

    /**
     * @param library its name, for those who look at several
     * @param sized true when its largest extent is to stand beside the name
     */
    void show(Shown shown, String library, int findings, boolean chosen, boolean sized) {
        Said now = new Said(shown, library, findings, chosen, sized);
        // at each frame of a scroll, for tiles that say the same as before
        if (now.equals(said)) {
            return;
        }
        said = now;
        Asset thing = shown.asset();
        String shownName = shown.name();
        asset = thing;
        boolean model = thing.kind() == Kind.MODEL && shown.millimetres() > 0;
        long frames = thing.files().stream().filter(SortedFile::isFrame).count();
        name.setText(
                sized && model
                        ? shownName + "  " + Words.extent(shown.millimetres())
                        : frames > 0 ? shownName + "  " + Words.plural(frames + 1, "frame") : shownName);
        if (thing.kind() != shownKind) {
            shownKind = thing.kind();
            name.setGraphic(Glyphs.of(thing.kind()));
        }
        notch.setVisible(findings > 0);
        notch.setText(String.valueOf(findings));
        pseudoClassStateChanged(CHOSEN, chosen);
        pseudoClassStateChanged(AWAY, shown.away());
        String place = library + (shown.away() ? Phrase.of("shelf.away") : "") + " / " + thing.path();
        tooltip.setText(shownName + (frames > 0 ? Phrase.of("shelf.plays-here") : "") + "\n" + place
                + (findings > 0 ? "\n" + Words.plural(findings, "finding") : ""));
        setAccessibleText(Phrase.of(
                "shelf.in-2",
                shownName,
                thing.kind().title(),
                library,
                shown.away() ? Phrase.of("shelf.away") : "",
                findings > 0 ? ", " + Words.plural(findings, "finding") : ""));
    }

    /** Its number on the shelf, from 0. */
    void standAt(int number) {
        place = number;
    }

    boolean isChosen() {
        return said != null && said.chosen;
    }

    @Override
    public @Nullable Object queryAccessibleAttribute(AccessibleAttribute attribute, Object... parameters) {
        return switch (attribute) {
            case INDEX -> place;
            case SELECTED -> isChosen();
            default -> super.queryAccessibleAttribute(attribute, parameters);
        };
    }

    void preview(PreviewLoader.@Nullable Shown shown) {
        if (shown == preview) {
            return;
        }
        preview = shown;
        picture.setImage(shown == null ? null : shown.image());
        String reason = shown == null ? null : shown.failure();
        failure.setVisible(reason != null);
        failure.setText(reason == null ? "" : reason);
        frame.setOpacity(shown != null && !shown.isFinal() ? 0.75 : 1);
    }

    /** One picture of what moves. */
    void play(Image image) {
        picture.setImage(image);
        frame.setOpacity(1);
    }

    /** Its preview again. */
    void still() {
        PreviewLoader.Shown shown = preview;
        preview = null;
        preview(shown);
    }

    /** What of it is seen now. */
    @Nullable
    Image seen() {
        return picture.getImage();
    }

    /** Something stands there, but what is not known yet: a scroll went further than was fetched. */
    void showUnknown() {
        asset = null;
        said = null;
        name.setText("");
        name.setGraphic(null);
        shownKind = null;
        notch.setVisible(false);
        pseudoClassStateChanged(CHOSEN, false);
        pseudoClassStateChanged(AWAY, false);
        tooltip.setText("");
        setAccessibleText(Phrase.of("shelf.being-fetched"));
        preview(null);
    }

    @Override
    protected void layoutChildren() {
        double w = getWidth();
        double below = nameHeight.getAsDouble();
        double h = getHeight() - below;
        picture.setFitWidth(Math.min(w, h) - FRAME);
        picture.setFitHeight(Math.min(w, h) - FRAME);
        frame.resizeRelocate(Math.rint((w - h) / 2), 0, h, h);
        name.resizeRelocate(2, h, w - 4, below);
        notch.autosize();
        notch.relocate(Math.rint(Math.min(w, (w + h) / 2) - notch.getWidth() - 2), 4);
    }
}
