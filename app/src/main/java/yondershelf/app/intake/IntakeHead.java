package yondershelf.app.intake;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import yondershelf.app.model.Gap;
import yondershelf.words.Phrase;

/** Above the plan: how much came, the acts on all of it, and where it goes. */
final class IntakeHead extends VBox {
    private final Label heading = new Label(Phrase.of("intake.intake"));
    private final ComboBox<String> library = new ComboBox<>();
    private final TextField folder = new TextField();
    private final Button take = new Button(Phrase.of("intake.take-in"));
    private final Button pictures = new Button();
    private final List<Region> onlyFilled;

    IntakeHead(WishMenu wishes, Runnable takeIn, Runnable letGo) {
        heading.getStyleClass().add("view-heading");
        heading.setMinWidth(Region.USE_PREF_SIZE);
        take.setId("take-in");
        take.getStyleClass().add("main-act");
        take.setTooltip(new Tooltip(Phrase.of("intake.copy-what-is-ticked-into")));
        take.setOnAction(e -> takeIn.run());
        take.setMinWidth(Region.USE_PREF_SIZE);
        Button leave = new Button(Phrase.of("intake.discard"));
        leave.getStyleClass().add("quiet");
        leave.setTooltip(new Tooltip(Phrase.of("intake.leave-everything-where-it-is")));
        leave.setOnAction(e -> letGo.run());
        leave.setMinWidth(Region.USE_PREF_SIZE);
        pictures.setId("plan-as-pictures");
        pictures.getStyleClass().add("quiet");
        pictures.setTooltip(new Tooltip(Phrase.of("intake.show-what-came-as-pictures")));
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox acts = Gap.WIDE.row(heading, gap, pictures, wishes, take, leave);
        acts.setAlignment(Pos.CENTER_LEFT);
        acts.getStyleClass().add("pane-head");
        HBox target = target();
        getChildren().addAll(acts, target);
        onlyFilled = List.of(pictures, wishes, take, leave, target);
    }

    private HBox target() {
        library.setTooltip(new Tooltip(Phrase.of("intake.the-library-it-goes-into")));
        library.setAccessibleText(Phrase.of("intake.library"));
        library.getStyleClass().add("target-library");
        folder.setPromptText(Phrase.of("intake.folder-in-it-or-nothing"));
        folder.setTooltip(new Tooltip(Phrase.of("intake.a-folder-below-the-library")));
        folder.setAccessibleText(Phrase.of("intake.folder"));
        folder.setPrefColumnCount(12);
        HBox.setHgrow(folder, Priority.ALWAYS);
        Label into = new Label(Phrase.of("intake.into"));
        into.setMinWidth(Region.USE_PREF_SIZE);
        HBox target = Gap.WIDE.row(into, library, folder);
        target.setAlignment(Pos.CENTER_LEFT);
        target.getStyleClass().add("pane-target");
        return target;
    }

    Label heading() {
        return heading;
    }

    ComboBox<String> library() {
        return library;
    }

    TextField folder() {
        return folder;
    }

    Button take() {
        return take;
    }

    /** Shows what came as pictures, or as a list. */
    Button pictures() {
        return pictures;
    }

    /** What is of use only when something came. */
    List<Region> onlyFilled() {
        return onlyFilled;
    }
}
