package yondershelf.app.model;

import java.io.File;
import java.nio.file.Path;
import java.util.function.Consumer;
import javafx.stage.DirectoryChooser;
import javafx.stage.Window;
import org.jspecify.annotations.Nullable;
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
        File last = new File(workspace.catalogue().home().setting(key, ""));
        workspace
                .background()
                .quietly(
                        Phrase.of("model.keeping-where-folders-are"),
                        work -> last.isDirectory(),
                        there -> ask(owner, title, key, there ? last : null, then));
    }

    private void ask(Window owner, String title, String key, @Nullable File last, Consumer<Path> then) {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle(title);
        chooser.setInitialDirectory(last);
        File folder = chooser.showDialog(owner);
        if (folder == null) {
            return;
        }
        // beside the chosen one the next is likelier than in it
        File begin = folder.getParentFile() == null ? folder : folder.getParentFile();
        workspace.keep(key, begin.getPath());
        then.accept(folder.toPath());
    }
}
