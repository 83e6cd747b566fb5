package yondershelf.store;

/**
 * A folder as it was seen last.
 *
 * @param path below the root, {@code /}-separated, empty for the root
 * @param signature of the listing, to see cheaply whether anything changed
 * @param listing names, sizes and times of its files, as the library writes them
 */
public record FolderRow(String path, long signature, String listing) {}
