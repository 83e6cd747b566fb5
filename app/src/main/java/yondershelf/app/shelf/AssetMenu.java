package yondershelf.app.shelf;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.content.Kind;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.words.Phrase;

/** What can be done with an asset by its context menu. */
final class AssetMenu {
    private final Workspace workspace;
    private final Consumer<Asset> showCard;
    private Function<Kind, @Nullable String> command = kind -> null;
    private Consumer<Asset> putOnTable = asset -> {};

    AssetMenu(Workspace workspace, Consumer<Asset> showCard) {
        this.workspace = workspace;
        this.showCard = showCard;
    }

    /** Says how an asset gets to the table without the mouse. */
    void onPutOnTable(Function<Kind, @Nullable String> words, Consumer<Asset> act) {
        command = words;
        putOnTable = act;
    }

    ContextMenu of(Asset asset) {
        ContextMenu menu = new ContextMenu();
        menu.getItems().add(item(Phrase.of("shelf.show-the-card"), () -> showCard.accept(asset)));
        String word = command.apply(asset.kind());
        if (word != null) {
            menu.getItems().add(item(word, () -> putOnTable.accept(asset)));
        }
        menu.getItems()
                .add(item(
                        Phrase.of("shelf.more-like-this"),
                        () -> workspace.moreLike().like(asset)));
        menu.getItems().add(item(Phrase.of("shelf.show-in-its-folder"), () -> showInFolder(asset)));
        menu.getItems().add(item(Phrase.of("shelf.move-to-a-folder"), () -> FolderQuestion.ask(workspace, asset)));
        menu.getItems().add(item(Phrase.of("shelf.copy-its-files-and-paths"), workspace.chosen()::copy));
        menu.getItems()
                .add(item(
                        Phrase.of("shelf.copy-its-labels"),
                        () -> workspace.chosen().copyLabels(asset)));
        MenuItem paste = item(Phrase.of("shelf.give-it-the-copied-labels"), workspace.chosen()::pasteLabels);
        paste.setDisable(!workspace.chosen().hasLabels());
        menu.getItems().add(paste);
        menu.getItems().add(new SeparatorMenuItem());
        // with several chosen, the menu of one of them stands for all
        menu.getItems()
                .add(
                        workspace.chosen().isMany()
                                ? item(
                                        Phrase.of(
                                                "shelf.delete-the-chosen",
                                                Words.count(workspace
                                                        .chosen()
                                                        .selection()
                                                        .get()
                                                        .size())),
                                        workspace::deleteChosen)
                                : item(Phrase.of("shelf.delete"), () -> workspace.delete(asset)));
        return menu;
    }

    private static MenuItem item(String word, Runnable act) {
        MenuItem item = new MenuItem(word);
        item.setOnAction(e -> act.run());
        return item;
    }

    private void showInFolder(Asset asset) {
        workspace.background().run(Phrase.of("shelf.show-in-its-folder"), work -> open(asset), done -> {});
    }

    private boolean open(Asset asset) throws ProblemException {
        Path folder = workspace
                .catalogue()
                .shelf()
                .libraryOf(asset.id())
                .map(l -> l.resolve(asset.folder()))
                .orElseThrow(() -> Problem.of(asset.path(), Phrase.of("shelf.its-library-is-not-open"))
                        .raise());
        try {
            new ProcessBuilder(opener(), folder.toString()).start();
            return true;
        } catch (IOException e) {
            throw Problem.of(folder, Phrase.of("shelf.the-system-s-file-manager"))
                    .raise(e);
        }
    }

    /** The command that opens a folder with the program the system has for it. */
    private static String opener() {
        String os = System.getProperty("os.name").toLowerCase(Locale.ROOT);
        return os.startsWith("windows") ? "explorer" : os.startsWith("mac") ? "open" : "xdg-open";
    }
}
