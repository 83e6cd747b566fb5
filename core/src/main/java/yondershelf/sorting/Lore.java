package yondershelf.sorting;

import java.util.Optional;
import java.util.Set;
import yondershelf.format.FileType;

/** What sorting has to know of a file beyond its name. Paths are below the sorted root. */
public interface Lore {
    /** References to other files as the file writes them. */
    Set<String> references(String path);

    /** What its first bytes say it is; asked of files whose ending says nothing. */
    Optional<FileType> type(String path);

    /**
     * A picture's width over its height, in thousandths; 0 for one that cannot be read. Asked of formats that can hold radiance.
     */
    int shape(String path);

    /** True when its pixels show the world all around. Asked of pictures of that shape whose name says that they are a map. */
    boolean isPanorama(String path);
}
