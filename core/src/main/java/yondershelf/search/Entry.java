package yondershelf.search;

import java.util.Set;
import yondershelf.content.Kind;

/**
 * One asset as the index takes it in.
 *
 * @param name the one that is shown
 * @param folder below the library's root, {@code /}-separated, empty for the root
 * @param file name of the file that names the asset, without its folder
 * @param since when it was first seen, in seconds since 1970
 */
public record Entry(
        Key key,
        Kind kind,
        String name,
        String folder,
        String file,
        Set<String> tags,
        String note,
        long since,
        Traits traits) {
    /** One of which nothing is known to compare. */
    public Entry(
            Key key, Kind kind, String name, String folder, String file, Set<String> tags, String note, long since) {
        this(key, kind, name, folder, file, tags, note, since, Traits.NONE);
    }

    public Entry {
        tags = Set.copyOf(tags);
    }
}
