package yondershelf.app.window;

import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import yondershelf.app.model.Background;
import yondershelf.app.model.Gap;
import yondershelf.app.model.LibraryActs;
import yondershelf.app.model.Words;
import yondershelf.catalogue.LikelyFolders;
import yondershelf.words.Phrase;

/** The one question of a first start: where are your things? Folders of this machine that look like it are proposed. */
final class FirstQuestion {
    private final EmptyPlace place;
    private final Background background;
    private final LibraryActs libraries;
    private final VBox likely = Gap.CLOSE.column();
    private final Label looking = new Label(Phrase.of("views.looking-where-they-might-be"));
    private boolean asked;

    FirstQuestion(Background background, LibraryActs libraries, Runnable addLibrary) {
        this.background = background;
        this.libraries = libraries;
        looking.getStyleClass().add("faint");
        likely.setFillWidth(true);
        likely.getChildren().add(looking);
        place = new EmptyPlace(Phrase.of("views.where-are-your-things-models"))
                .show(likely)
                .offerLibrary(addLibrary);
        place.setId("first-question");
        // asked when there is a window, and nobody has answered yet
        place.sceneProperty().addListener(o -> look());
    }

    EmptyPlace place() {
        return place;
    }

    private void look() {
        if (asked || place.getScene() == null) {
            return;
        }
        asked = true;
        background.quietly(
                Phrase.of("views.looking-for-likely-folders"),
                work -> LikelyFolders.find(LikelyFolders.usualPlaces(), work),
                this::propose);
    }

    private void propose(List<LikelyFolders.Likely> found) {
        likely.getChildren().clear();
        for (LikelyFolders.Likely one : found) {
            Path folder = one.folder();
            Button button = new Button(shown(folder) + ", " + Words.plural(one.things(), "thing"));
            button.getStyleClass().add("likely");
            button.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
            button.setMaxWidth(Double.MAX_VALUE);
            button.setMinHeight(Region.USE_PREF_SIZE);
            button.setTooltip(new Tooltip(Phrase.of("views.open-as-a-library-the", folder)));
            button.setOnAction(e -> libraries.add(folder));
            likely.getChildren().add(button);
        }
    }

    /** Below the person's own folder without the way there. */
    private static String shown(Path folder) {
        Path home = Path.of(System.getProperty("user.home", "/"));
        return folder.startsWith(home) ? String.valueOf(home.relativize(folder)) : folder.toString();
    }
}
