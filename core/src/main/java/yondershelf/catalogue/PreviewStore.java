package yondershelf.catalogue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.format.Formats;
import yondershelf.library.Library;

/**
 * Kept previews: on this machine, where they are quick to read and stay when a drive is away, and in the library itself, so that
 * they come along to another machine.
 */
final class PreviewStore {
    private final Path inCache;
    private final Formats formats = new Formats();

    PreviewStore(Path cache) {
        this.inCache = cache.resolve("previews");
    }

    private static Path place(Path folder, String key) {
        return folder.resolve(key.substring(0, 2)).resolve(key + ".png");
    }

    private static Path inLibrary(Library library) {
        return library.own().resolve("previews");
    }

    /** @param library null while it is away */
    @Nullable
    Picture load(@Nullable Library library, String key) {
        List<Path> folders = new ArrayList<>(List.of(inCache));
        if (library != null) {
            folders.add(inLibrary(library));
        }
        for (Path folder : folders) {
            Picture picture = read(place(folder, key));
            if (picture != null) {
                if (!folder.equals(inCache)) {
                    copyToCache(place(folder, key), key);
                }
                return picture;
            }
        }
        return null;
    }

    private @Nullable Picture read(Path file) {
        if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            return null;
        }
        try {
            return formats.readPicture(ImageSource.at(file));
        } catch (ProblemException e) {
            // a damaged preview is taken again
            return null;
        }
    }

    private void copyToCache(Path file, String key) {
        try {
            write(place(inCache, key), Files.readAllBytes(file));
        } catch (IOException e) {
            // it is read from the library again next time
            return;
        }
    }

    void save(Library library, String key, Picture picture) {
        byte[] bytes = Formats.png(picture);
        for (Path folder : library.isNewer() ? List.of(inCache) : List.of(inCache, inLibrary(library))) {
            write(place(folder, key), bytes);
        }
    }

    /** What cannot be kept, on a full or closed drive, is kept at the other place, or made again next time. */
    private static void write(Path file, byte[] bytes) {
        try {
            Files.createDirectories(file.getParent());
            Disk.REAL.writeLazily(file, bytes);
        } catch (IOException e) {
            return;
        }
    }
}
