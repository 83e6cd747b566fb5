package yondershelf.app.intake;

import java.util.List;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.Tooltip;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Words;
import yondershelf.intake.PlanItem;
import yondershelf.words.Phrase;

/** One thing of the plan as a picture with its tick and its name. Filled again for others. */
final class PlanTile extends VBox {
    static final double WIDTH = 132;
    private static final double EDGE = 112;
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final PseudoClass LEFT_OUT = PseudoClass.getPseudoClass("left-out");

    private final PlanList list;
    private final CheckBox box = new CheckBox();
    private final ImageView view = new ImageView();
    private final StackPane frame = new StackPane();
    private final Label name = new Label();
    private final Label about = new Label();
    private final Tooltip whole = new Tooltip();
    private int number;

    PlanTile(PlanList list) {
        Gap.HAIR.between(this);
        this.list = list;
        getStyleClass().add("plan-tile");
        setAlignment(Pos.TOP_CENTER);
        setMinWidth(WIDTH);
        setMaxWidth(WIDTH);
        frame.getStyleClass().add("plan-picture");
        frame.setMinSize(EDGE, EDGE);
        frame.setMaxSize(EDGE, EDGE);
        view.setFitWidth(EDGE);
        view.setFitHeight(EDGE);
        view.setPreserveRatio(true);
        view.setSmooth(true);
        box.setTooltip(new Tooltip(Phrase.of("intake.take-it-in-space")));
        box.setFocusTraversable(false);
        box.setOnAction(e -> list.tick(new PlanLine.Thing(number, 0)));
        StackPane picture = new StackPane(frame, box);
        StackPane.setAlignment(box, Pos.TOP_LEFT);
        picture.setMaxSize(EDGE, EDGE);
        name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        for (Label label : List.of(name, about)) {
            label.setMaxWidth(EDGE);
            label.setTooltip(whole);
            label.setAlignment(Pos.CENTER);
        }
        getChildren().addAll(picture, name, about);
        setAccessibleRole(AccessibleRole.LIST_ITEM);
        setOnMousePressed(e -> {
            boolean keep =
                    e.getButton() == MouseButton.SECONDARY && list.chosen().contains(number);
            if (!keep) {
                list.chooseThing(number, e.isShortcutDown(), e.isShiftDown());
            }
        });
        setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                list.renameChosen();
            }
        });
        setOnDragDetected(e -> {
            List<Integer> chosen = list.chosen();
            List<Integer> carried = chosen.contains(number) ? chosen : List.of(number);
            String shown = carried.size() == 1 ? name.getText() : Words.plural(carried.size(), "thing");
            PlanCarry.start(this, new PlanCarry.Carried(carried, null), shown);
            e.consume();
        });
        PlanCarry.takes(this, new PlanCarry.Target() {
            @Override
            public String promise(PlanCarry.Carried carried) {
                return list.canMerge(number, carried) ? Phrase.of("intake.becomes-part-of", name.getText()) : "";
            }

            @Override
            public void drop(PlanCarry.Carried carried) {
                list.merge(number, carried);
            }
        });
    }

    void show(PlanItem item, boolean chosen) {
        number = item.number();
        box.setSelected(item.isTicked());
        box.setAccessibleText(Phrase.of("intake.take-in-3", item.name()));
        name.setText(item.name());
        PlanAbout said = PlanAbout.of(item);
        about.setText(said.words());
        about.getStyleClass().setAll("label", "plan-about", said.look());
        whole.setText(item.name() + "\n" + said.whole());
        pseudoClassStateChanged(CHOSEN, chosen);
        pseudoClassStateChanged(LEFT_OUT, !item.isTicked());
        setAccessibleText(item.name() + ", " + item.kind().title()
                + (item.isTicked() ? Phrase.of("intake.ticked") : Phrase.of("intake.left-out")));
        @Nullable Image image = list.thumbs().of(item);
        view.setImage(image);
        if (image == null) {
            frame.getChildren().setAll(Glyphs.of(item.kind()));
        } else if (!frame.getChildren().equals(List.of(view))) {
            frame.getChildren().setAll(view);
        }
    }
}
