package yondershelf.app.model;

import java.io.File;
import java.nio.file.Path;
import java.util.function.Consumer;
import javafx.stage.DirectoryChooser;
import javafx.stage.Window;
import yondershelf.words.Phrase;

/** Asks for a folder, and begins where the last one for the same purpose was found. */
public final class FolderDialog {
    private final Workspace workspace;

    public FolderDialog(Workspace workspace) {
        this.workspace = workspace;
    }

    /**
     * Asks; nothing is done when nothing is chosen.
     *
     * @param purpose a word, the same wherever the same kind of folder is asked for
     */
    public void ask(Window owner, String title, String purpose, Consumer<Path> then) {
        String key = "folder-for-" + purpose;
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle(title);
        File last = new File(workspace.catalogue().home().setting(key, ""));
        if (last.isDirectory()) {
            chooser.setInitialDirectory(last);
        }
        File folder = chooser.showDialog(owner);
        if (folder == null) {
            return;
        }
        // beside the chosen one the next is likelier than in it
        File begin = folder.getParentFile() == null ? folder : folder.getParentFile();
        workspace
                .background()
                .quietly(
                        Phrase.of("model.keeping-where-folders-are"),
                        work -> {
                            workspace.catalogue().home().setSetting(key, begin.getPath());
                            return true;
                        },
                        done -> {});
        then.accept(folder.toPath());
    }
}
