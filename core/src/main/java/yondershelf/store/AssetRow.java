package yondershelf.store;

/**
 * An asset as the store keeps it.
 *
 * @param row its number in this store, given when it is first put; never given again
 * @param kind as in files and on the command line
 * @param folder below the root, {@code /}-separated, empty for the root
 * @param path of the file that names it
 * @param files all its files with their roles, as the library writes them
 * @param key sizes and times of all of them
 * @param since when it was first seen, in seconds since 1970
 * @param said labels as the library writes them; empty when nothing was said
 */
public record AssetRow(
        int row,
        String id,
        String kind,
        String name,
        String folder,
        String path,
        String files,
        String key,
        long since,
        String said) {}
