package yondershelf.sorting;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import yondershelf.format.reading.FileType;

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

    /** What a picture of the shape of one shows; asked where its name says another thing, or nothing. */
    Shows shows(String path);

    /** Whether pictures that are numbered one after the other move: asked of a few in the order of their numbers. */
    boolean areFrames(List<String> paths);

    /** What pixels tell. */
    enum Shows {
        /** The world all around. */
        SURROUNDINGS,
        /** A surface, for certain. */
        SURFACE,
        UNDECIDED
    }
}
