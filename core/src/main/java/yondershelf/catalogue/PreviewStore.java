package yondershelf.catalogue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.library.Library;

/**
 * Kept previews: on this machine, where they are quick to read and stay when a drive is away, and in the library itself, so that
 * they come along to another machine.
 */
final class PreviewStore {
    private static final int LARGEST = 2_048;
    private static final long MOST_BYTES = 64L << 20;

    private final Path inCache;
    private final Formats formats = new Formats();

    PreviewStore(Path cache) {
        this.inCache = cache.resolve("previews");
    }

    private static Path place(Path folder, String key) {
        return folder.resolve(key.substring(0, 2)).resolve(key + ".png");
    }

    static Path inLibrary(Library library) {
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

    /** What lies in a library may be anybody's: a picture larger than any preview is none, and is not unpacked. */
    private @Nullable Picture read(Path file) {
        try {
            if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS) || Files.size(file) > MOST_BYTES) {
                return null;
            }
            ImageSource source = ImageSource.at(file);
            ContentReader.PictureSize size = formats.measure(source);
            return size.width() > LARGEST || size.height() > LARGEST ? null : formats.readPicture(source);
        } catch (IOException e) {
            // it went meanwhile
            return null;
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
            Path folder = Objects.requireNonNull(file.getParent(), "a preview lies in a folder of its key");
            Files.createDirectories(folder);
            if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
                // a link leads out of the library
                return;
            }
            Disk.REAL.writeLazily(file, bytes);
        } catch (IOException e) {
            return;
        }
    }
}
