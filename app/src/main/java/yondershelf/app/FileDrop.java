package yondershelf.app;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.control.Label;
import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import yondershelf.app.model.Carry;
import yondershelf.words.Phrase;

/** Takes files dropped anywhere on the window; says over everything what letting go will do. */
final class FileDrop extends StackPane {
    private final Label sentence = new Label();
    private final Consumer<List<Path>> bring;
    private final Supplier<String> target;

    /**
     * @param over what the files may be dropped on
     * @param target the name of the library they would go to, or nothing
     */
    FileDrop(Region over, Supplier<String> target, Consumer<List<Path>> bring) {
        this.bring = bring;
        this.target = target;
        getStyleClass().add("drop-overlay");
        setMouseTransparent(true);
        setVisible(false);
        getChildren().add(sentence);
        over.setOnDragOver(this::carriedOver);
        over.setOnDragExited(e -> setVisible(false));
        over.setOnDragDropped(this::dropped);
    }

    private void carriedOver(DragEvent e) {
        if (!Carry.isFromElsewhere(e.getDragboard())) {
            return;
        }
        e.acceptTransferModes(TransferMode.COPY);
        List<File> files = e.getDragboard().getFiles();
        String what = files.size() == 1 ? files.get(0).getName() : Phrase.count(files.size(), "file");
        String into = target.get();
        sentence.setText(Phrase.of("app.let-go-to-see-what", what, into.isEmpty() ? "" : Phrase.of("app.into", into)));
        setVisible(true);
        e.consume();
    }

    private void dropped(DragEvent e) {
        setVisible(false);
        if (Carry.isFromElsewhere(e.getDragboard())) {
            bring.accept(e.getDragboard().getFiles().stream().map(File::toPath).toList());
            e.setDropCompleted(true);
            e.consume();
        }
    }
}
