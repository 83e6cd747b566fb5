package yondershelf.catalogue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.format.Formats;
import yondershelf.library.Library;

/** Kept previews of a library: in the library itself, or in the machine's cache when the library cannot be written. */
final class PreviewStore {
    private final Path inLibrary;
    private final Path inCache;

    PreviewStore(Library library, Path cache) {
        this.inLibrary = library.own().resolve("previews");
        this.inCache = cache.resolve("previews");
    }

    private static Path place(Path folder, String key) {
        return folder.resolve(key.substring(0, 2)).resolve(key + ".png");
    }

    @Nullable
    Picture load(String key) {
        for (Path folder : new Path[] {inLibrary, inCache}) {
            Path file = place(folder, key);
            if (Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
                try {
                    return new Formats().readPicture(ImageSource.at(file));
                } catch (ProblemException e) {
                    // a damaged preview is taken again
                    return null;
                }
            }
        }
        return null;
    }

    void save(String key, Picture picture) {
        byte[] bytes = Formats.png(picture);
        try {
            write(place(inLibrary, key), bytes);
        } catch (IOException readOnly) {
            try {
                write(place(inCache, key), bytes);
            } catch (IOException e) {
                // a preview that cannot be kept is taken again next time
                return;
            }
        }
    }

    private static void write(Path file, byte[] bytes) throws IOException {
        Files.createDirectories(file.getParent());
        Disk.REAL.writeLazily(file, bytes);
    }
}
