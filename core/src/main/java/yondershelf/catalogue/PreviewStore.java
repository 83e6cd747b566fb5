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
            Path file = place(folder, key);
            if (Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
                try {
                    Picture picture = formats.readPicture(ImageSource.at(file));
                    if (!folder.equals(inCache)) {
                        copyToCache(file, key);
                    }
                    return picture;
                } catch (ProblemException e) {
                    // a damaged preview is taken again
                    continue;
                }
            }
        }
        return null;
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
        for (Path folder : List.of(inCache, inLibrary(library))) {
            try {
                write(place(folder, key), bytes);
            } catch (IOException readOnlyOrFull) {
                // kept at the other place, or taken again next time
                continue;
            }
        }
    }

    private static void write(Path file, byte[] bytes) throws IOException {
        Files.createDirectories(file.getParent());
        Disk.REAL.writeLazily(file, bytes);
    }
}
