package yondershelf.intake;

import java.nio.file.Path;
import java.util.Optional;
import java.util.Set;
import yondershelf.content.ProblemException;
import yondershelf.format.FileType;
import yondershelf.sorting.Lore;

/** What files tell that may still be packed: only those somebody asks of are unpacked. */
final class BroughtLore implements Lore {
    private final Brought brought;
    private final Path root;
    private final Lore files;

    BroughtLore(Brought brought, Path root, Lore files) {
        this.brought = brought;
        this.root = root;
        this.files = files;
    }

    /** False for one that cannot be unpacked: it tells nothing, and taking it in will say why. */
    private boolean isThere(String path) {
        try {
            brought.present(root.resolve(path));
            return true;
        } catch (ProblemException e) {
            return false;
        }
    }

    @Override
    public Set<String> references(String path) {
        return isThere(path) ? files.references(path) : Set.of();
    }

    @Override
    public Optional<FileType> type(String path) {
        return isThere(path) ? files.type(path) : Optional.empty();
    }

    @Override
    public int shape(String path) {
        return isThere(path) ? files.shape(path) : 0;
    }

    @Override
    public boolean isPanorama(String path) {
        return isThere(path) && files.isPanorama(path);
    }
}
