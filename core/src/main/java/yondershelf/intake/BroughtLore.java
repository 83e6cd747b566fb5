package yondershelf.intake;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import yondershelf.content.ImageSource;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.sorting.Lore;

/** What files tell that may still be packed: only those somebody asks of are unpacked. */
final class BroughtLore implements Lore {
    private static final int HEAD = 1 << 16;

    private final Brought brought;
    private final Path root;
    private final Lore files;
    private final ContentReader reader;

    BroughtLore(Brought brought, Path root, Lore files, ContentReader reader) {
        this.reader = reader;
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
        int told = headShape(path);
        return told > 0 ? told : isThere(path) ? files.shape(path) : 0;
    }

    /** By the first bytes of one that is packed; 0 where these do not tell. */
    private int headShape(String path) {
        try {
            byte[] head = brought.head(root.resolve(path), HEAD);
            if (head.length == 0) {
                return 0;
            }
            ContentReader.PictureSize size = reader.measure(ImageSource.embedded(path, head));
            return size.height() > 0 ? (int) Math.round(size.width() * 1000.0 / size.height()) : 0;
        } catch (IOException | ProblemException e) {
            // it says so farther in, or never
            return 0;
        }
    }

    @Override
    public Shows shows(String path) {
        return isThere(path) ? files.shows(path) : Shows.UNDECIDED;
    }

    @Override
    public boolean areFrames(List<String> paths) {
        return paths.stream().allMatch(this::isThere) && files.areFrames(paths);
    }
}
